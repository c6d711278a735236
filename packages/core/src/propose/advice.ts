import { turns, type Sheet } from '../parts/index.js';
import { applyEdits, newPart, nextId, type Rig, type Schools } from '../rig/index.js';
import { rigNetwork, solveRigNetwork, wireMassG } from '../rails/index.js';
import { propose, type Proposal } from './propose.js';
import { valueIn } from '../units/index.js';

/** Search nodes for one what-if: enough for a bench, little enough to ask many. */
const WHAT_IF_NODES = 20_000;

/** The class from the shelf that grants a wish at least cost. */
export interface ClassAdvice {
  wish: string;
  class: string;
  name: string;
  massG: number;
  /** How much dearer the wiring becomes, points. */
  points: number;
  /** Demands that the new part brings and these parts cannot meet. */
  opens: string[];
}

/**
 * For each wish these parts cannot grant, the class that would, by trying each: fewest new open demands, then least added
 * points, then least weight. Null where no single class does.
 */
export function cheapestClasses(
  rig: Rig,
  shelf: readonly Sheet[],
  unmet: readonly { wish: string | null }[],
): (ClassAdvice | { wish: string; class: null })[] {
  const before = propose(rig, { mostNodes: WHAT_IF_NODES });
  return unmet.flatMap(({ wish: id }) => {
    const wish = rig.wishes.find((w) => w.id === id);
    if (!wish) return [];
    const tried = shelf
      .filter((sheet) => sheet.functions.some((f) => f.what === wish.what))
      .flatMap((sheet) => tryClass(rig, sheet, wish.id, before));
    const [best] = tried.sort((a, b) => a.opens.length - b.opens.length || a.points - b.points || a.massG - b.massG);
    return [best ?? { wish: wish.id, class: null }];
  });
}

function tryClass(rig: Rig, sheet: Sheet, wish: string, before: Proposal): ClassAdvice[] {
  const { [wish]: _, ...free } = Object.fromEntries(rig.wishes.map((w) => [w.id, w]));
  const own = rig.wishes.find((w) => w.id === wish)!;
  const { part: _part, ...anyPart } = own;
  const open = { ...rig, wishes: [...Object.values(free), anyPart] };
  const withPart = applyEdits(open, [
    { kind: 'addPart', part: newPart(nextId('P', rig.parts), sheet.class, sheet.name), sheet },
  ]).rig;
  const proposal = propose(withPart, { mostNodes: WHAT_IF_NODES });
  if (proposal.unmet.some((u) => u.wish === wish)) return [];
  const known = new Set(before.unmet.map((u) => u.demand));
  const opens = proposal.unmet.filter((u) => !known.has(u.demand)).map((u) => u.demand);
  return [
    {
      wish,
      class: sheet.class,
      name: sheet.name,
      massG: sheet.massG,
      points: proposal.points - before.points,
      opens,
    },
  ];
}

/** What one side of a choice leads to. */
export interface SchoolOutcome {
  school: keyof Schools;
  value: string;
  chosen: boolean;
  /** Leads to make. */
  leads: number;
  /** Copper of all leads, g. */
  wireG: number;
  /** Points of the proposal; fewer are better. */
  points: number;
  /** Needs left open. */
  unmet: number;
  /** Volts at the first gimbal, full and flat; null without one. */
  gimbalV: { full: number; flat: number } | null;
}

const SIDES: { [K in keyof Schools]?: readonly Schools[K][] } = {
  gimbalFeed: ['pack', 'steady'],
  reach: ['bus', 'servo leads'],
  menuOver: ['serial', 'ladder'],
  operators: ['alone', 'two'],
};

/** The figures of every side of every choice that wiring depends on, each from a proposal of its own on the bare parts. */
export function schoolOutcomes(rig: Rig): SchoolOutcome[] {
  return (Object.keys(SIDES) as (keyof Schools)[]).flatMap((school) =>
    (SIDES[school] as readonly string[]).map((value) => outcomeOf(rig, school, value)),
  );
}

function outcomeOf(rig: Rig, school: keyof Schools, value: string): SchoolOutcome {
  const turned = { ...rig, cables: [], merges: [], schools: { ...rig.schools, [school]: value } };
  const proposal: Proposal = propose(turned, { mostNodes: WHAT_IF_NODES });
  const wired = proposal.edits.length ? applyEdits(turned, proposal.edits).rig : turned;
  const wires = wired.cables.flatMap((c) => c.wires);
  const gimbal = wired.parts.find((p) => turns(valueIn(wired.sheets, p.class)!));
  const network = rigNetwork(wired);
  const at = (charge: number): number | undefined =>
    solveRigNetwork(network, charge).nodes.find((n) => n.part === gimbal?.id)?.volts;
  const [full, flat] = [at(1), at(0)];
  return {
    school,
    value,
    chosen: rig.schools[school] === value,
    leads: wired.cables.length,
    wireG: wires.reduce((sum, w) => sum + wireMassG(w), 0),
    points: proposal.points,
    unmet: proposal.unmet.length,
    gimbalV: full === undefined || flat === undefined ? null : { full, flat },
  };
}
