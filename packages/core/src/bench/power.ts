/** Who is fed, under what the moving parts draw: supplies at rest, and who falls asleep when an axis takes its most. */
import { wantsOneOf, type Sheet } from '../parts/index.js';
import { partsWithSheets, type Part, type Rig } from '../rig/index.js';
import { rigNetwork, solveRigNetwork, withElements, type RailNode, type Rails, type RigNetwork } from '../rails/index.js';
import { hairV } from '../units/index.js';
import { cameUp, type CameUp } from '../wake/index.js';
import { wholeUs } from './clock.js';
import type { PowerState } from './state.js';

/** What power does to a part: fed well, too little, too much, or nothing. */
export type Feed = 'fed' | 'starved' | 'overfed' | 'unfed';

/** How a part is fed. */
export interface Fed {
  feed: Feed;
  /** At its first supply, V. */
  volts: number;
}

/** Below its band for this long, and a part is off; off for this long, and it begins anew, ms. @source [mem] what inputs hold up */
const HOLD_MS = 5;
const OFF_MS = 10;
/** Less is none, V. */
const NONE_V = 0.2;
/** As many parts as a whole number has safe bits draw by what they do; more than that draw as usual. */
const MOST_MOVERS = 30;

/** The supplies of a rig under any choice of parts that draw their most; each choice is worked out once. */
export class Supplies {
  private readonly known = new Map<number, readonly Fed[]>();
  private readonly network: RigNetwork;
  /** Indices of parts that draw more while they move: bit 0 first. */
  readonly movers: readonly number[];
  /** How it came up, as everything usually draws. */
  readonly up: CameUp;
  /** As everything usually draws. */
  readonly rails: Rails;

  /** @param dead parts that do nothing, whatever they are fed */
  constructor(
    private readonly rig: Rig,
    private readonly charge: number,
    private readonly dead: ReadonlySet<string>,
  ) {
    this.network = rigNetwork(rig);
    this.up = cameUp(rig, charge);
    this.rails = this.up.rails;
    const draws = ({ joints, supplies }: Sheet): boolean =>
      joints.length > 0 && supplies.some((s) => s.draw.kind !== 'regulator' && s.draw.peak > s.draw.typical);
    this.movers = partsWithSheets(rig)
      .flatMap(({ sheet }, i) => (draws(sheet) ? [i] : []))
      .slice(0, MOST_MOVERS);
  }

  /** @param draw bit by bit, which movers draw their most */
  at(draw: number): readonly Fed[] {
    let fed = this.known.get(draw);
    if (!fed) this.known.set(draw, (fed = this.solve(draw)));
    return fed;
  }

  private solve(draw: number): Fed[] {
    const rails =
      draw === 0 ? this.rails : solveRigNetwork(this.drawing(draw), this.charge, this.up.isCold ? 'cold' : 'running');
    return partsWithSheets(this.rig).map(({ part, sheet }) => {
      if (this.dead.has(part.id)) return { feed: 'unfed', volts: 0 };
      const own = feedOf(part, sheet, rails);
      // what starts and dies in turn never works
      return this.up.cycling.has(part.id) && own.feed === 'fed' ? { ...own, feed: 'starved' } : own;
    });
  }

  private drawing(draw: number): RigNetwork {
    const all = partsWithSheets(this.rig);
    const most = new Set(this.movers.filter((_, bit) => draw & (1 << bit)).map((i) => all[i]!.part.id));
    return withElements(this.network, (elements) => {
      for (const t of this.network.terminals) {
        const element = elements[t.element]!;
        if (t.is === 'load' && element.kind === 'load' && most.has(t.part.id))
          elements[t.element] = { ...element, amount: t.supply!.draw.peak };
      }
    });
  }
}

