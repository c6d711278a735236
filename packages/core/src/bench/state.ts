/** Position of each control of a transmitter, −1…+1; a control that is not there stands idle. */
export type Controls = Readonly<Record<string, number>>;

/** What a bench part remembers between steps. Every kind is plain data. */
export interface TransmitterState {
  role: 'transmitter';
  /** Widths of the sixteen channels in the last frame, µs. */
  pulses: readonly number[];
  /** Radio frames sent so far. */
  frames: number;
  nextMs: number;
  /** When the last frame went out, ms; not yet when left out. */
  sentMs?: number;
}

/** A receiver in operation: what it puts out, and what it last heard. */
export interface ReceiverState {
  role: 'receiver';
  /** Widths its pins put out, µs: as last heard, or its fail-safe; empty until the first frame, NaN on a silent pin. */
  pulses: readonly number[];
  /** Widths it puts on its bus, µs; empty while it says nothing there. */
  bus: readonly number[];
  /** The last 25 bytes it put on the bus. */
  bytes: Uint8Array;
  /** Bus frames put out so far. */
  busFrames: number;
  nextMs: number;
  /** Radio frames it has heard, when the last one came, ms, and whether it gave the radio up since. */
  heard: number;
  heardMs: number;
  lost: boolean;
}

/** Parts with functions: what each function last heard and what became of it. */
export interface DeviceState {
  role: 'device';
  /** Bus frames heard so far. */
  busFrames: number;
  /** Bus counts as this listener decoded them. */
  counts: readonly number[];
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
  /** Nothing moved in the last step: until something new is heard, nothing will. */
  settled: boolean;
}

interface IdleState {
  role: 'idle';
}

/** State of one part, by what it does on the bench. */
export type PartState = TransmitterState | ReceiverState | DeviceState | IdleState;

/** The whole bench at one moment; never changed, each step makes a new one. */
export interface BenchState {
  /** Milliseconds since power-up. */
  tMs: number;
  controls: Controls;
  parts: readonly PartState[];
}
