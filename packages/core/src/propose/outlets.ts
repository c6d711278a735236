import {
  connectorOf,
  flies,
  hearsAir,
  movesUnsaid,
  tellsOn,
  isSpokenAt,
  staysOnGround,
  tieAt,
  type LinkKind,
  type PinAt,
  type Port,
  type Sheet,
  type Source,
  type Supply,
} from '../parts/index.js';
import type { Part } from '../rig/index.js';
import { mostA, packV } from '../rails/index.js';
import type { BenchView } from './bench-view.js';
import { COST, type CostPart } from './costs.js';
import { MOST_OF_A_RUN, stacksOf, stackSource } from './stacks.js';

/** A source of a part with what it gives from full to flat. */
export interface Outlet {
  id: string;
  part: Part;
  sheet: Sheet;
  source: Source;
  volts: readonly [low: number, high: number];
  /** Supplies of the part that must be fed for it to give anything. */
  fedBy: string | null;
  /** A regulator that a pack here can feed: what raises volts may hang on it, and it on nothing that does. */
  isFirst: boolean;
  /** Of packs on top of one another: the lowest, whose minus is that of all. */
  lowest?: Part;
}

/** A supply of a part with what it takes at its peak. */
export interface Eater {
  id: string;
  part: Part;
  sheet: Sheet;
  supply: Supply;
  peakW: number;
  /** The supply of such a regulator. */
  isFirst: boolean;
}

export const portOf = (sheet: Sheet, id: string): Port => sheet.ports.find((p) => p.id === id)!;

/**
 * The supplies of a part that take their volts at one and the same pin, by its name: a board and its own regulator, a drive and what it
 * feeds a receiver by. One lead feeds them all, so they hang on one outlet.
 */
export const pinKey = ({ part, supply: { plus } }: Eater): string => `pin ${part.id}.${plus.port}.${plus.pin}`;
export const besides = (all: readonly Eater[], eater: Eater): Eater[] =>
  all.filter((e) => e.part.id === eater.part.id && pinKey(e) === pinKey(eater) && e.id !== eater.id);

/** Current an outlet gives: its rating, or what the contact of its plug carries. */
export const outletA = ({ sheet, source }: Outlet): number =>
  Math.min(source.maxA, connectorOf(portOf(sheet, source.plus.port).plug.family).maxA ?? source.maxA);

/** Its volts stand on the plugs of signals, for what hangs there. */
export const isBesideSignal = ({ sheet, source }: Outlet): boolean => isSpokenAt(sheet, source.plus.port);

/** Current that the plugs of an outlet carry together: what comes out beside signals has a plug for each load. */
function plugsA(outlet: Outlet): number {
  const {
    sheet,
    source: { plus, maxA },
  } = outlet;
  const tied = isBesideSignal(outlet) ? (tieAt(sheet, plus) ?? [plus]) : [plus];
  const ports = new Set([plus, ...tied].map((at) => at.port));
  const each = [...ports].map((id) => connectorOf(portOf(sheet, id).plug.family).maxA ?? maxA);
  return Math.min(
    maxA,
    each.reduce((sum, amps) => sum + amps, 0),
  );
}

/**
 * Current that the loads of a bench may ask of an outlet together. A contact that is too small for one of them alone, or for those that
 * nothing else here can feed, is no reason to leave any unfed, where the source gives enough: it wants a bigger plug, and is told so.
 * Volts beside signals that are too few for all that only they can feed, or packs for all that only packs can, are wired to all of it:
 * a servo hangs on its plug anyway. What they give at the peak is told.
 */
