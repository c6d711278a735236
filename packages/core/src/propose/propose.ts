import { rigNetwork, solveRigNetwork } from '../rails/index.js';
import { applyEdits, type Edit, type Rig } from '../rig/index.js';
import { addressEdits } from './addresses.js';
import { boundEdits } from './airs.js';
import { withBareRails } from './bare-rails.js';
import { groupBy } from '../units/index.js';
import { withGroundEnds } from './ground-ends.js';
import { findClashes, type SolveWhole } from './clash.js';
import { COST, pointsOf, type CostPart } from './costs.js';
import { firstChannels } from './first-channels.js';
import { gateEdits, gateWishes, usefulGates, type GateWish } from './gate-wishes.js';
import { deskLeads, type DeskLeads } from './desk-leads.js';
import { idleParts, type Idle } from './idle.js';
import { poseRig, type PosedProblem } from './wiring-problem.js';
import type { Option, Solution } from './problem.js';
import { solveProven, type ProgrammeSolver } from './programme.js';
import { solveProblem, solveSteps, type SolveLimits, type SolveProgress } from './solve.js';
import { tapRails, type Tapped } from './tap-rails.js';
import { toldEdits } from './told-ports.js';
import { thickenLeads } from './thicken.js';
import { shortAtLast } from './short-at-last.js';
import { demandText, unmetOf, type Unmet } from './unmet.js';
import { wishesLeft } from './wishes-left.js';
import { weave, weaveEdits, type Chosen, type Woven } from './weave.js';

/** One thing the proposal decided, with what it costs and what came next. */
export interface Choice {
  /** What it serves, in words. */
  demand: string;
  text: string;
  cable: string | null;
  cost: CostPart[];
  /** The next best way for the same demand, and how much dearer it is by itself; null when there is none. */
  next: { text: string; dearerBy: number } | null;
}

/** Demands that cannot all be met with these parts. */
export interface ClashText {
  demands: string[];
  wishes: string[];
  smallest: boolean;
}

/** A wiring for a rig: its edits, its points, and what stays open. */
export interface Proposal {
  /** Carries the proposal out on the rig it was made for; empty when the wiring is so already. */
  edits: Edit[];
  choices: Choice[];
  unmet: Unmet[];
  clashes: ClashText[];
  /** Parts left without work, each with its reason. */
  idle: Idle[];
  /** Points of what is done; the lower the better. */
  points: number;
  /** Points for what is left open. */
  openPoints: number;
  /** No wiring that leaves as little open can cost less than this. */
  bound: number;
  /** The search ended by itself: nothing is cheaper. */
  proven: boolean;
  /** Nodes of the search that were looked at. */
  nodes: number;
}

/**
 * Proposes a complete wiring for a rig: which lead goes where, which port is given to what, which switches to set. Cables the
 * user locked stay. Yields progress; stopping early is done by not asking on, or by `mostNodes`.
 */
export function* proposeSteps(rig: Rig, limits: SolveLimits = {}): Generator<SolveProgress, Proposal> {
  const { asked, ready } = readied(rig);
  const posed = poseRig(withBareRails(withGroundEnds(asked)));
  const solution = yield* solveSteps(posed.problem, limits);
  return finishProposal(asked, ready, posed, solution);
}

/**
 * Proposes the wiring that is proven to be the cheapest, by a solver of integer programmes that is handed in. Clashes come from the
 * same solver.
 * @throws {SolverFailed} when the solver gives no proof; {@link propose} has an answer all the same
 */
export function proposeProven(rig: Rig, solver: ProgrammeSolver): Proposal {
  const { asked, ready } = readied(rig);
  const posed = poseRig(withBareRails(withGroundEnds(asked)));
  const solve: SolveWhole = (problem, { strict } = {}) => solveProven(problem, solver, strict);
  return finishProposal(asked, ready, posed, solve(posed.problem), solve);
}

