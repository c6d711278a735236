import type { CircuitElement, Pair } from '../circuit.js';

/**
 * What an element's ports carry at some volts: `amps[p]` into port p's plus, and how that changes with the volts of each port,
 * `siemens[2p + q]` = dI of p by dV of q. Elements with one port use the first place of each.
 */
export interface PortLaw {
  amps: Float64Array;
  siemens: Float64Array;
}

/** Keeps what nothing holds from floating away, S; far under any draw. */
export const LEAK_S = 1e-9;
/** What an open switch or a blocking diode lets through, S: so much less that what hangs behind it stands at 0 V. */
export const OPEN_S = 1e-13;

/** On the edge of two states both say the same; so near it an element stays as it is. */
export const EDGE_V = 1e-9;

/**
 * How one kind of element behaves. Its state (fed or starved, regulating or limiting, conducting or not) stands still while the
 * volts are solved and is asked again after, so that every solve is of smooth functions.
 */
export interface ElementKind<E extends CircuitElement = CircuitElement> {
  ports(element: E): readonly Pair[];
  /** Its currents are straight lines through its state: stamped once a solve. */
  straight: boolean;
  /** Gives rather than takes: its state changes before that of any load. */
  gives: boolean;
  /** What drives it when nothing else is said: emf, set volts, share of its draw, closed. */
  rest(element: E): number;
  /** State to begin with when all is running; when all begins from nothing. */
  running(element: E): number;
  cold(element: E): number;
  /** @param drive emf of a pack, set volts of a converter, share of a load, closed switch @param v0 @param v1 volts of its ports */
  law(element: E, state: number, drive: number, v0: number, v1: number, into: PortLaw): void;
  /** The state that these volts ask for. */
  stateAt(element: E, state: number, drive: number, v0: number, v1: number): number;
}

/** An element of one port with a single state: a straight conductance and what it pushes by itself. */
export function setStraight(into: PortLaw, siemens: number, v: number, pushA: number): void {
  into.siemens[0] = siemens;
  into.amps[0] = siemens * v - pushA;
}
