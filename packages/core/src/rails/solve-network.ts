import { CholeskyDecomposition, LuDecomposition, Matrix } from 'ml-matrix';
import { Joined } from '../units/index.js';
import { heldV, loadAmps, type Element, type Network } from './network.js';

/** A network with its islands found and their resistances solved: any number of solves follow cheaply. */
export interface PreparedNetwork {
  network: Network;
  islands: Island[];
}

interface Island {
  nodes: number[];
  elements: number[];
  /** Volts of each node for one ampere pushed through each element, one row an element. */
  pushedV: Float64Array[];
  /** Volts across element p for one ampere pushed into element q. */
  mutual: Float64Array[];
  /** Regulators that hang on each input, by the input's element. */
  fedFrom: ReadonlyMap<number, readonly number[]>;
}

/** Volts and amps of a network at rest. */
export interface NetworkSolution {
  /** Amperes each element pushes into its plus node and takes from its minus, its own resistance in the matrix. */
  pushed: Float64Array;
  /** Volts across each element, plus to minus. */
  volts: Float64Array;
  /** Amperes out of sources, into loads. */
  amps: Float64Array;
  converged: boolean;
  /** Rounds until nothing moved. */
  rounds: number;
}

/** Keeps nodes that no resistance reaches from making the matrix singular, S. */
const LEAK_S = 1e-9;
/** Plain substitution is tried this long; it meets most rigs in ten rounds. */
const ROUNDS = 40;
const NEWTON_ROUNDS = 80;
const CLOSE_V = 1e-8;

/** Splits the network into islands and solves each once; cost grows with the cube of the largest island. */
export function prepareNetwork(network: Network): PreparedNetwork {
  const live = new Set(network.elements.flatMap((element) => [element.plus, element.minus]));
  const islands = islandsOf(network).filter((nodes) => nodes.some((node) => live.has(node)));
  return { network, islands: islands.map((nodes) => prepareIsland(network, nodes)) };
}

/**
 * Operating point: sources as Norton pairs, loads as currents that follow their own voltage. Successive
 * substitution first; where a starved load makes that swing, damped Newton steps on the same equations.
 * @param packV overrides the EMF of packs, so that a sweep reuses the inverse
 * @param near volts of a solution close by to start from, as in a sweep
 */
export function solveNetwork({ network, islands }: PreparedNetwork, packV?: Emf, near?: Float64Array): NetworkSolution {
  const n = network.elements.length;
  const solution: NetworkSolution = {
    pushed: new Float64Array(n),
    volts: near ? near.slice() : new Float64Array(n),
    amps: new Float64Array(n),
    converged: true,
    rounds: 0,
  };
  for (const island of islands) solveIsland(network, island, packV, solution, near !== undefined);
  return solution;
}

type Emf = (element: number) => number;
type Residual = () => Float64Array;

function solveIsland(
  network: Network,
  island: Island,
  packV: Emf | undefined,
  out: NetworkSolution,
  isNear: boolean,
): void {
  const { elements } = island;
  const sources = elements.filter((e) => isSource(network.elements[e]!));
  if (!sources.length) return;
  const emf: Emf = (e) => emfOf(network, e, out.volts, packV);
  const highest = Math.max(...sources.map((e) => startV(network.elements[e] as SourceElement, e, packV)));
  const start = (loadV: number): void => {
    for (const e of elements) {
      const element = network.elements[e]!;
      out.volts[e] = isSource(element) ? startV(element, e, packV) : loadV;
    }
  };
  if (!isNear) start(highest);
  const residual = residualOf(network, island, out, emf);
  if (!substitute(island, out, residual)) {
    start(highest / 2);
    if (!newton(island, out, residual)) out.converged = false;
  }
  settleAmps(network, island, out, emf);
}

/** How far each element's volts are from what the currents at those volts give. The array is reused. */
function residualOf(network: Network, island: Island, out: NetworkSolution, emf: Emf): Residual {
  const { elements, mutual } = island;
  const n = elements.length;
  const pushed = new Float64Array(n);
  const gap = new Float64Array(n);
  return () => {
    for (let q = 0; q < n; q++) pushed[q] = pushedAmps(network, island, elements[q]!, out, emf);
    for (let p = 0; p < n; p++) {
      const row = mutual[p]!;
      let v = 0;
      for (let q = 0; q < n; q++) v += row[q]! * pushed[q]!;
      gap[p] = v - out.volts[elements[p]!]!;
    }
    return gap;
  };
}

