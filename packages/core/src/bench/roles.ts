import { rangeDemand, shapePulseUs, windowIndex, turnedDemand } from '../channels/index.js';
import { isWindowed } from '../parts/index.js';
import { valueIn, clamp, PULSE } from '../units/index.js';
import { countToPulseUs, encodeSbus, pulseUsToCount, SBUS, unpackSlots, type BusScale } from '../signals/index.js';
import type { Axis, Bench, BenchPart, HeardFunction } from './compile.js';
import { lostOutput, LOST_AFTER_MS } from './radio.js';
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
  const period = own.sheet.links.find((l) => l.kind === 'radio')?.params.periodMs ?? 9;
  if (at.controls[own.radio]! < 0) return { ...state, nextMs: at.tMs + period };
  const pulses = new Array<number>(SBUS.slots).fill(PULSE.centreUs);
  for (const shaping of own.shaping) {
    if (shaping.control === null) continue;
    const wanted = shapePulseUs(shaping, positionOf(own, shaping.control, at.controls));
    pulses[shaping.channel - 1] = shaping.endToEndS ? limited(shaping, wanted, state, at) : wanted;
  }
  if (own.handed.length) takeFromSecond(own, pulses, at);
  const same = state.pulses.length > 0 && pulses.every((us, i) => us === state.pulses[i]);
  return {
    role: 'transmitter',
    pulses: same ? state.pulses : pulses,
    frames: state.frames + 1,
    nextMs: state.nextMs + period,
    sentMs: at.tMs,
  };
}

/** A slow channel moves no faster than its speed limit allows since the last frame. */
function limited(
  { channel, endToEndS, lowUs, highUs }: BenchPart['shaping'][number],
  wanted: number,
  state: TransmitterState,
  at: Surroundings,
): number {
  const before = state.pulses[channel - 1];
  if (!endToEndS || before === undefined) return wanted;
  const sinceMs = at.tMs - (state.sentMs ?? at.tMs);
  return approach(before, wanted, ((highUs - lowUs) * sinceMs) / (endToEndS * 1000));
}

/** While its switch says so, chosen channels are the second transmitter's. */
function takeFromSecond(own: BenchPart, pulses: number[], at: Surroundings): void {
  for (const { second, control, beyond, channels } of own.handed) {
    const other = at.parts[second] as TransmitterState;
    const off = at.controls[at.bench.parts[second]!.radio]! < 0;
    if (off || !other.pulses.length || positionOf(own, control, at.controls) <= beyond) continue;
    for (const { channel, takes } of channels) pulses[channel - 1] = other.pulses[takes - 1] ?? pulses[channel - 1]!;
  }
}

export function positionOf(own: BenchPart, controlId: string, controls: BenchState['controls']): number {
  return valueIn(controls, valueIn(own.names, controlId) ?? controlId) ?? valueIn(own.idle, controlId) ?? 0;
}

/** Repeats what it hears, or its fail-safe once it hears nothing: the widths of its pins, and bus bytes every period. */
export function stepReceiver(own: BenchPart, state: ReceiverState, at: Surroundings): ReceiverState {
  if (!isAwake(own, at.tMs) || own.transmitter === null) return state;
  const air = at.parts[own.transmitter] as TransmitterState;
  const heardNow = air.frames !== state.heard;
  const gone = !heardNow && !state.lost && state.heard > 0 && at.tMs - state.heardMs > LOST_AFTER_MS;
  const due = at.tMs >= state.nextMs;
  if (!heardNow && !gone && !due) return state;
  let { pulses, bus, bytes, busFrames, nextMs, heardMs, lost } = state;
  if (gone) {
    const without = lostOutput(own.failSafes, air.pulses);
    [pulses, bus, lost] = [without.pins, without.bus, true];
  } else if (heardNow) {
    pulses = bus = air.pulses;
    lost = false;
    heardMs = at.tMs;
  }
  if (due) {
    const params = own.sheet.links.find((l) => l.kind === 'sbus')?.params;
    nextMs = Math.max(nextMs, at.tMs - at.dtMs) + (params?.periodMs ?? 7);
    // time goes on where the bus is silent
    if (bus.length) {
      bytes = busBytes(bus, params?.scale ?? 'micro', lost);
      busFrames++;
    }
  }
  // field by field: this runs a hundred times a second of the bench
  return { role: 'receiver', pulses, bus, bytes, busFrames, nextMs, heard: air.frames, heardMs, lost };
}

