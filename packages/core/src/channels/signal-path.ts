import { isWindowed } from '../parts/index.js';
import { countToPulseUs, pulseUsToCount } from '../signals/index.js';
import type { BusScales } from './bus-scales.js';
import { remap } from '../units/index.js';
import type { Chain } from './chain.js';
import { demandOf, inputSpan, outputSpan, pulseForValue, type Demand } from './demand.js';
import { positionFor, shapePulseUs } from './shaping.js';

/** What the way of a function from control to demand is made of. */
export type SignalWay = Pick<Chain, 'fn' | 'setup' | 'scales' | 'shaping'>;

/** Bus count on the way, when a bus is on the way; null for a plain pulse. */
export function chainCount(chain: SignalWay, sentUs: number): number | null {
  const bus = chain.scales;
  return bus && pulseUsToCount(bus.talker, sentUs);
}

/** Width the device takes for a width the transmitter sends: exact over a pulse, by counts over a bus. */
export function arrivingUs(chain: SignalWay, sentUs: number): number {
  return throughBus(chain.scales, sentUs);
}

/** A width as it comes out at the other end of a bus; untouched where there is none. */
export function throughBus(bus: BusScales | null, sentUs: number): number {
  return bus ? countToPulseUs(bus.listener, pulseUsToCount(bus.talker, sentUs)) : sentUs;
}

/** Width the transmitter sends on the chain's channel at a control position; null when nothing drives it. */
export function sentPulseUs(chain: SignalWay, position: number): number | null {
  return chain.shaping?.control ? shapePulseUs(chain.shaping, position) : null;
}

/** Every stage from a control position to what the device does. */
export interface Forward {
  /** Position of the control, −1…1. */
  position: number;
  sentUs: number;
  /** What stands on the wire; null where the width itself does. */
  count: number | null;
  arrivesUs: number;
  demand: Demand;
}

/** From the control on; null when nothing drives the channel. */
export function forward(chain: SignalWay, position: number): Forward | null {
  const sentUs = sentPulseUs(chain, position);
  if (sentUs === null) return null;
  const arrivesUs = arrivingUs(chain, sentUs);
  return {
    position,
    sentUs,
    count: chainCount(chain, sentUs),
    arrivesUs,
    demand: demandOf(chain.fn, arrivesUs, chain.setup),
  };
}

/** A window of the function, any or the one called so, is asked for where the control stands. */
export function asksAt(chain: SignalWay, position: number, called?: string): boolean {
  const now = forward(chain, position);
  if (!now || !('window' in now.demand) || now.demand.window === null) return false;
  return called === undefined || now.demand.window === called;
}

/** Every stage back from a wanted value. */
export interface Backward {
  /** Wanted value, in the function's own unit. */
  wanted: number;
  /** Width the device must see for exactly that. */
  arrivesUs: number;
  count: number | null;
  /** Width the transmitter must send: the middle of those that give the count. */
  sentUs: number;
  /** Control position that sends it; null when no position does with the shaping as it is. */
  position: number | null;
  /** What the device will do after the count was rounded. */
  reached: number;
  /** False when the range ends before the wanted value, or a count falls between. */
  exact: boolean;
}

/** Back from a wanted value of a position or rate function; null for functions of windows. */
export function backward(chain: SignalWay, wanted: number): Backward | null {
  if (isWindowed(chain.fn)) return null;
  const arrivesUs = pulseForValue(chain.fn, wanted, chain.setup);
  const bus = chain.scales;
  const count = bus && pulseUsToCount(bus.listener, arrivesUs);
  const sentUs = bus && count !== null ? countToPulseUs(bus.talker, count) : arrivesUs;
  const demand = demandOf(chain.fn, arrivingUs(chain, sentUs), chain.setup);
  const reached = 'value' in demand ? demand.value : NaN;
  return {
    wanted,
    arrivesUs,
    count,
    sentUs,
    position: chain.shaping && positionFor(chain.shaping, sentUs),
    reached,
    exact: Math.abs(reached - wanted) < 1e-9,
  };
}

/**
 * End points of the channel, µs, that make full travel of the control give `from`…`to` in the function's unit.
 * Whole microseconds, as transmitters store them. Null for functions of windows.
 */
export function endPointsFor(chain: SignalWay, low: number, high: number): { lowUs: number; highUs: number } | null {
  const ends = [backward(chain, low), backward(chain, high)];
  if (!ends[0] || !ends[1]) return null;
  const [a, b] = [Math.round(ends[0].sentUs), Math.round(ends[1].sentUs)];
  return { lowUs: Math.min(a, b), highUs: Math.max(a, b) };
}

/** How finely a range function can be told. */
export interface Resolution {
  /** Smallest step, in the function's unit. */
  step: number;
  /** Steps over the travel the end points leave. */
  steps: number;
  /** Width of a step, µs. */
  stepUs: number;
}

/** A plain pulse is set to whole microseconds by the transmitters of the trade. @source [practice] */
const PULSE_STEP_US = 1;

/** Counts of the bus, or whole microseconds, as steps of the function; null for functions of windows. */
export function resolutionOf(chain: SignalWay): Resolution | null {
  if (isWindowed(chain.fn)) return null;
  const bus = chain.scales;
  // a step at the listener: one count, wherever the talker's scale put it
  const stepUs = bus ? countToPulseUs(bus.listener, 1001) - countToPulseUs(bus.listener, 1000) : PULSE_STEP_US;
  const [lowUs, highUs] = inputSpan(chain.fn, chain.setup);
  const [from, to] = outputSpan(chain.fn, chain.setup);
  const band = (chain.setup.deadBandPct ?? 0) / 100;
  const step = Math.abs(remap(stepUs, 0, highUs - lowUs, 0, to - from)) / (1 - band);
  const low = arrivingUs(chain, chain.shaping?.lowUs ?? 1000);
  const high = arrivingUs(chain, chain.shaping?.highUs ?? 2000);
  return { step, stepUs, steps: Math.round(Math.abs(high - low) / stepUs) };
}

/** As if both ends of its bus counted alike: what is off by another scale has a finding of its own. */
export const countedAlike = <C extends SignalWay>(chain: C): C =>
  chain.scales && chain.scales.talker !== chain.scales.listener ? { ...chain, scales: null } : chain;