/** Runs {@link proposeSteps} to its end. */
export function propose(rig: Rig, limits: SolveLimits = {}): Proposal {
  const steps = proposeSteps(rig, limits);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** What stands before the search: wishes that others stand on, and leads from desks to what sends for them. */
interface Ready {
  gates: readonly GateWish[];
  desks: DeskLeads;
}

/** The rig with all of it. */
function readied(rig: Rig): { asked: Rig; ready: Ready } {
  const gates = gateWishes(rig);
  const desks = deskLeads(gates.length ? applyEdits(rig, gateEdits(gates)).rig : rig);
  return { asked: desks.rig, ready: { gates, desks } };
}

function finishProposal(
  rig: Rig,
  { gates, desks }: Ready,
  posed: PosedProblem,
  solution: Solution,
  solve: SolveWhole = solveProblem,
): Proposal {
  const chosen = solution.chosen ?? [];
  const byId = new Map(posed.problem.options.map((o) => [o.id, o]));
  // by name, so that a rig told in another order is woven the same
  const options = [...chosen].sort().map((id): Chosen => ({ ...byId.get(id)!, ...posed.posed.get(id)! }));
  const woven = weave(posed.view, options);
  const given = options.filter((o) => o.open);
  const { edits, givenUp, tapped, cableOf } = allEdits(rig, posed, woven, new Set(given.flatMap((o) => o.covers)));
  const after = edits.length ? applyEdits(rig, edits).rig : rig;
  const tapPoints = tapped.length * pointsOf(TAP);
  const pointsOpen = (left: readonly Chosen[]): number => left.reduce((sum, o) => sum + byId.get(o.id)!.cost, 0);
  const fed = given.length ? fedOnes(after) : new Set<string>();
  const open = given.filter((o) => !byId.get(o.id)!.covers.every((need) => fed.has(need)));
  const clashes = open.length ? findClashes(posed.problem, solve) : [];
  const unwired = unmetOf(
    posed,
    open.map((o) => byId.get(o.id)!),
    clashes.map((c) => c.needs),
    new Set(chosen),
  );
  const left = [...unwired, ...shortAtLast(posed, options, after), ...wishesLeft(after, givenUp, wishesOf(unwired))];
  const useful = usefulGates(gates, wishesOf(left));
  const isVain = ({ wish }: Unmet): boolean => gates.some((g) => g.wish.id === wish && !useful.includes(g));
  return {
    edits: [...gateEdits(useful), ...desks.edits, ...edits],
    choices: oncePerLead([
      ...desks.choices.map(({ points, ...c }): Choice => ({ ...c, cost: [{ why: 'a lead', points }], next: null })),
      ...chosen
        .filter((id) => !byId.get(id)!.open && posed.posed.get(id)!.make.do !== 'either')
        .map((id) => choiceOf(posed, byId.get(id)!, { ...woven, cableOf }, new Set(chosen))),
      ...tapped.map((t): Choice => ({ ...t, demand: demandText(posed, t.need), cost: TAP, next: null })),
    ]),
    unmet: left.filter((u) => !isVain(u)),
    clashes: clashes.map(({ needs, smallest }) => ({
      demands: needs.map((n) => demandText(posed, n)),
      wishes: needs.flatMap((n) => posed.demands.get(n)?.wish ?? []),
      smallest,
    })),
    idle: idleParts(after),
    points: solution.cost - pointsOpen(given) + tapPoints,
    openPoints: pointsOpen(open),
    bound: solution.bound - pointsOpen(given) + tapPoints,
    proven: solution.proven,
    nodes: solution.nodes,
  };
}

/** Needs of supplies that are fed all the same: another supply of the part sits on the same pins, and its lead feeds both. */
const fedOnes = (rig: Rig): Set<string> =>
  new Set(
    solveRigNetwork(rigNetwork(rig, 'peak'), 0).nodes.flatMap(({ part, terminal, allowed, fedBy, volts }) =>
      allowed && fedBy !== null && volts >= allowed[0] && volts <= allowed[1] ? [`feed ${part}.${terminal}`] : [],
    ),
  );

const wishesOf = (unmet: readonly Unmet[]): Set<string> => new Set(unmet.flatMap((u) => u.wish ?? []));

/** What volts from beside a signal cost, which are taken only where there are no others. */
const TAP: CostPart[] = [{ why: 'from a plug that carries a signal', points: COST.splice }];

/** Wiring first; then leads as thick as they must be, addresses, and a first channel for what is told. */
function allEdits(
  rig: Rig,
  posed: PosedProblem,
  woven: Woven,
  open: ReadonlySet<string>,
): ReturnType<typeof firstChannels> & { tapped: Tapped[]; cableOf: Woven['cableOf'] } {
  const { rig: wired, tapped, names } = tapRails(posed.view, applyEdits(rig, weaveEdits(posed.view, woven)).rig, open);
  const ids = [...new Set([...woven.cables.map((c) => names.get(c.id) ?? c.id), ...tapped.map((t) => t.cable)])];
  const thick = thickenLeads(wired, new Set(ids.filter((id) => !rig.cables.some((c) => c.id === id))));
  const cables = ids.map((id) => thick.cables.find((t) => t.id === id)!);
  const wiring = weaveEdits(posed.view, { ...woven, cables });
  const addressed = [...wiring, ...addressEdits(thick), ...toldEdits(thick), ...boundEdits(rig, thick)];
  const after = addressed.length ? applyEdits(rig, addressed).rig : rig;
  const { edits, givenUp } = firstChannels(after);
  const cableOf = new Map([...woven.cableOf].map(([option, cable]) => [option, names.get(cable) ?? cable]));
  return { edits: [...addressed, ...edits], givenUp, tapped, cableOf };
}

/** Supplies of one part that share a lead are told with it. */
function oncePerLead(choices: readonly Choice[]): Choice[] {
  const leads = groupBy(choices, (c) => (c.cable === null ? c : `${c.cable} ${c.text}`));
  return [...leads.values()].map((own): Choice => {
    const [first] = own.toSorted((a, b) => b.cost.length - a.cost.length);
    const demand = [...new Set(own.map((c) => c.demand))].join(' · ');
    return { ...first!, demand, cost: own.flatMap((c) => c.cost) };
  });
}

function choiceOf(posed: PosedProblem, option: Option, woven: Woven, chosen: ReadonlySet<string>): Choice {
  const { text, cost } = posed.posed.get(option.id)!;
  const others = posed.problem.options.filter(
    (o) => !o.open && !chosen.has(o.id) && o.covers.includes(option.covers[0]!),
  );
  // one that is cheaper by itself is dearer for the whole: it would cost others more than it saves
  const next = others.filter((o) => o.cost >= option.cost).sort((a, b) => a.cost - b.cost)[0];
  return {
    demand: option.covers.map((need) => demandText(posed, need)).join(' · '),
    text: woven.textOf.get(option.id) ?? text,
    cable: woven.cableOf.get(option.id) ?? null,
    cost,
    next: next ? { text: posed.posed.get(next.id)!.text, dearerBy: next.cost - option.cost } : null,
  };
}
