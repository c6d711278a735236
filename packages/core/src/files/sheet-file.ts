import * as z from 'zod';
import { sheetProblems, type Sheet } from '../parts/index.js';
import { inFull, sheetSchema } from '../parts/schemas.js';
import { readFailed, readOk, type Reading } from '../units/index.js';
import { migrateSheet } from '../rig/studies.js';
import { issueProblems, parseJson } from './json.js';

/** Text of a part sheet's file. */
export function writeSheet(sheet: Sheet): string {
  return `${JSON.stringify(sheet, null, 2)}\n`;
}

/** JSON Schema of a part sheet, printed from the one definition. */
export function sheetJsonSchema(): object {
  return z.toJSONSchema(sheetSchema, { io: 'input', target: 'draft-2020-12' });
}

/** Reads a part sheet. A mistake says where: line and column for broken JSON, the place in the sheet for everything else. */
export function readSheet(text: string): Reading<Sheet> {
  const json = parseJson(text);
  if (!json.ok) return json;
  const document = migrateSheet(json.value);
  const parsed = sheetSchema.safeParse(document);
  if (!parsed.success) return readFailed(...issueProblems(sheetSchema, parsed.error.issues, document));
  const broken = sheetProblems(parsed.data);
  return broken.length ? readFailed(...broken) : readOk(inFull(parsed.data));
}
