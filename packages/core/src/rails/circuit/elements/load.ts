import type { Load } from '../circuit.js';
import { EDGE_V, LEAK_S, type ElementKind } from './kind.js';

/** States of a load: as its sheet says, browned out, turned round or without any draw. */
export const LOAD = { fed: 0, starved: 1, none: 2 } as const;

/** No draw has a floor at 0 V: a power would be without bound there. */
const LEAST_FLOOR_V = 0.05;

/** Lowest volts at which a load draws as its sheet says. */
export const floorOf = ({ floorV }: { floorV: number }): number => Math.max(floorV, LEAST_FLOOR_V);

/**
 * Amps a watt takes at a voltage: 1/V. Under the floor they stay what they are there, so that a solve whose state is wrong lands
 * far below and is told, instead of running to infinity.
 */
export const perWattA = (v: number, floorV: number): number => 1 / Math.max(v, floorV);

/** How {@link perWattA} changes with its volts. */
export const perWattSlope = (v: number, floorV: number): number => (v > floorV ? -1 / (v * v) : 0);

/** Power, current or resistance with a floor. */
export const LOAD_KIND: ElementKind<Load> = {
  ports: (load) => [load],
  straight: false,
  gives: false,
  rest: () => 1,
  running: () => LOAD.fed,
  cold: () => LOAD.starved,
  law(load, state, share, v, _v1, into) {
    const floorV = floorOf(load);
    const asked = state === LOAD.none ? 0 : share * load.amount;
    let slope = 0;
    let amps = 0;
    if (asked > 0) {
      if (load.draw === 'resistance') slope = share / load.amount;
      else if (state === LOAD.starved) slope = asked / (load.draw === 'power' ? floorV ** 2 : floorV);
      else if (load.draw === 'power') slope = asked * perWattSlope(v, floorV);
      amps = slope * v;
      if (state === LOAD.fed && load.draw === 'current') amps = asked;
      if (state === LOAD.fed && load.draw === 'power') amps = asked * perWattA(v, floorV);
    }
    into.siemens[0] = slope + LEAK_S;
    into.amps[0] = amps + LEAK_S * v;
  },
  stateAt(load, state, _share, v) {
    if (load.draw === 'resistance') return v < -EDGE_V ? LOAD.none : v > EDGE_V ? LOAD.fed : state;
    // one step at a time: what a state that is far off makes of the volts says little about the state after the next
    if (state === LOAD.starved) return v < -EDGE_V ? LOAD.none : v > floorOf(load) + EDGE_V ? LOAD.fed : state;
    return state === LOAD.none
      ? v > EDGE_V
        ? LOAD.starved
        : state
      : v < floorOf(load) - EDGE_V
        ? LOAD.starved
        : state;
  },
};

/** Current a load takes at a voltage with its whole draw, A. */
export function loadAmps(load: Load, volts: number): number {
  if (volts <= 0 || load.amount <= 0) return 0;
  if (load.draw === 'resistance') return volts / load.amount;
  const floorV = floorOf(load);
  const amps = load.draw === 'power' ? load.amount / Math.max(volts, floorV) : load.amount;
  return volts >= floorV ? amps : (amps * volts) / floorV;
}
