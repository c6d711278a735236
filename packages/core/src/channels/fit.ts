import { goesBothWays, isFlight, isWindowed, springs, type Control, type PartFunction } from '../parts/index.js';
import { stickGoes } from './sticks.js';

/** How a control suits a function: not at all, badly, or well; with the reason in words. */
export interface Fit {
  grade: 'no' | 'badly' | 'well';
  why: string;
}

const WELL: Fit = { grade: 'well', why: '' };
const no = (why: string): Fit => ({ grade: 'no', why });
const badly = (why: string): Fit => ({ grade: 'badly', why });

/** Moved by degrees. */
export const glides = ({ kind }: Control): boolean => kind === 'stick' || kind === 'slider' || kind === 'knob';

/** A middle that the finger finds, or to which the control comes back by itself; a pedal without one springs back to its end. */
const hasMiddle = (control: Control, throttle: boolean): boolean =>
  control.felt ?? (control.kind === 'knob' || springs(control, throttle));

/**
 * How a control fits what a function takes.
 * @param throttle the control is the throttle stick, which stays where it is left
 * @source [practice] a rate wants a control that springs back or has a felt middle; a position one that stays
 */
export function fitOf(fn: PartFunction, control: Control, throttle = false): Fit {
  const { kind } = control;
  const springy = springs(control, throttle);
  switch (fn.takes) {
    case 'position':
      if (kind === 'button' || kind === 'switch2') return no('cannot be moved by degrees');
      // a drive is let go to stop, a rudder to go straight
      if (springy && fn.what === 'drive' && goesBothWays(fn) && !hasMiddle(control, throttle))
        return badly('springs back to its end: let go, it goes on');
      if (springy) return fn.what === 'drive' || isFlight(fn) ? WELL : badly('springs back from where it was put');
      return kind === 'switch3' ? badly('knows only three places') : WELL;
    case 'rate':
      if (kind === 'button' || kind === 'switch2') return no('cannot be moved by degrees');
      if (kind === 'switch3') return WELL;
      return hasMiddle(control, throttle) ? WELL : badly('has no middle that is felt: left alone it keeps turning');
    case 'momentary':
      return springy && kind !== 'stick' ? WELL : no('does not spring back');
    case 'pulse':
      if (kind === 'stick' || kind === 'knob' || kind === 'slider') return no('no switch or button');
      return springy ? WELL : badly('latches: a pulse wants a button');
    case 'latch':
      if (springy) return no('springs back');
      return glides(control) ? badly('has no places to click into') : WELL;
    case 'steps':
      return stepsFit(fn, control);
    case 'windows':
      return windowsFit(fn, control, springy);
  }
}

function stepsFit(fn: PartFunction, { kind }: Control): Fit {
  const two = kind === 'switch2' && (fn.windows?.length ?? 0) <= 2;
  return kind === 'switch3' || two ? WELL : no('has no middle to rest in');
}

function windowsFit(fn: PartFunction, control: Control, springy: boolean): Fit {
  const { kind } = control;
  const windows = fn.windows?.length ?? 0;
  if (springy && kind !== 'stick') return no('springs back');
  if (glides(control)) return windows > 3 ? WELL : badly('has no places to click into');
  if (windows > 3) return no(`cannot reach ${windows} windows`);
  return windows === 3 && kind === 'switch2' ? no('cannot reach the middle window') : WELL;
}

/** Axes a person moves up and down, and those that go left and right; a line runs whichever way one stands to it. */
const UPRIGHT: ReadonlySet<string> = new Set(['tilt', 'look-down', 'zoom', 'throttle', 'pitch']);
const SIDEWAYS: ReadonlySet<string> = new Set(['pan', 'roll-trim', 'yaw', 'roll']);

/**
 * A stick axis that runs across what the function does: tilt on a left-right axis, pan on an up-down one; of what drives or floats also
 * the wheel of a set on its speed, and the trigger on its rudder. @source [practice]
 */
export function runsAcross(fn: PartFunction, control: Control): boolean {
  if ((control.kind !== 'stick' && !isFlight(fn)) || isWindowed(fn)) return false;
  const goes = stickGoes(control);
  return (UPRIGHT.has(fn.what) && goes === 'x') || (SIDEWAYS.has(fn.what) && goes === 'y');
}
