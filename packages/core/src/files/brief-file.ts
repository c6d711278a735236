import * as z from 'zod';
import { SHELF } from '../parts/shelf/index.js';
import { sheetProblems, type Sheet } from '../parts/index.js';
import { inFull, leaf, sheetSchema } from '../parts/schemas.js';
import { MOST, applyEdits, emptyRig, newPart, nextId, rigProblems, type Rig } from '../rig/index.js';
import { rigSchema, schoolsSchema } from '../rig/schemas.js';
import { readFailed, readOk, type Problem, type Reading } from '../units/index.js';
import { rigInFull } from './in-full.js';
import { migrateSheet } from '../rig/studies.js';
import { issueProblems, parseJson } from './json.js';

export const BRIEF_FORMAT = 'squallmark-brief';

const wishes = rigSchema.shape.wishes.element
  .omit({ id: true, label: true })
  .extend({ label: leaf.textLeaf('Label').optional() });

/** A brief: what a rig must do and which classes lie on the bench, without any wiring. */
const briefSchema = z.strictObject({
  format: z.literal(BRIEF_FORMAT).meta({ title: 'Format' }),
  version: z.literal(1).meta({ title: 'Version', unit: 'count' }),
  name: leaf.textLeaf('Name'),
  kind: leaf.textLeaf('Kind').default('rotor'),
  parts: leaf.listOf(
    'Parts',
    rigSchema.shape.parts.element.omit({ onBench: true }).extend({
      id: rigSchema.shape.parts.element.shape.id.optional(),
      class: leaf.textLeaf('Class', 64),
      label: leaf.textLeaf('Label').optional(),
    }),
    MOST.parts,
  ),
  wishes: leaf.listOf('Wishes', wishes, MOST.wishes).default([]),
  schools: schoolsSchema.partial().default({}),
  /** Sheets of own classes the parts name. */
  sheets: leaf.listOf('Own sheets', sheetSchema, MOST.parts).default([]),
});

/** A brief as its file says it. */
export type Brief = z.input<typeof briefSchema>;

/** Reads a brief and lays its parts on an empty bench. Every problem names its place. */
export function readBrief(text: string): Reading<Rig> {
  const json = parseJson(text);
  if (!json.ok) return json;
  const document = withMigratedSheets(json.value);
  const parsed = briefSchema.safeParse(document);
  if (!parsed.success) return readFailed(...issueProblems(briefSchema, parsed.error.issues, document));
  const broken = brokenSheets(parsed.data.sheets);
  return broken.length ? readFailed(...broken) : layOut(withOperators(parsed.data, json.value));
}

/** Own sheets that contradict themselves, or of which two are of one class. */
const brokenSheets = (sheets: readonly Sheet[]): Problem[] =>
  sheets.flatMap((sheet, i) => [
    ...(sheets.findIndex((s) => s.class === sheet.class) < i
      ? [{ where: `sheets[${i}].class`, what: `"${sheet.class}" is there twice` }]
      : []),
    ...sheetProblems(sheet).map(({ where, what }) => ({ where: `sheets[${i}].${where}`, what })),
  ]);

/** What a camera operator is wished to do takes one: where the brief does not say how many there are, there are two. */
function withOperators(brief: z.infer<typeof briefSchema>, told: unknown): z.infer<typeof briefSchema> {
  const schools = (told as Brief).schools;
  if (schools?.operators !== undefined || !brief.wishes.some((w) => w.by === 'camera operator')) return brief;
  return { ...brief, schools: { ...brief.schools, operators: 'two' } };
}

/** Own sheets of a brief may be of an older version. */
function withMigratedSheets(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || !('sheets' in value) || !Array.isArray(value.sheets)) return value;
  return { ...value, sheets: value.sheets.map(migrateSheet) };
}

/** JSON Schema of a brief, printed from the one definition. */
export function briefJsonSchema(): object {
  return z.toJSONSchema(briefSchema, { io: 'input', target: 'draft-2020-12' });
}

function layOut(brief: z.infer<typeof briefSchema>): Reading<Rig> {
  const sheets = new Map<string, Sheet>([...SHELF, ...brief.sheets.map(inFull)].map((s) => [s.class, s]));
  const problems: Problem[] = [];
  const empty = emptyRig(idFrom(brief.name), brief.name, brief.kind);
  let rig: Rig = { ...empty, schools: { ...empty.schools, ...brief.schools } };
  brief.parts.forEach(({ class: cls, id = nextId('P', rig.parts), label, ...own }, i) => {
    const sheet = sheets.get(cls);
    if (!sheet) return void problems.push({ where: `parts[${i}].class`, what: `no class "${cls}" on the shelf` });
    if (rig.parts.some((p) => p.id === id))
      return void problems.push({ where: `parts[${i}].id`, what: `"${id}" is there twice` });
    const same = rig.parts.filter((p) => p.class === cls).length;
    const part = newPart(id, cls, label ?? `${sheet.name}${same ? ` ${same + 1}` : ''}`);
    const laid = applyEdits(rig, [{ kind: 'addPart', part, sheet }]).rig;
    // what is noted of a part may name one that comes after it
    rig = { ...laid, parts: laid.parts.map((p) => (p.id === id ? { ...p, ...own } : p)) };
  });
  if (problems.length) return readFailed(...problems);
  const wishes = brief.wishes.map((wish, i) => ({ ...wish, id: `W${i + 1}`, label: wish.label ?? wordsOf(wish.what) }));
  const laid = rigInFull({ ...rig, wishes, revision: 0 });
  const broken = rigProblems(laid);
  return broken.length ? readFailed(...broken) : readOk(laid);
}

const wordsOf = (what: string): string => what.slice(0, 1).toUpperCase() + what.slice(1).replace(/-/g, ' ');
/** Letters that an id may have. */
const LONGEST_ID = 60;
const idFrom = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, LONGEST_ID)
    .replace(/^-+|-+$/g, '') || 'rig';
