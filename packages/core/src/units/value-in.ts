/** A value that a record itself holds under a key: names from outside may be words that every object answers to. */
export function valueIn<T>(record: Readonly<Record<string, T>> | undefined, key: string): T | undefined {
  return record && Object.hasOwn(record, key) ? record[key] : undefined;
}