function busBytes(widthsUs: readonly number[], scale: BusScale, lost: boolean): Uint8Array {
  const slots = widthsUs.map((us) => pulseUsToCount(scale, us));
  return encodeSbus({ slots, digital: [false, false], lost, failsafe: lost });
}

/** Any part with functions: decodes what its functions hear and moves towards what is asked. */
export function stepDevice(own: BenchPart, state: DeviceState, at: Surroundings): DeviceState {
  if (!isAwake(own, at.tMs)) return state;
  const heard = listen(own, state, at);
  if (heard.us === state.us && state.settled) return heard;
  return answer(own, heard, state, at);
}

/** Decodes a new bus frame and takes each function's width; arrays stay the same while their figures do. */
function listen(own: BenchPart, state: DeviceState, at: Surroundings): DeviceState {
  const receiver = own.counts === null ? undefined : (at.parts[own.counts] as ReceiverState);
  const fresh = receiver !== undefined && receiver.busFrames !== state.busFrames;
  const counts = fresh ? decodeCounts(receiver.bytes, state.counts) : state.counts;
  let changed = false;
  for (let i = 0; i < own.functions.length && !changed; i++)
    changed = !Object.is(heardUs(own.functions[i]!, counts, at), state.us[i]);
  if (!changed && !fresh) return state;
  const busFrames = fresh ? receiver.busFrames : state.busFrames;
  if (!changed) return { ...state, counts, busFrames };
  const us = own.functions.map((heard) => heardUs(heard, counts, at));
  const asked = own.functions.map((heard, i) => askedOf(heard, us[i]!));
  return { ...state, counts, busFrames, us, asked };
}

const scratch = new Uint16Array(SBUS.slots);

function decodeCounts(bytes: Uint8Array, before: readonly number[]): readonly number[] {
  unpackSlots(bytes, 0, scratch);
  for (let i = 0; i < SBUS.slots; i++) if (scratch[i] !== before[i]) return Array.from(scratch);
  return before;
}

/** Width a function takes now, µs; NaN while nothing has been heard. */
function heardUs(heard: HeardFunction, ownCounts: readonly number[], at: Surroundings): number {
  if (heard.controller !== null && !isAwake(at.bench.parts[heard.controller]!, at.tMs)) return NaN;
  if (heard.scale === null) return (at.parts[heard.receiver] as ReceiverState).pulses[heard.slot] ?? NaN;
  const counts = heard.controller === null ? ownCounts : (at.parts[heard.controller] as DeviceState).counts;
  const count = counts[heard.slot];
  return count === undefined ? NaN : countToPulseUs(heard.scale, count);
}

function askedOf({ fn, setup }: HeardFunction, us: number): number {
  if (Number.isNaN(us)) return NaN;
  return isWindowed(fn) ? windowIndex(fn, us, setup) : rangeDemand(fn, us, setup);
}

function answer(own: BenchPart, heard: DeviceState, before: DeviceState, at: Surroundings): DeviceState {
  const answers = slew(own, heard.asked, before.answers, at.dtMs);
  const joints = moveJoints(own, answers, before.joints, at.dtMs);
  const still = answers === before.answers && joints === before.joints;
  const moved = withAnswers(heard, answers, joints, still);
  if (answers === before.answers) return moved;
  const pulsed = (i: number): boolean =>
    own.functions[i]!.fn.takes === 'pulse' && answers[i]! >= 0 && !(before.answers[i]! >= 0);
  if (!own.functions.some((_, i) => pulsed(i))) return moved;
  return {
    ...moved,
    toggles: before.toggles.map((t, i) => t !== pulsed(i)),
    toggledMs: before.toggledMs.map((t, i) => (pulsed(i) ? at.tMs : t)),
  };
}

