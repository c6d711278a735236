/** How a controller tells by the sticks it reads that a gesture is made. */
import { isWindowed, type AskedBy, type PartFunction } from '../parts/index.js';
import { outputSpan, rangeDemand, type FunctionSetup } from './demand.js';
import { arrivingUs, forward, sentPulseUs, type SignalWay } from './signal-path.js';
import { FLIGHT_AXES, type FlightAxis } from './sticks.js';

/** One gesture of a menu by the sticks. */
export type StickGesture = Extract<AskedBy, { by: 'gesture' }>['gestures'][number];

/** A stick beyond this share of its way is held there. @source [mem] */
const HELD = 0.6;
/** A stick within this share of its way stands in the middle. @source [mem] */
const CENTRED = 0.25;

/** Where a stick axis stands as its function takes it, −1…+1; NaN while nothing is heard. */
export function stickShare(fn: PartFunction, setup: FunctionSetup, demand: number): number {
  const [a, b] = outputSpan(fn, { ...setup, reverse: false });
  return a === b ? NaN : (2 * (demand - a)) / (b - a) - 1;
}

/** Which way an axis is held: 1 and −1 at its ends, 0 in the middle and where none is told; NaN between. */
export function heldAt(share: number): number {
  if (Number.isNaN(share) || Math.abs(share) <= CENTRED) return 0;
  return Math.abs(share) >= HELD ? Math.sign(share) : NaN;
}

/** Which way the controller has an axis held while its stick stands somewhere, −1…+1; NaN for neither way nor the middle. */
export function stickHolds(chain: SignalWay, position: number): number {
  const sentUs = sentPulseUs(chain, position);
  if (sentUs === null) return NaN;
  return heldAt(stickShare(chain.fn, chain.setup, rangeDemand(chain.fn, arrivingUs(chain, sentUs), chain.setup)));
}

/** Whether sticks held so make the gesture; an axis that it leaves out stands in the middle. */
export const isMadeBy = (
  { sticks }: Pick<StickGesture, 'sticks'>,
  held: Readonly<Record<FlightAxis, number>>,
): boolean => FLIGHT_AXES.every((axis) => held[axis] === Math.sign(sticks[axis] ?? 0));

/** Which window of what arms is the armed one: the highest; −1 where it has none. */
export function armedWindow(fn: PartFunction): number {
  const windows = isWindowed(fn) ? (fn.windows ?? []) : [];
  return windows.reduce((best, w, i) => (best < 0 || w.fromUs > windows[best]!.fromUs ? i : best), -1);
}

/** Whether a control in some place puts what arms into its armed window, which may be one of several. */
export function armsAt(chain: SignalWay, position: number): boolean {
  const now = forward(chain, position);
  const armed = chain.fn.windows?.[armedWindow(chain.fn)]?.label;
  return now !== null && 'window' in now.demand && now.demand.window !== null && now.demand.window === armed;
}
