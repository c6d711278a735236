import type { Edit, EditKind, EditOf } from './edit.js';
import { findCable, findPart } from './look-up.js';
import { nameIn, type Restored } from './restore.js';
import type { PinRef, Rig, Wire } from './rig.js';

/** What an edit changes and what it counts on, by name; a name that ends in `/` stands for all that begins with it. */
export interface Touches {
  changes: string[];
  countsOn: string[];
}

type Naming = { [K in EditKind]: (edit: EditOf<K>, rig: Rig) => Touches };

const both = (changes: string[], countsOn: string[] = []): Touches => ({ changes, countsOn });
const part = (id: string): string => `part ${id}/`;
const cable = (id: string): string => `cable ${id}/`;
const ofPart = (id: string, what: string): Touches => both([`${part(id)}${what}`], [part(id)]);
const ends = (wires: readonly { from: PinRef; to: PinRef }[]): string[] =>
  [...new Set(wires.flatMap((w) => [w.from.part, w.to.part]))].map(part);

function wire(rig: Rig, { cable: id, wire: at }: { cable: string; wire: string | number }): Touches {
  const own = findCable(rig, id);
  const found: Wire | undefined = own?.wires.find((w, i) => w.id === at || i === at);
  return both([`${cable(id)}wire ${found?.id ?? at}`], [cable(id), ...ends(own?.wires ?? [])]);
}

/** One entry a kind of edit. Parts count on their class, which {@link touchesOf} adds. */
const NAMED: Naming = {
  rename: () => both(['name']),
  rigKind: () => both(['kind']),
  currency: () => both(['currency']),
  school: ({ choice }) => both(Object.keys(choice).map((key) => `school ${key}`)),
  // one step's place is told by its neighbours, so the order is taken as one
  pinStep: () => both(['wake order']),
  tickItem: ({ item }) => both([`item ${item}`]),
  addPart: ({ part: { id, place } }) => both([part(id)], place?.rides === undefined ? [] : [part(place.rides)]),
  removePart: ({ part: id }, rig) =>
    both([part(id), ...rig.cables.filter((c) => joins(c.wires, id)).map((c) => cable(c.id))]),
  relabel: (e) => ofPart(e.part, 'label'),
  tick: (e) => ofPart(e.part, 'on bench'),
  set: (e) => ofPart(e.part, `setting ${e.setting}`),
  prepare: (e) => ofPart(e.part, `prep ${e.item}`),
  note: ({ part: id, change }) =>
    both(
      Object.keys(change).map((key) => `${part(id)}${key}`),
      [part(id), ...(change.place?.rides === undefined ? [] : [part(change.place.rides)])],
    ),
  resheet: ({ sheet }) => both([`class ${sheet.class}`]),
  addCable: ({ cable: own }) => both([cable(own.id)], ends(own.wires)),
  removeCable: ({ cable: id }) => both([cable(id)]),
  crossPair: ({ cable: id }, rig) => both([cable(id)], ends(findCable(rig, id)?.wires ?? [])),
  markAdapter: (e) => both([`${cable(e.cable)}adapter`], [cable(e.cable)]),
  lock: (e) => both([`${cable(e.cable)}lock`], [cable(e.cable)]),
  // what a wire is called is given out by the cable, so two that add to one cable are asked
  addWire: ({ cable: id, wire: own }) => both([cable(id)], ends([own])),
  removeWire: (e) => both([cable(e.cable)]),
  moveEnd: (e, rig) => {
    const { changes, countsOn } = wire(rig, e);
    return both(changes, [...countsOn, part(e.pin.part)]);
  },
  setWire: (e, rig) => wire(rig, e),
  merge: ({ merge }) =>
    both([`merge ${merge.id}`, ...merge.cables.map((id) => `merged ${id}`)], merge.cables.map(cable)),
  unmerge: ({ merge: id }, rig) =>
    both([`merge ${id}`, ...(rig.merges.find((m) => m.id === id)?.cables ?? []).map((c) => `merged ${c}`)]),
  shape: (e) => both([`channel ${e.transmitter} ${e.channel}`], [part(e.transmitter)]),
  bind: ({ binding: b }) => both([`function ${b.part} ${b.fn}`], [part(b.part)]),
  unbind: (e) => both([`function ${e.part} ${e.fn}`], [part(e.part)]),
  tune: (e) => both([`function ${e.part} ${e.fn}`], [part(e.part)]),
  failSafe: ({ failSafe: f }) => both([`fail-safe ${f.receiver} ${f.slot}`], [part(f.receiver)]),
  noFailSafe: (e) => both([`fail-safe ${e.receiver} ${e.slot}`], [part(e.receiver)]),
  handOver: ({ handOver: h }) => both([`hand-over ${h.from} ${h.to}`], [part(h.from), part(h.to)]),
  noHandOver: (e) => both([`hand-over ${e.from} ${e.to}`], [part(e.from), part(e.to)]),
  hold: ({ held }) => both([`pad ${held.part} ${held.resource}`], [part(held.part)]),
  release: (e) => both([`pad ${e.part} ${e.resource}`], [part(e.part)]),
  addWish: ({ wish }) => both([`wish ${wish.id}`], wish.part === undefined ? [] : [part(wish.part)]),
  removeWish: (e) => both([`wish ${e.wish}`]),
  restore: ({ at }, rig) => together(at.map((place) => ofPlace(rig, place))),
  setWish: ({ wish: id, change }) => both([`wish ${id}`], change.part == null ? [] : [part(change.part)]),
};

