export const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * A sheet as version 4 writes it: who asks a function stood in its own fields before. Anything that is not such a sheet is
 * handed on as it is, for the reader to judge.
 */
export function migrateSheet(value: unknown): unknown {
  if (!isObject(value) || !Array.isArray(value.functions)) return value;
  return { ...value, functions: value.functions.map(migrateFunction) };
}

function migrateFunction(value: unknown): unknown {
  if (!isObject(value) || value.askedBy !== undefined || value.over === undefined) return value;
  const { over, firstSlot, slots, ...rest } = value;
  const way = {
    by: 'slot',
    over,
    ...(firstSlot === undefined ? {} : { firstSlot }),
    ...(slots === undefined ? {} : { slots }),
  };
  return { ...rest, askedBy: [way] };
}