function largest(list: Float64Array): number {
  let most = 0;
  for (const x of list) if (Math.abs(x) > most) most = Math.abs(x);
  return most;
}

function substitute({ elements }: Island, out: NetworkSolution, residual: Residual): boolean {
  for (let round = 0; round < ROUNDS; round++) {
    const gap = residual();
    for (let p = 0; p < elements.length; p++) out.volts[elements[p]!]! += gap[p]!;
    out.rounds = Math.max(out.rounds, round + 1);
    if (largest(gap) < CLOSE_V) return true;
  }
  return false;
}

/** Damped Newton with a Jacobian by differences; steps are halved until the gap shrinks. */
function newton({ elements }: Island, out: NetworkSolution, residual: Residual): boolean {
  const move = (from: Float64Array, step: number[], by: number): void =>
    elements.forEach((e, p) => (out.volts[e] = from[p]! + step[p]! * by));
  for (let round = 0; round < NEWTON_ROUNDS; round++) {
    const gap = residual().slice();
    out.rounds = Math.max(out.rounds, ROUNDS + round + 1);
    if (largest(gap) < CLOSE_V) return true;
    const at = Float64Array.from(elements, (e) => out.volts[e]!);
    const jacobian = new LuDecomposition(jacobianOf(elements, out, residual, gap));
    // no step leads on from here: what is found so far is told as not settled
    if (jacobian.isSingular()) return false;
    const step = jacobian.solve(Matrix.columnVector(Array.from(gap, (x) => -x))).to1DArray();
    let by = 1;
    for (; by > 1e-6; by /= 2) {
      move(at, step, by);
      if (largest(residual()) < largest(gap)) break;
    }
  }
  return largest(residual()) < 1e-6;
}

function jacobianOf(elements: number[], out: NetworkSolution, residual: Residual, gap: Float64Array): Matrix {
  const jacobian = Matrix.zeros(elements.length, elements.length);
  elements.forEach((e, q) => {
    const nudge = 1e-6;
    out.volts[e]! += nudge;
    const moved = residual();
    out.volts[e]! -= nudge;
    for (let p = 0; p < elements.length; p++) jacobian.set(p, q, (moved[p]! - gap[p]!) / nudge);
  });
  return jacobian;
}

/** Element currents from the element volts that were found. */
function settleAmps(network: Network, island: Island, out: NetworkSolution, emf: Emf): void {
  for (const e of island.elements) {
    const element = network.elements[e]!;
    const amps = (out.pushed[e] = pushedAmps(network, island, e, out, emf));
    out.amps[e] = isSource(element) ? (emf(e) - out.volts[e]!) / element.outOhm : -amps;
  }
}

/** Volts of each node against its island's reference (the first source's minus). */
export function nodeVolts({ network, islands }: PreparedNetwork, { pushed }: NetworkSolution): Float64Array {
  const volts = new Float64Array(network.nodes);
  for (const { nodes, elements, pushedV } of islands)
    elements.forEach((e, q) => {
      const amps = pushed[e]!;
      const row = pushedV[q]!;
      if (amps !== 0) for (let i = 0; i < nodes.length; i++) volts[nodes[i]!]! += row[i]! * amps;
    });
  return volts;
}

type SourceElement = Extract<Element, { kind: 'pack' | 'regulator' }>;
const isSource = (element: Element): element is SourceElement =>
  element.kind === 'pack' || element.kind === 'regulator';

function startV(element: SourceElement, e: number, packV?: Emf): number {
  return element.kind === 'pack' ? (packV?.(e) ?? element.emfV) : element.setV;
}

function emfOf(network: Network, e: number, volts: Float64Array, packV?: Emf): number {
  const element = network.elements[e]!;
  if (element.kind === 'pack') return packV?.(e) ?? element.emfV;
  if (element.kind !== 'regulator') return 0;
  return heldV(network, element, volts[element.input]!);
}

/** Amperes an element pushes into its plus node with its source resistance already in the matrix. */
function pushedAmps(network: Network, island: Island, e: number, out: NetworkSolution, emf: Emf): number {
  const element = network.elements[e]!;
  const v = out.volts[e]!;
  if (isSource(element)) return emf(e) / element.outOhm;
  if (element.kind === 'load')
    return element.draw === 'resistance' ? 0 : -loadAmps(element.draw, element.amount, element.floorV, v);
  return -inputAmps(network, island, e, out, emf);
}

