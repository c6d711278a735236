import {
  readCapture,
  recogniseAs,
  recogniseBytes,
  recogniseLine,
  SENSE_NAMES,
  USUAL,
  type Capture,
  type Guess,
  type Sense,
  type SenseKind,
} from '@squallmark/core/captures';
import { problemText } from '@squallmark/core/units';
import { InputProblem, type Shell } from '../shell.js';
import { reasonOf } from './open-rig.js';

/** A recording, read in pieces; or a problem that names file and place. */
export async function openCapture(file: string, shell: Shell): Promise<Capture> {
  let reading;
  try {
    reading = await readCapture({ name: file, size: 0, pieces: shell.pieces(file) });
  } catch (error) {
    throw new InputProblem(`${file}: ${reasonOf(error)}`);
  }
  if (reading.ok) return reading.value;
  throw new InputProblem(reading.problems.map(problemText).join('\n'));
}

/** The kind named by `--as`; undefined when none was. */
export function kindOf(as: string | undefined): SenseKind | undefined {
  if (as === undefined || Object.hasOwn(USUAL, as)) return as as SenseKind | undefined;
  throw new InputProblem(`--as: "${as}" is not read here; ${Object.keys(SENSE_NAMES).join(', ')} are`);
}

/** What a line is: as told, with speed and sense as found; else the best guess. Null when nothing fits. */
export function guessLine(line: Capture['lines'][number], as: SenseKind | undefined): Guess | null {
  if (as === undefined) return recogniseLine(line)[0] ?? null;
  return recogniseAs(line, as) ?? told(USUAL[as]);
}

export function guessBytes(bytes: Uint8Array, as: SenseKind | undefined): Guess | null {
  const guesses = recogniseBytes(bytes);
  if (as === undefined) return guesses[0] ?? null;
  if (as === 'pulse' || as === 'ppm') throw new InputProblem(`--as: raw bytes hold no ${SENSE_NAMES[as]}`);
  return guesses.find((g) => g.sense.kind === as) ?? told(USUAL[as]);
}

/** Taken for it because somebody said so: nothing on the line speaks for it. */
const told = (sense: Sense): Guess => ({
  sense,
  sure: 0,
  text: SENSE_NAMES[sense.kind],
  odd: ['nothing on it speaks for that'],
});
