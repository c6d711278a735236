/** The thinnest supply leads with which every load keeps the room that is wanted, and the best place of a splice. */
import { isPack } from '../parts/index.js';
import { findCable, findPin, sheetOf, type Cable, type Edit, type PinRef, type Rig } from '../rig/index.js';
import { operatingPoint, type CircuitElement, type OperatingPoint } from './circuit/index.js';
import { thickestFit } from './lead.js';
import { atPeak, withElements, type RigNetwork } from './rig-network.js';
import { restV } from './solve-rails.js';
import { GAUGES, PACK_LEAD_AWG, copperShare, wireMassG, wireMaxA, wireOhm } from './wire.js';

/** One supply lead: what it is, and the thinnest it may be. */
export interface LeastGauge {
  cable: string;
  /** Gauge of its thinnest supply or ground wire today, AWG. */
  nowAwg: number;
  /** Thinnest with which everything still holds, all leads at once, AWG. */
  leastAwg: number;
  /** Copper today and then, g. */
  nowG: number;
  leastG: number;
  /** What a step thinner would break: the current it carries, its fuse, the usage on a pack, the room of a load; or none is made. */
  bound: 'current' | 'fuse' | 'pack' | 'room' | 'thinnest';
  /** Load whose room it would take; null otherwise. */
  load: string | null;
  edits: Edit[];
}

/** Leads for a margin that is wanted. */
export interface LeastGauges {
  leads: LeastGauge[];
  /** Least room of a load with today's leads and with these, flat pack and everything at its peak, V; null without a fed load. */
  nowV: number | null;
  thenV: number | null;
  /** Whether the margin is kept then. */
  holds: boolean;
}

/** A lead carries its peak with so much to spare. @source [practice] */
const SPARE = 1.5;
/** A lead that is bought or cut is no thinner than this, AWG; the trade calls thinner signal wire. @source [practice] */
const THINNEST_AWG = 26;

/** Some wires of one cable that carry supply or ground. */
interface Lead {
  cable: Cable;
  /** Places in {@link RigNetwork.wires}. */
  at: number[];
  /** Thickest that its plugs take. */
  thickest: number;
  /** It ends on a pack. */
  isPack: boolean;
  /** Greatest fuse in it, A; 0 without one. */
  fuseA: number;
}

/**
 * The thinnest set of supply leads. Leads that starve a load are thickened first, where most is won a gram; then each is thinned,
 * the heaviest first, as long as every load keeps its room. A load that has less than wanted whatever is done keeps what it can have.
 * @param marginV wanted between a load and the edges of what it takes, V
 */
export function leastGauges(rig: Rig, network: RigNetwork, marginV: number): LeastGauges {
  const peak = atPeak(network);
  const leads = leadsOf(rig, peak);
  const wires = peak.wires.map(({ cable, wire }) => findCable(rig, cable)!.wires[wire]!);
  const awg = wires.map((w) => w.gaugeAwg);
  const trial = new Trial(peak, wires, marginV);
  const nowV = trial.at(awg).leastV;
  thicken(leads, awg, trial);
  const wanted = Math.min(marginV, trial.at(awg).leastV ?? marginV);
  const bounds = thin(leads, awg, trial, wanted);
  const thenV = trial.at(awg).leastV;
  return {
    nowV,
    thenV,
    holds: thenV === null || thenV >= marginV - 1e-9,
    leads: leads.map(({ cable, at }, i): LeastGauge => {
      const nowAwg = Math.max(...at.map((w) => wires[w]!.gaugeAwg));
      const leastAwg = awg[at[0]!]!;
      const copperG = (gaugeOf: (w: number) => number): number =>
        at.reduce((sum, w) => sum + wireMassG({ ...wires[w]!, gaugeAwg: gaugeOf(w) }), 0);
      return {
        ...{ cable: cable.id, nowAwg, leastAwg, ...bounds[i]! },
        nowG: copperG((w) => wires[w]!.gaugeAwg),
        leastG: copperG(() => leastAwg),
        edits: at.flatMap((w): Edit[] =>
          wires[w]!.gaugeAwg === leastAwg
            ? []
            : [{ kind: 'setWire', cable: cable.id, wire: peak.wires[w]!.wire, gaugeAwg: leastAwg }],
        ),
      };
    }),
  };
}

function leadsOf(rig: Rig, { wires }: RigNetwork): Lead[] {
  const ids = [...new Set(wires.map((w) => w.cable))];
  return ids.flatMap((id) => {
    const cable = findCable(rig, id)!;
    const at = wires.flatMap((w, i) => (w.cable === id ? [i] : []));
    const pins = at.flatMap((i): PinRef[] => [cable.wires[wires[i]!.wire]!.from, cable.wires[wires[i]!.wire]!.to]);
    // a ground that comes along with a signal is no supply lead
    const feeds = pins.some((pin) => findPin(rig, pin)?.pin.line === 'supply');
    if (!feeds) return [];
    const isAtPack = pins.some(({ part }) => isPack(sheetOf(rig, part)));
    const fuses = cable.wires.map((w) => (w.inline?.kind === 'fuse' ? w.inline.amps : 0));
    const thickest = thickestFit(rig, ...pins) ?? GAUGES.at(-1)!;
    return [{ cable, at, thickest, isPack: isAtPack, fuseA: Math.max(...fuses) }];
  });
}

