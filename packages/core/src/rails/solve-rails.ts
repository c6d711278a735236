import type { Part, Rig } from '../rig/index.js';
import { heldV } from './network.js';
import { packV } from './pack.js';
import { rigNetwork, type RigNetwork, type Terminal } from './rig-network.js';
import { RailsUnsolvable } from './unsolvable.js';
import { nodeVolts, solveNetwork, type NetworkSolution } from './solve-network.js';

/** Volts and amperes at one supply or source of a part. */
export interface RailNode {
  part: string;
  /** Port the terminal sits on. */
  port: string;
  terminal: string;
  kind: 'pack' | 'regulator' | 'load' | 'regulator input';
  volts: number;
  amps: number;
  /** Allowed band of a supply; null for a source. */
  allowed: readonly [number, number] | null;
  /** Distance to the nearer edge of the band, V; negative outside; null for a source. */
  marginV: number | null;
  /** Rated current of a source; null for a supply. */
  maxA: number | null;
  /** A regulator below its head room. */
  inDropout: boolean;
  /** A source or supply outside its limits. */
  overloaded: boolean;
  /** Part whose source feeds this supply; null when nothing does, and for sources. */
  fedBy: string | null;
}

/** Supplies of a rig at one charge and draw. */
export interface Rails {
  /** Charge of the packs, 0…1. */
  charge: number;
  nodes: RailNode[];
  /** Lost in wires and in regulators, W. */
  lostW: { wires: number; regulators: number };
  loadW: number;
  packA: number;
  /** Current along every supply and ground wire, A, from its first end to its second. */
  wires: { cable: string; wire: number; amps: number }[];
  converged: boolean;
}

/** Operating point of a rig at a state of charge 0…1. Parts that nothing feeds stand at 0 V. */
export function solveRails(rig: Rig, charge: number, load: 'typical' | 'peak' = 'typical'): Rails {
  return solveRigNetwork(rigNetwork(rig, load), charge);
}

export function solveRigNetwork(network: RigNetwork, charge: number): Rails {
  const solved = solveAt(network, charge);
  const nodes = network.terminals.map((terminal) => nodeOf(terminal, network, solved));
  const wireA = wireAmps(network, solved);
  return {
    charge,
    nodes,
    lostW: lossesOf(network, solved, wireA),
    loadW: sum(nodes.filter((n) => n.kind === 'load').map((n) => n.volts * n.amps)),
    packA: sum(nodes.filter((n) => n.kind === 'pack').map((n) => n.amps)),
    wires: wireA.map((amps, i) => ({ ...network.wires[i]!, amps })),
    converged: solved.converged,
  };
}

function wireAmps({ prepared }: RigNetwork, solved: NetworkSolution): number[] {
  const volts = nodeVolts(prepared, solved);
  return prepared.network.resistors.map(({ a, b, ohm }) => (volts[a]! - volts[b]!) / ohm);
}

/** Current out of each pack at each of some states of charge, A, with the island of copper it stands on; in the order of the packs. */
export function eachPackAmps(
  network: RigNetwork,
  charges: readonly number[],
): { part: Part; amps: number[]; island: number }[] {
  const packs = network.terminals.filter((t) => network.packs.has(t.element));
  const islandOf = (element: number): number => network.prepared.islands.findIndex((i) => i.elements.includes(element));
  const drawn = packs.map(({ part, element }) => ({ part, amps: [] as number[], island: islandOf(element) }));
  let solved: NetworkSolution | undefined;
  for (const charge of charges) {
    const { amps } = (solved = solveAt(network, charge, solved?.volts));
    packs.forEach((t, i) => drawn[i]!.amps.push(amps[t.element]!));
  }
  return drawn;
}

/** Current out of all packs at each of some states of charge, A; each solve starts from the one before. */
export function packAmps(network: RigNetwork, charges: readonly number[]): number[] {
  const packs = network.terminals.filter((t) => network.prepared.network.elements[t.element]!.kind === 'pack');
  let solved: NetworkSolution | undefined;
  return charges.map((charge) => {
    const { amps } = (solved = solveAt(network, charge, solved?.volts));
    return sum(packs.map((t) => amps[t.element]!));
  });
}

