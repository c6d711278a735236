import type { FlightAxis } from '../channels/index.js';

/** Position of each control of a transmitter, −1…+1; a control that is not there stands idle. */
export type Controls = Readonly<Record<string, number>>;

/** A transmitter on the air. */
export interface SenderState {
  /** Widths of the sixteen channels in the last frame, µs; empty until the first. */
  pulses: readonly number[];
  /** Radio frames sent so far. */
  frames: number;
  /** When the next one is due, ms. */
  nextMs: number;
  /** When the last frame went out, ms; not yet when left out. */
  sentMs?: number;
  /** When the first frame with these widths went out, ms. */
  sinceMs?: number;
  /** Controls that the last frame was made of. */
  of?: Controls;
}

/** A line on which a receiver puts every channel. */
export interface LineState {
  /** When its next frame is due, ms. */
  nextMs: number;
  /** Frames put out so far. */
  frames: number;
  /** The last of them; the same array while nothing changes. */
  bytes: Uint8Array | null;
  /** Widths and flag that it was made of. */
  of?: readonly number[];
  wasLost?: boolean;
  wasMissed?: boolean;
}

/** A receiver in operation: what it puts out, and what it last heard. */
export interface ReceiverState {
  /** Widths its pins put out, µs: as last heard, or its fail-safe; empty until the first frame, NaN on a silent pin. */
  pulses: readonly number[];
  /** Widths it puts on its buses, µs; empty while it says nothing there. */
  bus: readonly number[];
  lines: readonly LineState[];
  /** Frames of its transmitter that should have come so far. */
  sent: number;
  /** Radio frames it has heard, when the last one came, ms, and whether it gave the radio up since. */
  heard: number;
  /** When the last one came, ms. */
  heardMs: number;
  lost: boolean;
  /** The last frame that should have come did not. */
  missed: boolean;
}

/** Parts that act on what they hear, or hand it on. */
export interface DeviceState {
  /** Counts as this listener decoded them, in the order of the lines it hears. */
  counts: readonly (readonly number[])[];
  /** Width each function takes, µs; NaN until something was heard. */
  us: readonly number[];
  /** What each function is asked for by the width it took. */
  asked: readonly number[];
  /** Answer of each function: a value, or the index of its window (−1 none). */
  answers: readonly number[];
  joints: readonly number[];
  /** Flips at each pulse; recording for a camera. */
  toggles: readonly boolean[];
  toggledMs: readonly number[];
  /** Where each function that goes by steps has been stepped to, from where it woke. */
  places: readonly number[];
  /** Where it stands on its line; null for what drives along none, or has no key that sets an end. */
  run: RunState | null;
  /** When it moves on, ms; never while all that it is asked is done. */
  nextMs: number;
  /** An axis moved in the last step. */
  isMoving: boolean;
}

/** Where a drive stands on its line. */
export interface RunState {
  /** Its place when it was last looked at, in seconds at its full speed from where it woke. */
  placeS: number;
  /** When that was, ms. */
  sinceMs: number;
  /** Which way it last went: 1 or −1, 0 while it has gone nowhere. */
  way: number;
  /** The ends set, as its place is counted: without end until a key has set one. */
  ends: readonly [back: number, forward: number];
}

/** A menu by the sticks. */
export interface MenuState {
  at: 'closed' | 'open' | 'second menu';
  /** Which way each axis is held: 1, −1, 0 in the middle, NaN between. */
  held: Readonly<Record<FlightAxis, number>>;
  /** Since when the sticks stand so, ms. */
  sinceMs: number;
  /** Gestures up to this one, the shortest first, have done what they do since then: a count. */
  done: number;
  /** Times that something was pressed in it since it was opened: a count. */
  keys: number;
  /** When the next gesture has been held long enough, ms. */
  nextMs: number;
}

/** State of one part, by what it can do: any of these. */
export interface PartState {
  sends: SenderState | null;
  receives: ReceiverState | null;
  does: DeviceState | null;
  menus: readonly MenuState[];
}

/** Who is fed and awake, in the order of the parts. */
export interface PowerState {
  /** Which parts draw their most, a bit each: {@link Supplies}. */
  draw: number;
  /** When each is or will be awake, ms; never while it is not fed. */
  awakeMs: readonly number[];
  /** When each falls asleep for want of volts, ms. */
  fallMs: readonly number[];
  /** How often each began anew since the packs are on. */
  restarts: readonly number[];
}

/** The whole bench at one moment; never changed, each run makes a new one. */
export interface BenchState {
  /** Milliseconds since power-up, whole microseconds. */
  tMs: number;
  controls: Controls;
  parts: readonly PartState[];
  power: PowerState;
}
