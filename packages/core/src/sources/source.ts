/** What comes from a source at a moment: bytes off a line, or where a game controller's axes and buttons stand. */
export type Chunk =
  | { kind: 'bytes'; /** Since the source was opened, ms. */ atMs: number; bytes: Uint8Array }
  | {
      kind: 'pad';
      /** Since the source was opened, ms. */
      atMs: number;
      /** Each −1…1. */
      axes: readonly number[];
      /** Each 0…1. */
      buttons: readonly number[];
    };

/**
 * Where signals come from: the simulated rig, a recording played back, a serial port, a stand-in receiver, a game controller.
 * Chunks come in the order of time. The iteration ends when the source does or when `stop` is aborted, and throws a
 * {@link SourceProblem} when the source fails; whatever it held is let go either way.
 */
export interface SignalSource {
  /** What it is called. */
  readonly name: string;
  open(stop: AbortSignal): AsyncIterable<Chunk>;
}

/** A source that cannot be opened, or broke off. */
export class SourceProblem extends Error {
  override readonly name = 'SourceProblem';
  constructor(
    readonly source: string,
    readonly what: string,
  ) {
    super(`${source}: ${what}`);
  }
}

/** How a source lets time pass. */
export interface Pace {
  /** Comes back after so many ms, at once when stopped. */
  wait(ms: number, stop: AbortSignal): Promise<void>;
}

/** No time passes: for reading through a recording. */
export const AT_ONCE: Pace = { wait: () => Promise.resolve() };
