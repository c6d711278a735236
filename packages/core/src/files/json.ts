import { parse, printParseErrorCode, type ParseError } from 'jsonc-parser';
import type * as z from 'zod';
import { placeIn, type Place } from './schema-place.js';
import { readFailed, readOk, type Problem, type Reading } from '../units/index.js';

/** What the parser found, in words. */
const SAID: Readonly<Record<string, string>> = {
  InvalidSymbol: 'a word that JSON does not know',
  InvalidNumberFormat: 'no number as JSON writes it',
  PropertyNameExpected: 'a name in quotation marks is missing',
  ValueExpected: 'a value is missing',
  ColonExpected: 'a colon is missing',
  CommaExpected: 'a comma is missing',
  CloseBraceExpected: 'a closing brace is missing',
  CloseBracketExpected: 'a closing bracket is missing',
  EndOfFileExpected: 'something follows where the file should end',
  InvalidCommentToken: 'JSON has no comments',
  UnexpectedEndOfComment: 'JSON has no comments',
  UnexpectedEndOfString: 'a text is not closed',
  UnexpectedEndOfNumber: 'a number is cut off',
  InvalidUnicode: 'a broken \\u escape',
  InvalidEscapeCharacter: 'a broken escape',
  InvalidCharacter: 'a control character in a text',
};

/** Text to JSON; what is wrong is said with line and column. @source [std RFC 8259] */
export function parseJson(text: string): Reading<unknown> {
  const bare = text.replace(/^\uFEFF/, '');
  try {
    return readOk(JSON.parse(bare) as unknown);
  } catch {
    if (!bare.trim()) return readFailed({ where: 'line 1, column 1', what: 'the file is empty' });
    return readFailed(mistakeIn(bare));
  }
}

/** The first mistake with its place: the engine's own reader names one only now and then. */
function mistakeIn(text: string): Problem {
  const errors: ParseError[] = [];
  parse(text, errors, { disallowComments: true, allowTrailingComma: false });
  const [first] = errors.sort((a, b) => a.offset - b.offset);
  const before = text.slice(0, first?.offset ?? text.length).split(/\r\n|\r|\n/);
  const why = first && SAID[printParseErrorCode(first.error)];
  return {
    where: `line ${before.length}, column ${before.at(-1)!.length + 1}`,
    what: why ? `this is not JSON: ${why}` : 'this is not JSON',
  };
}

/** A schema's complaints about a document with their places in it, in words. */
export const issueProblems = (
  schema: z.core.$ZodType,
  issues: readonly z.core.$ZodIssue[],
  document: unknown,
): Problem[] =>
  issues.map((issue) => ({
    where: placeOf(issue.path),
    what: saidOf(issue, valueAt(document, issue.path), placeIn(schema, issue.path)),
  }));

const placeOf = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (place, key) => (typeof key === 'number' ? `${place}[${key}]` : place ? `${place}.${String(key)}` : String(key)),
    '',
  ) || 'top';

const valueAt = (document: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>(
    (value, key) =>
      typeof value === 'object' && value !== null ? (value as Record<PropertyKey, unknown>)[key] : undefined,
    document,
  );

/** What a schema wants, as a person would say it. */
const WANTED: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  tuple: 'a list',
  object: 'an object',
  record: 'an object',
};
/** Of a list of words, as many as one reads; all that a function can be are among them. */
const MOST_WORDS = 40;

/** A complaint in words; those about figures and texts say it themselves. */
function saidOf(issue: z.core.$ZodIssue, value: unknown, { keys, words }: Place): string {
  const found = value === undefined ? 'is missing' : `is ${shown(value)}`;
  if (issue.code === 'invalid_type' && issue.expected in WANTED)
    return `${found}; ${WANTED[issue.expected]!} is wanted`;
  if (issue.code === 'invalid_value')
    return `${found}${perhaps(value, issue.values)}; ${oneOf(issue.values)} is wanted`;
  if (issue.code === 'unrecognized_keys')
    return `nobody reads ${issue.keys.map((key) => `${JSON.stringify(key)}${perhaps(key, keys)}`).join(', ')}; what is read here: ${listed(keys)}`;
  if (issue.code === 'invalid_union' && words.length)
    return `${found}${perhaps(value, words)}; ${oneOf(words)} is wanted`;
  if (issue.code === 'invalid_union') return `${found}, which is none of what can stand here`;
  if (issue.code === 'too_small') return `${boundOf(value)}; at least ${issue.minimum} is wanted`;
  if (issue.code === 'too_big') return `${boundOf(value)}; at most ${issue.maximum} is wanted`;
  return issue.message;
}

const oneOf = (words: readonly unknown[]): string => `${words.length > 1 ? 'one of ' : ''}${listed(words)}`;

/** As many as one reads, and how many more. */
function listed(words: readonly unknown[]): string {
  const read = words.slice(0, MOST_WORDS).map((word) => JSON.stringify(word) ?? String(word));
  return `${read.join(', ')}${words.length > read.length ? ` and ${words.length - read.length} more` : ''}`;
}

/** What is held against a bound: a figure itself, of a list or a text how long it is. */
function boundOf(value: unknown): string {
  const of = Array.isArray(value) ? 'entries' : typeof value === 'string' ? 'letters' : null;
  if (!of) return `is ${shown(value)}`;
  return `has ${(value as { length: number }).length || 'no'} ${of}`;
}

/** The one word that is meant where only its letters' size or what stands between them is otherwise, or an end is left out. */
function perhaps(value: unknown, words: readonly unknown[]): string {
  const bare = (word: unknown): string =>
    String(word)
      .toLowerCase()
      .replace(/[^a-z0-9]/g, '');
  const own = bare(value);
  const near = words.filter((w) => own && (bare(w).startsWith(own) || own.startsWith(bare(w))));
  return near.length === 1 ? `, perhaps ${JSON.stringify(near[0])}` : '';
}

/** A value as it stands in the file, short. */
function shown(value: unknown): string {
  if (Array.isArray(value)) return 'a list';
  if (typeof value === 'object' && value !== null) return 'an object';
  const text = JSON.stringify(value);
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}
