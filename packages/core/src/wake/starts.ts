/** Who does not come up when a rig is switched on, or goes down again while something else starts. */
import {
  atPeak,
  floorOf,
  solveRigNetwork,
  withElements,
  type CircuitElement,
  type RailNode,
  type Rails,
  type RigNetwork,
  type Terminal,
} from '../rails/index.js';
import { apart } from '../rails/over-time.js';
import { hairV } from '../units/index.js';
import { chargingOhm, powerUp } from './power-up.js';
import type { WakeSchedule } from './schedule.js';

/** A supply that runs, and would not come up if everything were switched on together. */
interface StartFail {
  part: string;
  terminal: string;
  /** With everything running before, V. */
  runningV: number;
  /** Switched on together, V. */
  coldV: number;
  /** What it needs, V. */
  floorV: number;
  /** A full pack at usual draw, or a flat one with everything at its peak. */
  when: 'full' | 'flat at the peak';
}

/** A supply that was up and falls below its floor while the rig is switched on in its order, packs full. */
interface StartReset {
  part: string;
  terminal: string;
  /** Lowest volts in the moment after. */
  leastV: number;
  /** What it needs, V. */
  floorV: number;
  /** The step that had just been done; null where none had. */
  step: string | null;
  /** Time from one fall to the next where it goes on without end, s; null where it comes back. */
  againS: number | null;
}

/** What goes wrong at the start, beyond what is wrong at rest. */
export interface Starts {
  fails: StartFail[];
  resets: StartReset[];
}

/**
 * What goes wrong at the start of a rig whose supplies are well at rest. Most rigs are cleared by one operating point that is worse
 * than any moment of a start; a power-up over time is worked out only of circuits that are not.
 * @param network at usual draw
 * @param schedule the order it is switched on in; asked for only where something is endangered
 * @param rest the same rig running, packs full at usual draw and flat at the peak
 */
export function findStarts(
  network: RigNetwork,
  schedule: () => WakeSchedule,
  rest: { full: Rails; flat: Rails },
): Starts {
  const peak = atPeak(network);
  const full = endangered(network, 1, rest.full);
  const flat = endangered(peak, 0, rest.flat);
  const fails = [
    ...failsOf(network, full, rest.full, 'full'),
    ...failsOf(peak, flat, rest.flat, 'flat at the peak'),
  ].filter((f, i, all) => all.findIndex((x) => isOf(x, f)) === i);
  const resets = full.length ? resetsOf(network, schedule(), full, rest.full) : [];
  return { fails, resets: resets.filter((r) => !fails.some((f) => isOf(f, r))) };
}

/** It does not come up even with full packs, or falls again and again: nobody gets it to run. */
export const neverRuns = (at: StartFail | StartReset): boolean =>
  'when' in at ? at.when === 'full' : at.againS !== null;

/** Supplies that never run, by part and terminal. */
export const neverUp = ({ fails, resets }: Starts): string[] =>
  [...fails, ...resets].filter(neverRuns).map(({ part, terminal }) => `${part}.${terminal}`);

/** Loads that are well at rest and would not be while everything charges and draws its most at once. */
export function endangered(network: RigNetwork, charge: number, rest: Rails): Terminal[] {
  const worst = solveRigNetwork(starting(network), charge);
  return network.terminals.filter((t, i) => isWell(t, rest.nodes[i]!) && isLow(worst.nodes[i]!));
}

export const isLow = ({ volts, allowed }: RailNode): boolean => volts < allowed![0] - hairV(allowed!);
const isWell = (t: Terminal, at: RailNode): boolean => t.is === 'load' && at.fedBy !== null && !isLow(at);

/**
 * Every supply as it is at its worst moment: charging an input that is empty, and drawing what it draws at its floor, where a
 * constant power draws most.
 */
const starting = (network: RigNetwork): RigNetwork =>
  withElements(network, (elements) => {
    for (const t of network.terminals) {
      const own = elements[t.element]!;
      if (t.supply && own.kind === 'load') elements[t.element] = startOf(own, t);
    }
  });

function startOf(own: CircuitElement & { kind: 'load' }, { supply }: Terminal): CircuitElement {
  // what takes any volts down to none has a floor all the same
  const floorV = floorOf(own);
  const floorA = own.draw === 'power' ? own.amount / floorV : own.amount;
  if (!supply!.inrush) return own.draw === 'power' ? { ...own, draw: 'current', amount: floorA } : own;
  const siemens = own.draw !== 'resistance' ? floorA / floorV : own.amount > 0 ? 1 / own.amount : 0;
  return { ...own, draw: 'resistance', amount: 1 / (1 / chargingOhm(supply!.inrush) + siemens) };
}

function failsOf(network: RigNetwork, loads: readonly Terminal[], rest: Rails, when: StartFail['when']): StartFail[] {
  if (!loads.length) return [];
  const cold = solveRigNetwork(network, rest.charge, 'cold');
  return loads.flatMap((t) => {
    const i = network.terminals.indexOf(t);
    const { volts: coldV } = cold.nodes[i]!;
    if (!isLow(cold.nodes[i]!)) return [];
    return [
      { part: t.part.id, terminal: t.id, runningV: rest.nodes[i]!.volts, coldV, floorV: t.supply!.volts[0], when },
    ];
  });
}

/** Only circuits with something endangered in them are played. */
export function resetsOf(
  network: RigNetwork,
  schedule: WakeSchedule,
  loads: readonly Terminal[],
  rest: Rails,
): StartReset[] {
  const at = new Set(loads.map((t) => t.element));
  const played = new Set(
    apart(network.prepared.circuit)
      .filter((group) => group.some((e) => at.has(e)))
      .flat(),
  );
  const { resets, cycles } = powerUp(network, schedule, rest.charge, (t) => played.has(t.element));
  return resets
    .filter((r, i) => resets.findIndex((x) => isOf(x, r)) === i)
    .filter((r) => network.terminals.some((t, i) => isOf(nameOf(t), r) && isWell(t, rest.nodes[i]!)))
    .map(({ part, terminal, leastV, floorV, step }) => ({
      ...{ part, terminal, leastV, floorV, step },
      againS: cycles.find((c) => isOf(c, { part, terminal }))?.periodS ?? null,
    }));
}

interface Named {
  part: string;
  terminal: string;
}
const isOf = (x: Named, y: Named): boolean => x.part === y.part && x.terminal === y.terminal;
const nameOf = (t: Terminal): Named => ({ part: t.part.id, terminal: t.id });