export function sharedA(outlet: Outlet, eaters: readonly Eater[], outlets: readonly Outlet[]): number {
  const [carries, gives] = [plugsA(outlet), outlet.source.maxA];
  const own = eaters.filter((e) => fits(outlet, e));
  const asked = outlet.source.kind === 'pack' ? askedOfPacks(own, eaters, outlets) : null;
  // each by what it gives, and so much over that the loads go in whole
  if (asked && asked.amps > asked.givesA) return (gives * asked.amps) / asked.givesA + asked.mostA;
  if (asked && asked.amps > asked.carriesA) return gives;
  const asks = (e: Eater): number => ampsOf(outlet, e, eaters, outlets);
  const isBeyond = (e: Eater): boolean => asks(e) > carries && asks(e) <= gives;
  const feeds = (o: Outlet, e: Eater): boolean => fits(o, e) && ampsOf(o, e, eaters, outlets) <= o.source.maxA;
  // what hangs on this one itself gives nothing besides
  const isBehind = (o: Outlet): boolean => {
    const into = eaters.find((e) => e.id === `${o.part.id}.${o.fedBy}`);
    return into !== undefined && outlets.every((x) => x.id === outlet.id || x.id === o.id || !feeds(x, into));
  };
  // of motors alike one alone gives the rail its volts
  const isTwin = (o: Outlet): boolean =>
    o.part.class === outlet.part.class && isBesideSignal(o) && (flies(o.sheet) || movesUnsaid(o.sheet));
  const onlyHere = own.filter((e) =>
    outlets.every((o) => o.id === outlet.id || isTwin(o) || isBehind(o) || !feeds(o, e)),
  );
  const sum = (of: (e: Eater) => number): number => onlyHere.reduce((all, e) => all + of(e), 0);
  const together = sum((e) => besideOthersA(outlet, e, asks(e), gives));
  if (!own.some(isBeyond) && together <= carries) return carries;
  return isBesideSignal(outlet) || sum(asks) <= gives ? Math.max(gives, together) : gives;
}

/** All that an outlet suits could ask of it together, A. */
export const suitedA = (outlet: Outlet, eaters: readonly Eater[], outlets: readonly Outlet[]): number =>
  eaters.filter((e) => fits(outlet, e)).reduce((sum, e) => sum + ampsOf(outlet, e, eaters, outlets), 0);

/** Share of its volts that leads and the source itself take from a load at the peak. @source [practice] leads are made for 3 % */
const LEADS_TAKE = 0.03;

/** What a load asks of an outlet beside others, A: so many watts draw more of the volts that leads leave. Alone it may have all that is given. */
export function besideOthersA({ source }: Outlet, { supply }: Eater, amps: number, givesA: number): number {
  const isPower = supply.draw.kind === 'power' || supply.draw.kind === 'regulator';
  if (source.kind === 'pack' || !isPower) return amps;
  return Math.max(amps, Math.min(amps * (1 + LEADS_TAKE), givesA));
}

/** What only packs can feed asks of them together, and the most that one of it does; what those packs give, and carry by their plugs. */
function askedOfPacks(
  own: readonly Eater[],
  eaters: readonly Eater[],
  outlets: readonly Outlet[],
): { amps: number; mostA: number; givesA: number; carriesA: number } {
  const feeding = (e: Eater): Outlet[] =>
    outlets.filter((o) => fits(o, e) && ampsOf(o, e, eaters, outlets) <= o.source.maxA);
  const alone = own.map((e) => ({ e, by: feeding(e) })).filter(({ by }) => by.every((o) => o.source.kind === 'pack'));
  const packs = [...new Set(alone.flatMap(({ by }) => by))];
  const sum = (figures: readonly number[]): number => figures.reduce((a, b) => a + b, 0);
  const asks = alone.map(({ e, by }) => (by[0] ? ampsOf(by[0], e, eaters, outlets) : 0));
  return {
    ...{ amps: sum(asks), mostA: Math.max(0, ...asks) },
    givesA: sum(packs.map((o) => o.source.maxA)),
    carriesA: sum(packs.map(outletA)),
  };
}

/** What a supply draws at its peak from an outlet, A: of so many watts most when the outlet is low; a stalled motor takes its amperes. */
export const peakA = ({ supply: { draw } }: Eater, { volts }: Pick<Outlet, 'volts'>): number => mostA(draw, volts);

const FIRSTS = new WeakMap<BenchView['taken'], ReadonlySet<string>>();

/** Supplies, as `part.supply`, of regulators that a pack of this bench can feed. */
function firstsOf(view: Pick<BenchView, 'parts' | 'taken'>): ReadonlySet<string> {
  const { parts, taken } = view;
  let known = FIRSTS.get(taken);
  if (!known) {
    const packs = [
      ...parts.flatMap(({ sheet }) => sheet.sources.filter((s) => s.pack).map(voltsOf)),
      ...stacksOf(view).map((stack) => voltsOf(stackSource(stack))),
    ];
    const suits = ({ volts: [low, high] }: Supply): boolean =>
      packs.some(([flat, full]) => flat >= low && full <= high);
    const firsts = parts.flatMap(({ part, sheet }) =>
      sheet.supplies
        .filter((s) => suits(s) && sheet.sources.some((o) => o.regulator?.fedBy === s.id))
        .map((s) => `${part.id}.${s.id}`),
    );
    FIRSTS.set(taken, (known = new Set(firsts)));
  }
  return known;
}

