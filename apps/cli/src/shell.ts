/** What a verb may touch: files, standard output and standard error. Passed in, so that tests need no process. */
export interface Shell {
  /** @throws when the file cannot be read */
  read(file: string): Uint8Array;
  /** The file in pieces, for those that are too large to hold. Iterating throws when it cannot be read. */
  pieces(file: string): AsyncIterable<Uint8Array> | Iterable<Uint8Array>;
  /** Writes a file, making its folder. @throws when it cannot be written */
  write(file: string, bytes: Uint8Array): void;
  out(text: string): void;
  err(text: string): void;
}

/** 0 clear, 1 stops found, 2 the input could not be read. */
export type ExitStatus = 0 | 1 | 2;

export interface Options {
  json: boolean;
  charge: string | undefined;
  /** The order of powering down. */
  powerDown?: boolean | undefined;
  kind?: string | undefined;
  /** Pairs of hands. */
  hands?: string | undefined;
  as: string | undefined;
  /** Line of a recording. */
  line: string | undefined;
  assign: boolean;
  /** Every finding, not the stops alone. */
  all: boolean;
  rule: string | undefined;
  /** Loads at their greatest draw. */
  peak: boolean;
  /** Over time rather than at rest. */
  transient: boolean;
  /** Over many rigs of the same sheets. */
  band: boolean;
  /** What a short at each plug does. */
  short: boolean;
  /** What gets how warm. */
  heat: boolean;
  /** Packs over a run. */
  packs: boolean;
  /** Both sides of the gimbal's feed. */
  gimbalFeed: boolean;
  /** Around the rig, °C. */
  celsius: string | undefined;
  /** Room that the thinnest leads keep, V. */
  margin: string | undefined;
  /** Room that the cheapest set of regulators keeps, V. */
  feeding: string | undefined;
  /** The plan is played. */
  play: boolean;
  /** Every fault is put in and looked for. */
  faults: boolean;
  /** The bench as it really is. */
  on: string | undefined;
  /** What the steps gave. */
  answers: string | undefined;
  /** Lines of a log. */
  log: string | undefined;
  /** Folder or file to write to. */
  to: string | undefined;
}

/** Input that could not be used; `message` names file, place and reason. */
export class InputProblem extends Error {
  override readonly name = 'InputProblem';
}
