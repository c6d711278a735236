import { springs, type Control, type PartFunction, type Sheet } from '../../parts/index.js';
import type { Part, Wish } from '../../rig/index.js';
import { PULSE } from '../../units/index.js';
import { fitOf, runsAcross } from '../fit.js';
import { sideOf } from '../match.js';
import { isThrottle } from '../sticks.js';
import { totalOf, type Option, type Point } from './demand.js';

/** Points of this assignment are ours: their order is practice, their sizes are not. [practice] */
const COST = {
  // a control that is named is had, however it suits, where nobody else names it
  otherThanWished: 40,
  never: 7,
  // no way of a finger outweighs a control that does not suit
  unfit: 7,
  flick: 4,
  mayFly: 4,
  across: 2,
  oneSpeed: 2.5,
  middle: 2,
  perReach: 4,
  fewer: 1,
  plenty: 0.5,
  otherSide: 1.5,
  calledOtherwise: 3,
} as const;
/** Fingers of a hand on its stick reach this far over the face. [practice] */
const REACH = 0.62;
const STICKS_AT = { left: { x: 0.26, y: 0.55 }, right: { x: 0.74, y: 0.55 } } as const;

/** A transmitter, and what its thumbs are busy with. */
export interface TransmitterInUse {
  part: Part;
  sheet: Sheet;
  /** Both thumbs are on the sticks while the functions are used. */
  flying: boolean;
  /** All its sticks are the craft's; of what drives or floats those that move something of it, and these are taken already. */
  craft: boolean;
  /** A craft is flown by this transmitter, though its controller is not on the bench. */
  mayFly: boolean;
}

/** Controls that functions told by one width may have, with their points; `ruledOut` counts the others by reason. */
export function controlOptions(
  fns: readonly [PartFunction, ...PartFunction[]],
  wish: Wish | null,
  transmitter: TransmitterInUse,
  taken: ReadonlySet<string>,
): { options: Option<Control>[]; ruledOut: Map<string, number> } {
  const ruledOut = new Map<string, number>();
  const [fn] = fns;
  const both = isTwoSided(fns);
  const options = transmitter.sheet.controls.flatMap((control): Option<Control>[] => {
    const named = wish?.control === control.id;
    const no = taken.has(control.id)
      ? 'has a channel already'
      : whyNot(both ? null : fn, wish, transmitter, control, named);
    if (no) {
      ruledOut.set(no, (ruledOut.get(no) ?? 0) + 1);
      return [];
    }
    const points = [
      ...(both ? twoSidedPoints(control) : fitPoints(fn, control, isThrottle(transmitter, control.id))),
      // how far a finger goes is the user's own affair once the control is named
      ...(named ? [] : reachPoints(transmitter, control)),
      ...wishPoints(wish, control),
      ...(named ? [] : namePoints(fn, control)),
    ];
    return [{ value: control, cost: totalOf(points), points }];
  });
  return { options, ruledOut };
}

/** What a hand or a function rules out altogether; a control that was named is ruled out by flight alone. @source [practice] */
function whyNot(
  fn: PartFunction | null,
  wish: Wish | null,
  transmitter: TransmitterInUse,
  control: Control,
  named: boolean,
): string | null {
  if (transmitter.flying && transmitter.craft && control.kind === 'stick') return 'the sticks fly';
  if (named) return null;
  if (transmitter.flying && reachOf(control) > REACH) return 'out of reach while flying';
  if (wish && wish.hand !== 'either' && sideOf(control) !== 'both' && sideOf(control) !== wish.hand)
    return `not under the ${wish.hand} hand`;
  const fit = fn && fitOf(fn, control, isThrottle(transmitter, control.id));
  return fit?.grade === 'no' ? fit.why : null;
}

/** One width asks for one of them low and for another high. */
const isTwoSided = (fns: readonly PartFunction[]): boolean => {
  const windows = fns.flatMap((f) => f.windows ?? []);
  return (
    fns.length > 1 && windows.some((w) => w.toUs <= PULSE.centreUs) && windows.some((w) => w.fromUs >= PULSE.centreUs)
  );
};

