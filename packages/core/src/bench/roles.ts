import { demandOf, idlePosition, rangeDemand, shapePulseUs } from '../channels/index.js';
import { clamp, PULSE } from '../units/index.js';
import { countToPulseUs, packSlots, pulseUsToCount, SBUS, unpackSlots } from '../signals/index.js';
import type { Bench, BenchPart, Ear } from './compile.js';
import type { BenchState, DeviceState, ReceiverState, TransmitterState } from './state.js';

/** What a part may look at in its step: the parts before it in the flow have already moved. */
export interface Surroundings {
  bench: Bench;
  tMs: number;
  dtMs: number;
  controls: BenchState['controls'];
  parts: readonly BenchState['parts'][number][];
}

export function isAwake(part: BenchPart, tMs: number): boolean {
  return part.feed === 'fed' && tMs >= part.wakesMs;
}

/** Sends a frame of shaped widths every period of its air link. */
export function stepTransmitter(own: BenchPart, state: TransmitterState, at: Surroundings): TransmitterState {
  if (at.tMs < state.nextMs) return state;
  const pulses = new Array<number>(SBUS.slots).fill(PULSE.centreUs);
  for (const shaping of own.shaping) {
    if (shaping.control === null) continue;
    pulses[shaping.channel - 1] = shapePulseUs(shaping, positionOf(own, shaping.control, at.controls));
  }
  const period = own.sheet.links.find((l) => l.kind === 'radio')?.params.periodMs ?? 9;
  const same = state.pulses.length > 0 && pulses.every((us, i) => us === state.pulses[i]);
  return { role: 'transmitter', pulses: same ? state.pulses : pulses, frames: state.frames + 1, nextMs: state.nextMs + period };
}

export function positionOf(own: BenchPart, controlId: string, controls: BenchState['controls']): number {
  const set = controls[controlId];
  if (set !== undefined) return set;
  const kind = own.sheet.controls.find((c) => c.id === controlId)?.kind ?? 'stick';
  return idlePosition(kind, controlId === 'left-y');
}

/** Repeats what it hears: bus bytes every period, and the widths its pins put out. */
export function stepReceiver(own: BenchPart, state: ReceiverState, at: Surroundings): ReceiverState {
  if (!isAwake(own, at.tMs) || own.transmitter === null) return state;
  const air = at.parts[own.transmitter] as TransmitterState;
  const due = at.tMs >= state.nextMs;
  if (air.frames === state.heard && !due) return state;
  let { bytes, busFrames, nextMs } = state;
  if (due) {
    const bus = own.sheet.links.find((l) => l.kind === 'sbus');
    const scale = bus?.params.scale ?? 'micro';
    bytes = new Uint8Array(SBUS.bytes);
    packSlots(air.pulses.map((us) => pulseUsToCount(scale, us)), bytes);
    busFrames++;
    nextMs = Math.max(state.nextMs, at.tMs - at.dtMs) + (bus?.params.periodMs ?? 7);
  }
  return { role: 'receiver', pulses: air.pulses, bytes, busFrames, nextMs, heard: air.frames };
}

/** Any part with functions: decodes what its ears hear and moves towards what is asked. */
export function stepDevice(own: BenchPart, state: DeviceState, at: Surroundings): DeviceState {
  if (!isAwake(own, at.tMs)) return state;
  const heard = listen(own, state, at);
  if (heard.us === state.us && state.settled) return heard;
  return answer(own, heard, state, at);
}

/** Decodes a new bus frame and takes each ear's width; arrays stay the same while their figures do. */
function listen(own: BenchPart, state: DeviceState, at: Surroundings): DeviceState {
  const bus = own.ears.find(hearsBus);
  const receiver = bus && (at.parts[bus.receiver] as ReceiverState);
  const fresh = receiver !== undefined && receiver.busFrames !== state.busFrames;
  const counts = fresh ? decodeCounts(receiver.bytes, state.counts) : state.counts;
  let changed = false;
  for (let i = 0; i < own.ears.length && !changed; i++) changed = !Object.is(earUs(own.ears[i]!, counts, at), state.us[i]);
  if (!changed && !fresh) return state;
  const us = changed ? own.ears.map((ear) => earUs(ear, counts, at)) : state.us;
  return { ...state, counts, us, busFrames: fresh ? receiver.busFrames : state.busFrames };
}

const hearsBus = (ear: Ear): boolean => ear.scale !== null && ear.controller === null;
const scratch = new Uint16Array(SBUS.slots);

