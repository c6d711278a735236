/** A name without its capitals, blanks, hyphens and dots. */
export const plain = (name: string): string => name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');

/** Whether two names are one as people write them: capitals, blanks, hyphens and dots aside. */
export const isSameName = (a: string, b: string): boolean => a === b || (plain(a) !== '' && plain(a) === plain(b));

/** Whether a name is one of some, as people write them. */
export const isOneOf = (names: readonly string[], name: string): boolean => names.some((n) => isSameName(n, name));
