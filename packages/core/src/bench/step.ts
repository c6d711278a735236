import { hearsAir, hasControls } from '../parts/index.js';
import type { Bench, BenchPart } from './compile.js';
import { stepDevice, stepReceiver, stepTransmitter, type Surroundings } from './roles.js';
import type { BenchState, Controls, PartState } from './state.js';

/** Fixed step of the simulated rig, ms. */
export const BENCH_STEP_MS = 2;

/**
 * The rig at the moment the packs are on.
 * @param awake start with every part already past its starting time, as after the wake list
 */
export function startBench(
  bench: Bench,
  { awake = false, controls = {} }: { awake?: boolean; controls?: Controls } = {},
): BenchState {
  const tMs = awake ? Math.max(0, ...bench.parts.map((p) => p.wakesMs)) : 0;
  return { tMs, controls, parts: bench.parts.map((part) => startPart(part, tMs)) };
}

function startPart({ sheet, functions }: BenchPart, tMs: number): PartState {
  if (hasControls(sheet)) return { role: 'transmitter', pulses: [], frames: 0, nextMs: tMs };
  if (hearsAir(sheet)) {
    const silent = { pulses: [], bus: [], bytes: new Uint8Array(25), busFrames: 0 };
    return { role: 'receiver', ...silent, nextMs: tMs, heard: 0, heardMs: tMs, lost: false };
  }
  if (!sheet.functions.length) return { role: 'idle' };
  return {
    role: 'device',
    busFrames: 0,
    counts: [],
    us: functions.map(() => NaN),
    asked: functions.map(() => NaN),
    answers: functions.map(() => NaN),
    joints: sheet.joints.map((joint) => joint.homeDeg),
    toggles: functions.map(() => false),
    toggledMs: functions.map(() => NaN),
    settled: false,
  };
}

/** One fixed step. Pure: the state given is not changed. */
export function stepBench(bench: Bench, state: BenchState, dtMs = BENCH_STEP_MS): BenchState {
  const parts = state.parts.slice();
  const at: Surroundings = { bench, tMs: state.tMs + dtMs, dtMs, controls: state.controls, parts };
  for (const i of bench.order) parts[i] = stepPart(bench.parts[i]!, parts[i]!, at);
  return { tMs: at.tMs, controls: state.controls, parts };
}

function stepPart(part: BenchPart, state: PartState, at: Surroundings): PartState {
  switch (state.role) {
    case 'transmitter':
      return stepTransmitter(part, state, at);
    case 'receiver':
      return stepReceiver(part, state, at);
    case 'device':
      return stepDevice(part, state, at);
    case 'idle':
      return state;
  }
}

/** Runs for a time with the controls as they stand. */
export function runBench(bench: Bench, state: BenchState, forMs: number): BenchState {
  let now = state;
  for (let left = forMs; left > 0; left -= BENCH_STEP_MS) now = stepBench(bench, now, Math.min(BENCH_STEP_MS, left));
  return now;
}

export function setControls(state: BenchState, controls: Controls): BenchState {
  return { ...state, controls: { ...state.controls, ...controls } };
}