/** Volts at a part's first supply or source at each of some states of charge. */
export function partVolts(network: RigNetwork, part: string, charges: readonly number[]): number[] {
  const { element } = network.terminals.find((t) => t.part.id === part)!;
  let solved: NetworkSolution | undefined;
  return charges.map((charge) => (solved = solveAt(network, charge, solved?.volts)).volts[element]!);
}

/** Supplies of a rig from full to flat. */
export interface RailSweep {
  charges: number[];
  /** One line a load, volts in the order of `charges`. */
  lines: { part: string; terminal: string; volts: number[]; allowed: readonly [number, number] }[];
}

/** Volts at every load from full to flat. */
export function sweepRails(network: RigNetwork, steps = 40): RailSweep {
  const charges = Array.from({ length: steps + 1 }, (_, i) => 1 - i / steps);
  const loads = network.terminals.filter((t) => isLoad(t, network));
  const lines = loads.map((t) => ({
    part: t.part.id,
    terminal: t.id,
    volts: [] as number[],
    allowed: supplyOf(t).volts,
  }));
  let solved: NetworkSolution | undefined;
  for (const charge of charges) {
    solved = solveAt(network, charge, solved?.volts);
    for (const [i, terminal] of loads.entries()) lines[i]!.volts.push(solved.volts[terminal.element]!);
  }
  return { charges, lines };
}

/**
 * The network solved with every pack at its rest voltage for this charge.
 * @throws {RailsUnsolvable} when a terminal comes to no number
 */
function solveAt(network: RigNetwork, charge: number, near?: Float64Array): NetworkSolution {
  const solved = solveNetwork(network.prepared, (e) => network.fixedV.get(e) ?? restV(network, e, charge), near);
  const lost = network.terminals.find((t) => !Number.isFinite(solved.volts[t.element]! + solved.amps[t.element]!));
  if (lost)
    throw new RailsUnsolvable(`${lost.part.label}'s ${lost.id} comes to no volts: a figure of its sheet is none`);
  return solved;
}

/** Rest voltage of a pack when the fullest stands at `charge`: each starts from its own. */
function restV(network: RigNetwork, element: number, charge: number): number {
  const pack = network.packs.get(element);
  return pack ? packV(pack.cells, charge * pack.share, pack.chemistry) : 0;
}

const isLoad = (t: Terminal, network: RigNetwork): boolean =>
  network.prepared.network.elements[t.element]!.kind === 'load';
const supplyOf = (t: Terminal) => t.sheet.supplies.find((s) => s.id === t.id)!;
const sum = (list: number[]): number => list.reduce((a, b) => a + b, 0);

function nodeOf(t: Terminal, network: RigNetwork, solved: NetworkSolution): RailNode {
  const element = network.prepared.network.elements[t.element]!;
  const volts = solved.volts[t.element]!;
  const amps = solved.amps[t.element]!;
  const [part, port, terminal] = [t.part.id, t.plus.port, t.id];
  if (t.kind === 'supply') {
    const allowed = supplyOf(t).volts;
    const marginV = Math.min(volts - allowed[0], allowed[1] - volts);
    const kind = element.kind === 'input' ? ('regulator input' as const) : ('load' as const);
    const fedBy = network.feeders.get(t.element) ?? null;
    return {
      part,
      port,
      terminal,
      kind,
      volts,
      amps,
      allowed,
      marginV,
      maxA: null,
      inDropout: false,
      overloaded: false,
      fedBy,
    };
  }
  const source = t.sheet.sources.find((s) => s.id === t.id)!;
  return {
    part,
    port,
    terminal,
    kind: element.kind === 'pack' ? 'pack' : 'regulator',
    volts,
    amps,
    allowed: null,
    marginV: null,
    maxA: source.maxA,
    inDropout:
      element.kind === 'regulator' &&
      heldV(network.prepared.network, element, solved.volts[element.input]!) < element.setV,
    overloaded: amps > source.maxA,
    fedBy: null,
  };
}

function lossesOf(
  { prepared: { network } }: RigNetwork,
  solved: NetworkSolution,
  wireA: readonly number[],
): Rails['lostW'] {
  const wires = sum(network.resistors.map(({ ohm }, i) => wireA[i]! ** 2 * ohm));
  const regulators = sum(
    network.elements.map((element, e) => {
      if (element.kind === 'input') return solved.volts[e]! * solved.amps[e]!;
      return element.kind === 'regulator' ? -solved.volts[e]! * solved.amps[e]! : 0;
    }),
  );
  return { wires, regulators };
}
