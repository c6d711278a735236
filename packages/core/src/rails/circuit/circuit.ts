/** Two nodes of a circuit between which something stands. */
export interface Pair {
  /** Node at the end that is counted as higher. */
  plus: number;
  /** Node at the other. */
  minus: number;
}

/** A resistance: wire, contact, closed fuse, resistor. Ω, above 0. */
export type Resistance = Pair & { kind: 'resistance'; ohm: number };

/** A switch that is thrown while the circuit lives; what it drives is 1 for closed, 0 for open. Ω when closed. */
export type Switch = Pair & { kind: 'switch'; ohm: number };

/** A pack or anything else that holds a voltage behind a resistance, V and Ω. It takes current as well as it gives it. */
export type Pack = Pair & { kind: 'pack'; emfV: number; ohm: number };

/** Lets current from plus to minus once `dropV` stands across it; `ohm` is what it adds while it conducts. */
export type Diode = Pair & { kind: 'diode'; dropV: number; ohm: number };

/**
 * What eats: a power (W), a current (A) or a resistance (Ω). Below `floorV` it is browned out and draws like a resistor that meets
 * its draw at the floor, so that a starved part takes little instead of everything; turned round it takes nothing.
 */
export type Load = Pair & { kind: 'load'; draw: 'power' | 'current' | 'resistance'; amount: number; floorV: number };

/** What a regulator does when more is asked than it gives. */
export interface CurrentLimit {
  /** Holds the current; lowers it with its volts; tries again and again; stays off until its input is taken away. */
  kind: 'constant' | 'fold-back' | 'hiccup' | 'latched';
  /** Most it gives, A. */
  amps: number;
  /** Share of `amps` that is left into a short, for fold-back, 0…1. */
  shortShare?: number;
  /** How long it holds its limit before it switches off, ms: hiccup and latched. */
  tripMs?: number;
  /** How long a hiccup stays off, ms. */
  offMs?: number;
}

/**
 * A regulator: `plus`/`minus` is its output behind `ohm`, `input` what it is fed by. A buck or linear one holds `setV` down to
 * `dropoutV` above it; one that boosts holds it down to `floorV` at its input and gives less in proportion under that.
 */
export type Converter = Pair & {
  kind: 'converter';
  input: Pair;
  setV: number;
  ohm: number;
  dropoutV: number;
  boosts: boolean;
  /** Passes its output's current on to its input instead of its power. */
  linear: boolean;
  /** Share of the input's power that comes out, 0…1; of no use to a linear one. */
  efficiency: number;
  /** The same at some output currents, A, in rising order; straight between them, level beyond. */
  efficiencyAt?: readonly (readonly [amps: number, efficiency: number])[];
  quiescentA: number;
  /** Least volts of its input; under that its own draw falls in proportion, and a boost's output with it. */
  floorV: number;
  limit: CurrentLimit | null;
  /** How long its output climbs after it is switched on, ms. */
  startMs: number;
};

/** Charge held behind a resistance (its own, or what a soft start puts before it); open for a circuit at rest. F and Ω. */
export type Capacitor = Pair & { kind: 'capacitor'; farad: number; ohm: number };

/** Anything that stands between nodes. */
export type CircuitElement = Resistance | Switch | Pack | Diode | Load | Converter | Capacitor;

/** Elements between numbered nodes. No node is ground: every piece of copper that hangs together is measured from its own source. */
export interface Circuit {
  /** Number of nodes, from 0. */
  nodes: number;
  elements: readonly CircuitElement[];
}
