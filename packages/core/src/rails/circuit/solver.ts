import type { PortLaw } from './elements/index.js';
import type { PreparedCircuit } from './prepare.js';

/** What a capacitor is for the length of one step: a conductance and what it pushes by itself. By element. */
export interface Companion {
  siemens: Float64Array;
  pushA: Float64Array;
}

/** Where the solve begins: everything running, everything still off, or as it stands. */
export type Begin = 'running' | 'cold' | 'as it stands';

/** A round that moves everything by less leaves an error of about its square. */
const CLOSE_V = 1e-6;
const NEWTON_ROUNDS = 40;
/** So often every state that is wrong changes at once; a few more times one after another. */
const CHANGES_TOGETHER = 12;
const CHANGES = 60;

/**
 * Where the states go in a ring, the way to rest is walked: with some charge on every node the volts can only go where currents take
 * them, and no longer to a point that they would run away from. F, s; a little bleeds away, so that an idle output empties.
 */
const WALK = { farad: 1e-4, firstS: 1e-6, lastS: 1000, longer: 1.25, steps: 500, bleedS: 1e-5 } as const;

const ONE_STATE: ReadonlySet<string> = new Set(['resistance', 'switch', 'pack', 'capacitor']);

/**
 * Volts and states of one circuit, solved in place. Newton with the elements' own derivatives while their states stand still, then
 * the states are asked again, until none changes. Nothing is allocated by a solve.
 */
export class CircuitSolver {
  /** Volts by row. */
  readonly x: Float64Array;
  readonly states: Int32Array;
  /** What drives each element, see `ElementKind.law`. */
  readonly drive: Float64Array;
  /** Newton rounds and state changes of the last solve. */
  rounds = 0;
  changes = 0;
  private readonly rhs: Float64Array;
  private readonly baseRhs: Float64Array;
  private readonly baseValues: Float64Array;
  private readonly stateful: Int32Array;
  private readonly giving: Int32Array;
  private readonly taking: Int32Array;
  private readonly straight: Int32Array;
  private readonly bent: Int32Array;
  /** Highest volts that a source holds on the piece of each port: where a running solve looks first. */
  private readonly guessV: Float64Array;
  private readonly running: Int32Array;
  private readonly cold: Int32Array;
  private readonly highest: Float64Array;
  private readonly sources: Int32Array;
  private isFresh = false;
  /** Siemens by which every node is held to its volts of before. */
  private heldS = 0;
  private readonly before: Float64Array;
  private readonly statesBefore: Int32Array;
  private readonly diagonal: Int32Array;
  private readonly law: PortLaw = { amps: new Float64Array(2), siemens: new Float64Array(4) };

  constructor(readonly prepared: PreparedCircuit) {
    const { lu, circuit, kinds, live } = prepared;
    this.x = new Float64Array(lu.n);
    this.rhs = new Float64Array(lu.n);
    this.baseRhs = new Float64Array(lu.n);
    this.baseValues = new Float64Array(lu.values.length);
    this.before = new Float64Array(lu.n);
    this.diagonal = Int32Array.from({ length: lu.n }, (_, row) => lu.slotOf(row, row));
    this.states = new Int32Array(circuit.elements.length);
    this.statesBefore = new Int32Array(circuit.elements.length);
    this.drive = Float64Array.from(circuit.elements, (e, i) => kinds[i]!.rest(e));
    // what has one state only is never asked for it
    this.stateful = live.filter((e) => !ONE_STATE.has(circuit.elements[e]!.kind));
    this.giving = this.stateful.filter((e) => kinds[e]!.gives);
    this.taking = this.stateful.filter((e) => !kinds[e]!.gives);
    this.straight = live.filter((e) => kinds[e]!.straight);
    this.bent = live.filter((e) => !kinds[e]!.straight);
    this.guessV = new Float64Array(2 * circuit.elements.length);
    this.running = Int32Array.from(circuit.elements, (e, i) => kinds[i]!.running(e));
    this.cold = Int32Array.from(circuit.elements, (e, i) => kinds[i]!.cold(e));
    this.highest = new Float64Array(circuit.nodes + 1);
    this.sources = live.filter(
      (e) => circuit.elements[e]!.kind === 'pack' || circuit.elements[e]!.kind === 'converter',
    );
    this.begin('running');
  }