/** Plugs by which a computer, or a picture, gives volts that are not meant to run anything. */
const LENDS: ReadonlySet<LinkKind> = new Set(['usb', 'hdmi']);

/** A fixed supply beside signals that is there for what hangs on that very plug: a lens on its ribbon; on the ground a modem, a receiver. */
const isOfTheBench = (sheet: Sheet, { plus }: Source): boolean =>
  isSpokenAt(sheet, plus.port) &&
  (staysOnGround(sheet) || !sheet.links.some((l) => LENDS.has(l.kind) && l.pins.data?.port === plus.port));

/** Every outlet on the bench; what a computer gives over USB is no part of a wiring, and packs that stand on one another are one. */
export function outletsOf(view: Pick<BenchView, 'parts' | 'taken'>): Outlet[] {
  const firsts = firstsOf(view);
  const stacks = stacksOf(view);
  const stacked = new Set(stacks.flatMap(({ packs }) => packs.map((p) => p.id)));
  const whole = stacks.map((stack): Outlet => {
    const [lowest, top] = [stack.packs[0]!, stack.packs.at(-1)!];
    const source = stackSource(stack);
    return {
      ...{ id: `${top.id}.${source.id}`, part: top, sheet: stack.sheet, source, volts: voltsOf(source) },
      ...{ fedBy: null, isFirst: false, lowest },
    };
  });
  const single = view.parts.flatMap(({ part, sheet }) =>
    (stacked.has(part.id) ? [] : sheet.sources)
      .filter((s) => s.kind !== 'stolen' || isOfTheBench(sheet, s))
      .map((source) => ({
        id: `${part.id}.${source.id}`,
        part,
        sheet,
        source,
        volts: voltsOf(source),
        fedBy: source.regulator?.fedBy ?? null,
        isFirst: source.regulator !== undefined && firsts.has(`${part.id}.${source.regulator.fedBy}`),
      })),
  );
  return [...single, ...whole];
}

function voltsOf({ regulator, pack, fixedV }: Source): [number, number] {
  if (fixedV !== undefined) return [fixedV, fixedV];
  if (regulator) return [regulator.volts, regulator.volts];
  const cells = pack?.cells ?? 0;
  return [packV(cells, 0, pack?.chemistry), packV(cells, 1, pack?.chemistry)];
}

export function eatersOf(view: Pick<BenchView, 'parts' | 'taken'>): Eater[] {
  const firsts = firstsOf(view);
  return view.parts.flatMap(({ part, sheet }) =>
    sheet.supplies.map((supply) => {
      const id = `${part.id}.${supply.id}`;
      return { id, part, sheet, supply, peakW: peakW(supply), isFirst: firsts.has(id) };
    }),
  );
}

/** Power at the peak, W, at the lowest voltage it takes: the most it can ask. */
function peakW({ draw, volts }: Supply): number {
  if (draw.kind === 'power') return draw.peak;
  if (draw.kind === 'current') return draw.peak * volts[1];
  return draw.kind === 'resistance' && draw.peak > 0 ? volts[1] ** 2 / draw.peak : 0;
}

/** Supplies by which what comes out at the same contact is fed: of a box that takes whichever of two packs lives, both. */
export function twinsOf({ sources }: Sheet, supply: string): string[] {
  const isAt = (a: Source, b: Source): boolean => a.plus.port === b.plus.port && a.plus.pin === b.plus.pin;
  const own = sources.find((s) => s.regulator?.fedBy === supply);
  const fed = sources.flatMap((s) => (own && isAt(own, s) && s.regulator ? [s.regulator.fedBy] : []));
  return [...new Set(fed)];
}

/** Whether an outlet may feed a supply: volts inside the band full and flat, head room for a regulator, no circle. */
export function fits(outlet: Outlet, { part, sheet, supply, isFirst }: Eater): boolean {
  if (outlet.part.id === part.id) return false;
  if (isFirst && outlet.source.regulator && !outlet.isFirst) return false;
  const [low, high] = outlet.volts;
  if (low < supply.volts[0] || high > supply.volts[1]) return false;
  return sheet.sources
    .filter((s) => s.regulator?.fedBy === supply.id)
    .every((s) => {
      const { volts, dropoutV } = s.regulator!;
      const boosts = s.kind === 'boost' || s.kind === 'buck-boost';
      // regulators feed only lower ones, so that no two can feed each other; what raises volts hangs on one that a pack can feed
      if (outlet.source.regulator && outlet.volts[0] <= volts) return boosts && outlet.isFirst && !isFirst;
      return boosts || low >= volts + dropoutV;
    });
}

