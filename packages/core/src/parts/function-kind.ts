import { PULSE } from '../units/index.js';
import type { Control, PartFunction, PulseWindow } from './sheet.js';

/** Acts by the window a width falls in; the others follow the width. */
export const isWindowed = ({ takes }: Pick<PartFunction, 'takes'>): boolean => takes !== 'position' && takes !== 'rate';

/** Acts at the moment its window is entered, whatever comes after. */
export const isTriggered = ({ takes }: Pick<PartFunction, 'takes'>): boolean => takes === 'pulse' || takes === 'steps';

/** Of several windows the one in which nothing is asked: the one of the middle, else the lowest; undefined of a single one. @source [practice] */
export function restWindow(windows: readonly PulseWindow[] = []): PulseWindow | undefined {
  if (windows.length < 2) return undefined;
  const lowestFirst = windows.toSorted((a, b) => a.fromUs - b.fromUs);
  return lowestFirst.find((w) => w.fromUs < PULSE.centreUs && w.toUs >= PULSE.centreUs) ?? lowestFirst[0];
}

/** Goes one way and the other, and stands in between. A rate does, unless its range says otherwise. */
export const goesBothWays = ({ takes, range }: Pick<PartFunction, 'takes' | 'range'>): boolean =>
  range ? range.from * range.to < 0 : takes === 'rate';

/** Goes back by itself when let go. A throttle stick does not. */
export const springs = ({ kind, sprung }: Control, isThrottle = false): boolean =>
  sprung ?? (kind === 'button' || (kind === 'stick' && !isThrottle));
