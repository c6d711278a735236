/** A receiver: repeats what it hears, or its fail-safe once it hears nothing, on its pins and as frames on its lines. */
import { wholeUs } from '../clock.js';
import type { Bench, BenchLine, BenchPart } from '../compile.js';
import { CODECS } from '../codecs.js';
import { isFrameLost, lostOutput, LOST_AFTER_MS } from '../radio.js';
import { awayAt, fadeFrames, lostAt } from '../range.js';
import type { Controls, LineState, ReceiverState } from '../state.js';
import type { Surroundings } from './surroundings.js';

export const startReceiver = ({ lines }: BenchPart, tMs: number): ReceiverState => ({
  ...{ pulses: [], bus: [], sent: 0, heard: 0, heardMs: tMs, lost: false, missed: false },
  lines: lines.map(() => ({ nextMs: tMs, frames: 0, bytes: null })),
});

/** When it does something by itself: the next frame of a line, or giving the radio up, ms. */
export function receiverDueMs({ lines, heard, heardMs, lost }: ReceiverState): number {
  let due = heard > 0 && !lost ? wholeUs(heardMs + LOST_AFTER_MS) : Infinity;
  for (const line of lines) if (line.nextMs < due) due = line.nextMs;
  return due;
}

export function stepReceiver(own: BenchPart, state: ReceiverState, at: Surroundings): ReceiverState {
  if (own.transmitter === null || !at.isAwake(own.index)) return state;
  const now = hear(own, state, at);
  let next: LineState[] | null = null;
  for (let i = 0; i < now.lines.length; i++) {
    if (now.lines[i]!.nextMs > at.tMs) continue;
    next ??= now.lines.slice();
    next[i] = nextFrame(own.lines[i]!, now.lines[i]!, now, at);
  }
  if (!next) return now;
  const { pulses, bus, sent, heard, heardMs, lost, missed } = now;
  return { pulses, bus, lines: next, sent, heard, heardMs, lost, missed };
}

/** The radio as it is at this moment. */
function hear(own: BenchPart, state: ReceiverState, at: Surroundings): ReceiverState {
  const { bench, controls, parts, tMs } = at;
  const air = parts[own.transmitter!]!.sends!;
  const { lines, heard } = state;
  const sent = air.frames;
  const isSent = own.via === null || at.isAwake(own.via);
  if (sent === state.sent || !isSent) return givenUp(own, isSent ? state : { ...state, sent }, tMs);
  if (isLostOnTheWay(own, bench, controls, sent)) return givenUp(own, { ...state, sent, missed: true }, tMs);
  const { pulses } = air;
  return { pulses, bus: pulses, lines, sent, heard: heard + 1, heardMs: tMs, lost: false, missed: false };
}

/** By the share that is set, each for itself, or by how far away it is, in runs. */
function isLostOnTheWay(own: BenchPart, { parts }: Bench, controls: Controls, frame: number): boolean {
  const sender = parts[own.transmitter!]!;
  if (isFrameLost(controls[sender.loss] ?? 0, own.index, frame)) return true;
  const away = awayAt(controls);
  // a desk has its lead to what it steers
  if (!(away > 0) || sender === own) return false;
  // chances of its own: what is set and how far it is have nothing to do with each other
  const { reachM } = parts[own.via ?? own.transmitter!]!;
  return isFrameLost(lostAt(away, reachM), -2 - own.index, frame, fadeFrames(sender.airMs));
}

/** Once nothing was heard for too long, what it is set to put out then: of what it last heard. */
function givenUp(own: BenchPart, state: ReceiverState, tMs: number): ReceiverState {
  if (state.lost || state.heard === 0 || tMs < wholeUs(state.heardMs + LOST_AFTER_MS)) return state;
  const without = lostOutput(own.failSafes, state.pulses);
  return { ...state, pulses: without.pins, bus: without.bus, lost: true };
}

/** Time goes on where the line is silent; the bytes stay the same array while what they say is the same. */
function nextFrame(
  { kind, scale, periodMs }: BenchLine,
  line: LineState,
  now: ReceiverState,
  { tMs }: Surroundings,
): LineState {
  const nextMs = wholeUs(tMs + periodMs);
  if (!now.bus.length) return { ...line, nextMs };
  const isSame =
    line.bytes !== null && line.of === now.bus && line.wasLost === now.lost && line.wasMissed === now.missed;
  const bytes = isSame ? line.bytes : CODECS[kind].encode(now.bus, scale, now);
  return { nextMs, frames: line.frames + 1, bytes, of: now.bus, wasLost: now.lost, wasMissed: now.missed };
}
