import type { Control, Sheet } from '../parts/index.js';
import { settingOf, type Part } from '../rig/index.js';
import { groupBy, valueIn } from '../units/index.js';

/** What a stick axis flies. */
export type FlightAxis = 'throttle' | 'yaw' | 'pitch' | 'roll';

/**
 * Which stick flies what in the four modes.
 * @source [practice] mode 2 has throttle and yaw on the left; 1 swaps throttle and pitch, 3 both hands, 4 yaw and roll
 */
const STICK_MODES: Record<string, Record<FlightAxis, string>> = {
  '1': { throttle: 'right-y', yaw: 'left-x', pitch: 'left-y', roll: 'right-x' },
  '2': { throttle: 'left-y', yaw: 'left-x', pitch: 'right-y', roll: 'right-x' },
  '3': { throttle: 'right-y', yaw: 'right-x', pitch: 'left-y', roll: 'left-x' },
  '4': { throttle: 'left-y', yaw: 'right-x', pitch: 'right-y', roll: 'left-x' },
};

export const FLIGHT_AXES: readonly FlightAxis[] = ['roll', 'pitch', 'throttle', 'yaw'];

/** A transmitter with the sheet that tells its sticks. */
export type TransmitterWithSheet = { part: Part; sheet: Sheet };

/** Stick mode a transmitter is set to, 1…4; 2 when its sheet knows none. */
export const stickMode = ({ part, sheet }: TransmitterWithSheet): string => settingOf(sheet, part, 'mode') ?? '2';

/** The stick that flies an axis on this transmitter; undefined when it has no such stick. */
export function stickFor(transmitter: TransmitterWithSheet, axis: FlightAxis): Control | undefined {
  const id = (valueIn(STICK_MODES, stickMode(transmitter)) ?? STICK_MODES['2']!)[axis];
  return transmitter.sheet.controls.find((c) => c.id === id);
}

/** A throttle stays where it is left: its stick does not spring. */
export const isThrottle = (transmitter: TransmitterWithSheet, control: string): boolean =>
  stickFor(transmitter, 'throttle')?.id === control;

/** Where a control stands when nobody touches it: sprung ones in the middle, a throttle low, buttons up. */
export function idleAt(transmitter: TransmitterWithSheet, control: Control): number {
  if (isThrottle(transmitter, control.id)) return -1;
  if (control.kind === 'stick' || control.kind === 'knob') return 0;
  return control.sprung && control.kind === 'switch3' ? 0 : -1;
}

/** A stick as the hand finds it: its two ways, and what it flies in the mode that is set. */
export interface StickFace {
  id: string;
  /** What it is called before the word "stick". */
  label: string;
  x: string | null;
  y: string | null;
  /** Nothing on a console that flies nothing. */
  flies: FlightAxis[];
  /** Up and down it stays where it is left: that is the throttle. */
  staysUp: boolean;
}

/** The sticks of a transmitter from left to right, each once. */
export function sticksOf(transmitter: TransmitterWithSheet): StickFace[] {
  const sticks = transmitter.sheet.controls.filter((c) => c.kind === 'stick');
  const groups = groupBy(sticks, (c) => c.id.replace(/-[xy]$/, ''));
  return [...groups].map(([id, ways]): StickFace => {
    const way = (axis: 'x' | 'y'): string | null => ways.find((c) => c.id === `${id}-${axis}`)?.id ?? null;
    const flies = FLIGHT_AXES.filter((axis) => ways.some((c) => c.id === stickFor(transmitter, axis)?.id));
    const throttle = stickFor(transmitter, 'throttle')?.id;
    const staysUp = throttle !== undefined && throttle === way('y');
    const label = ways[0]!.label.replace(/\s*stick.*$/, '');
    return { id, label: label.charAt(0).toUpperCase() + label.slice(1), x: way('x'), y: way('y'), flies, staysUp };
  });
}
