/** A transmitter: controls, shaped, into a frame of widths every period of its air link. */
import { shapePulseUs } from '../../channels/index.js';
import { SBUS } from '../../signals/index.js';
import { PULSE, valueIn } from '../../units/index.js';
import { wholeUs } from '../clock.js';
import type { BenchPart } from '../compile.js';
import type { BenchState, SenderState } from '../state.js';
import { approach } from './approach.js';
import type { Surroundings } from './surroundings.js';

export const startSender = (tMs: number): SenderState => ({ pulses: [], frames: 0, nextMs: tMs });

/** Sends the frame that is due. */
export function stepTransmitter(own: BenchPart, state: SenderState, at: Surroundings): SenderState {
  if (at.tMs < state.nextMs) return state;
  const nextMs = wholeUs(at.tMs + own.airMs);
  if (at.controls[own.radio]! < 0 || !at.isAwake(own.index)) return { ...state, nextMs };
  const pulses = isAsBefore(own, state, at) ? state.pulses : framed(own, state, at);
  const sinceMs = pulses === state.pulses ? (state.sinceMs ?? at.tMs) : at.tMs;
  return { pulses, frames: state.frames + 1, nextMs, sentMs: at.tMs, sinceMs, of: at.controls };
}

/** The same hands and nothing on its way: the same frame. */
const isAsBefore = (own: BenchPart, { of, pulses }: SenderState, { controls }: Surroundings): boolean =>
  of === controls && pulses.length > 0 && !own.handed.length && !own.shaping.some((s) => s.endToEndS);

function framed(own: BenchPart, state: SenderState, at: Surroundings): readonly number[] {
  const pulses = new Array<number>(SBUS.slots).fill(PULSE.centreUs);
  const moved = movedSince(own, state, at);
  for (let k = 0; k < own.shaping.length; k++) {
    const shaping = own.shaping[k]!;
    if (shaping.control === null) continue;
    if (moved?.includes(own.hands[k]!) === false) {
      pulses[shaping.channel - 1] = state.pulses[shaping.channel - 1]!;
      continue;
    }
    const wanted = shapePulseUs(shaping, positionOf(own, shaping.control, at.controls));
    pulses[shaping.channel - 1] = shaping.endToEndS ? limited(shaping, wanted, state, at) : wanted;
  }
  if (own.handed.length) takeFromSecond(own, pulses, at);
  const isSame = state.pulses.length > 0 && pulses.every((us, i) => us === state.pulses[i]);
  return isSame ? state.pulses : pulses;
}

/**
 * Controls that were moved since the last frame: most stand where they stood. Null where that does not tell which channels are
 * as before, as one is slow or another's.
 */
function movedSince(own: BenchPart, { of, pulses }: SenderState, { controls }: Surroundings): readonly string[] | null {
  if (!of || !pulses.length || own.handed.length || own.shaping.some((s) => s.endToEndS)) return null;
  const moved: string[] = [];
  for (const name in controls) if (controls[name] !== of[name]) moved.push(name);
  for (const name in of) if (!Object.hasOwn(controls, name)) moved.push(name);
  return moved;
}

/** A slow channel moves no faster than its speed limit allows since the last frame. */
function limited(
  { channel, endToEndS, lowUs, highUs }: BenchPart['shaping'][number],
  wanted: number,
  state: SenderState,
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
    const other = at.parts[second]!.sends;
    const isOff = at.controls[at.bench.parts[second]!.radio]! < 0;
    if (isOff || !other?.pulses.length || positionOf(own, control, at.controls) <= beyond) continue;
    for (const { channel, takes } of channels) pulses[channel - 1] = other.pulses[takes - 1] ?? pulses[channel - 1]!;
  }
}

/** Where a control of a transmitter stands; at rest while nobody touches it. */
export function positionOf(own: BenchPart, controlId: string, controls: BenchState['controls']): number {
  return valueIn(controls, valueIn(own.names, controlId) ?? controlId) ?? valueIn(own.idle, controlId) ?? 0;
}
