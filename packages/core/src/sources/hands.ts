/** Real hands on the simulated rig: from the slots of a real line, or from a game controller, to where each control stands. */
import { positionFor, shapePulseUs, type Shape } from '../channels/index.js';
import { hasControls, type Control } from '../parts/index.js';
import { partsThat, pilotTransmitter, type Rig } from '../rig/index.js';

/**
 * Where the pilot's controls stand when these widths come out of the radio, −1…1 each: every channel's shaping taken back.
 * A control on two channels is told by the first.
 */
export function controlsOfSlots(rig: Rig, us: readonly number[]): Record<string, number> {
  const pilot = pilotTransmitter(rig);
  const found: Record<string, number> = {};
  for (const shaping of rig.shaping) {
    const { control, channel } = shaping;
    const width = us[channel - 1];
    if (control === null || width === undefined || (shaping.transmitter ?? pilot) !== pilot) continue;
    if (!Object.hasOwn(found, control)) found[control] = nearest(shaping, width);
  }
  return found;
}

/** A width that no position sends is read as the end it lies beyond: a real radio is trimmed. */
function nearest(shaping: Shape, us: number): number {
  const at = positionFor(shaping, us);
  if (at !== null) return at;
  return Math.abs(shapePulseUs(shaping, -1) - us) < Math.abs(shapePulseUs(shaping, 1) - us) ? -1 : 1;
}

/** What of a game controller moves a control. */
export type PadPart = { axis: number; sign: 1 | -1 } | { button: number };

/** By the control it moves. */
export type PadMap = Readonly<Record<string, PadPart>>;

/** Where a game controller stands: axes −1…1, buttons 0…1. */
export interface PadState {
  axes: readonly number[];
  buttons: readonly number[];
}

/** A move that counts as meant, of −1…1. */
const MEANT = 0.5;

/** What was moved up or to the right since `before`; null when nothing was moved far. */
export function movedPart(before: PadState, now: PadState): PadPart | null {
  let [most, part]: [number, PadPart | null] = [MEANT, null];
  now.axes.forEach((at, axis) => {
    const by = at - (before.axes[axis] ?? 0);
    if (Math.abs(by) > most) [most, part] = [Math.abs(by), { axis, sign: by > 0 ? 1 : -1 }];
  });
  // a button counts as an axis moved all the way
  now.buttons.forEach((at, button) => {
    const by = 2 * (at - (before.buttons[button] ?? 0));
    if (by > most) [most, part] = [by, { button }];
  });
  return part;
}

/** Where each mapped control stands, −1…1; a button is down or up. */
export function controlsOfPad(map: PadMap, { axes, buttons }: PadState): Record<string, number> {
  return Object.fromEntries(
    Object.entries(map).map(([control, part]) => [
      control,
      'axis' in part ? part.sign * (axes[part.axis] ?? 0) : 2 * (buttons[part.button] ?? 0) - 1,
    ]),
  );
}

/** Controls of the pilot's transmitter, in the order in which they are learnt. */
export function learntControls(rig: Rig): readonly Control[] {
  const pilot = pilotTransmitter(rig);
  return partsThat(rig, hasControls).find(({ part }) => part.id === pilot)?.sheet.controls ?? [];
}
