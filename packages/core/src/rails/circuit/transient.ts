import type { Circuit, CircuitElement, CurrentLimit } from './circuit.js';
import { OUTPUT, outputOf, restartedState, trippedState } from './elements/index.js';
import { ChargeHistory } from './history.js';
import { prepareCircuit, type PreparedCircuit } from './prepare.js';
import { CircuitSolver } from './solver.js';

/** Something that is done to a circuit at a time: an element is driven otherwise from then on, see `ElementKind.rest`. */
export interface Deed {
  /** From the beginning, s. */
  atS: number;
  /** Which element. */
  element: number;
  /** Emf of a pack, set volts of a regulator, share of a load's draw, 1 or 0 for a switch. */
  drive: number;
}

/** A load that switches itself off when its volts fall, and on again when they are back. V, s. */
export interface Life {
  /** Element of the load. */
  element: number;
  /** Below this it resets. */
  offV: number;
  /** From this it runs. */
  onV: number;
  /** At least so long it stays off. */
  leastOffS: number;
}

/** Something that happened by itself. */
export interface Happening {
  /** From the beginning, s. */
  atS: number;
  /** To which element. */
  element: number;
  /** A load resets or wakes; a regulator trips or tries again. */
  what: 'resets' | 'wakes' | 'trips' | 'retries';
}

/** The same over and over: counted, not computed again. */
export interface Cycle {
  /** Which element comes round. */
  element: number;
  /** Since when, s. */
  fromS: number;
  /** How long one round takes, s. */
  periodS: number;
  /** How many periods went by without being computed. */
  skipped: number;
}

/** What is run: a circuit from nothing charged, what is done to it, how long. */
export interface TransientAsk {
  /** What is run. */
  circuit: Circuit;
  /** What drives each element at the beginning; its own figure where nothing is said. */
  drive?: (element: number) => number | undefined;
  /** What is done to it. */
  deeds: readonly Deed[];
  /** Loads that switch themselves; every other draws as it is driven. */
  lives?: readonly Life[];
  /** How long, s. */
  endS: number;
  /** Elements whose volts are kept over time. */
  watch: readonly number[];
}

/** A circuit over time. */
export interface TransientRun {
  /** Ends of the steps, s. */
  timeS: number[];
  /** Volts of each watched element, in the order of `watch`, and amps out of each pack by element. */
  volts: number[][];
  packA: { element: number; amps: number[] }[];
  /** What switched itself, in order; of a cycle its first rounds. */
  happenings: Happening[];
  /** What goes on for ever. */
  cycles: Cycle[];
  /** Steps that were computed, and how many were done again. */
  steps: number;
  /** Of these done anew, shorter. */
  again: number;
  /** Every step came to rest. */
  converged: boolean;
}

const FIRST_S = 1e-6;
const LEAST_S = 1e-8;
const LONGEST_S = 60;
/** Tried one after the other where no short step comes to rest. */
const LEAPS_S = [1e-7, 1e-6, 3e-6, 1e-5, 3e-5, 1e-4];
/** A crossing is met to within this, s. */
const NEAR_S = 2e-6;
/** A run that needs more steps is cut off, and says so: what switches without end or any order would take for ever. */
const MOST_STEPS = 100_000;
/** A run that came to no rest so often is cut off as well: each time costs as much as a hundred steps. */
const MOST_GIVEN_UP = 100;
/** Periods that agree so well repeat. */
const SAME = 1e-3;
/** A regulator with less at its input is asleep, V. */
export const FED_V = 0.5;
const DEFAULT_TRIP_MS = 1;
const DEFAULT_OFF_MS = 50;

/**
 * A circuit over time, on the same elements as at rest. Inductance is left out: what rings in a lead is not shown. Steps are as long
 * as the error at the capacitors allows; what switches itself (a browned-out load, a limit that trips) is met in time.
 */
export const runTogether = (ask: TransientAsk): TransientRun => new Transient(ask).run();

/** A regulator in time: when it was switched on, how long it has been at its limit, when it tries again. */
interface Starter {
  element: number;
  setV: number;
  startS: number;
  limit: CurrentLimit | null;
  sinceS: number;
  isFed: boolean;
  limitsSinceS: number;
  retryS: number;
}

interface Living extends Life {
  share: number;
  isOff: boolean;
  sinceS: number;
}

