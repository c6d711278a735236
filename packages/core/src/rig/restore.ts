import type { Draft } from 'immer';
import type { EditOf } from './edit.js';
import type { Rig } from './rig.js';

/** One place of a rig, told by names from the rig down, and what stands there; see `restore` among the edits. */
export type Restored = EditOf<'restore'>['at'][number];

type Names = (item: Record<string, unknown>) => unknown;
const byId: Names = (item) => item.id;
const by =
  (...keys: string[]): Names =>
  (item) =>
    keys.map((key) => item[key]).join(' ');

/** What an item of each list is called; lists that are not here are taken as one. */
const NAMES: Readonly<Record<string, Names>> = {
  parts: byId,
  cables: byId,
  wires: byId,
  wishes: byId,
  merges: byId,
  bindings: by('part', 'fn'),
  shaping: by('transmitter', 'channel'),
  failSafes: by('receiver', 'slot'),
  handOvers: by('from', 'to'),
  held: by('part', 'resource', 'to'),
  wakeOrder: by('first', 'then'),
};
/** Lists of plain texts that name themselves. */
const TEXTS = new Set(['prepared', 'ticked']);

type Fields = Record<string, unknown>;
type List = unknown[];

/** What an item of the list at `key` is called; undefined when it has no name. */
export function nameIn(key: string | undefined, item: unknown): string | undefined {
  if (key === undefined) return undefined;
  if (typeof item === 'string') return TEXTS.has(key) ? item : undefined;
  const name = typeof item === 'object' && item !== null ? NAMES[key]?.(item as Fields) : undefined;
  return typeof name === 'string' ? name : undefined;
}

/** What turns rig `from` into rig `to`, place by place and by name; the revision is left out. Empty for the same rig. */
export function wayTo(from: Rig, to: Rig): Restored[] {
  const found: Restored[] = [];
  compareFields({ ...from, revision: 0 }, { ...to, revision: 0 }, [], found);
  return found;
}

function compare(from: unknown, to: unknown, path: string[], found: Restored[]): void {
  if (from === to) return;
  if (Array.isArray(from) && Array.isArray(to)) compareLists(from, to, path, found);
  // sheets are never changed in place: one takes the place of another
  else if (isFields(from) && isFields(to) && !(path[0] === 'sheets' && path.length === 2))
    compareFields(from, to, path, found);
  else if (JSON.stringify(from) !== JSON.stringify(to)) found.push({ path, value: to });
}

function compareFields(from: Fields, to: Fields, path: string[], found: Restored[]): void {
  for (const key of new Set([...Object.keys(from), ...Object.keys(to)])) {
    const at = [...path, key];
    const [was, is] = [own(from, key), own(to, key)];
    if (is === undefined && was !== undefined) found.push({ path: at });
    else if (was === undefined && is !== undefined) found.push({ path: at, value: is });
    else compare(was, is, at, found);
  }
}

function compareLists(from: List, to: List, path: string[], found: Restored[]): void {
  const [were, are] = [namesOf(path, from), namesOf(path, to)];
  if (!were || !are) {
    if (JSON.stringify(from) !== JSON.stringify(to)) found.push({ path, value: to });
    return;
  }
  const before = new Map(were.map((name, i) => [name, from[i]]));
  // items that changed places are taken out and come anew
  const kept = were.filter((name) => are.includes(name));
  const moved = are.filter((name) => before.has(name)).some((name, i) => name !== kept[i]);
  for (const name of were) if (moved || !are.includes(name)) found.push({ path: [...path, name] });
  are.forEach((name, i) => {
    const at = [...path, name];
    if (moved || !before.has(name)) found.push({ path: at, value: to[i], after: are[i - 1] ?? null });
    else compare(before.get(name), to[i], at, found);
  });
}

/** Names of a list's items; null when one has none, or two share one. */
function namesOf(path: readonly string[], list: List): string[] | null {
  const names = list.map((item) => nameIn(path.at(-1), item));
  return names.every((name) => name !== undefined) && new Set(names).size === names.length ? names : null;
}

/** Steps back, the later one first; a figure set twice is set once. */
export function wayBackOver(later: readonly Restored[], earlier: readonly Restored[]): Restored[] {
  const isPlain = (r: Restored): boolean => r.value !== undefined && r.after === undefined;
  const settled = new Set(earlier.filter(isPlain).map((r) => r.path.join('\n')));
  return [...later.filter((r) => !isPlain(r) || !settled.has(r.path.join('\n'))), ...earlier];
}

/** Sets the places of a rig; returns why one of them cannot be. */
export function restorePlaces(rig: Draft<Rig>, places: readonly Restored[]): string | undefined {
  for (const place of places) {
    const reason = restorePlace(rig, place);
    if (reason) return reason;
  }
  return undefined;
}

function restorePlace(rig: Draft<Rig>, { path, value, after }: Restored): string | undefined {
  const [last, ...above] = path.toReversed();
  let at: unknown = rig;
  let listKey: string | undefined;
  for (const key of above.toReversed()) {
    at = Array.isArray(at) ? at.find((item) => nameIn(listKey, item) === key) : own(at as Fields, key);
    if (typeof at !== 'object' || at === null) return `${path.join(' ')} is not there to be set back`;
    listKey = key;
  }
  // a sheet is shared as it is; anything else becomes the rig's own
  const set = path[0] === 'sheets' ? value : structuredClone(value);
  if (Array.isArray(at)) setItem(at, listKey!, last!, set, after);
  else if (last === '__proto__') return `${last} is no name`;
  else if (set === undefined) Reflect.deleteProperty(at as Fields, last!);
  else (at as Fields)[last!] = set;
  return undefined;
}

function setItem(list: List, listKey: string, name: string, value: unknown, after: Restored['after']): void {
  const index = (of: string): number => list.findIndex((item) => nameIn(listKey, item) === of);
  const at = index(name);
  if (value === undefined) {
    if (at >= 0) list.splice(at, 1);
  } else if (at >= 0) list[at] = value;
  else if (after === null) list.unshift(value);
  else {
    const before = after === undefined ? -1 : index(after);
    list.splice(before < 0 ? list.length : before + 1, 0, value);
  }
}

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const own = (fields: Fields, key: string): unknown => (Object.hasOwn(fields, key) ? fields[key] : undefined);
