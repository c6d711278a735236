import { shapePulseUs } from '../channels/index.js';
import type { Shaping } from '../rig/index.js';
import { isRunning } from './behaviours/run-along.js';
import { positionOf } from './behaviours/transmitter.js';
import type { Bench, BenchPart } from './compile.js';
import type { BenchState, SenderState } from './state.js';
import { awayAt, lostAt } from './range.js';
import { isAwakeAt, runBench } from './run.js';

/**
 * Whether nothing that anybody sees will change while the controls stay as they are: every hand has been sent, heard, put out
 * and followed, nobody is about to wake, fall or give the radio up. Frames go on being counted.
 */
export function isQuiet(bench: Bench, state: BenchState): boolean {
  const { awakeMs, fallMs } = state.power;
  if (awakeMs.some((ms) => ms > state.tMs && ms < Infinity) || fallMs.some((ms) => ms < Infinity)) return false;
  return bench.order.every((i) => isQuietPart(bench, state, i));
}

/** How often it is looked whether anything still happens, ms. */
const LOOK_MS = 10;

/** The bench once it is quiet, or after so long, ms; what never comes to rest, an axis that goes round, is not waited for. */
export function quietened(bench: Bench, from: BenchState, mostMs: number): BenchState {
  let state = from;
  for (let ms = 0; ms < mostMs && !isQuiet(bench, state); ms += LOOK_MS) state = runBench(bench, state, LOOK_MS);
  return state;
}

function isQuietPart(bench: Bench, state: BenchState, i: number): boolean {
  const own = bench.parts[i]!;
  const { sends, receives, does, menus } = state.parts[i]!;
  if (!isAwakeAt(state, i)) return true;
  if (sends && !isSilent(state, own.radio)) {
    // what is slow may be on its way however long the hands are still
    if (sends.of !== state.controls || own.shaping.some((s) => isOnItsWay(own, s, sends, state))) return false;
    // and what is another's has been sent on by now
    if (own.handed.some((h) => !isTakenOver(state, sends, h.second))) return false;
  }
  // how far it runs is where its ends are set
  if (does && isRunning(own, does.answers)) return false;
  if ((does && does.nextMs < Infinity) || menus.some((m) => m.nextMs < Infinity)) return false;
  if (!receives || own.transmitter === null) return true;
  const air = state.parts[own.transmitter]!.sends!;
  const isGone = isSilent(state, bench.parts[own.transmitter]!.radio) || !isAwakeAt(state, own.transmitter) || (own.via !== null && !isAwakeAt(state, own.via));
  // what gets lost by chance may be the next, and long enough for the radio to be given up
  const { loss } = bench.parts[own.transmitter]!;
  const { reachM } = bench.parts[own.via ?? own.transmitter]!;
  if (!isGone && ((state.controls[loss] ?? 0) > 0 || lostAt(awayAt(state.controls), reachM) > 0)) return false;
  if (isGone ? receives.heard > 0 && !receives.lost : receives.bus !== air.pulses || receives.lost) return false;
  return receives.lines.every((line) => !receives.bus.length || line.of === receives.bus);
}

const isOnItsWay = (own: BenchPart, shaping: Shaping, { pulses }: SenderState, { controls }: BenchState): boolean =>
  shaping.endToEndS !== undefined &&
  shaping.control !== null &&
  !own.handed.some((h) => h.channels.some((c) => c.channel === shaping.channel)) &&
  pulses[shaping.channel - 1] !== shapePulseUs(shaping, positionOf(own, shaping.control, controls));

const isTakenOver = ({ parts, controls }: BenchState, { sentMs = 0 }: SenderState, second: number): boolean => {
  const other = parts[second]!.sends!;
  return controls === other.of && sentMs >= (other.sinceMs ?? 0);
};

const isSilent = ({ controls }: BenchState, radio: string): boolean => controls[radio]! < 0;