/** Written out field by field: this runs on every step of a moving axis. */
function withAnswers(
  heard: DeviceState,
  answers: readonly number[],
  joints: readonly number[],
  settled: boolean,
): DeviceState {
  const { role, busFrames, counts, us, asked, toggles, toggledMs } = heard;
  return { role, busFrames, counts, us, asked, answers, joints, toggles, toggledMs, settled };
}

/** Answers follow what is asked, some at their own speed. The array before is given back while nothing changes. */
function slew(own: BenchPart, asked: readonly number[], before: readonly number[], dtMs: number): readonly number[] {
  let next: number[] | null = null;
  for (let i = 0; i < asked.length; i++) {
    const { fn, setup } = own.functions[i]!;
    const speed = fn.slewPerS && (fn.slewPerS * (setup.speedPct ?? 100)) / 100;
    const from = before[i]!;
    let to = asked[i]!;
    if (!Number.isNaN(from) && !Number.isNaN(to)) {
      if (setup.smoothingMs && !isWindowed(fn)) to = smoothed(from, to, dtMs / setup.smoothingMs);
      if (speed) to = approach(from, to, (speed * dtMs) / 1000);
    }
    if (Object.is(to, from)) continue;
    next ??= before.slice();
    next[i] = to;
  }
  return next ?? before;
}

/** Joints follow their mover inside their limits, go home when it is shut off, obey a driving window first. */
function moveJoints(
  own: BenchPart,
  answers: readonly number[],
  before: readonly number[],
  dtMs: number,
): readonly number[] {
  let next: number[] | null = null;
  for (let j = 0; j < own.axes.length; j++) {
    const to = jointTo(own, own.axes[j]!, answers, before[j]!, dtMs);
    if (to === before[j]) continue;
    next ??= before.slice();
    next[j] = to;
  }
  return next ?? before;
}

function jointTo(own: BenchPart, axis: Axis, answers: readonly number[], from: number, dtMs: number): number {
  const { joint, mover } = axis;
  const reach = (joint.speedDegPerS * dtMs) / 1000;
  if (axis.driver >= 0 && answers[axis.driver] === axis.driverWindow) return approach(from, axis.driverDeg, reach);
  const asked = answers[mover];
  if (asked === undefined || Number.isNaN(asked)) return from;
  if (axis.gateWindows && !axis.gateWindows.includes(axis.gate < 0 ? 0 : answers[axis.gate]!))
    return approach(from, joint.homeDeg, reach);
  const { fn } = own.functions[mover]!;
  const { turn } = axis;
  const turned = turn?.windows.includes(turn.by < 0 ? 0 : answers[turn.by]!) ?? false;
  const demand = turned ? turnedDemand(fn, joint, asked) : asked;
  if ((fn.takes === 'rate') !== turned) return turnedBy(joint, from, clamp((demand * dtMs) / 1000, -reach, reach));
  return approach(from, clamp(demand, joint.minDeg, joint.maxDeg), reach);
}

/** A joint by so many degrees further: to its stop, or round over its slip ring. */
function turnedBy({ minDeg, maxDeg, endless }: Axis['joint'], from: number, byDeg: number): number {
  const to = from + byDeg;
  if (!endless) return clamp(to, minDeg, maxDeg);
  const round = maxDeg - minDeg;
  return to > maxDeg ? to - round : to < minDeg ? to + round : to;
}

/** First-order smoothing; the last hair of the way is taken at once, so that it comes to rest. */
function smoothed(from: number, to: number, share: number): number {
  const next = from + (to - from) * (1 - Math.exp(-share));
  return Math.abs(to - next) < 1e-3 ? to : next;
}

export function windowLabel(heard: HeardFunction, answer: number): string | undefined {
  return heard.fn.windows?.[answer]?.label;
}

function approach(from: number, to: number, reach: number): number {
  return Math.abs(to - from) <= reach ? to : from + Math.sign(to - from) * reach;
}