const joins = (wires: readonly Wire[], id: string): boolean =>
  wires.some((w) => w.from.part === id || w.to.part === id);

const together = (all: readonly Touches[]): Touches =>
  both(
    all.flatMap((t) => t.changes),
    all.flatMap((t) => t.countsOn),
  );

type Fields = Record<string, unknown>;
/** What is touched by setting a place in the list or field of the rig's own; `value` is what comes there. */
type OfPlace = (rig: Rig, name: string, inside: readonly string[], value: unknown) => Touches;

/** A field of a part, in the words that the edits of parts use. */
const PART_FIELDS: Readonly<Record<string, string>> = {
  onBench: 'on bench',
  settings: 'setting',
  prepared: 'prep',
};

const partPlace: OfPlace = (_, id, [field, key], value) => {
  const named = key !== undefined && (field === 'settings' || field === 'prepared');
  const what = field === undefined ? '' : `${PART_FIELDS[field] ?? field}${named ? ` ${key}` : ''}`;
  const rides = field === 'place' || field === undefined ? ridesIn(key === 'rides' ? { rides: value } : value) : [];
  const cls = field === undefined && (value as Partial<Rig['parts'][number]> | undefined)?.class;
  return both(
    [`${part(id)}${what}`],
    [...(field === undefined ? [] : [part(id)]), ...rides.map(part), ...(cls ? [`class ${cls}`] : [])],
  );
};

/** The part that a part or a place rides on, where it does. */
function ridesIn(value: unknown): string[] {
  const { rides, place } = (value ?? {}) as { rides?: unknown; place?: { rides?: unknown } };
  return [rides, place?.rides].filter((id) => typeof id === 'string');
}

const cablePlace: OfPlace = (rig, id, [field, wireId, ...inWire], value) => {
  if (field === 'locked') return both([`${cable(id)}lock`], [cable(id)]);
  if (field === 'marked') return both([`${cable(id)}adapter`], [cable(id)]);
  const wires = [
    ...(findCable(rig, id)?.wires ?? []),
    ...((value as Partial<Rig['cables'][number]> | undefined)?.wires ?? []),
  ];
  if (field !== 'wires' || wireId === undefined || !inWire.length)
    return both([cable(id)], [...ends(wires), ...pinsIn(value)]);
  const { changes, countsOn } = wire(rig, { cable: id, wire: wireId });
  return both(changes, [...countsOn, ...pinsIn(inWire.at(-1) === 'part' ? { part: value } : value)]);
};

