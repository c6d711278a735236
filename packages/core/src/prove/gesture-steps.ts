/** Steps for a menu by the sticks: opened and left again, and its second menu where it has one. */
import { keysSight, menuSight } from '../bench/index.js';
import {
  FLIGHT_AXES,
  armedWindow,
  arrivingUs,
  gestureText,
  idleAt,
  isAxis,
  isKey,
  restPositions,
  sentPulseUs,
  stickHolds,
  windowIndex,
  type Ask,
  type Chain,
  type StickGesture,
} from '../channels/index.js';
import { isWindowed, type AskedBy } from '../parts/index.js';
import { sheetOf, type Rig } from '../rig/index.js';
import type { BareStep, Expect, Move, Plan } from './step.js';

/** Time past what a gesture is held for until it has come over the air, ms. @source [derived] frames on every way to the menu */
const ON_ITS_WAY_MS = 300;

/** Gestures that are looked at; each leaves the menu standing at what it is called. */
const SHOWN = ['open', 'second menu'] as const;

/**
 * Every step begins by opening the menu and ends by leaving it, so that it stands alone; never while anything is armed.
 * @source [practice] left before arming
 */
export function gestureSteps(
  { rig, driven }: Plan,
  ask: Ask,
  { gestures }: Extract<AskedBy, { by: 'gesture' }>,
): BareStep[] {
  const controller = ask.path.at(-1)!.talker.part.id;
  const flown = driven.filter((c) => c.part.id === controller);
  const sight = menuSight(ask.part.id, ask.fn.id);
  const by = (does: StickGesture['does']): StickGesture | undefined => gestures.find((g) => g.does === does);
  const leave = by('leave');
  const shown = SHOWN.flatMap((does): BareStep[] => {
    const gesture = by(does);
    if (!gesture) return [];
    const ways = [...(does === 'open' ? [] : [by('open')]), gesture, ...(leave ? [leave] : [])];
    const caption = gesture.shows ?? `${ask.fn.label.toLowerCase()}: ${does}`;
    const step = {
      id: `${ask.part.id}.${ask.fn.id}.${does.replace(' ', '-')}`,
      part: ask.part.id,
      title: `Disarmed: ${ways.flatMap((g) => (g ? gestureText(g) : [])).join('; then ')}`,
      expectText: leave ? `${caption}; gone again before anything is armed` : caption,
      through: [...ask.parts],
    };
    const made = ways.map((g) => g && movesOf(flown, g));
    if (!made.every((m) => m?.length)) return [{ ...step, setUp: {}, moves: [], expects: [], byEye: true }];
    return [
      {
        ...step,
        setUp: disarmedAndCentred(rig, flown),
        moves: made.flatMap((moves, i) => [
          ...moves!.map((m, k) =>
            ways[i] === gesture && leave && k === moves!.length - 1 ? { ...m, reads: [{ sight, is: does }] } : m,
          ),
          ...(i < made.length - 1 ? backToMiddle(moves!) : []),
        ]),
        expects: [{ sight, is: leave ? 'closed' : does }],
      },
    ];
  });
  return [...shown, ...keysStep(rig, ask, gestures, flown)];
}

/** Every key once, in the menu that was opened for it: of a ladder some may be lost. */
function keysStep(rig: Rig, ask: Ask, gestures: readonly StickGesture[], flown: readonly Chain[]): BareStep[] {
  const open = gestures.find((g) => g.does === 'open');
  const leave = gestures.find((g) => g.does === 'leave');
  const keys = gestures.filter(isKey);
  const ways = [open, ...keys, leave].flatMap((g) => (g ? [{ gesture: g, moves: movesOf(flown, g) ?? [] }] : []));
  // how it is opened must be known; what cannot be made by these sticks is told where it is opened
  if (!open || !keys.length || !ways.every(({ moves }) => moves.length)) return [];
  const sight = keysSight(ask.part.id, ask.fn.id);
  const count = (nth: number): Expect => ({ sight, near: nth, within: 0 });
  const moves = ways.flatMap(({ gesture, moves: own }): Move[] => {
    const nth = keys.indexOf(gesture) + 1;
    const read = nth ? own.map((m, k) => (k === own.length - 1 ? { ...m, reads: [count(nth)] } : m)) : own;
    return gesture === ways.at(-1)!.gesture ? read : [...read, ...backToMiddle(own)];
  });
  return [
    {
      id: `${ask.part.id}.${ask.fn.id}.keys`,
      part: ask.part.id,
      title: `Disarmed: open it by ${gestureText(open)}; then each key once: ${keys.map(gestureText).join('; ')}`,
      expectText: `${keys.length} keys, each does something`,
      through: [...ask.parts],
      setUp: disarmedAndCentred(rig, flown),
      moves,
      expects: [count(keys.length)],
    },
  ];
}

/** The sticks to where a gesture holds them, the last for as long as it takes; null where one of them cannot be brought there. */
function movesOf(flown: readonly Chain[], gesture: StickGesture): Move[] | null {
  const moves = FLIGHT_AXES.filter((axis) => gesture.sticks[axis]).map((axis): Move | null => {
    const chain = flown.find((c) => c.fn.what === axis);
    const to = [1, -1].find((at) => chain && stickHolds(chain, at) === Math.sign(gesture.sticks[axis]!));
    return to === undefined ? null : { control: chain!.control!.id, to };
  });
  if (!moves.every((m) => m !== null)) return null;
  return moves.map((m, i) => (i === moves.length - 1 ? { ...m, holdMs: gesture.holdS * 1000 + ON_ITS_WAY_MS } : m));
}

const backToMiddle = (moves: readonly Move[]): Move[] => moves.map(({ control }) => ({ control, to: 0 }));

/** A stick that stays where it is left stands low by itself, whatever it flies; what arms may stand anywhere. */
function disarmedAndCentred(rig: Rig, flown: readonly Chain[]): Record<string, number> {
  const staying = flown.filter(({ fn, transmitter, control }) => {
    if (!transmitter || !control || !isAxis(fn.what)) return false;
    return idleAt({ part: transmitter, sheet: sheetOf(rig, transmitter.id) }, control) !== 0;
  });
  const arm = flown.find((c) => c.fn.what === 'arm' && isWindowed(c.fn));
  const disarmed =
    arm &&
    restPositions(arm.control!.kind).find(
      (at) => windowIndex(arm.fn, arrivingUs(arm, sentPulseUs(arm, at)!), arm.setup) !== armedWindow(arm.fn),
    );
  return {
    ...Object.fromEntries(staying.map(({ control }) => [control!.id, 0])),
    ...(disarmed === undefined ? {} : { [arm!.control!.id]: disarmed }),
  };
}
