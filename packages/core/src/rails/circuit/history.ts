import type { Capacitor } from './circuit.js';
import type { Companion } from './solver.js';
import type { PreparedCircuit } from './prepare.js';

/** Volts that a step may be wrong by at any capacitor. */
const ERROR_V = 2e-4;

/**
 * Charge of every capacitor over the last steps, and what each is for the next one: backward differences of the first order just
 * after something was switched, of the second from then on. Both damp what is faster than the step.
 */
export class ChargeHistory {
  readonly companion: Companion;
  private readonly caps: Int32Array;
  /** Volts inside each capacitor: now, one, two and three steps ago. */
  private past: Float64Array[];
  /** Lengths of the steps that lie behind, the last first, s. */
  private steps: number[] = [];
  private next: Float64Array;

  constructor(private readonly prepared: PreparedCircuit) {
    const n = prepared.circuit.elements.length;
    this.companion = { siemens: new Float64Array(n), pushA: new Float64Array(n) };
    this.caps = prepared.live.filter((e) => prepared.circuit.elements[e]!.kind === 'capacitor');
    this.past = Array.from({ length: 4 }, () => new Float64Array(n));
    this.next = new Float64Array(n);
  }

  /** Something was switched: how the charge moved before says nothing about how it moves now. */
  forget(): void {
    this.steps = [];
  }

  /** What each capacitor is for a step of this length. */
  layOut(stepS: number): void {
    const before = this.steps[0];
    const w = before === undefined ? 0 : stepS / before;
    const a0 = w ? (1 + 2 * w) / ((1 + w) * stepS) : 1 / stepS;
    const a1 = w ? -(1 + w) / stepS : -1 / stepS;
    const a2 = w ? (w * w) / ((1 + w) * stepS) : 0;
    for (const e of this.caps) {
      const { farad, ohm } = this.capacitor(e);
      const stiff = 1 + farad * a0 * ohm;
      this.companion.siemens[e] = (farad * a0) / stiff;
      this.companion.pushA[e] = (-farad * (a1 * this.past[0]![e]! + a2 * this.past[1]![e]!)) / stiff;
    }
  }

  /**
   * Looks at a step that was solved.
   * @param across volts across an element
   * @returns how much of the error that is allowed it makes; above 1 it is to be done again
   */
  weigh(stepS: number, across: (e: number) => number): number {
    let most = 0;
    for (const e of this.caps) {
      const v = across(e);
      const amps = this.companion.siemens[e]! * v - this.companion.pushA[e]!;
      this.next[e] = v - amps * this.capacitor(e).ohm;
      most = Math.max(most, Math.abs(this.errorV(e, stepS)));
    }
    return most / ERROR_V;
  }

  /** The next step changes nothing. */
  stay(): void {
    this.next.set(this.past[0]!);
  }

  /** Takes the step that was weighed. */
  take(stepS: number): void {
    const [now, one, two, three] = this.past as [Float64Array, Float64Array, Float64Array, Float64Array];
    this.past = [this.next, now, one, two];
    this.next = three;
    this.next.set(this.past[0]!);
    this.steps = [stepS, ...this.steps.slice(0, 2)];
  }

  /** From the divided differences of the charge: second order without a past, third with one. */
  private errorV(e: number, h0: number): number {
    const [h1, h2] = this.steps;
    const [v1, v2, v3] = this.past.map((past) => past[e]!) as [number, number, number, number];
    const d01 = (this.next[e]! - v1) / h0;
    if (h1 === undefined) return 0;
    const d12 = (v1 - v2) / h1;
    const second = (d01 - d12) / (h0 + h1);
    // one step after a switch the past is one step of first order: it is judged as such
    if (h2 === undefined) return second * h0 * h0;
    const third = (second - (d12 - (v2 - v3) / h2) / (h1 + h2)) / (h0 + h1 + h2);
    return (third * h0 ** 2 * (h0 + h1) ** 2) / (2 * h0 + h1);
  }

  private capacitor(e: number): Capacitor {
    return this.prepared.circuit.elements[e] as Capacitor;
  }
}
