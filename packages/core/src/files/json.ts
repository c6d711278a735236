import type * as z from 'zod';
import { readFailed, readOk, type Problem, type Reading } from '../units/index.js';

/** Text to JSON; what is wrong is said with line and column. @source [std RFC 8259] */
export function parseJson(text: string): Reading<unknown> {
  try {
    return readOk(JSON.parse(text.replace(/^\uFEFF/, '')) as unknown);
  } catch (error) {
    return readFailed({
      where: placeOf(text, String(error)),
      what: text.trim() ? 'this is not JSON' : 'the file is empty',
    });
  }
}

/** Line and column from the position that the JSON reader names, where it names one. */
function placeOf(text: string, message: string): string {
  const at = /position (\d+)/.exec(message)?.[1];
  const before = text.slice(0, at === undefined ? text.length : Number(at)).split('\n');
  return `line ${before.length}, column ${before.at(-1)!.length + 1}`;
}

/** A schema's complaint with its place in the document. */
export function issueProblem(issue: z.core.$ZodIssue): Problem {
  const where = issue.path.reduce<string>(
    (path, key) => (typeof key === 'number' ? `${path}[${key}]` : path ? `${path}.${String(key)}` : String(key)),
    '',
  );
  return { where: where || 'top', what: issue.message };
}