interface Tried {
  /** Least room of a fed load, V. */
  leastV: number | null;
  /** Which load that is. */
  load: string | null;
  point: OperatingPoint;
}

/** A network with other gauges in its wires; its matrix is laid out once. */
class Trial {
  private readonly elements: CircuitElement[];
  private readonly network: RigNetwork;
  /** Copper that each wire stands at now, Ω at 20 °C. */
  private readonly ohms: number[] = [];

  constructor(
    peak: RigNetwork,
    private readonly own: readonly { gaugeAwg: number; lengthMm: number }[],
    readonly marginV: number,
  ) {
    let elements: CircuitElement[] = [];
    this.network = withElements(peak, (all) => (elements = all));
    this.elements = elements;
  }

  at(awg: readonly number[]): Tried {
    const { network, elements } = this;
    const warm = copperShare(network.celsius);
    network.wires.forEach(({ element, copperOhm }, i) => {
      const now = network.prepared.circuit.elements[element]!;
      const before = this.ohms[i] ?? copperOhm;
      const ohm = Math.max(1e-5, wireOhm({ ...this.own[i]!, gaugeAwg: awg[i]! }));
      this.ohms[i] = ohm;
      if (now.kind === 'resistance') elements[element] = { ...now, ohm: now.ohm + (ohm - before) * warm };
    });
    const point = operatingPoint(network.prepared, (e) => restV(network, e, 0), 'running');
    const tried: Tried = { leastV: null, load: null, point };
    for (const t of network.terminals) {
      if (!t.supply || !network.feeders.has(t.element)) continue;
      // what is too much for a load no lead mends: only its floor counts
      const roomV = point.volts[t.element]! - t.supply.volts[0];
      if (tried.leastV === null || roomV < tried.leastV) Object.assign(tried, { leastV: roomV, load: t.part.id });
    }
    return tried;
  }

  gramsOf(wire: number, gaugeAwg: number): number {
    return wireMassG({ ...this.own[wire]!, gaugeAwg });
  }

  ampsOf(point: OperatingPoint, wire: number): number {
    return point.amps[this.network.wires[wire]!.element]!;
  }
}

/** One step thicker or thinner among those of the trade; null past the ends. */
function stepOf(awg: number, thicker: boolean): number | null {
  const known = thicker ? GAUGES.filter((g) => g < awg) : GAUGES.filter((g) => g > awg && g <= THINNEST_AWG);
  return (thicker ? known.sort((a, b) => b - a) : known.sort((a, b) => a - b))[0] ?? null;
}

function thicken(leads: readonly Lead[], awg: number[], trial: Trial): void {
  for (let now = trial.at(awg).leastV; now !== null && now < trial.marginV;) {
    let best: { lead: Lead; next: number; gain: number } | null = null;
    for (const lead of leads) {
      const next = stepOf(Math.min(...lead.at.map((w) => awg[w]!)), true);
      if (next === null || next < lead.thickest) continue;
      const grams = lead.at.reduce((sum, w) => sum + trial.gramsOf(w, next) - trial.gramsOf(w, awg[w]!), 0);
      const gain = ((trial.at(put(awg, lead, next)).leastV ?? now) - now) / Math.max(grams, 1e-6);
      if (gain > (best?.gain ?? 1e-9)) best = { lead, next, gain };
    }
    if (!best) return;
    best.lead.at.forEach((w) => (awg[w] = best.next));
    now = trial.at(awg).leastV;
  }
}

type Bound = Pick<LeastGauge, 'bound' | 'load'>;

function thin(leads: readonly Lead[], awg: number[], trial: Trial, wanted: number): Bound[] {
  const grams = ({ at }: Lead): number => at.reduce((sum, w) => sum + trial.gramsOf(w, awg[w]!), 0);
  const bounds = new Map<Lead, Bound>();
  for (const lead of [...leads].sort((a, b) => grams(b) - grams(a))) {
    // all wires of a lead are one gauge: the thickest of today, then as thin as may be
    const first = Math.min(...lead.at.map((w) => awg[w]!));
    lead.at.forEach((w) => (awg[w] = first));
    bounds.set(lead, thinOne(lead, awg, trial, wanted));
  }
  return leads.map((lead) => bounds.get(lead)!);
}

function thinOne(lead: Lead, awg: number[], trial: Trial, wanted: number): Bound {
  for (;;) {
    const next = stepOf(awg[lead.at[0]!]!, false);
    if (next === null) return { bound: 'thinnest', load: null };
    const tried = trial.at(put(awg, lead, next));
    if (lead.isPack && next > PACK_LEAD_AWG) return { bound: 'pack', load: null };
    // the fuse goes before the wire, always
    if (lead.fuseA > wireMaxA(next)) return { bound: 'fuse', load: null };
    const carries = lead.at.every((w) => SPARE * Math.abs(trial.ampsOf(tried.point, w)) <= wireMaxA(next));
    if (!carries) return { bound: 'current', load: null };
    if (tried.leastV !== null && tried.leastV < wanted - 1e-9) return { bound: 'room', load: tried.load };
    lead.at.forEach((w) => (awg[w] = next));
  }
}

const put = (awg: readonly number[], lead: Lead, next: number): number[] =>
  awg.map((now, w) => (lead.at.includes(w) ? next : now));
