import type { PreparedCircuit } from './prepare.js';
import { CircuitSolver, type Begin } from './solver.js';

/** A circuit at rest. */
export interface OperatingPoint {
  /** Volts across each element, of a converter its output. */
  volts: Float64Array;
  /** Amps into the plus of each element, so out of a source below 0. */
  amps: Float64Array;
  /** Volts and amps at the input of each converter; 0 for others. */
  inputV: Float64Array;
  inputA: Float64Array;
  /** Volts of each node against the zero of its piece of copper. */
  nodeV: Float64Array;
  /** State of each element, as its kind numbers them. */
  states: Int32Array;
  /** Volts and states came to rest. */
  converged: boolean;
  /** Newton rounds that were needed. */
  rounds: number;
  /** How often states changed on the way. */
  changes: number;
}

const SOLVERS = new WeakMap<PreparedCircuit, CircuitSolver>();

/** The solver of a circuit, kept with it: solves follow each other warm. */
export function solverOf(prepared: PreparedCircuit): CircuitSolver {
  let solver = SOLVERS.get(prepared);
  if (!solver) SOLVERS.set(prepared, (solver = new CircuitSolver(prepared)));
  return solver;
}

/**
 * Where a circuit comes to rest. It may rest at two points where a limit meets a draw that grows as its volts fall: `from` says
 * whether everything was running before or is switched on together.
 * @param drive what drives each element, instead of its own figure: see `ElementKind.rest`
 */
export function operatingPoint(prepared: PreparedCircuit, drive?: Drive, from: Begin = 'running'): OperatingPoint {
  const solver = solverOf(prepared);
  const { circuit, kinds } = prepared;
  circuit.elements.forEach((e, i) => (solver.drive[i] = drive?.(i) ?? kinds[i]!.rest(e)));
  const converged = solver.solve(from);
  const n = circuit.elements.length;
  const point: OperatingPoint = {
    volts: new Float64Array(n),
    amps: new Float64Array(n),
    inputV: new Float64Array(n),
    inputA: new Float64Array(n),
    nodeV: solver.nodeVolts(),
    states: solver.states.slice(),
    converged,
    rounds: solver.rounds,
    changes: solver.changes,
  };
  for (const e of prepared.live) {
    point.volts[e] = solver.across(e);
    point.amps[e] = solver.ampsInto(e);
    if (circuit.elements[e]!.kind !== 'converter') continue;
    point.inputV[e] = solver.across(e, 1);
    point.inputA[e] = solver.ampsInto(e, 1);
  }
  return point;
}

/** What drives an element, or nothing where it is as its own figure says. */
export type Drive = (element: number) => number | undefined;
