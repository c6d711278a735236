import type { Control, Link, PinAt, Sheet } from '../../src/parts/index.js';
import type { PinRef, Rig, Wire } from '../../src/rig/index.js';

/** Kinds of names within a sheet. */
type Kind = 'port' | 'link' | 'supply' | 'source' | 'setting' | 'fn' | 'resource' | 'joint' | 'control' | 'prep';
type Names = (kind: Kind, id: string) => string;

/**
 * The same rig with every name within its sheets replaced by one that says nothing: what a part can do must not lie in how its
 * ports, links, settings, functions or controls are called by whoever wrote the sheet.
 * @param words names for the first of every kind in a sheet, one and the same for a port, a link and a function
 */
export function otherNames(rig: Rig, words: readonly string[] = []): Rig {
  const byClass = new Map(Object.values(rig.sheets).map((sheet, i) => [sheet.class, namesOf(sheet, i, words)]));
  const classOf = new Map(rig.parts.map((p) => [p.id, p.class]));
  const of = (part: string): Names => byClass.get(classOf.get(part) ?? '') ?? ((_, id) => id);
  const pin = (at: PinRef): PinRef => ({ ...at, port: of(at.part)('port', at.port), pin: counted(at.pin) });
  const keyed = <V>(names: Names, kind: Kind, record: Record<string, V>): Record<string, V> =>
    Object.fromEntries(Object.entries(record).map(([id, value]) => [names(kind, id), value]));
  const control = (part: string | null, id: string | null): string | null =>
    id === null || part === null ? id : of(part)('control', id);
  const owner = (id: string | null): string | null =>
    id === null ? null : (rig.parts.find((p) => rig.sheets[p.class]?.controls.some((c) => c.id === id))?.id ?? null);
  return {
    ...rig,
    sheets: Object.fromEntries(
      Object.entries(rig.sheets).map(([cls, sheet]) => [cls, unlabelled(named(sheet, byClass.get(sheet.class)!))]),
    ),
    parts: rig.parts.map((p) => {
      const names = of(p.id);
      const { place } = p;
      const joint = place?.joint === undefined ? {} : { joint: of(place.rides ?? '')('joint', place.joint) };
      return {
        ...p,
        settings: keyed(names, 'setting', p.settings),
        prepared: p.prepared.map((id) => names('prep', id)),
        ...(p.told ? { told: keyed(names, 'port', p.told) } : {}),
        ...(place ? { place: { ...place, ...joint } } : {}),
      };
    }),
    cables: rig.cables.map((c) => ({
      ...c,
      wires: c.wires.map((w) => ({ ...w, from: pin(w.from), to: pin(w.to) })),
    })),
    shaping: rig.shaping.map((s) => ({ ...s, control: control(s.transmitter, s.control) })),
    held: rig.held.map((h) => ({ ...h, resource: of(h.part)('resource', h.resource), to: spelt(h.to) })),
    bindings: rig.bindings.map((b) => ({ ...b, fn: of(b.part)('fn', b.fn) })),
    handOvers: rig.handOvers.map((h) => ({ ...h, control: control(h.from, h.control) })),
    wishes: rig.wishes.map((w) => ({ ...w, control: control(owner(w.control), w.control) })),
  };
}

/** Pins as somebody counts them who begins elsewhere. */
const counted = (pin: number): number => pin + 20;

/** As somebody else would write it. */
const spelt = (name: string): string => name.toUpperCase().replaceAll(' ', '-');

/** Labels that say nothing; those of sticks stay, which tell the two ways of one, and of what is tuned only the word that says so. */
function unlabelled(sheet: Sheet): Sheet {
  const called = <T extends { label: string }>(what: string, list: T[]): T[] =>
    list.map((x, i) => ({ ...x, label: `${what} ${i}` }));
  const settingLabel = ({ label }: Sheet['settings'][number], i: number): string => {
    if (/stick/i.test(label)) return label;
    return /channel|band|frequency/i.test(label) ? `other ${label}` : `item ${i}`;
  };
  return {
    ...sheet,
    ports: called('plug', sheet.ports).map((p) => ({ ...p, pins: called('way', p.pins) })),
    settings: sheet.settings.map((s, i) => ({ ...s, label: settingLabel(s, i) })),
    functions: called('function', sheet.functions),
    joints: called('joint', sheet.joints),
    resources: called('resource', sheet.resources),
    controls: sheet.controls.map((c, i) => (c.kind === 'stick' ? c : { ...c, label: `control ${i}` })),
  };
}

/** Names by kind; controls of one name have one name on every face, since a wish names them without saying whose. */
function namesOf(sheet: Sheet, n: number, words: readonly string[]): Names {
  const ids: Record<Kind, readonly string[]> = {
    ...{ port: own(sheet.ports), link: own(sheet.links), supply: own(sheet.supplies), source: own(sheet.sources) },
    ...{ setting: own(sheet.settings), fn: own(sheet.functions), resource: own(sheet.resources) },
    ...{ joint: own(sheet.joints), prep: own(sheet.prep), control: [] },
  };
  return (kind, id) => {
    if (kind === 'control') return `c${Array.from(id, (c) => c.charCodeAt(0)).join('')}`;
    const at = ids[kind].indexOf(id);
    return at < 0 ? id : (words[at] ?? `${kind}${n}n${at}`);
  };
}

const own = (list: readonly { id: string }[]): string[] => list.map(({ id }) => id);

