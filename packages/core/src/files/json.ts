import { parse, printParseErrorCode, type ParseError } from 'jsonc-parser';
import type * as z from 'zod';
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

/** A schema's complaint with its place in the document. */
export function issueProblem(issue: z.core.$ZodIssue): Problem {
  const where = issue.path.reduce<string>(
    (path, key) => (typeof key === 'number' ? `${path}[${key}]` : path ? `${path}.${String(key)}` : String(key)),
    '',
  );
  return { where: where || 'top', what: issue.message };
}
