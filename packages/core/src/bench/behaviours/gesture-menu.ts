/** A menu that a controller opens and moves in by the sticks it reads, while it is not armed. */
import { FLIGHT_AXES, heldAt, isKey, isMadeBy, stickShare, type FlightAxis, type StickGesture } from '../../channels/index.js';
import type { BenchPart, Menu } from '../compile.js';
import type { DeviceState, MenuState } from '../state.js';
import type { Surroundings } from './surroundings.js';

const NOWHERE: MenuState = { at: 'closed', held: { roll: 0, pitch: 0, throttle: 0, yaw: 0 }, sinceMs: 0, done: 0, keys: 0, nextMs: Infinity };

export const startMenus = ({ menus }: BenchPart): readonly MenuState[] => menus.map(() => NOWHERE);

/** Takes up what the sticks say now; the same array while nothing changes. */
export function stepMenus(own: BenchPart, states: readonly MenuState[], at: Surroundings): readonly MenuState[] {
  if (!at.isAwake(own.index)) return states;
  let next = states;
  for (let k = 0; k < states.length; k++) {
    const now = stepMenu(own.menus[k]!, states[k]!, at);
    if (now !== states[k]) next = next.with(k, now);
  }
  return next;
}

export const menusDueMs = (states: readonly MenuState[]): number =>
  states.reduce((due, { nextMs }) => Math.min(due, nextMs), Infinity);

function stepMenu(menu: Menu, before: MenuState, at: Surroundings): MenuState {
  const held = heldSticks(menu, at);
  const isSame = FLIGHT_AXES.every((axis) => Object.is(held[axis], before.held[axis]));
  const now = isSame ? before : { ...before, held, sinceMs: at.tMs, done: 0 };
  return ripened(menu, now, at.tMs);
}

/** Where the controller has the sticks; nowhere that means anything while it sleeps or is armed. */
function heldSticks({ controller, axes, arm }: Menu, at: Surroundings): Record<FlightAxis, number> {
  const { does } = at.parts[controller]!;
  const isDeaf = !does || !at.isAwake(controller) || (arm && does.asked[arm.fn] === arm.window);
  const { functions } = at.bench.parts[controller]!;
  const of = (axis: FlightAxis): number =>
    isDeaf ? NaN : heldAt(shareOf(functions, does, axes[axis]));
  return { roll: of('roll'), pitch: of('pitch'), throttle: of('throttle'), yaw: of('yaw') };
}

function shareOf(functions: BenchPart['functions'], { asked }: DeviceState, i: number): number {
  const heard = functions[i];
  return heard ? stickShare(heard.fn, heard.setup, asked[i]!) : NaN;
}

/** Every gesture that has been held long enough does what it does, the shorter ones first, each once while the sticks stay. */
function ripened({ gestures, unheard }: Menu, before: MenuState, tMs: number): MenuState {
  let { at, keys, done } = before;
  let nextMs = Infinity;
  for (let i = 0; i < gestures.length; i++) {
    const gesture = gestures[i]!;
    if (!isMadeBy(gesture, before.held) || i < done) continue;
    const ripeMs = before.sinceMs + gesture.holdS * 1000;
    if (ripeMs > tMs) {
      nextMs = Math.min(nextMs, ripeMs);
      break;
    }
    if (at === 'closed') keys = 0;
    else if (isKey(gesture) && !unheard.includes(gesture.id)) keys++;
    at = placeAfter(gesture, at);
    done = i + 1;
  }
  if (at === before.at && keys === before.keys && done === before.done && nextMs === before.nextMs) return before;
  return { ...before, at, keys, done, nextMs };
}

/** The second menu opens out of the first. @source [practice] the gesture, [mem] that the first must be open */
function placeAfter({ does }: StickGesture, at: MenuState['at']): MenuState['at'] {
  if (does === 'open') return at === 'closed' ? 'open' : at;
  if (does === 'second menu') return at === 'closed' ? at : 'second menu';
  return does === 'leave' ? 'closed' : at;
}
