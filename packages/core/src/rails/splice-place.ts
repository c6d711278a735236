/** Where along its leads a splice sits best. */
import { clamp } from '../units/index.js';
import { isSplice } from '../parts/index.js';
import { findCable, sheetOf, type Edit, type Rig } from '../rig/index.js';
import { operatingPoint } from './circuit/index.js';
import { atPeak, withElements, type RigNetwork } from './rig-network.js';
import { restV, solveRigNetwork } from './solve-rails.js';
import { copperShare, wireMassG, wireOhmPerMetre } from './wire.js';

/** A splice and its best place for a margin that is wanted. */
export interface SplicePlace {
  /** The splice. */
  part: string;
  /** Lead that feeds it, and what hangs on it. */
  trunk: string;
  branches: string[];
  /** From the feeding end along the trunk, mm: today and best. */
  nowMm: number;
  bestMm: number;
  /** Least room of a load behind it at a flat pack with everything at its peak, V: today and then. */
  nowV: number;
  thenV: number;
  /** Copper of trunk and branches, g: today and then. */
  nowG: number;
  thenG: number;
  edits: Edit[];
}

/** No lead is shorter than its plugs and a hand's reach, mm. @source [mem] */
const SHORTEST_MM = 30;
/** Places tried on the way. */
const PLACES = 40;

/**
 * The lightest place of each splice at which every load behind it keeps the room that is wanted, or the roomiest where none does:
 * what the trunk gets longer every branch gets shorter, so that each load stays where it is.
 */
export function splicePlaces(rig: Rig, network: RigNetwork, marginV: number): SplicePlace[] {
  const peak = atPeak(network);
  return splicesOf(rig, peak).map((splice) => placeOf(peak, splice, marginV));
}

interface Strand {
  cable: string;
  /** Longest of its supply wires, mm. */
  lengthMm: number;
  /** Its wires that count, as places in {@link RigNetwork.wires}, with what each is. */
  wires: { at: number; wire: number; gaugeAwg: number; lengthMm: number }[];
}

interface Splice {
  part: string;
  trunk: Strand;
  branches: Strand[];
}

function splicesOf(rig: Rig, peak: RigNetwork): Splice[] {
  const { wires } = solveRigNetwork(peak, 0);
  const strandOf = (cable: string): Strand => {
    const own = peak.wires.flatMap((w, at) =>
      w.cable === cable ? [{ at, wire: w.wire, ...findCable(rig, cable)!.wires[w.wire]! }] : [],
    );
    return { cable, lengthMm: Math.max(...own.map((w) => w.lengthMm)), wires: own };
  };
  return rig.parts.flatMap((part): Splice[] => {
    if (!isSplice(sheetOf(rig, part.id))) return [];
    const into = new Map<string, number>();
    for (const { cable, wire, amps } of wires) {
      const own = findCable(rig, cable)!.wires[wire]!;
      const pin = own.to.part === part.id ? own.to : own.from.part === part.id ? own.from : null;
      // ground carries the same current the other way: the plus says which way it comes
      if (!pin || !isPlus(rig, pin)) continue;
      into.set(cable, (into.get(cable) ?? 0) + (pin === own.to ? amps : -amps));
    }
    const feeding = [...into].filter(([, amps]) => amps > 1e-6);
    const fed = [...into].filter(([, amps]) => amps < -1e-6);
    if (feeding.length !== 1 || !fed.length) return [];
    return [{ part: part.id, trunk: strandOf(feeding[0]![0]), branches: fed.map(([cable]) => strandOf(cable)) }];
  });
}

const isPlus = (rig: Rig, { part, port, pin }: { part: string; port: string; pin: number }): boolean => {
  const sheet = rig.sheets[rig.parts.find((p) => p.id === part)!.class];
  return sheet?.ports.find((p) => p.id === port)?.pins.find((p) => p.n === pin)?.line === 'supply';
};

function placeOf(peak: RigNetwork, { part, trunk, branches }: Splice, marginV: number): SplicePlace {
  const behind = roomsBehind(peak);
  const at = (movedMm: number): { movedMm: number; roomV: number; grams: number } => {
    const strands = [...cut(trunk, movedMm), ...branches.flatMap((b) => cut(b, -movedMm))];
    const grams = strands.reduce((sum, w) => sum + wireMassG({ ...w, lengthMm: w.lengthMm + w.byMm }), 0);
    return { movedMm, roomV: behind(strands), grams };
  };
  const least = Math.min(0, SHORTEST_MM - trunk.lengthMm);
  const most = Math.max(0, Math.min(...branches.map((b) => b.lengthMm)) - SHORTEST_MM);
  const places = Array.from({ length: PLACES + 1 }, (_, i) => at(Math.round(least + ((most - least) * i) / PLACES)));
  const now = at(0);
  const roomy = places.filter((p) => p.roomV >= marginV);
  const best = roomy.length
    ? roomy.reduce((b, p) => (p.grams < b.grams - 1e-9 ? p : b))
    : places.reduce((b, p) => (p.roomV > b.roomV + 1e-9 ? p : b), now);
  // a place that wins nothing is no reason to move
  const chosen = now.roomV >= marginV && best.grams >= now.grams - 0.01 ? now : best;
  const strands = [...cut(trunk, chosen.movedMm), ...branches.flatMap((b) => cut(b, -chosen.movedMm))];
  return {
    ...{ part, trunk: trunk.cable, branches: branches.map((b) => b.cable) },
    ...{ nowMm: trunk.lengthMm, bestMm: trunk.lengthMm + chosen.movedMm },
    ...{ nowV: now.roomV, thenV: chosen.roomV, nowG: now.grams, thenG: chosen.grams },
    edits: strands.flatMap((w): Edit[] =>
      w.byMm ? [{ kind: 'setWire', cable: w.cable, wire: w.wire, lengthMm: w.lengthMm + w.byMm }] : [],
    ),
  };
}

type Cut = Strand['wires'][number] & { cable: string; byMm: number };

const cut = ({ cable, wires }: Strand, byMm: number): Cut[] =>
  wires.map((w) => ({ ...w, cable, byMm: clamp(byMm, 1 - w.lengthMm, Infinity) }));

/** Least room over its floor of any fed load, V, with some wires longer or shorter. */
function roomsBehind(peak: RigNetwork): (strands: readonly Cut[]) => number {
  return (strands) => {
    const network = withElements(peak, (elements) => {
      for (const { at, gaugeAwg, byMm } of strands) {
        const { element } = peak.wires[at]!;
        const now = elements[element]!;
        const byOhm = ((wireOhmPerMetre(gaugeAwg) * byMm) / 1000) * copperShare(peak.celsius);
        if (now.kind === 'resistance') elements[element] = { ...now, ohm: Math.max(1e-5, now.ohm + byOhm) };
      }
    });
    const point = operatingPoint(network.prepared, (e) => restV(network, e, 0), 'running');
    return network.terminals.reduce(
      (least, t) =>
        t.supply && network.feeders.has(t.element)
          ? Math.min(least, point.volts[t.element]! - t.supply.volts[0])
          : least,
      Infinity,
    );
  };
}