class Transient {
  private readonly prepared: PreparedCircuit;
  private readonly solver: CircuitSolver;
  private readonly charge: ChargeHistory;
  private readonly starters: Starter[];
  private readonly lives: Living[];
  private readonly deeds: Deed[];
  private readonly run_: TransientRun;
  private readonly packs: number[];
  private readonly before: Float64Array;
  private readonly statesBefore: Int32Array;
  private readonly marks = new Map<string, number[]>();
  private nowS = 0;
  private stepS = FIRST_S;
  private isFresh = true;
  private givenUp = 0;

  constructor(private readonly ask: TransientAsk) {
    // what trips holds its limit first: the timers here switch it off
    const circuit: Circuit = { ...ask.circuit, elements: ask.circuit.elements.map(holding) };
    this.prepared = prepareCircuit(circuit);
    this.solver = new CircuitSolver(this.prepared);
    this.charge = new ChargeHistory(this.prepared);
    this.before = new Float64Array(this.solver.x.length);
    this.statesBefore = new Int32Array(circuit.elements.length);
    this.starters = ask.circuit.elements.flatMap((e, element) =>
      e.kind === 'converter'
        ? [
            {
              element,
              setV: e.setV,
              startS: e.startMs / 1000,
              limit: e.limit,
              sinceS: 0,
              isFed: false,
              limitsSinceS: NaN,
              retryS: NaN,
            },
          ]
        : [],
    );
    this.lives = (ask.lives ?? []).map((life) => ({ ...life, share: 1, isOff: true, sinceS: -Infinity }));
    this.deeds = [...ask.deeds].sort((a, b) => a.atS - b.atS);
    this.packs = circuit.elements.flatMap((e, i) => (e.kind === 'pack' ? [i] : []));
    this.run_ = {
      timeS: [],
      volts: ask.watch.map(() => []),
      packA: this.packs.map((element) => ({ element, amps: [] })),
      ...{ happenings: [], cycles: [], steps: 0, again: 0, converged: true },
    };
    circuit.elements.forEach((_, e) => {
      const drive = ask.drive?.(e);
      if (drive !== undefined) this.drive(e, drive);
    });
    for (const life of this.lives) this.solver.drive[life.element] = 0;
    this.solver.begin('cold');
  }

  run(): TransientRun {
    while (this.nowS < this.ask.endS - LEAST_S && this.run_.steps < MOST_STEPS && this.givenUp < MOST_GIVEN_UP) {
      this.doDeeds();
      const endS = Math.min(this.ask.endS, this.deeds[0]?.atS ?? Infinity);
      this.stepTo(endS);
    }
    return this.run_;
  }

  private doDeeds(): void {
    while (this.deeds[0] && this.deeds[0].atS <= this.nowS + LEAST_S) {
      const { element, drive } = this.deeds.shift()!;
      this.drive(element, drive);
      this.marks.clear();
      this.switched();
    }
  }

  /** Drives an element otherwise: a load by its share, a regulator by being switched on, everything else as it is. */
  private drive(element: number, to: number): void {
    const life = this.lives?.find((l) => l.element === element);
    const starter = this.starters.find((s) => s.element === element);
    if (life) life.share = to;
    if (life?.isOff) return;
    if (starter) {
      starter.setV = to;
      starter.sinceS = this.nowS;
      this.solver.states[element] = restartedState(this.solver.states[element]!);
    }
    this.solver.drive[element] = to;
  }

  private switched(): void {
    this.charge.forget();
    this.stepS = FIRST_S;
    this.isFresh = true;
  }

  /** One step, at most to `endS`, done again shorter until it is right. */
  private stepTo(endS: number): void {
    let stepS = Math.min(this.stepS, LONGEST_S, endS - this.nowS, this.toCorner());
    this.before.set(this.solver.x);
    this.statesBefore.set(this.solver.states);
    for (;;) {
      const closed = this.tryStep(stepS);
      const error = closed ? this.charge.weigh(stepS, (e) => this.solver.across(e)) : 64;
      const crossS = closed ? this.crossing(stepS) : stepS;
      const isShort = stepS <= LEAST_S * 2;
      if ((error > 1 && !isShort && !(this.isFresh && stepS <= FIRST_S)) || (crossS < stepS - NEAR_S && !isShort)) {
        this.run_.again++;
        this.solver.x.set(this.before);
        this.solver.states.set(this.statesBefore);
        stepS = Math.max(LEAST_S, error > 1 ? stepS * clampShare(error, 0.1, 0.6) : crossS + NEAR_S / 2);
        continue;
      }
      if (closed || this.walked()) this.take(stepS, error);
      else this.leap(endS);
      return;
    }
  }