  /** Puts every state and all volts to where a solve begins. */
  begin(from: Exclude<Begin, 'as it stands'>): void {
    this.x.fill(0);
    this.isFresh = from === 'running';
    if (this.isFresh) this.guess();
    this.states.set(from === 'cold' ? this.cold : this.running);
  }

  /** From the highest volts down a power is met at the higher of the two points where it can be. */
  private guess(): void {
    const { portPiece } = this.prepared;
    const { highest, sources } = this;
    highest.fill(0);
    for (const e of sources) {
      const at = portPiece[2 * e]!;
      highest[at] = Math.max(highest[at]!, this.drive[e]!);
    }
    for (let port = 0; port < portPiece.length; port++) this.guessV[port] = highest[portPiece[port]!]!;
  }

  /** Solves; false when volts or states did not come to rest. */
  solve(from: Begin = 'as it stands', companion?: Companion): boolean {
    if (from !== 'as it stands') this.begin(from);
    this.rounds = this.changes = 0;
    return this.settle(from === 'cold', companion) || (companion === undefined && this.walk(from));
  }

  private settle(givesFirst: boolean, companion?: Companion): boolean {
    let isClose = this.newton(companion);
    for (let change = 1; change <= CHANGES; change++) {
      if (!this.changeStates(givesFirst, change > CHANGES_TOGETHER)) return isClose;
      this.changes++;
      isClose = this.newton(companion);
    }
    return false;
  }

  private walk(from: Begin): boolean {
    this.begin(from === 'cold' ? 'cold' : 'running');
    // sources as they would stand with nothing wrong, or nothing yet
    if (from !== 'cold') this.newton(undefined);
    return this.walkOn();
  }

  /** Walks to rest from the volts that stand, for a step of time that has no rest near by: a source pulled past what it can give. */
  walkOn(companion?: Companion): boolean {
    let stepS: number = WALK.firstS;
    for (let step = 0; step < WALK.steps && stepS < WALK.lastS; step++) {
      this.before.set(this.x);
      this.statesBefore.set(this.states);
      this.heldS = WALK.farad / stepS;
      if (this.settle(false, companion)) stepS *= WALK.longer;
      else {
        this.x.set(this.before);
        this.states.set(this.statesBefore);
        stepS /= 8;
      }
    }
    this.heldS = 0;
    return this.settle(false, companion);
  }

  /** Volts across a port of an element. */
  across(e: number, port = 0): number {
    const { ends } = this.prepared;
    const plus = ends[4 * e + 2 * port]!;
    const minus = ends[4 * e + 2 * port + 1]!;
    return (plus < 0 ? 0 : this.x[plus]!) - (minus < 0 ? 0 : this.x[minus]!);
  }

  /** Amps into the plus of an element's port, at the volts that stand. */
  ampsInto(e: number, port = 0): number {
    const { circuit, kinds } = this.prepared;
    this.law.amps[1] = 0;
    kinds[e]!.law(circuit.elements[e]!, this.states[e]!, this.drive[e]!, this.across(e), this.across(e, 1), this.law);
    return this.law.amps[port]!;
  }

  /** Volts of each node against the zero of its piece of copper. */
  nodeVolts(): Float64Array {
    return Float64Array.from(this.prepared.row, (row) => (row < 0 ? 0 : this.x[row]!));
  }

