import { Misuse } from '../units/index.js';
import { sheetJsonSchema } from './sheet-file.js';

/** One entry of the form of a sheet, or a group of them; made from the schema, so that a new field of a sheet is in the form as well. */
export type FormNode = {
  /** For people. */
  title: string;
  /** May be left out of the sheet. */
  optional: boolean;
} & (
  | {
      kind: 'words';
      /** Letters at most. */
      most: number;
      /** What the words must match, where not anything will do. */
      pattern: string | null;
      /** List of the sheet whose ids it takes. */
      of: string | null;
    }
  | { kind: 'figure'; unit: string; least: number; most: number; whole: boolean }
  | { kind: 'choice'; values: readonly string[] }
  | { kind: 'tick' }
  | { kind: 'fixed'; value: string }
  | { kind: 'list'; item: FormNode; least: number; most: number }
  | { kind: 'tuple'; parts: readonly FormNode[] }
  | { kind: 'group'; fields: readonly (readonly [key: string, node: FormNode])[] }
  /** One of several groups, told apart by the field `by`. */
  | { kind: 'ways'; by: string; ways: readonly { value: string; title: string; node: FormNode }[] }
);

/** What of JSON Schema the schemas of a sheet use. */
interface SchemaNode {
  type?: string;
  title?: string;
  unit?: string;
  enum?: string[];
  const?: string;
  minimum?: number;
  maximum?: number;
  maxLength?: number;
  pattern?: string;
  minItems?: number;
  maxItems?: number;
  items?: SchemaNode;
  prefixItems?: SchemaNode[];
  properties?: Record<string, SchemaNode>;
  required?: string[];
  oneOf?: SchemaNode[];
}

/** Fields that name something of the sheet by its id, and the list it stands in. */
const NAMES: Readonly<Record<string, string>> = {
  port: 'ports',
  fedBy: 'supplies',
  joint: 'joints',
  joints: 'joints',
  carries: 'joints',
  setting: 'settings',
  slotSetting: 'settings',
  control: 'controls',
  over: 'links',
  link: 'links',
  inputs: 'links',
  output: 'links',
  chosenBy: 'functions',
  fn: 'functions',
  resource: 'resources',
};

/** The form of a part sheet. */
export function sheetForm(): FormNode {
  return nodeOf(sheetJsonSchema(), 'sheet', false);
}

function nodeOf(schema: SchemaNode, key: string, optional: boolean): FormNode {
  const common = { title: schema.title ?? wordsOf(key), optional };
  if (schema.oneOf) return { ...common, kind: 'ways', ...waysOf(schema.oneOf) };
  if (schema.const !== undefined) return { ...common, kind: 'fixed', value: schema.const };
  if (schema.enum) return { ...common, kind: 'choice', values: schema.enum };
  if (schema.prefixItems)
    return { ...common, kind: 'tuple', parts: schema.prefixItems.map((part) => nodeOf(part, key, false)) };
  switch (schema.type) {
    case 'string':
      return {
        ...common,
        kind: 'words',
        most: schema.maxLength!,
        pattern: schema.pattern ?? null,
        of: NAMES[key] ?? null,
      };
    case 'boolean':
      return { ...common, kind: 'tick' };
    case 'number':
    case 'integer':
      return { ...common, kind: 'figure', ...figureOf(schema) };
    case 'array': {
      const [least, most] = [schema.minItems ?? 0, schema.maxItems!];
      return { ...common, kind: 'list', item: nodeOf(schema.items!, key, false), least, most };
    }
    case 'object':
      return { ...common, kind: 'group', fields: fieldsOf(schema) };
    default:
      throw new Misuse(`the form knows no field like "${key}"`);
  }
}

function figureOf({ minimum, maximum, unit = '', type }: SchemaNode): {
  unit: string;
  least: number;
  most: number;
  whole: boolean;
} {
  // what is counted is named by its title; a plain ratio has no unit to show
  const shown = ['count', '1', 'pin', 'slot', 'channel'].includes(unit) ? '' : unit;
  return { unit: shown, least: minimum!, most: maximum!, whole: type === 'integer' };
}

function fieldsOf({ properties = {}, required = [] }: SchemaNode): [string, FormNode][] {
  return Object.entries(properties).map(([key, field]) => [key, nodeOf(field, key, !required.includes(key))]);
}

function waysOf(all: SchemaNode[]): Pick<Extract<FormNode, { kind: 'ways' }>, 'by' | 'ways'> {
  const constOf = (way: SchemaNode): [string, SchemaNode] =>
    Object.entries(way.properties!).find(([, field]) => field.const !== undefined)!;
  return {
    by: constOf(all[0]!)[0],
    ways: all.map((way) => {
      const [, { const: value, title }] = constOf(way);
      return { value: value!, title: title ?? value!, node: nodeOf(way, value!, false) };
    }),
  };
}

/** A key as words: `sizeMm` is "Size", `enabledIn` "Enabled in". */
function wordsOf(key: string): string {
  const words = key.replace(/(Mm|V|A|Deg|Us|Ms)$/, '').replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);
  return words[0]!.toUpperCase() + words.slice(1);
}

/**
 * The least that can stand where a node does: what a press of "add" puts there. What it names by id is the first of that list.
 * @param sheet the sheet as it is, for ids that can be named
 * @param taken ids that a new one must not have
 */
export function blankOf(node: FormNode, sheet: unknown, taken: readonly string[] = []): unknown {
  switch (node.kind) {
    case 'words':
      return node.of === null ? freshWords(node, taken) : (idsOf(sheet, node.of)[0] ?? 'none');
    case 'figure':
      return Math.max(node.least, Math.min(node.most, node.whole ? 1 : 0));
    case 'choice':
      return node.values[0];
    case 'tick':
      return false;
    case 'fixed':
      return node.value;
    case 'list':
      return Array.from({ length: node.least }, () => blankOf(node.item, sheet));
    case 'tuple':
      return node.parts.map((part) => blankOf(part, sheet));
    case 'group':
      return Object.fromEntries(
        node.fields.filter(([, field]) => !field.optional).map(([key, field]) => [key, blankOf(field, sheet, taken)]),
      );
    case 'ways':
      return blankOf(node.ways[0]!.node, sheet, taken);
  }
}

/** Ids of one of the lists of a sheet that may not be sound yet. */
export function idsOf(sheet: unknown, list: string): string[] {
  const all = (sheet as Record<string, unknown> | null)?.[list];
  return Array.isArray(all)
    ? all.flatMap((item: unknown) => {
        const id = (item as { id?: unknown } | null)?.id;
        return typeof id === 'string' ? [id] : [];
      })
    : [];
}

/** Words to begin with, the first that will do: words, a version, an address. */
const FIRST_WORDS = ['new', '1.0', '192.168.1.10'];

function freshWords({ title, pattern }: Extract<FormNode, { kind: 'words' }>, taken: readonly string[]): string {
  if (title !== 'Id') return FIRST_WORDS.find((w) => pattern === null || new RegExp(pattern, 'u').test(w)) ?? '';
  let n = taken.length + 1;
  while (taken.includes(`new-${n}`)) n++;
  return `new-${n}`;
}