/**
 * A pack that suits a supply but for the end of its charge: what is sold for so many cells often names a floor that they fall below
 * under load. Better fed, and told so, than left without. @source [practice] 3.7 V a cell for most of a run
 */
export const fitsButFlat = (outlet: Outlet, eater: Eater): boolean => {
  const { pack } = outlet.source;
  const usual = pack && packV(pack.cells, MOST_OF_A_RUN, pack.chemistry);
  return usual !== undefined && usual > outlet.volts[0] && fits({ ...outlet, volts: [usual, outlet.volts[1]] }, eater);
};

/** Smallest distance to an edge of the band over the whole charge, V. */
function marginV(outlet: Outlet, { supply }: Eater): number {
  return Math.min(outlet.volts[0] - supply.volts[0], supply.volts[1] - outlet.volts[1]);
}

/** A margin smaller than this is worth points, V. @source [practice] */
const THIN_V = 0.3;
const HARDLY_V = 0.1;
export function marginPrice(outlet: Outlet, eater: Eater): CostPart {
  const spare = marginV(outlet, eater);
  return {
    why: `${spare.toFixed(2)} V from the edge of its band`,
    points: spare < HARDLY_V - 1e-6 ? COST.hardlyMargin : spare < THIN_V - 1e-6 ? COST.thinMargin : 0,
  };
}

/** Amperes a supply can ask of an outlet, with what a regulator could have to hand on. */
export function ampsOf(outlet: Outlet, eater: Eater, all: readonly Eater[], outlets: readonly Outlet[]): number {
  const own = eater.sheet.sources.filter((s) => s.regulator?.fedBy === eater.supply.id);
  const handedOn = own.reduce((sum, source) => sum + ratedW(eater, source, all, outlets), 0);
  return peakA(eater, outlet) + handedOn / outlet.volts[0];
}

/** The most a regulator takes in: its rating, or all that it could be asked for. */
function ratedW(eater: Eater, source: Source, all: readonly Eater[], outlets: readonly Outlet[]): number {
  const outlet = outlets.find((o) => o.part.id === eater.part.id && o.source.id === source.id);
  const { volts, efficiency } = source.regulator!;
  const asked = outlet ? all.filter((e) => fits(outlet, e)).reduce((sum, e) => sum + peakA(e, outlet) * volts, 0) : 0;
  return Math.min(volts * source.maxA, asked) / efficiency;
}

/** Amps into a regulator at its outlet's volts for so many out of it, from an outlet at its lowest. */
export function inputA({ source }: Outlet, { volts: [lowV] }: Outlet, amps: number): number {
  const { volts, efficiency } = source.regulator!;
  return source.kind === 'linear' ? amps : (amps * volts) / efficiency / lowV;
}

/**
 * What feeds this supply comes out again beside the signals of a receiver, a box or a controller, for what hangs on them; of other parts only what suits their
 * whole band may hang there. @source [practice] motors live on the receiver's pins
 */
export const isRail = ({ sheet, supply: { plus } }: Eater): boolean =>
  (hearsAir(sheet) || tellsOn(sheet)) &&
  (tieAt(sheet, plus) ?? []).some((at) => at.port !== plus.port && isBeside(sheet, at.port));

/** Signals of this plug are for what hangs there; of a controller only pulses, the motors and servos it moves. */
const isBeside = (sheet: Sheet, port: string): boolean =>
  flies(sheet)
    ? sheet.links.some((l) => l.kind === 'pulse' && l.way === 'talk' && l.pins.data?.port === port)
    : portOf(sheet, port).pins.some((pin) => pin.line === 'signal');

/** One and the same, or joined inside the part. */
export const isOnePin = (sheet: Sheet, a: PinAt, b: PinAt): boolean => {
  const is = (x: PinAt, y: PinAt): boolean => x.port === y.port && x.pin === y.pin;
  return is(a, b) || tieAt(sheet, a)?.some((at) => is(at, b)) === true;
};

/** The pin of a plug by which a supply of the part is fed as well as by its own. */
export const supplyAt = (sheet: Sheet, plus: PinAt, port: string): PinAt | undefined =>
  [plus, ...(tieAt(sheet, plus) ?? [])].find((at) => at.port === port);

/** Mode on which whatever feeds a rail, and what hangs on it, must agree: its volts, and how much it gives. */
export const railKey = ({ id }: Eater): string => `rail ${id}`;
export const railGiven = ({ volts, source }: Outlet): string => `${volts.join('–')} ${source.maxA}`;