  /**
   * No step however short comes to rest, as on the very edge between two states of a regulator: a longer one is over the edge.
   * Where none is either, the volts stay, time goes on, and the run says so.
   */
  private leap(endS: number): void {
    const leftS = Math.min(endS - this.nowS, this.toCorner());
    for (const wantedS of LEAPS_S) {
      const stepS = Math.min(wantedS, leftS);
      this.solver.x.set(this.before);
      this.solver.states.set(this.statesBefore);
      if (this.tryStep(stepS)) return this.take(stepS, 1);
    }
    this.giveUp();
    this.take(Math.min(FIRST_S, leftS), 1);
  }

  /** A source pulled past what it can give falls at once, far from where it stood. */
  private walked(): boolean {
    this.solver.x.set(this.before);
    this.solver.states.set(this.statesBefore);
    return this.solver.walkOn(this.charge.companion);
  }

  /** Even the shortest step came to no rest: the volts stay, and the run says so. */
  private giveUp(): void {
    this.givenUp++;
    this.run_.converged = false;
    this.solver.x.set(this.before);
    this.solver.states.set(this.statesBefore);
    this.charge.stay();
  }

  private tryStep(stepS: number): boolean {
    for (const s of this.starters) this.solver.drive[s.element] = this.climbed(s, this.nowS + stepS);
    this.charge.layOut(stepS);
    return this.solver.solve('as it stands', this.charge.companion);
  }

  private take(stepS: number, error: number): void {
    this.charge.take(stepS);
    this.nowS += stepS;
    this.run_.steps++;
    this.isFresh = false;
    this.stepS = Math.max(LEAST_S, stepS * (error > 0 ? clampShare(error, 0.5, 2) : 2));
    this.keep();
    this.liveOn();
    this.limitsOn();
  }

  /** What the output of a regulator climbs to by a time; 0 while it is off. */
  private climbed({ setV, sinceS, startS, retryS, isFed }: Starter, atS: number): number {
    if (!Number.isNaN(retryS) || !isFed) return 0;
    return setV * Math.min(1, Math.max(0, (atS - sinceS) / Math.max(startS, 1e-9)));
  }

  /** Time to the next thing that a regulator's clock brings: the end of a climb, a trip, a retry; and to the waking of a load. */
  private toCorner(): number {
    let nextS = Infinity;
    const at = (atS: number): void => {
      if (atS > this.nowS + LEAST_S) nextS = Math.min(nextS, atS - this.nowS);
    };
    for (const s of this.starters) {
      at(s.sinceS + s.startS);
      at(s.retryS);
      at(s.limitsSinceS + tripS(s));
    }
    for (const l of this.lives) if (l.isOff && l.sinceS > -Infinity) at(l.sinceS + l.leastOffS);
    return nextS;
  }

  /** When in the step that was just solved a load first crossed its edge, s from the step's beginning; its length where none did. */
  private crossing(stepS: number): number {
    let firstS = stepS;
    // a limit is met in the middle between not yet and already
    if (stepS > NEAR_S && this.starters.some((s) => trips(s.limit) && this.meetsLimit(s.element))) firstS = stepS / 2;
    for (const l of this.lives) {
      const edgeV = l.isOff ? l.onV : l.offV;
      const was = this.acrossBefore(l.element);
      const is = this.solver.across(l.element);
      const crossed = l.isOff
        ? was < edgeV && is >= edgeV && this.nowS + stepS >= l.sinceS + l.leastOffS
        : was >= edgeV && is < edgeV;
      if (crossed) firstS = Math.min(firstS, (stepS * (edgeV - was)) / (is - was));
    }
    return firstS;
  }

  private meetsLimit(e: number): boolean {
    return outputOf(this.solver.states[e]!) === OUTPUT.limits && outputOf(this.statesBefore[e]!) !== OUTPUT.limits;
  }

  private acrossBefore(e: number): number {
    const { ends } = this.prepared;
    const at = (row: number): number => (row < 0 ? 0 : this.before[row]!);
    return at(ends[4 * e]!) - at(ends[4 * e + 1]!);
  }