function decodeCounts(bytes: Uint8Array, before: readonly number[]): readonly number[] {
  unpackSlots(bytes, 0, scratch);
  for (let i = 0; i < SBUS.slots; i++) if (scratch[i] !== before[i]) return Array.from(scratch);
  return before;
}

/** Width an ear takes now, µs; NaN while nothing has been heard. */
function earUs(ear: Ear, ownCounts: readonly number[], at: Surroundings): number {
  if (ear.scale === null) return (at.parts[ear.receiver] as ReceiverState).pulses[ear.slot] ?? NaN;
  if (ear.controller !== null && !isAwake(at.bench.parts[ear.controller]!, at.tMs)) return NaN;
  const counts = ear.controller === null ? ownCounts : (at.parts[ear.controller] as DeviceState).counts;
  const count = counts[ear.slot];
  return count === undefined ? NaN : countToPulseUs(ear.scale, count);
}

const NOT_ASKED = NaN;

function answer(own: BenchPart, heard: DeviceState, before: DeviceState, at: Surroundings): DeviceState {
  const answers = own.ears.map((ear, i) => earAnswer(ear, heard.us[i]!, before.answers[i]!, at.dtMs));
  const joints = own.sheet.joints.length ? moveJoints(own, answers, before.joints, at.dtMs) : before.joints;
  const still = joints === before.joints && answers.every((a, i) => Object.is(a, before.answers[i]));
  if (still) return { ...heard, settled: true };
  const pulsed = own.ears.map((ear, i) => ear.fn.takes === 'pulse' && answers[i]! >= 0 && !(before.answers[i]! >= 0));
  if (!pulsed.includes(true)) return { ...heard, answers, joints, settled: false };
  return {
    ...heard,
    answers,
    joints,
    toggles: before.toggles.map((t, i) => t !== pulsed[i]),
    toggledMs: before.toggledMs.map((t, i) => (pulsed[i] ? at.tMs : t)),
    settled: false,
  };
}

function earAnswer(ear: Ear, us: number, before: number, dtMs: number): number {
  if (Number.isNaN(us)) return NOT_ASKED;
  const { fn } = ear;
  if (fn.takes === 'windows' || fn.takes === 'pulse') {
    const demand = demandOf(fn, us, ear.reverse);
    const label = 'window' in demand ? demand.window : null;
    return fn.windows!.findIndex((w) => w.label === label);
  }
  const asked = rangeDemand(fn, us, ear.reverse);
  if (!fn.slewPerS || Number.isNaN(before)) return asked;
  return approach(before, asked, (fn.slewPerS * dtMs) / 1000);
}

/** Joints follow their function inside their limits, go home when it is shut off, obey a driving window first. */
function moveJoints(own: BenchPart, answers: number[], before: readonly number[], dtMs: number): readonly number[] {
  const next = own.sheet.joints.map((joint, j) => {
    const reach = (joint.speedDegPerS * dtMs) / 1000;
    const driven = own.ears.find((ear, i) => ear.fn.drives?.joint === joint.id && windowLabel(ear, answers[i]!) === ear.fn.drives.window);
    if (driven) return approach(before[j]!, clamp(driven.fn.drives!.deg, joint.minDeg, joint.maxDeg), reach);
    const i = own.ears.findIndex((ear) => ear.fn.joint === joint.id);
    const ear = own.ears[i];
    if (!ear || Number.isNaN(answers[i]!)) return before[j]!;
    if (!isEnabled(own, ear, answers)) return approach(before[j]!, joint.homeDeg, reach);
    if (ear.fn.takes === 'rate') return clamp(before[j]! + clamp((answers[i]! * dtMs) / 1000, -reach, reach), joint.minDeg, joint.maxDeg);
    return approach(before[j]!, clamp(answers[i]!, joint.minDeg, joint.maxDeg), reach);
  });
  return next.every((deg, j) => deg === before[j]) ? before : next;
}

function isEnabled(own: BenchPart, { fn }: Ear, answers: number[]): boolean {
  if (!fn.enabledIn) return true;
  const i = own.ears.findIndex((ear) => ear.fn.id === fn.enabledIn!.fn);
  // a mode that was never told leaves the gimbal in its first window
  const label = i < 0 ? own.sheet.functions.find((f) => f.id === fn.enabledIn!.fn)?.windows?.[0]?.label : windowLabel(own.ears[i]!, answers[i]!);
  return label !== undefined && fn.enabledIn.windows.includes(label);
}

export function windowLabel(ear: Ear, answer: number): string | undefined {
  return ear.fn.windows?.[answer]?.label;
}

function approach(from: number, to: number, reach: number): number {
  return Math.abs(to - from) <= reach ? to : from + Math.sign(to - from) * reach;
}
