import { readBrief, readRig, BRIEF_FORMAT } from '@squallmark/core/files';
import type { Rig } from '@squallmark/core/rig';
import { problemText, type Reading } from '@squallmark/core/units';
import type * as z from 'zod';
import { InputProblem, type Shell } from '../shell.js';

/** Bytes of a file, or a problem that names it. */
function openBytes(file: string, shell: Shell): Uint8Array {
  try {
    return shell.read(file);
  } catch (error) {
    throw new InputProblem(`${file}: ${reasonOf(error)}`);
  }
}

/** Text of a file, or a problem that names it. */
export const openText = (file: string, shell: Shell): string => new TextDecoder().decode(openBytes(file, shell));

/** What a schema has against a file, a line each with its place. */
export const problemsOf = (file: string, { issues }: z.ZodError): string =>
  issues.map((i) => `${file}: ${i.path.join('.') || 'the whole'}: ${i.message}`).join('\n');

/** Rig of a file, or every problem with its place, a line each. */
export const openRig = (file: string, shell: Shell): Rig => open(file, shell, readRig);

/** Rig of a brief, or of a rig file. */
export const openBrief = (file: string, shell: Shell): Rig =>
  open(file, shell, (text) => (text.includes(`"${BRIEF_FORMAT}"`) ? readBrief(text) : readRig(text)));

function open(file: string, shell: Shell, read: (text: string) => Reading<Rig>): Rig {
  const reading = read(openText(file, shell));
  if (reading.ok) return reading.value;
  throw new InputProblem(reading.problems.map((p) => `${file}: ${problemText(p)}`).join('\n'));
}

export function reasonOf(error: unknown): string {
  const code = (error as { code?: unknown }).code;
  if (code === 'ENOENT') return 'there is no such file';
  if (code === 'EISDIR') return 'this is a folder';
  return error instanceof Error ? error.message : String(error);
}

/** A file's JSON, whatever it holds. @throws {InputProblem} naming the file and why */
export function openJson(file: string, shell: Shell): unknown {
  const text = openText(file, shell);
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new InputProblem(`${file}: this is no JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
}