  /** Loads whose volts fell reset; those whose volts are back wake. */
  private liveOn(): void {
    for (const l of this.lives) {
      const volts = this.solver.across(l.element);
      if (!l.isOff && volts < l.offV) this.turn(l, true);
      else if (l.isOff && volts >= l.onV && this.nowS >= l.sinceS + l.leastOffS - LEAST_S) this.turn(l, false);
    }
  }

  private turn(l: Living, isOff: boolean): void {
    l.isOff = isOff;
    l.sinceS = this.nowS;
    this.solver.drive[l.element] = isOff ? 0 : l.share;
    this.happens(l.element, isOff ? 'resets' : 'wakes');
    this.switched();
  }

  /** Regulators that have been at their limit for long enough switch off; those that were off for long enough try again. */
  private limitsOn(): void {
    for (const s of this.starters) {
      this.feed(s);
      const state = this.solver.states[s.element]!;
      if (this.nowS >= s.retryS - LEAST_S) {
        s.retryS = NaN;
        s.sinceS = this.nowS;
        this.solver.states[s.element] = restartedState(state);
        this.happens(s.element, 'retries');
        this.switched();
      } else if (!trips(s.limit) || outputOf(state) !== OUTPUT.limits) s.limitsSinceS = NaN;
      else if (Number.isNaN(s.limitsSinceS)) s.limitsSinceS = this.nowS;
      else if (this.nowS >= s.limitsSinceS + tripS(s) - LEAST_S) {
        s.limitsSinceS = NaN;
        s.retryS = s.limit!.kind === 'hiccup' ? this.nowS + (s.limit!.offMs ?? DEFAULT_OFF_MS) / 1000 : Infinity;
        this.solver.states[s.element] = trippedState(state);
        this.happens(s.element, 'trips');
        this.switched();
      }
    }
  }

  /** A regulator climbs anew when something comes to its input. */
  private feed(s: Starter): void {
    const isFed = this.solver.across(s.element, 1) > FED_V;
    if (isFed === s.isFed) return;
    s.isFed = isFed;
    if (!isFed) return;
    s.sinceS = this.nowS;
    this.switched();
  }

  private happens(element: number, what: Happening['what']): void {
    this.run_.happenings.push({ atS: this.nowS, element, what });
    const key = `${element} ${what}`;
    const marks = [...(this.marks.get(key) ?? []), this.nowS].slice(-4);
    this.marks.set(key, marks);
    if (marks.length === 4 && (what === 'resets' || what === 'trips')) this.skip(element, marks);
  }

  /** Three periods that agree: what would come until the next deed is counted. */
  private skip(element: number, marks: readonly number[]): void {
    const periods = marks.slice(1).map((m, i) => m - marks[i]!);
    const periodS = periods.reduce((a, b) => a + b, 0) / periods.length;
    if (periods.some((p) => Math.abs(p - periodS) > SAME * periodS)) return;
    const leftS = Math.min(this.ask.endS, this.deeds[0]?.atS ?? Infinity) - this.nowS;
    const skipped = Math.max(0, Math.floor(leftS / periodS) - 1);
    this.run_.cycles.push({ element, fromS: marks[0]!, periodS, skipped });
    this.marks.clear();
    const byS = skipped * periodS;
    this.nowS += byS;
    for (const s of this.starters) {
      s.sinceS += byS;
      s.limitsSinceS += byS;
      s.retryS += byS;
    }
    for (const l of this.lives) l.sinceS += byS;
  }

  private keep(): void {
    const { timeS, volts, packA } = this.run_;
    timeS.push(this.nowS);
    this.ask.watch.forEach((e, i) => volts[i]!.push(this.solver.across(e)));
    packA.forEach(({ element, amps }) => amps.push(-this.solver.ampsInto(element)));
  }
}

/** The next step's share of this one for the error it made, within bounds. */
const clampShare = (error: number, least: number, most: number): number =>
  Math.min(most, Math.max(least, 0.8 / Math.cbrt(error)));

const trips = (limit: CurrentLimit | null): boolean => limit?.kind === 'hiccup' || limit?.kind === 'latched';
const tripS = ({ limit }: Starter): number => (limit?.tripMs ?? DEFAULT_TRIP_MS) / 1000;

function holding(element: CircuitElement): CircuitElement {
  if (element.kind !== 'converter' || !element.limit || !trips(element.limit)) return element;
  return { ...element, limit: { ...element.limit, kind: 'constant' } };
}
