import * as z from 'zod';
import { issueProblems, parseJson } from './json.js';
import { RIG_FORMAT, RIG_VERSION, rigProblems, type Rig } from '../rig/index.js';
import { rigInFull } from './in-full.js';
import { rigSchema } from '../rig/schemas.js';
import { migrateRig } from '../rig/studies.js';
import { readFailed, readOk, type Problem, type Reading } from '../units/index.js';

/** As many problems as a person can use; the rest is counted. */
const MOST_PROBLEMS = 12;

/** Text of a rig file: JSON with two-space indent and a last line end. @source [std RFC 8259] */
export function writeRig(rig: Rig): string {
  return `${JSON.stringify(rig, null, 2)}\n`;
}

/** What the reading of a rig file is at, in the order it goes through. */
export const READING_STEPS = ['text', 'parts and wires', 'what they name'] as const;

/**
 * Reads a rig file. Every problem names its place in the document; nothing is repaired silently.
 * Older versions are migrated; newer ones are refused.
 * @param at is told each step of {@link READING_STEPS} as it begins
 */
export function readRig(
  text: string,
  at: (step: (typeof READING_STEPS)[number]) => void = () => undefined,
): Reading<Rig> {
  at('text');
  const json = parseJson(text);
  if (!json.ok) return json;
  const foreign = foreignProblem(json.value);
  if (foreign) return readFailed(foreign);
  at('parts and wires');
  const document = migrateRig(json.value);
  const parsed = rigSchema.safeParse(document);
  if (!parsed.success) return readFailed(...shorten(issueProblems(rigSchema, parsed.error.issues, document)));
  const rig = rigInFull(parsed.data);
  at('what they name');
  const broken = rigProblems(rig);
  return broken.length ? readFailed(...shorten(broken)) : readOk(rig);
}

/** JSON Schema of the rig document, printed from the one definition. */
export function rigJsonSchema(): object {
  return z.toJSONSchema(rigSchema, { io: 'input', target: 'draft-2020-12' });
}

function foreignProblem(value: unknown): Problem | null {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return { where: 'top', what: 'a rig file holds one object' };
  const { format, version } = value as { format?: unknown; version?: unknown };
  if (format !== RIG_FORMAT)
    return { where: 'format', what: `expected "${RIG_FORMAT}", found ${JSON.stringify(format) ?? 'nothing'}` };
  if (typeof version === 'number' && version > RIG_VERSION) {
    return {
      where: 'version',
      what: `version ${version} was written by a newer Squallmark; this one reads up to ${RIG_VERSION}`,
    };
  }
  return null;
}

function shorten(problems: Problem[]): Problem[] {
  if (problems.length <= MOST_PROBLEMS) return problems;
  return [...problems.slice(0, MOST_PROBLEMS), { where: 'file', what: `and ${problems.length - MOST_PROBLEMS} more` }];
}
