import type { Control, PartFunction } from './sheet.js';

/** Acts by the window a width falls in; the others follow the width. */
export const isWindowed = ({ takes }: Pick<PartFunction, 'takes'>): boolean => takes !== 'position' && takes !== 'rate';

/** Acts at the moment its window is entered, whatever comes after. */
export const isTriggered = ({ takes }: Pick<PartFunction, 'takes'>): boolean => takes === 'pulse' || takes === 'steps';

/** Goes back by itself when let go. A throttle stick does not. */
export const springs = ({ kind, sprung }: Control, isThrottle = false): boolean =>
  sprung ?? (kind === 'button' || (kind === 'stick' && !isThrottle));
