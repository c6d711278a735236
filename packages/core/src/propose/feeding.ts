/** The cheapest set of regulators and leads that feeds everything on a bench with the room that is wanted. */
import { leadLength } from '../loom/index.js';
import { feedsOthers, type Sheet } from '../parts/index.js';
import { leadGauge, wireMassG } from '../rails/index.js';
import { findPin, labelOf, newPart, type Edit, type Rig } from '../rig/index.js';
import { viewBench } from './bench-view.js';
import { COST } from './costs.js';
import { feedingProgramme, heatOf, type Chance, type FeedingSet, type Pair } from './feeding-programme.js';
import { eatersOf, fits, inputA, outletA, outletsOf, type Eater } from './outlets.js';
import type { ProgrammeSolver } from './programme.js';

/** One outlet of the set, and what hangs on it. */
export interface FeedingOutlet {
  part: string;
  /** As people call it. */
  label: string;
  /** False of a regulator that is to be pulled from the shelf. */
  isHere: boolean;
  isRegulator: boolean;
  /** What hangs on it, as people call it. */
  feeds: string[];
  /** Asked of it at the peak, A. */
  amps: number;
  /** What it may give, A. */
  maxA: number;
  /** Turned into heat at a full pack, W; 0 of a pack. */
  heatW: number;
}

/** One lead of the set. */
export interface FeedingLead {
  /** What it runs from and to, as people call them. */
  from: string;
  to: string;
  /** At the peak, A. */
  amps: number;
  gaugeAwg: number;
  lengthMm: number;
}

/** A set of regulators and leads. */
export interface Feeding {
  outlets: FeedingOutlet[];
  leads: FeedingLead[];
  /** What no outlet of bench or shelf suits with this room, as people call it. */
  unfed: string[];
  /** Regulators and copper, g. */
  massG: number;
  /** The same of what is on the bench now, g. */
  nowG: number;
  heatW: number;
  /** What is made little of: a point a gram of regulator, ten a lead, two a watt of heat. */
  points: number;
  /** Regulators to pull from the shelf; a proposal wires them. */
  edits: Edit[];
}

/** Copies of one class that are looked at. */
const COPIES = 3;

/**
 * The proven cheapest set. Every supply hangs on one outlet that suits it with the room wanted, full and flat; no outlet gives more
 * than it may; regulators hang on packs or on outlets of other parts, never on each other.
 * @param shelf classes that may be pulled @param marginV room over the floor of every supply, V
 * @throws {SolverFailed} when the solver gives no proof in time
 */
export function cheapestFeeding(rig: Rig, shelf: readonly Sheet[], marginV: number, solver: ProgrammeSolver): Feeding {
  const trial = withChances(rig, shelf);
  const view = viewBench(trial);
  const all = eatersOf(view);
  const chances = outletsOf(view).map((outlet): Chance => {
    const input = feedsOthers(outlet.sheet)
      ? all.find((e) => e.part === outlet.part && e.supply.id === outlet.fedBy)
      : null;
    return { outlet, input: input ?? null, isHere: rig.parts.some((p) => p.id === outlet.part.id) };
  });
  const eaters = all.filter((e) => !feedsOthers(e.sheet) && asks(e));
  const suits = (by: Chance, e: Eater): boolean =>
    fits(by.outlet, e) && by.outlet.volts[0] - e.supply.volts[0] >= marginV;
  const pairs = eaters.flatMap((eater) =>
    chances.flatMap((chance): Pair[] => {
      const amps = askedW(eater) / chance.outlet.volts[0];
      return suits(chance, eater) && amps <= outletA(chance.outlet) ? [{ chance, eater, amps }] : [];
    }),
  );
  const firm = chances.filter((c) => !c.input);
  const feeds = chances.flatMap((chance) =>
    chance.input ? firm.filter((by) => suits(by, chance.input!)).map((by) => ({ chance, by })) : [],
  );
  const set = feedingProgramme({ chances, eaters, pairs, feeds }, solver);
  return { ...told(trial, set), nowG: nowGrams(rig) };
}

/** The bench with some regulators of every class of the shelf laid beside it. */
function withChances(rig: Rig, shelf: readonly Sheet[]): Rig {
  const pulled = shelf
    .filter(feedsOthers)
    .flatMap((sheet) =>
      Array.from({ length: COPIES }, (_, k) => newPart(`${sheet.class}+${k + 1}`, sheet.class, sheet.name)),
    );
  const sheets = Object.fromEntries(shelf.filter(feedsOthers).map((sheet) => [sheet.class, sheet]));
  return { ...rig, parts: [...rig.parts, ...pulled], sheets: { ...sheets, ...rig.sheets } };
}