/** Parts that a pin, a wire or a list of wires names. */
function pinsIn(value: unknown): string[] {
  if (typeof value !== 'object' || value === null) return [];
  const own = (value as Fields).part;
  return [...(typeof own === 'string' ? [part(own)] : []), ...Object.values(value).flatMap(pinsIn)];
}

/** An item whose name begins with the part it is of. */
const itemOf =
  (what: string, parts = 1, shown = Infinity): OfPlace =>
  (_, name) => {
    const words = name.split(' ');
    return both([`${what} ${words.slice(0, shown).join(' ')}`], words.slice(0, parts).map(part));
  };

const PLACES: Readonly<Record<string, OfPlace>> = {
  parts: partPlace,
  cables: cablePlace,
  sheets: (_, name) => both([`class ${name}`]),
  schools: (_, name) => both([`school ${name}`]),
  ticked: (_, name) => both([`item ${name}`]),
  wakeOrder: () => both(['wake order']),
  bindings: itemOf('function'),
  shaping: itemOf('channel'),
  failSafes: itemOf('fail-safe'),
  handOvers: itemOf('hand-over', 2),
  held: itemOf('pad', 1, 2),
  wishes: (_, id, inside, value) => both([`wish ${id}`], pinsIn(inside[0] === 'part' ? { part: value } : value)),
  merges: (rig, id, _, value) => {
    const merged = [
      rig.merges.find((m) => m.id === id)?.cables,
      (value as Partial<Rig['merges'][number]> | undefined)?.cables,
    ];
    const cables = merged.flatMap((ids) => ids ?? []);
    return both([`merge ${id}`, ...cables.map((c) => `merged ${c}`)], cables.map(cable));
  },
};

/** What setting one place by its names touches; a list taken as one touches all that is in it, before and after. */
function ofPlace(rig: Rig, { path: [root, name, ...inside], value }: Restored): Touches {
  const of = PLACES[root!];
  if (!of) return both([root!]);
  if (name !== undefined) return of(rig, name, inside, value);
  const lists = [rig[root as keyof Rig], value] as unknown[];
  const items = lists.flatMap((list) => (Array.isArray(list) ? (list as unknown[]) : []));
  return together(items.map((item) => of(rig, nameIn(root, item) ?? '', [], item)));
}

/** What edits change and count on, on the rig they were made for. */
export function touchesOf(rig: Rig, edits: readonly Edit[]): Touches {
  const all = edits.map((e) => (NAMED[e.kind] as (edit: Edit, rig: Rig) => Touches)(e, rig));
  const changes = all.flatMap((t) => t.changes);
  const countsOn = all.flatMap((t) => t.countsOn);
  const classes = edits.flatMap((e) => {
    if (e.kind === 'addPart') return [`class ${e.part.class}`];
    return [];
  });
  const ofParts = [...changes, ...countsOn].flatMap((name) => {
    const cls = /^part ([^/]+)\//.exec(name)?.[1];
    const found = cls === undefined ? undefined : findPart(rig, cls);
    return found ? [`class ${found.class}`] : [];
  });
  return { changes, countsOn: [...new Set([...countsOn, ...classes, ...ofParts])] };
}

/**
 * What two lists of edits, made for the same rig apart from each other, cannot both have: the first name that one changes and the
 * other changes or counts on. Null when either may go first and the rig is the same.
 */
export function overlapOf(a: Touches, b: Touches): string | null {
  return (
    meeting(a.changes, b.changes) ??
    meeting(b.changes, a.changes) ??
    meeting(a.changes, b.countsOn) ??
    meeting(b.changes, a.countsOn)
  );
}

/** A change of all of a thing meets each of its fields; one that only counts on a thing being there is not met by a change of a field. */
function meeting(changed: readonly string[], others: readonly string[]): string | null {
  const met = changed.find((name) =>
    others.some((other) => name === other || (name.endsWith('/') && other.startsWith(name))),
  );
  return met === undefined ? null : met.replace(/\/$/, '');
}