  private newton(companion: Companion | undefined): boolean {
    const { lu } = this.prepared;
    const { x, rhs } = this;
    this.baseValues.fill(0);
    this.baseRhs.fill(0);
    for (const e of this.straight) this.stamp(e, this.baseValues, this.baseRhs, companion);
    if (this.heldS > 0) this.hold();
    for (let round = 1; round <= NEWTON_ROUNDS; round++) {
      lu.values.set(this.baseValues);
      rhs.set(this.baseRhs);
      for (const e of this.bent) this.stamp(e, lu.values, rhs, undefined);
      this.isFresh = false;
      if (!lu.factor()) return false;
      lu.solve(rhs);
      this.rounds++;
      let most = 0;
      for (let i = 0; i < x.length; i++) {
        const moved = Math.abs(rhs[i]! - x[i]!);
        if (!(moved <= most)) most = moved;
        x[i] = rhs[i]!;
      }
      if (most < CLOSE_V || (!this.bent.length && round > 1)) return true;
      if (Number.isNaN(most)) return false;
    }
    return false;
  }

  private hold(): void {
    this.diagonal.forEach((slot, row) => {
      this.baseValues[slot]! += this.heldS + WALK.bleedS;
      this.baseRhs[row]! += this.heldS * this.before[row]!;
    });
  }

  /** Puts an element into the matrix and the right side, linear about the volts that stand. */
  private stamp(e: number, values: Float64Array, rhs: Float64Array, companion: Companion | undefined): void {
    const { circuit, kinds, ends, slots } = this.prepared;
    const element = circuit.elements[e]!;
    const { amps, siemens } = this.law;
    const isTwo = element.kind === 'converter';
    const v0 = this.isFresh ? this.guessV[2 * e]! : this.across(e, 0);
    const v1 = !isTwo ? 0 : this.isFresh ? this.guessV[2 * e + 1]! : this.across(e, 1);
    if (companion && element.kind === 'capacitor') {
      siemens[0] = companion.siemens[e]!;
      amps[0] = siemens[0] * v0 - companion.pushA[e]!;
    } else kinds[e]!.law(element, this.states[e]!, this.drive[e]!, v0, v1, this.law);
    this.put(values, slots, 16 * e, siemens[0]!);
    let push = siemens[0]! * v0 - amps[0]!;
    if (isTwo) {
      this.put(values, slots, 16 * e + 4, siemens[1]!);
      this.put(values, slots, 16 * e + 8, siemens[2]!);
      this.put(values, slots, 16 * e + 12, siemens[3]!);
      push += siemens[1]! * v1;
      this.push(rhs, ends[4 * e + 2]!, ends[4 * e + 3]!, siemens[2]! * v0 + siemens[3]! * v1 - amps[1]!);
    }
    this.push(rhs, ends[4 * e]!, ends[4 * e + 1]!, push);
  }

  private put(values: Float64Array, slots: Int32Array, at: number, siemens: number): void {
    values[slots[at]!]! += siemens;
    values[slots[at + 1]!]! -= siemens;
    values[slots[at + 2]!]! -= siemens;
    values[slots[at + 3]!]! += siemens;
  }

  private push(rhs: Float64Array, plus: number, minus: number, amps: number): void {
    if (plus >= 0) rhs[plus]! += amps;
    if (minus >= 0) rhs[minus]! -= amps;
  }

  /** Puts states to what the volts ask for; what gives first when told so. True when any changed. */
  private changeStates(givesFirst: boolean, oneByOne: boolean): boolean {
    if (!givesFirst) return this.changeOf(this.stateful, oneByOne);
    return this.changeOf(this.giving, oneByOne) || this.changeOf(this.taking, oneByOne);
  }

  private changeOf(list: Int32Array, oneByOne: boolean): boolean {
    const { circuit, kinds } = this.prepared;
    let changed = false;
    for (const e of list) {
      const element = circuit.elements[e]!;
      const v1 = element.kind === 'converter' ? this.across(e, 1) : 0;
      const next = kinds[e]!.stateAt(element, this.states[e]!, this.drive[e]!, this.across(e), v1);
      if (next === this.states[e]) continue;
      this.states[e] = next;
      changed = true;
      if (oneByOne) return true;
    }
    return changed;
  }
}
