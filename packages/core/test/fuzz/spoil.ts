/** Ways of spoiling a good document, drawn from a seeded source: one value, one place of a structure, or the text itself. */

type Random = () => number;
type Holder = Record<string | number, unknown>;

/** Values that a field was not made for. */
const JUNK: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1e9,
  1e308,
  -1e308,
  1e-308,
  0.1 + 0.2,
  '',
  ' ',
  'GHOST',
  'constructor',
  '__proto__',
  'toString',
  '=1+2',
  '\u202eup',
  '\u0000',
  'ü'.repeat(400),
  [],
  {},
  [[]],
];

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!;

/** A document with one to four of its places changed; it comes back as text. */
export function spoilDocument(document: unknown, random: Random): string {
  const copy = JSON.parse(JSON.stringify(document)) as Holder;
  for (let n = 1 + Math.floor(random() * 4); n > 0; n--) spoilPlace(copy, random);
  return JSON.stringify(copy);
}

function spoilPlace(document: Holder, random: Random): void {
  const places = placesIn(document);
  const { holder, key } = pick(random, places);
  const other = pick(random, places);
  switch (Math.floor(random() * 8)) {
    case 0:
    case 1:
      holder[key] = pick(random, JUNK);
      return;
    case 2:
      // a value from elsewhere in the same document is the likeliest slip, and the hardest to see
      holder[key] = structuredClone(other.holder[other.key]);
      return;
    case 3:
      if (Array.isArray(holder)) holder.splice(Number(key), 1);
      else Reflect.deleteProperty(holder, key);
      return;
    case 4:
      if (Array.isArray(holder)) holder.push(structuredClone(holder[key]));
      else holder[`${String(key)}x`] = holder[key];
      return;
    case 5:
    case 6:
      // another pin, slot or count that may well be right
      if (typeof holder[key] === 'number') holder[key] = 1 + Math.floor(random() * 8);
      return;
    default:
      holder[key] = typeof holder[key] === 'number' ? holder[key] * pick(random, [-1, 0, 10, 1e6, 0.5]) : holder[key];
  }
}

function placesIn(value: unknown, found: { holder: Holder; key: string | number }[] = []) {
  if (typeof value !== 'object' || value === null) return found;
  for (const key of Object.keys(value)) {
    found.push({ holder: value as Holder, key });
    placesIn((value as Holder)[key], found);
  }
  return found;
}

/** A text cut, doubled, or with characters put in or taken out. */
export function spoilText(text: string, random: Random): string {
  const at = Math.floor(random() * text.length);
  const to = Math.min(text.length, at + 1 + Math.floor(random() * 40));
  switch (Math.floor(random() * 5)) {
    case 0:
      return text.slice(0, at);
    case 1:
      return text.slice(0, at) + text.slice(to);
    case 2:
      return text.slice(0, to) + text.slice(at);
    case 3:
      return (
        text.slice(0, at) + pick(random, ['"', ',', '\n', '{', ']', '\u0000', '1e999', '\ud800', ';']) + text.slice(at)
      );
    default:
      return text.slice(0, at) + String.fromCharCode(Math.floor(random() * 0x250)) + text.slice(at + 1);
  }
}

/** Where figures that are none stand in what was worked out; empty for a sound one. */
export function noFigures(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [`${path}: ${value}`];
  if (typeof value === 'string')
    return /\bNaN\b|\bInfinity\b|\[object |undefined/.test(value) ? [`${path}: ${value}`] : [];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inside]) => noFigures(inside, `${path}.${key}`));
}