/** Low for one thing and high for another: a switch with a middle to rest in, best one that goes back there. */
function twoSidedPoints({ kind, sprung }: Control): Point[] {
  if (kind === 'button' || kind === 'switch2') return [{ cost: COST.never, why: 'reaches one side only' }];
  if (kind !== 'switch3') return [{ cost: COST.fewer, why: 'no switch' }];
  return sprung ? [] : [{ cost: COST.plenty, why: 'stays where it is put' }];
}

function fitPoints(fn: PartFunction, control: Control, throttle: boolean): Point[] {
  const fit = fitOf(fn, control, throttle);
  const { kind } = control;
  if (fit.grade === 'no') return [{ cost: COST.never, why: fit.why }];
  const points: Point[] = runsAcross(fn, control) ? [{ cost: COST.across, why: 'runs across what it moves' }] : [];
  if (fit.grade === 'badly') return [...points, { cost: fn.takes === 'pulse' ? COST.flick : COST.unfit, why: fit.why }];
  if (STEERS.has(fn.what) && !springs(control, throttle))
    points.push({ cost: COST.across, why: 'stays where it is put, where what steers goes straight again' });
  if (fn.takes === 'position' && kind === 'knob')
    points.push({ cost: COST.fewer, why: 'a knob where a slider is usual' });
  if (fn.takes === 'position' && kind === 'stick')
    points.push({ cost: COST.fewer, why: 'a stick where a slider is usual' });
  if (fn.takes === 'rate' && kind === 'stick' && !MOVES.has(fn.what))
    points.push({ cost: COST.plenty, why: 'a stick, which what turns and runs may want' });
  if (fn.takes === 'rate' && kind === 'switch3') points.push({ cost: COST.oneSpeed, why: 'knows one speed each way' });
  const places = kind === 'switch3' ? 3 : 2;
  if (['windows', 'latch', 'momentary', 'steps'].includes(fn.takes) && places > placesOf(fn))
    points.push({ cost: COST.plenty, why: 'has a place more than is needed' });
  if ((fn.takes === 'pulse' || fn.takes === 'momentary') && places > 2)
    points.push({ cost: COST.otherSide, why: 'goes two ways where one is pressed' });
  return points;
}

/** Axes by which a craft is steered. */
const STEERS: ReadonlySet<string> = new Set(['roll', 'pitch', 'yaw']);

/** What a single window names is off outside it: that is a second place. */
const placesOf = ({ windows = [] }: PartFunction): number => Math.max(2, windows.length);

/** What a stick is for before all else. @source [practice] */
const MOVES: ReadonlySet<string> = new Set(['pan', 'tilt', 'roll-trim', 'drive', 'look-down']);

function reachPoints({ flying, mayFly }: TransmitterInUse, control: Control): Point[] {
  if (mayFly && control.kind === 'stick') return [{ cost: COST.mayFly, why: 'the sticks may fly' }];
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

/** What controls are called after, as it is written on them. */
const CALLED = ['pan', 'tilt', 'roll', 'zoom', 'focus', 'iris', 'filter', 'exposure', 'record', 'photo', 'palette'];

/** What is written on a control says what it is for: a rocker called "zoom" is left to zoom. @source [practice] */
function namePoints({ what }: PartFunction, { label, kind }: Control): Point[] {
  const words = label.toLowerCase().split(/[^a-z]+/);
  // a stick called "roll" flies
  const called = CALLED.filter((name) => words.includes(name) && (name !== 'roll' || kind !== 'stick'));
  return called.length && !called.includes(what.replace('-trim', ''))
    ? [{ cost: COST.calledOtherwise, why: `is called ${label}` }]
    : [];
}

/** Way from the nearer stick, as a share of the face. */
function reachOf({ x, y }: Control): number {
  return Math.min(...Object.values(STICKS_AT).map((at) => Math.hypot(x - at.x, y - at.y)));
}