/** A supply that asks for something: of itself, or for what its part's own regulators hand on. */
const asks = ({ peakW, sheet, supply }: Eater): boolean =>
  peakW > 0 || sheet.sources.some((s) => s.regulator?.fedBy === supply.id);

/** With what the part's own outlets could hand on at their rating, W. */
const askedW = ({ peakW, sheet, supply }: Eater): number =>
  sheet.sources
    .filter((s) => s.regulator?.fedBy === supply.id)
    .reduce((sum, s) => sum + (s.regulator!.volts * s.maxA) / s.regulator!.efficiency, peakW);

function told(trial: Rig, { used, chosen, fedBy, unfed, points }: FeedingSet): Omit<Feeding, 'nowG'> {
  const label = (part: string): string => labelOf(trial, part);
  const ampsOf = (c: Chance): number =>
    chosen.filter((p) => p.chance === c).reduce((sum, p) => sum + p.amps, 0) +
    [...fedBy].reduce((sum, [r, by]) => (by === c ? sum + inputA(r.outlet, by.outlet, ampsOf(r)) : sum), 0);
  const outlets = used.map((c): FeedingOutlet => {
    const behind = [...fedBy].flatMap(([r, by]) => (by === c ? [label(r.outlet.part.id)] : []));
    const own = chosen.filter((p) => p.chance === c);
    return {
      ...{ part: c.outlet.part.id, label: label(c.outlet.part.id), isHere: c.isHere, isRegulator: c.input !== null },
      feeds: [...own.map((p) => label(p.eater.part.id)), ...behind],
      ...{ amps: ampsOf(c), maxA: outletA(c.outlet) },
      heatW: own.reduce((sum, p) => sum + heatOf(p, fedBy.get(c)?.outlet.volts[1]), 0),
    };
  });
  const lead = (by: Chance, { part, supply }: Eater, amps: number): FeedingLead => {
    const lengthMm = leadLength(trial, by.outlet.part.id, part.id).needMm;
    const ends = [
      { part: by.outlet.part.id, ...by.outlet.source.plus },
      { part: part.id, ...supply.plus },
    ] as const;
    return {
      ...{ from: label(by.outlet.part.id), to: label(part.id), amps, lengthMm },
      gaugeAwg: leadGauge(trial, ...ends, amps, lengthMm, by.outlet.source.kind === 'pack'),
    };
  };
  const leads = [
    ...[...fedBy].map(([r, by]) => lead(by, r.input!, inputA(r.outlet, by.outlet, ampsOf(r)))),
    ...chosen.map((p) => lead(p.chance, p.eater, p.amps)),
  ];
  const regulators = new Map(used.filter((c) => c.input).map((c) => [c.outlet.part, c.outlet.sheet.massG]));
  const regulatorsG = [...regulators.values()].reduce((sum, g) => sum + g, 0);
  return {
    ...{ outlets, leads, points: points + COST.lead * leads.length },
    massG: leads.reduce((sum, l) => sum + 2 * wireMassG(l), regulatorsG),
    heatW: outlets.reduce((sum, o) => sum + o.heatW, 0),
    unfed: [...new Set(unfed.map((e) => label(e.part.id)))],
    edits: [...new Map(used.filter((c) => !c.isHere).map((c) => [c.outlet.part, c.outlet.sheet]))].map(
      ([part, sheet]): Edit => ({ kind: 'addPart', part: { ...part, onBench: false }, sheet }),
    ),
  };
}

/** Regulators and supply leads on the bench today, g. */
function nowGrams(rig: Rig): number {
  const lineAt = (at: Parameters<typeof findPin>[1]): string | undefined => findPin(rig, at)?.pin.line;
  const copper = rig.cables
    .filter((c) => c.wires.some((w) => lineAt(w.from) === 'supply'))
    .flatMap((c) => c.wires.filter((w) => ['supply', 'ground'].includes(lineAt(w.from) ?? '')));
  const regulators = rig.parts.flatMap((p) => rig.sheets[p.class] ?? []).filter(feedsOthers);
  return regulators.reduce((sum, s) => sum + s.massG, 0) + copper.reduce((sum, w) => sum + wireMassG(w), 0);
}
