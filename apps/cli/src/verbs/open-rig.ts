import { readRig } from '@squallmark/core/files';
import type { Rig } from '@squallmark/core/rig';
import { problemText } from '@squallmark/core/units';
import { InputProblem, type Shell } from '../shell.js';

/** Bytes of a file, or a problem that names it. */
export function openBytes(file: string, shell: Shell): Uint8Array {
  try {
    return shell.read(file);
  } catch (error) {
    throw new InputProblem(`${file}: ${reasonOf(error)}`);
  }
}

/** Rig of a file, or every problem with its place, a line each. */
export function openRig(file: string, shell: Shell): Rig {
  const reading = readRig(new TextDecoder().decode(openBytes(file, shell)));
  if (reading.ok) return reading.value;
  throw new InputProblem(reading.problems.map((p) => `${file}: ${problemText(p)}`).join('\n'));
}

function reasonOf(error: unknown): string {
  const code = (error as { code?: unknown }).code;
  if (code === 'ENOENT') return 'there is no such file';
  if (code === 'EISDIR') return 'this is a folder';
  return error instanceof Error ? error.message : String(error);
}