function named(sheet: Sheet, names: Names): Sheet {
  const pin = (at: PinAt): PinAt => ({ port: names('port', at.port), pin: counted(at.pin) });
  const link = (id: string): string => names('link', id);
  const fn = (id: string): string => names('fn', id);
  const joint = (id: string): string => names('joint', id);
  const when = <T extends { when?: Link['when'] }>(x: T): T =>
    x.when ? { ...x, when: { ...x.when, setting: names('setting', x.when.setting) } } : x;
  const control = <T extends Pick<Control, 'id'>>(c: T): T => ({ ...c, id: names('control', c.id) });
  return {
    ...sheet,
    ...{ role: 'splice', group: 'Payload', name: `Class ${sheet.revision}`, summary: 'some part' },
    prep: sheet.prep.map((p) => ({ ...p, id: names('prep', p.id) })),
    ports: sheet.ports.map((p) => ({
      ...p,
      id: names('port', p.id),
      pins: p.pins.map((x) => ({ ...x, n: counted(x.n) })),
    })),
    ties: sheet.ties.map((tie) => tie.map(pin)),
    links: sheet.links.map((l) => ({
      ...when(l),
      id: link(l.id),
      pins: Object.fromEntries(Object.entries(l.pins).map(([what, at]) => [what, pin(at)])),
      ...(l.alsoPins ? { alsoPins: l.alsoPins.map(pin) } : {}),
      ...resourceOf(sheet, l, names),
      ...(l.slotSetting === undefined ? {} : { slotSetting: names('setting', l.slotSetting) }),
    })),
    supplies: sheet.supplies.map((s) => ({
      ...s,
      ...{ id: names('supply', s.id), plus: pin(s.plus), minus: pin(s.minus) },
    })),
    sources: sheet.sources.map((s) => ({
      ...when(s),
      ...{ id: names('source', s.id), plus: pin(s.plus), minus: pin(s.minus) },
      ...(s.regulator ? { regulator: { ...s.regulator, fedBy: names('supply', s.regulator.fedBy) } } : {}),
    })),
    settings: sheet.settings.map((s) => ({ ...s, id: names('setting', s.id) })),
    functions: sheet.functions.map((f) => ({
      ...f,
      id: fn(f.id),
      askedBy: f.askedBy.map((by) => ('over' in by ? { ...by, over: by.over.map(link) } : by)),
      ...(f.joint === undefined ? {} : { joint: joint(f.joint) }),
      ...(f.enabledIn ? { enabledIn: { ...f.enabledIn, fn: fn(f.enabledIn.fn) } } : {}),
      ...(f.turnsTo ? { turnsTo: { ...f.turnsTo, fn: fn(f.turnsTo.fn) } } : {}),
      ...(f.powers ? { powers: f.powers.map((p) => ({ ...p, joints: p.joints.map(joint) })) } : {}),
      ...(f.drives ? { drives: { ...f.drives, joint: joint(f.drives.joint) } } : {}),
    })),
    resources: sheet.resources.map((r) => ({
      ...r,
      ...{ id: names('resource', r.id), port: names('port', r.port) },
      ...(r.pin === undefined ? {} : { pin: counted(r.pin) }),
    })),
    joints: sheet.joints.map((j) => ({
      ...j,
      id: joint(j.id),
      ...(j.carries === undefined ? {} : { carries: joint(j.carries) }),
    })),
    controls: sheet.controls.map(control),
    ...(sheet.firstChannels
      ? { firstChannels: sheet.firstChannels.map((f) => ({ ...f, control: names('control', f.control) })) }
      : {}),
    pictures: sheet.pictures.map((p) => ({
      ...p,
      ...{ inputs: p.inputs.map(link), output: link(p.output) },
      ...(p.chosenBy === undefined ? {} : { chosenBy: fn(p.chosenBy) }),
    })),
    ...(sheet.assignablePorts
      ? { assignablePorts: sheet.assignablePorts.map((p) => ({ ...p, port: names('port', p.port) })) }
      : {}),
    ...(sheet.streams ? { streams: sheet.streams.map((s) => ({ ...s, link: link(s.link) })) } : {}),
    firmware: sheet.firmware.map((f) => (f.over === undefined ? f : { ...f, over: link(f.over) })),
  };
}

/** A link lives on the resource of its own id where none is said: said now, since the two are called otherwise. */
function resourceOf(sheet: Sheet, { id, resource }: Link, names: Names): { resource?: string } {
  const lives = resource ?? (sheet.resources.some((r) => r.id === id) ? id : undefined);
  return lives === undefined ? {} : { resource: names('resource', lives) };
}

/**
 * The same rig with its lists, those of its sheets and the wires of its leads the other way round, each wire written from its other end; but for its parts and leads: where
 * several could be meant, the first is.
 */
export function otherOrder(rig: Rig): Rig {
  const turned = <T>(list: readonly T[]): T[] => list.toReversed();
  const sheetOf = (s: Sheet): Sheet => ({
    ...s,
    ...{ ports: turned(s.ports), links: turned(s.links), supplies: turned(s.supplies), sources: turned(s.sources) },
    ...{ ties: turned(s.ties), settings: turned(s.settings), resources: turned(s.resources) },
    ...{ functions: turned(s.functions), controls: turned(s.controls), pictures: turned(s.pictures) },
  });
  return {
    ...rig,
    sheets: Object.fromEntries(turned(Object.entries(rig.sheets)).map(([cls, sheet]) => [cls, sheetOf(sheet)])),
    cables: rig.cables.map((c) => ({ ...c, wires: turned(c.wires).map(writtenFromItsEnd) })),
    ...{ shaping: turned(rig.shaping), held: turned(rig.held) },
    ...{ bindings: turned(rig.bindings), failSafes: turned(rig.failSafes), handOvers: turned(rig.handOvers) },
  };
}

/** What lets through one way only stays as it is. */
const writtenFromItsEnd = (w: Wire): Wire =>
  w.inline?.kind === 'diode' || w.inline?.kind === 'inverter' ? w : { ...w, from: w.to, to: w.from };
