import type { Part, Rig } from '../rig/index.js';
import { OUTPUT, operatingPoint, outputOf, type Begin, type OperatingPoint } from './circuit/index.js';
import { packV } from './pack.js';
import { rigNetwork, type RigNetwork, type Terminal } from './rig-network.js';
import { RailsUnsolvable } from './unsolvable.js';

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
  /** What a regulator turns into heat, W; 0 for all else. */
  lostW: number;
}

/** Nothing worth a name flows, A. */
const NO_AMPS = 1e-3;

/** A regulator below its head room that gives something: one with nothing on it wants none. */
export const isShortOfRoom = ({ inDropout, amps }: RailNode): boolean => inDropout && Math.abs(amps) > NO_AMPS;

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

const FULL = new WeakMap<RigNetwork, Rails>();

/** The operating point of a running rig with full packs; worked out once. Not to be changed. */
export function fullRails(network: RigNetwork): Rails {
  let full = FULL.get(network);
  if (!full) FULL.set(network, (full = solveRigNetwork(network, 1)));
  return full;
}

/** @param from whether everything was running before or is switched on together; they differ where a limit meets a starved load */
export function solveRigNetwork(network: RigNetwork, charge: number, from: Begin = 'running'): Rails {
  const point = solveAt(network, charge, from);
  const nodes = network.terminals.map((terminal) => nodeOf(terminal, network, point));
  return {
    charge,
    nodes,
    lostW: lossesOf(network, point),
    // what a part hands on through its own regulators is no draw of its own
    loadW: sum(network.terminals.map((t) => (t.is === 'load' ? point.volts[t.element]! * point.amps[t.element]! : 0))),
    packA: sum(nodes.filter((n) => n.kind === 'pack').map((n) => n.amps)),
    wires: network.wires.map(({ cable, wire, element }) => ({ cable, wire, amps: point.amps[element]! })),
    converged: point.converged,
  };
}

/** Volts that differ by less are one operating point. */
const SAME_V = 0.01;

/** Volts of each terminal when everything is switched on together, where they differ from those of a rig that runs; null elsewhere. */
export function startsDiffer(network: RigNetwork, charge: number): (number | null)[] {
  const running = solveRigNetwork(network, charge).nodes;
  const cold = solveRigNetwork(network, charge, 'cold').nodes;
  return running.map((n, i) => (Math.abs(cold[i]!.volts - n.volts) > SAME_V ? cold[i]!.volts : null));
}

/** The network at each of some states of charge, each solve beginning where the one before it ended. */
function sweep(network: RigNetwork, charges: readonly number[], at: (point: OperatingPoint) => void): void {
  charges.forEach((charge, i) => at(solveAt(network, charge, i ? 'as it stands' : 'running')));
}

/** Current out of each pack at each of some states of charge, A; in the order of the packs. */
export function eachPackAmps(
  network: RigNetwork,
  charges: readonly number[],
): { part: Part; element: number; amps: number[] }[] {
  const packs = network.terminals.filter((t) => network.packs.has(t.element));
  const drawn = packs.map(({ part, element }) => ({ part, element, amps: [] as number[] }));
  sweep(network, charges, ({ amps }) => packs.forEach((t, i) => drawn[i]!.amps.push(-amps[t.element]!)));
  return drawn;
}

/** Volts at a part's first supply or source at each of some states of charge. */
export function partVolts(network: RigNetwork, part: string, charges: readonly number[]): number[] {
  const { element } = network.terminals.find((t) => t.part.id === part)!;
  const volts: number[] = [];
  sweep(network, charges, (point) => volts.push(point.volts[element]!));
  return volts;
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
  const loads = network.terminals.filter((t) => t.is === 'load');
  const lines = loads.map((t) => ({
    part: t.part.id,
    terminal: t.id,
    volts: [] as number[],
    allowed: t.supply!.volts,
  }));
  sweep(network, charges, ({ volts }) => loads.forEach((t, i) => lines[i]!.volts.push(volts[t.element]!)));
  return { charges, lines };
}

/**
 * The network solved with every pack at its rest voltage for this charge.
 * @throws {RailsUnsolvable} when a terminal comes to no number
 */
function solveAt(network: RigNetwork, charge: number, from: Begin): OperatingPoint {
  const point = operatingPoint(network.prepared, (e) => restV(network, e, charge), from);
  const lost = network.terminals.find((t) => !Number.isFinite(point.volts[t.element]! + point.amps[t.element]!));
  if (lost)
    throw new RailsUnsolvable(`${lost.part.label}'s ${lost.id} comes to no volts: a figure of its sheet is none`);
  return point;
}

/** Rest voltage of a pack when the fullest stands at `charge`: each starts from its own. */
export function restV(network: RigNetwork, element: number, charge: number): number | undefined {
  const pack = network.packs.get(element);
  return pack && packV(pack.cells, charge * pack.share, pack.chemistry);
}

const sum = (list: number[]): number => list.reduce((a, b) => a + b, 0);

// written out field by field: a rig is solved some hundred times while it is edited
function nodeOf(t: Terminal, network: RigNetwork, point: OperatingPoint): RailNode {
  const { supply, source } = t;
  const volts = point.volts[t.element]!;
  let amps = supply ? point.amps[t.element]! : -point.amps[t.element]!;
  for (const e of t.feeds) amps += point.inputA[e]!;
  return {
    part: t.part.id,
    port: t.plus.port,
    terminal: t.id,
    kind: t.is,
    volts,
    amps,
    allowed: supply ? supply.volts : null,
    marginV: supply ? Math.min(volts - supply.volts[0], supply.volts[1] - volts) : null,
    maxA: source ? source.maxA : null,
    inDropout: inDropout(t, network, point),
    overloaded: source ? amps > source.maxA : false,
    fedBy: supply ? (network.feeders.get(t.element) ?? null) : null,
    lostW: t.is === 'regulator' ? heatOf(t.element, point) : 0,
  };
}

/** Whether a regulator holds less than it is set to; one that stands by, since something else holds its rail as high, is well. */
function inDropout(t: Terminal, { prepared }: RigNetwork, { states, volts }: OperatingPoint): boolean {
  const element = prepared.circuit.elements[t.element]!;
  if (element.kind !== 'converter') return false;
  const does = outputOf(states[t.element]!);
  return does !== OUTPUT.regulates && !(does === OUTPUT.off && volts[t.element]! >= element.setV);
}

/** Heat of what stands between sources and loads, W. */
function lossesOf({ prepared: { circuit } }: RigNetwork, point: OperatingPoint): Rails['lostW'] {
  const lost = { wires: 0, regulators: 0 };
  circuit.elements.forEach(({ kind }, e) => {
    if (kind === 'converter') lost.regulators += heatOf(e, point);
    else if (kind !== 'pack' && kind !== 'load') lost.wires += point.volts[e]! * point.amps[e]!;
  });
  return lost;
}

/** What goes into a converter and does not come out of it, W. */
const heatOf = (e: number, { volts, amps, inputV, inputA }: OperatingPoint): number =>
  volts[e]! * amps[e]! + inputV[e]! * inputA[e]!;
