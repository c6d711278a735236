/** What a short at each plug does: which fuse blows, or which wire burns before one does. */
import { findCable, type Rig, type Wire } from '../rig/index.js';
import { apart } from './circuit/apart.js';
import { operatingPoint, prepareCircuit, type CircuitElement } from './circuit/index.js';
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
  const pieces = piecesOf(rig, network);
  return network.terminals
    .filter((t) => t.supply && network.feeders.has(t.element))
    .map((t) => shortAt(network, pieces.get(t.element)!, t));
}

/** What a short at one place reaches: the elements that hang together with it, and the wires among them. */
interface Piece {
  /** Of the whole circuit, in the order in which they stand here. */
  elements: readonly number[];
  limited: readonly CircuitElement[];
  wires: readonly { at: Omit<Yields, 'afterS' | 'amps'>; wire: Wire; element: number }[];
}

/** By element: what shares no copper with a short is not worked out with it. */
function piecesOf(rig: Rig, { prepared: { circuit }, terminals, wires }: RigNetwork): Map<number, Piece> {
  const maxA = new Map(terminals.map((s) => [s.element, s.source?.maxA]));
  return new Map(
    apart(circuit).flatMap((elements) => {
      const at = new Map(elements.map((e, i) => [e, i]));
      const piece: Piece = {
        elements,
        limited: elements.map((e) => limited(circuit.elements[e]!, maxA.get(e))),
        wires: wires.flatMap(({ cable, wire, element }) =>
          at.has(element)
            ? [{ at: { cable, wire }, wire: findCable(rig, cable)!.wires[wire]!, element: at.get(element)! }]
            : [],
        ),
      };
      return elements.map((e): [number, Piece] => [e, piece]);
    }),
  );
}

function shortAt(network: RigNetwork, { elements, limited, wires }: Piece, t: Terminal): Short {
  const { nodes, elements: all } = network.prepared.circuit;
  const { plus, minus } = all[t.element]!;
  const shorted: CircuitElement[] = [...limited, { kind: 'resistance', plus, minus, ohm: SHORT_OHM }];
  const point = operatingPoint(prepareCircuit({ nodes, elements: shorted }), (e) =>
    e < elements.length ? restV(network, elements[e]!, 1) : undefined,
  );
  const yields = (seconds: (wire: Wire, amps: number) => number): Yields | null =>
    soonest(
      wires.map(({ at, wire, element }) => {
        const amps = Math.abs(point.amps[element]!);
        return { ...at, amps, afterS: seconds(wire, amps) };
      }),
    );
  const [fuse, burnt] = [yields(fuseS), yields(wireS)];
  const first =
    !fuse && !burnt ? 'nothing' : (fuse?.afterS ?? Infinity) <= (burnt?.afterS ?? Infinity) ? 'fuse' : 'wire';
  return {
    ...{ part: t.part.id, terminal: t.id, amps: point.amps[elements.length]! },
    ...{ fuse, wire: burnt, first },
  };
}

const limited = (e: CircuitElement, maxA: number | undefined): CircuitElement =>
  e.kind === 'converter' && !e.limit && maxA ? { ...e, limit: { kind: 'constant', amps: SHORT_SHARE * maxA } } : e;

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