function feedOf(part: Part, sheet: Sheet, rails: Rails): Fed {
  const own = rails.nodes.filter((n) => n.part === part.id && n.allowed && (n.fedBy !== null || isAsked(sheet, n)));
  if (!own.length) return { feed: wantsOneOf(sheet) ? 'unfed' : 'fed', volts: 0 };
  const volts = own[0]!.volts;
  if (own.some((n) => n.volts > n.allowed![1])) return { feed: 'overfed', volts };
  if (own.some((n) => n.volts < NONE_V)) return { feed: 'unfed', volts };
  return { feed: own.some((n) => n.volts < n.allowed![0] - hairV(n.allowed!)) ? 'starved' : 'fed', volts };
}

/** A supply that the part needs: it has no battery of its own, and does not do without. */
const isAsked = (sheet: Sheet, { terminal }: RailNode): boolean =>
  !sheet.inside?.battery && !sheet.supplies.find((s) => s.id === terminal)?.optional;

/** From volts to working, ms. */
export const startsOf = ({ starts }: Sheet): number => starts.reduce((sum, s) => sum + s.seconds * 1000, 0);

/** When each part is awake after the packs are on: its feeders' outputs climb one after the other, then it starts. */
export function wakeTimes(rig: Rig, fed: readonly Fed[], { nodes }: Rails): number[] {
  const all = partsWithSheets(rig);
  const at = new Map(all.map(({ part }, i) => [part.id, i]));
  const feeders = new Map<string, string>();
  for (const n of nodes) if (n.fedBy !== null && n.fedBy !== n.part && !feeders.has(n.part)) feeders.set(n.part, n.fedBy);
  const climbs = (id: string, seen: readonly string[] = []): number => {
    const from = feeders.get(id);
    if (from === undefined || seen.includes(from)) return 0;
    const { sheet } = all[at.get(from)!]!;
    const regulated = sheet.sources.some((s) => s.regulator);
    const climb = Math.max(0, ...sheet.sources.map((s) => (s.regulator ? (s.regulator.startMs ?? CLIMBS_MS) : 0)));
    return Math.max(climb, regulated ? startsOf(sheet) : 0) + climbs(from, [...seen, id]);
  };
  return all.map(({ part, sheet }, i) =>
    fed[i]!.feed === 'fed' ? wholeUs(climbs(part.id) + startsOf(sheet)) : Infinity,
  );
}

/** How long a regulator's output climbs where its sheet says nothing. @source [mem] a usual soft start of its class */
const CLIMBS_MS = 2;

/**
 * What changes for everybody when the parts draw so. The state given is not changed.
 * @param startsMs how long each takes from volts to working
 */
export function drawnPower(
  power: PowerState,
  draw: number,
  supplies: Pick<Supplies, 'at'>,
  startsMs: readonly number[],
  tMs: number,
): PowerState {
  const fed = supplies.at(draw);
  let awakeMs: number[] | null = null;
  let fallMs: number[] | null = null;
  // without closures: an axis that goes by fits and starts asks this a hundred times a second
  for (let i = 0; i < fed.length; i++) {
    const isFed = fed[i]!.feed === 'fed';
    const isUp = power.awakeMs[i]! < Infinity;
    const isFalling = power.fallMs[i]! < Infinity;
    if (isFed && !isUp) (awakeMs ??= power.awakeMs.slice())[i] = wholeUs(tMs + OFF_MS + startsMs[i]!);
    if (isFed && isFalling) (fallMs ??= power.fallMs.slice())[i] = Infinity;
    if (!isFed && isUp && !isFalling) (fallMs ??= power.fallMs.slice())[i] = wholeUs(tMs + HOLD_MS);
  }
  return { draw, awakeMs: awakeMs ?? power.awakeMs, fallMs: fallMs ?? power.fallMs, restarts: power.restarts };
}

/** Those whose volts stayed away for too long are off. */
export function fallenPower(power: PowerState, tMs: number): PowerState {
  const falls = power.fallMs.map((ms) => ms <= tMs);
  return {
    ...power,
    awakeMs: power.awakeMs.map((ms, i) => (falls[i] ? Infinity : ms)),
    fallMs: power.fallMs.map((ms, i) => (falls[i] ? Infinity : ms)),
    restarts: power.restarts.map((n, i) => n + (falls[i] ? 1 : 0)),
  };
}
