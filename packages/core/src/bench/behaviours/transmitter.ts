/** A transmitter: controls, shaped, into a frame of widths every period of its air link. */
import { shapePulseUs } from '../../channels/index.js';
import { SBUS } from '../../signals/index.js';
import { PULSE, valueIn } from '../../units/index.js';
import { wholeUs } from '../clock.js';
import type { BenchPart } from '../compile.js';
import type { BenchState, Controls, SenderState } from '../state.js';
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

/** The widths of a frame; the array before is given back while they are the same. */
function framed(own: BenchPart, state: SenderState, at: Surroundings): readonly number[] {
  const { of } = state;
  if (of && state.pulses.length && !own.handed.length && !own.shaping.some((s) => s.endToEndS))
    return framedAnew(own, state.pulses, of, at.controls);
  const pulses = new Array<number>(SBUS.slots).fill(PULSE.centreUs);
  for (const shaping of own.shaping) {
    if (shaping.control === null) continue;
    const wanted = shapePulseUs(shaping, positionOf(own, shaping.control, at.controls));
    pulses[shaping.channel - 1] = shaping.endToEndS ? limited(shaping, wanted, state, at) : wanted;
  }
  if (own.handed.length) takeFromSecond(own, pulses, at);
  const isSame = state.pulses.length > 0 && pulses.every((us, i) => us === state.pulses[i]);
  return isSame ? state.pulses : pulses;
}

/**
 * The frame after one in which no channel was slow or another's: most controls stand where they stood, and only what follows one
 * that was moved is worked out.
 */
function framedAnew(
  { shaping, hands, idle }: BenchPart,
  before: readonly number[],
  of: Controls,
  controls: Controls,
): readonly number[] {
  let pulses: number[] | null = null;
  for (let k = 0; k < shaping.length; k++) {
    const { control, channel } = shaping[k]!;
    const hand = hands[k]!;
    if (control === null || controls[hand] === of[hand]) continue;
    const us = shapePulseUs(shaping[k]!, valueIn(controls, hand) ?? valueIn(idle, control) ?? 0);
    if (us === before[channel - 1]) continue;
    pulses ??= before.slice();
    pulses[channel - 1] = us;
  }
  return pulses ?? before;
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
