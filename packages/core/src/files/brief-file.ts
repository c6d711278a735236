import * as z from 'zod';
import { SHELF } from '../parts/shelf/index.js';
import { inFull, migrateSheet, sheetProblems, type Sheet } from '../parts/index.js';
import { leaf, sheetSchema } from '../parts/schemas.js';
import { MOST, applyEdits, emptyRig, newPart, nextId, type Edit, type Rig } from '../rig/index.js';
import { rigSchema, schoolsSchema } from '../rig/schemas.js';
import { readFailed, readOk, type Problem, type Reading } from '../units/index.js';
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
    z.strictObject({
      id: rigSchema.shape.parts.element.shape.id.optional(),
      class: leaf.textLeaf('Class', 64),
      label: leaf.textLeaf('Label').optional(),
      place: rigSchema.shape.parts.element.shape.place,
      settings: rigSchema.shape.parts.element.shape.settings,
      charge: rigSchema.shape.parts.element.shape.charge,
      firmware: rigSchema.shape.parts.element.shape.firmware,
      prepared: rigSchema.shape.parts.element.shape.prepared,
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
  if (!parsed.success) return readFailed(...issueProblems(parsed.error.issues, document));
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
  const noted: Edit[] = [];
  let rig: Rig = {
    ...emptyRig('brief', brief.name, brief.kind),
    schools: { ...emptyRig('brief', brief.name).schools, ...brief.schools },
  };
  brief.parts.forEach((part, i) => {
    const sheet = sheets.get(part.class);
    const id = part.id ?? nextId('P', rig.parts);
    if (!sheet)
      return void problems.push({ where: `parts[${i}].class`, what: `no class "${part.class}" on the shelf` });
    if (rig.parts.some((p) => p.id === id))
      return void problems.push({ where: `parts[${i}].id`, what: `"${id}" is there twice` });
    const same = rig.parts.filter((p) => p.class === part.class).length;
    const own = newPart(id, part.class, part.label ?? `${sheet.name}${same ? ` ${same + 1}` : ''}`);
    rig = applyEdits(rig, [{ kind: 'addPart', part: own, sheet }]).rig;
    // a part may ride on one that comes after it, so these wait until all are there
    noted.push({ kind: 'note', part: id, change: { place: part.place, firmware: part.firmware } });
    if (part.charge) noted.push({ kind: 'note', part: id, change: { charge: part.charge } });
    for (const [setting, value] of Object.entries(part.settings)) {
      if (sheet.settings.find((s) => s.id === setting)?.values.includes(value))
        noted.push({ kind: 'set', part: id, setting, value });
      else
        problems.push({
          where: `parts[${i}].settings.${setting}`,
          what: `"${part.class}" has no such setting or value`,
        });
    }
    for (const item of part.prepared) {
      if (sheet.prep.some((x) => x.id === item)) noted.push({ kind: 'prepare', part: id, item, done: true });
      else problems.push({ where: `parts[${i}].prepared`, what: `"${part.class}" has no prep item "${item}"` });
    }
  });
  brief.wishes.forEach((wish, i) => {
    if (wish.part !== undefined && !rig.parts.some((p) => p.id === wish.part))
      problems.push({ where: `wishes[${i}].part`, what: `no part "${wish.part}" in the brief` });
  });
  brief.parts.forEach((part, i) => {
    const rides = part.place?.rides;
    if (rides !== undefined && (rides === part.id || !rig.parts.some((p) => p.id === rides)))
      problems.push({ where: `parts[${i}].place.rides`, what: `no part "${rides}" in the brief` });
    const carrier = rig.parts.find((p) => p.id === rides);
    const joint = part.place?.joint;
    if (carrier && joint !== undefined && !sheets.get(carrier.class)!.joints.some((j) => j.id === joint))
      problems.push({ where: `parts[${i}].place.joint`, what: `"${carrier.class}" has no joint "${joint}"` });
  });
  if (problems.length) return readFailed(...problems);
  const wishes = brief.wishes.map((wish, i): Edit => ({
    kind: 'addWish',
    wish: { ...wish, id: `W${i + 1}`, label: wish.label ?? wordsOf(wish.what) },
  }));
  const { rig: laid } = applyEdits(rig, [...noted, ...wishes]);
  return readOk({ ...laid, id: idFrom(brief.name), revision: 0 });
}

const wordsOf = (what: string): string => what.slice(0, 1).toUpperCase() + what.slice(1).replace(/-/g, ' ');
const idFrom = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'rig';
