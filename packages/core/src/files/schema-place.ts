import type * as z from 'zod';

/** What of a schema's definition is looked at here. */
interface Def {
  type: string;
  shape?: Record<string, z.core.$ZodType>;
  element?: z.core.$ZodType;
  valueType?: z.core.$ZodType;
  innerType?: z.core.$ZodType;
  in?: z.core.$ZodType;
  options?: z.core.$ZodType[];
  items?: z.core.$ZodType[];
  values?: unknown[];
}

/** What may stand at a place of a document: the keys of its objects, and its fixed words. */
export interface Place {
  keys: string[];
  words: unknown[];
}

/** What a schema lets stand at a place; of several ways in which it may be filled, all of them. */
export function placeIn(schema: z.core.$ZodType, path: readonly PropertyKey[]): Place {
  const ends = path.reduce<Def[]>((defs, key) => defs.flatMap((def) => under(def, key)), bareOf(schema));
  return {
    keys: [...new Set(ends.flatMap(({ shape }) => Object.keys(shape ?? {})))],
    words: [...new Set(ends.flatMap(({ values }) => values ?? []))],
  };
}

/** A schema without what says that it may be missing, and every way of one that has several. */
function bareOf(schema: z.core.$ZodType | undefined): Def[] {
  if (!schema) return [];
  const def = schema._zod.def as unknown as Def;
  if (def.options) return def.options.flatMap(bareOf);
  const inner = def.innerType ?? def.in;
  return inner ? bareOf(inner) : [def];
}

const under = (def: Def, key: PropertyKey): Def[] =>
  bareOf(def.shape?.[String(key)] ?? def.items?.[Number(key)] ?? def.element ?? def.valueType);
