import { isWindowed, springs, type Control, type PartFunction, type Sheet } from '../../parts/index.js';
import type { Part, Wish } from '../../rig/index.js';
import { isThrottle } from '../sticks.js';
import { totalOf, type Option, type Point } from './demand.js';

/** Points of this assignment are ours: their order is practice, their sizes are not. [practice] */
const COST = { otherThanWished: 6, unfit: 3, flick: 4, middle: 2, perReach: 4, fewer: 1, plenty: 0.5 } as const;
/** Fingers of a hand on its stick reach this far over the face. [practice] */
const REACH = 0.62;
const STICKS_AT = { left: { x: 0.26, y: 0.55 }, right: { x: 0.74, y: 0.55 } } as const;

export interface HandAt {
  part: Part;
  sheet: Sheet;
  /** Both thumbs are on the sticks while the functions are used. */
  flying: boolean;
}

/** Controls a function may have, with their points; `ruledOut` counts the others by reason. */
export function controlOptions(
  fn: PartFunction,
  wish: Wish | null,
  hand: HandAt,
  taken: ReadonlySet<string>,
): { options: Option<Control>[]; ruledOut: Map<string, number> } {
  const ruledOut = new Map<string, number>();
  const options = hand.sheet.controls.flatMap((control): Option<Control>[] => {
    const no = taken.has(control.id) ? 'has a channel already' : whyNot(fn, wish, hand, control);
    if (no) {
      ruledOut.set(no, (ruledOut.get(no) ?? 0) + 1);
      return [];
    }
    const points = [
      ...fitPoints(fn, control, isThrottle(hand, control.id)),
      ...reachPoints(hand, control),
      ...wishPoints(wish, control),
    ];
    return [{ value: control, cost: totalOf(points), points }];
  });
  return { options, ruledOut };
}

/** What a hand or a function rules out altogether. @source [practice] */
function whyNot(fn: PartFunction, wish: Wish | null, hand: HandAt, control: Control): string | null {
  if (hand.flying && control.kind === 'stick') return 'the sticks fly';
  if (hand.flying && reachOf(control) > REACH) return 'out of reach while flying';
  if (wish && wish.hand !== 'either' && sideOf(control) !== 'both' && sideOf(control) !== wish.hand)
    return `not under the ${wish.hand} hand`;
  return unfitFor(fn, control);
}

function unfitFor(fn: PartFunction, control: Control): string | null {
  const { kind } = control;
  const springy = springs(control);
  const isSwitch = kind === 'switch2' || kind === 'switch3';
  const windows = fn.windows?.length ?? 0;
  switch (fn.takes) {
    case 'position':
    case 'rate':
      return kind === 'button' || kind === 'switch2' ? 'cannot be moved by degrees' : null;
    case 'momentary':
      return springy && kind !== 'stick' ? null : 'does not spring back';
    case 'pulse':
      return kind === 'stick' || kind === 'knob' || kind === 'slider' ? 'no switch or button' : null;
    case 'latch':
      return springy ? 'springs back' : null;
    case 'steps':
      return kind === 'switch3' || (isSwitch && windows <= 2) ? null : 'has no middle to rest in';
    case 'windows':
      if (springy && kind !== 'stick') return 'springs back';
      if (windows > 3) return isSwitch || kind === 'button' ? `cannot reach ${windows} windows` : null;
      return windows === 3 && kind === 'switch2' ? 'cannot reach the middle window' : null;
  }
}

function fitPoints(fn: PartFunction, control: Control, throttle: boolean): Point[] {
  const { kind } = control;
  const springy = springs(control, throttle);
  if (fn.takes === 'position' && springy) return [{ cost: COST.unfit, why: 'springs back from where it was put' }];
  if (fn.takes === 'position' && kind === 'switch3') return [{ cost: COST.unfit, why: 'knows only three places' }];
  if (fn.takes === 'position' && kind === 'knob') return [{ cost: COST.fewer, why: 'a knob where a slider is usual' }];
  if (fn.takes === 'position' && kind === 'stick')
    return [{ cost: COST.fewer, why: 'a stick where a slider is usual' }];
  if (fn.takes === 'rate' && kind === 'slider') return [{ cost: COST.unfit, why: 'does not come back to standstill' }];
  if (fn.takes === 'rate' && kind === 'switch3') return [{ cost: COST.fewer, why: 'knows one speed each way' }];
  if (fn.takes === 'pulse' && !springy) return [{ cost: COST.flick, why: 'latches: flicked up and back for a pulse' }];
  if (!isWindowed(fn)) return [];
  if (fn.takes !== 'pulse' && (kind === 'slider' || kind === 'knob' || kind === 'stick'))
    return [{ cost: COST.unfit, why: 'has no places to click into' }];
  const places = kind === 'switch3' ? 3 : 2;
  return fn.takes !== 'pulse' && places > (fn.windows?.length ?? 0)
    ? [{ cost: COST.plenty, why: 'has a place more than is needed' }]
    : [];
}

function reachPoints({ flying }: HandAt, control: Control): Point[] {
  if (!flying) return [];
  const points = [{ cost: COST.perReach * reachOf(control), why: 'reach of a finger from its stick' }];
  if (sideOf(control) === 'both') points.push({ cost: COST.middle, why: 'in the middle: a thumb leaves its stick' });
  return points;
}

function wishPoints(wish: Wish | null, control: Control): Point[] {
  return wish?.control && wish.control !== control.id
    ? [{ cost: COST.otherThanWished, why: 'another control was wished for' }]
    : [];
}

/** Half of the face a control sits on; the middle is either hand's. */
function sideOf({ x }: Control): 'left' | 'right' | 'both' {
  if (x > 0.4 && x < 0.6) return 'both';
  return x < 0.5 ? 'left' : 'right';
}

/** Way from the nearer stick, as a share of the face. */
function reachOf({ x, y }: Control): number {
  return Math.min(...Object.values(STICKS_AT).map((at) => Math.hypot(x - at.x, y - at.y)));
}