function inputAmps(network: Network, { fedFrom }: Island, input: number, out: NetworkSolution, emf: Emf): number {
  const element = network.elements[input]!;
  if (element.kind !== 'input' || out.volts[input]! <= 0) return 0;
  let amps = 0;
  for (const e of fedFrom.get(input) ?? []) {
    const regulator = network.elements[e] as Extract<Element, { kind: 'regulator' }>;
    const outV = out.volts[e]!;
    const outA = Math.max(0, (emf(e) - outV) / regulator.outOhm);
    const through = regulator.linear
      ? outA
      : loadAmps('power', (outV * outA) / regulator.efficiency, element.floorV, out.volts[input]!);
    amps += through + regulator.quiescentA;
  }
  return amps;
}

function prepareIsland(network: Network, nodes: number[]): Island {
  const at = new Map(nodes.map((node, i) => [node, i]));
  const g = Matrix.zeros(nodes.length, nodes.length);
  const copper = new Joined();
  const join = (a: number, b: number, siemens: number): void => {
    const i = at.get(a)!;
    const j = at.get(b)!;
    if (i === j) return;
    copper.join(i, j);
    g.set(i, i, g.get(i, i) + siemens);
    g.set(j, j, g.get(j, j) + siemens);
    g.set(i, j, g.get(i, j) - siemens);
    g.set(j, i, g.get(j, i) - siemens);
  };
  const elements = network.elements.flatMap((element, e) => (at.has(element.plus) ? [e] : []));
  for (const { a, b, ohm } of network.resistors) if (at.has(a)) join(a, b, 1 / ohm);
  for (const e of elements) {
    const element = network.elements[e]!;
    if (isSource(element)) join(element.plus, element.minus, 1 / element.outOhm);
    else if (element.kind === 'load' && element.draw === 'resistance')
      join(element.plus, element.minus, 1 / element.amount);
  }
  const first = elements.map((e) => network.elements[e]!).find(isSource);
  nodes.forEach((_, i) => g.set(i, i, g.get(i, i) + LEAK_S));
  // the reference is tied down hard enough to be zero, softly enough to keep the matrix well scaled
  const reference = at.get(first?.minus ?? nodes[0]!)!;
  g.set(reference, reference, g.get(reference, reference) + 1e3);
  const ends = elements.map((e) => [at.get(network.elements[e]!.plus)!, at.get(network.elements[e]!.minus)!] as const);
  const through = Matrix.zeros(nodes.length, elements.length);
  ends.forEach(([p, m], q) => {
    if (p === m) return;
    through.set(p, q, 1);
    through.set(m, q, -1);
  });
  // conductances are symmetric and tied down: a Cholesky solve of one column an element is all that is ever asked
  const volts = new CholeskyDecomposition(g).solve(through).transpose().to2DArray();
  const pushedV = volts.map((row) => Float64Array.from(row));
  // with one side in the air an element has no volts across it, whatever lies on its other side
  const isOpen = ends.map(([p, m]) => copper.rootOf(p) !== copper.rootOf(m));
  const mutual = ends.map(([p, m], e) => Float64Array.from(pushedV, (row) => (isOpen[e] ? 0 : row[p]! - row[m]!)));
  return { nodes, elements, pushedV, mutual, fedFrom: regulatorsByInput(network) };
}

function regulatorsByInput({ elements }: Network): Map<number, number[]> {
  const byInput = new Map<number, number[]>();
  elements.forEach((element, e) => {
    if (element.kind === 'regulator') byInput.set(element.input, [...(byInput.get(element.input) ?? []), e]);
  });
  return byInput;
}

/** Sets of nodes that resistors, elements or a regulator's two sides hold together. */
function islandsOf(network: Network): number[][] {
  const held = new Joined();
  for (const { a, b } of network.resistors) held.join(a, b);
  for (const element of network.elements) {
    held.join(element.plus, element.minus);
    if (element.kind === 'regulator') held.join(element.plus, network.elements[element.input]!.plus);
  }
  const islands = new Map<number, number[]>();
  for (let i = 0; i < network.nodes; i++) {
    const r = held.rootOf(i);
    const island = islands.get(r);
    if (island) island.push(i);
    else islands.set(r, [i]);
  }
  return [...islands.values()];
}
