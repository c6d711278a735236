/** What a short at each plug does: which fuse blows, or which wire burns before one does. */
import { findCable, type Rig, type Wire } from '../rig/index.js';
import { operatingPoint, prepareCircuit, type CircuitElement, type OperatingPoint } from './circuit/index.js';
import type { RigNetwork, Terminal } from './rig-network.js';
import { num } from '../units/index.js';
import { restV } from './solve-rails.js';
import { wireAreaMm2, wireMaxA } from './wire.js';

/** Something in the way of a short that gives way, and when. */
export interface Yields {
  /** Which cable. */
  cable: string;
  /** Place of the wire in it. */
  wire: number;
  /** Through it while it lasts, A. */
  amps: number;
  /** From the beginning of the short, s. */
  afterS: number;
}

/** A short at one plug. */
export interface Short {
  part: string;
  terminal: string;
  /** Through the short at once, A. */
  amps: number;
  /** First fuse to blow; null where none does. */
  fuse: Yields | null;
  /** First wire to burn; null where each stands it. */
  wire: Yields | null;
  /** What goes first. With `nothing` the source holds its limit and the leads stand it. */
  first: 'fuse' | 'wire' | 'nothing';
}

/** What goes first in a short; null where nothing does. */
export const firstToGo = ({ first, fuse, wire }: Short): Yields | null =>
  first === 'fuse' ? fuse : first === 'wire' ? wire : null;

/** How long something stands a short, in words. */
export const standsText = ({ afterS }: Yields): string =>
  afterS < 0.001 ? 'under 1 ms' : afterS < 1 ? `${num(afterS * 1000)} ms` : `${num(afterS, 1)} s`;

/** A dead short: two contacts pressed together, Ω. @source [mem] */
const SHORT_OHM = 0.005;
/** A regulator of which nothing else is known gives so much of its rating into a short. @source [mem] usual cycle-by-cycle limit */
const SHORT_SHARE = 1.5;
/** What a fuse carries for ever, as a share of its rating. @source [mem] */
const FUSE_CARRIES = 1.35;
/** A²s that melt a fuse, a square ampere of its rating: a blade as it is usually sold, quick for electronics, slow for motors. @source [mem] */
const MELT_A2S = { usual: 2, fast: 0.6, slow: 15 } as const;

/** A²s that melt a fuse. */
export const fuseMeltA2s = ({ amps, speed }: { amps: number; speed?: 'fast' | 'slow' | undefined }): number =>
  MELT_A2S[speed ?? 'usual'] * amps ** 2;
/**
 * Copper heated without loss: I²t = K²·S²·ln((θ+β) ⁄ (25+β)), K in A·√s ⁄ mm², β in °C. @source [std IEC 60949], the figures from
 * memory; 160 °C is where common insulation gives way [mem]
 */
const COPPER = { k: 226, beta: 234.5, fromC: 25, burnsC: 160 } as const;
/** Under so much of what it carries for ever a wire loses its heat as it gets it. @source [mem] */
const STANDS = 2;

/** A²s that a wire takes from 25 °C until its insulation gives way. */
export function wireMeltA2s(gaugeAwg: number): number {
  const { k, beta, fromC, burnsC } = COPPER;
  return (k * wireAreaMm2(gaugeAwg)) ** 2 * Math.log((burnsC + beta) / (fromC + beta));
}

/** A short at every supply that something feeds, with full packs. */
export function shortsOf(rig: Rig, network: RigNetwork): Short[] {
  return network.terminals
    .filter((t) => t.supply && network.feeders.has(t.element))
    .map((t) => shortAt(rig, network, t));
}

function shortAt(rig: Rig, network: RigNetwork, t: Terminal): Short {
  const { nodes, elements } = network.prepared.circuit;
  const { plus, minus } = elements[t.element]!;
  const maxA = new Map(network.terminals.map((s) => [s.element, s.source?.maxA]));
  const shorted: CircuitElement[] = [
    ...elements.map((e, i) => limited(e, maxA.get(i))),
    { kind: 'resistance', plus, minus, ohm: SHORT_OHM },
  ];
  const point = operatingPoint(prepareCircuit({ nodes, elements: shorted }), (e) => restV(network, e, 1));
  const yields = wiresOf(rig, network, point);
  const fuse = soonest(yields.map(({ at, wire }) => ({ ...at, afterS: fuseS(wire, at.amps) })));
  const burnt = soonest(yields.map(({ at, wire }) => ({ ...at, afterS: wireS(wire, at.amps) })));
  const first =
    !fuse && !burnt ? 'nothing' : (fuse?.afterS ?? Infinity) <= (burnt?.afterS ?? Infinity) ? 'fuse' : 'wire';
  return {
    ...{ part: t.part.id, terminal: t.id, amps: point.amps[elements.length]! },
    ...{ fuse, wire: burnt, first },
  };
}

const limited = (e: CircuitElement, maxA: number | undefined): CircuitElement =>
  e.kind === 'converter' && !e.limit && maxA ? { ...e, limit: { kind: 'constant', amps: SHORT_SHARE * maxA } } : e;

function wiresOf(rig: Rig, network: RigNetwork, point: OperatingPoint): { at: Omit<Yields, 'afterS'>; wire: Wire }[] {
  return network.wires.map(({ cable, wire, element }) => ({
    at: { cable, wire, amps: Math.abs(point.amps[element]!) },
    wire: findCable(rig, cable)!.wires[wire]!,
  }));
}

function fuseS({ inline }: Wire, amps: number): number {
  if (inline?.kind !== 'fuse' || amps <= FUSE_CARRIES * inline.amps) return Infinity;
  return fuseMeltA2s(inline) / amps ** 2;
}

const wireS = ({ gaugeAwg }: Wire, amps: number): number =>
  amps <= STANDS * wireMaxA(gaugeAwg) ? Infinity : wireMeltA2s(gaugeAwg) / amps ** 2;

function soonest(all: readonly Yields[]): Yields | null {
  const first = all.reduce<Yields | null>((best, y) => (y.afterS < (best?.afterS ?? Infinity) ? y : best), null);
  return first;
}
