import { isDraft, original } from 'immer';
import { slotNamed, type Link, type Pin, type Port, type Sheet, type Source } from '../parts/index.js';
import type { Cable, Part, PinRef, Rig, Shaping, Wire } from './rig.js';
import { valueIn } from '../units/index.js';

/** One pin of one part as a map key. */
export const pinKey = ({ part, port, pin }: PinRef): string => `${part}.${port}.${pin}`;
export const samePin = (a: PinRef, b: PinRef): boolean => a.part === b.part && a.port === b.port && a.pin === b.pin;

/** Part lists of this length and more are indexed; shorter ones are searched as fast. */
const MANY = 6;
const indices = new WeakMap<readonly Part[], Map<string, Part>>();

export function findPart(rig: Rig, id: string): Part | undefined {
  const { parts } = rig;
  if (parts.length < MANY) return parts.find((part) => part.id === id);
  let index = indices.get(parts);
  if (!index && isHalfEdited(parts)) return parts.find((part) => part.id === id);
  // a list that is being edited grows under its index
  if (index?.size !== parts.length) {
    index = new Map(parts.map((part) => [part.id, part]));
    indices.set(parts, index);
  }
  return index.get(id);
}

/** A new list of what is being edited: it lives on after the edit, what it holds does not. */
const isHalfEdited = (list: readonly object[]): boolean => !isDraft(list) && list.some((item) => isDraft(item));

/** A part that this rig has not, or that has no sheet. */
export class PartUnknown extends Error {
  override readonly name = 'PartUnknown';
}

/** The sheet of a part that is known to be in the rig; throws when the rig was never checked. */
export function sheetOf(rig: Rig, partId: string): Sheet {
  return sheetUnder(rig, partId, findPart(rig, partId));
}

function sheetUnder(rig: Rig, partId: string, part: Part | undefined): Sheet {
  const sheet = part && valueIn(rig.sheets, part.class);
  if (!sheet) throw new PartUnknown(`no part "${partId}" with a sheet in rig "${rig.name}"`);
  return sheet;
}

/** Parts that can do something, with their sheets, in the order of the rig. */
export function partsThat(rig: Rig, can: (sheet: Sheet) => boolean): { part: Part; sheet: Sheet }[] {
  return partsWithSheets(rig).filter(({ sheet }) => can(sheet));
}

export function partsWithSheets(rig: Rig): { part: Part; sheet: Sheet }[] {
  return rig.parts.map((part) => ({ part, sheet: sheetUnder(rig, part.id, part) }));
}

/** The label people read; the id when the part is gone. */
export function labelOf(rig: Rig, partId: string): string {
  return findPart(rig, partId)?.label ?? partId;
}

/** What a sheet lists by id and label. */
type Listed = 'controls' | 'functions' | 'ports' | 'resources' | 'settings';

/** What people call something on the sheet of a part; its id where the part or the thing is gone. */
export function calledOn(rig: Rig, partId: string, list: Listed, id: string): string {
  const part = findPart(rig, partId);
  const things: readonly { id: string; label: string }[] = (part && valueIn(rig.sheets, part.class)?.[list]) ?? [];
  return things.find((thing) => thing.id === id)?.label ?? id;
}

/** What people call a port of a part, as it is printed beside it. */
export const portLabel = (rig: Rig, { part, port }: Pick<PinRef, 'part' | 'port'>): string =>
  calledOn(rig, part, 'ports', port);

/** A contact as people find it: part, plug, number. */
export const pinText = (rig: Rig, at: PinRef): string => `${labelOf(rig, at.part)} ${portLabel(rig, at)} pin ${at.pin}`;

export function findPin(rig: Rig, at: PinRef): { port: Port; pin: Pin } | undefined {
  const part = findPart(rig, at.part);
  const sheet = part && valueIn(rig.sheets, part.class);
  return sheet && pinsOf(sheet).get(at.port)?.get(at.pin);
}

/** What a wire carries, whichever end it is written from: a signal where one end is one, else volts, else ground. */
export function wireLine(rig: Rig, { from, to }: Pick<Wire, 'from' | 'to'>): Pin['line'] {
  const lines = [from, to].map((at) => findPin(rig, at)?.pin.line);
  return (['signal', 'supply', 'ground'] as const).find((line) => lines.includes(line)) ?? 'empty';
}

type Pins = ReadonlyMap<string, ReadonlyMap<number, { port: Port; pin: Pin }>>;
const pinsBySheet = new WeakMap<Sheet, Pins>();

/** All pins of a sheet by port and number. In a rig that is being edited sheets stand as they are: an edit puts another in its place. */
function pinsOf(drafted: Sheet): Pins {
  const sheet = isDraft(drafted) ? original(drafted) : drafted;
  const known = pinsBySheet.get(sheet);
  if (known) return known;
  const pins: Pins = new Map(
    sheet.ports.map((port) => [port.id, new Map(port.pins.map((pin) => [pin.n, { port, pin }] as const))] as const),
  );
  pinsBySheet.set(sheet, pins);
  return pins;
}

/** A setting's value on this part: the user's, else the sheet's default. Undefined when there is no such setting. */
export function settingOf(sheet: Sheet, part: Part, settingId: string): string | undefined {
  return valueIn(part.settings, settingId) ?? sheet.settings.find((s) => s.id === settingId)?.default;
}

/** Whether a source or a link is live as its part is set. */
export const isSetOn = (sheet: Sheet, part: Part, { when }: Pick<Source | Link, 'when'>): boolean =>
  !when || settingOf(sheet, part, when.setting) === when.value;

/**
 * Sources of a part, on or off; of several that one setting chooses between at the same pins, which can never be on together, the
 * chosen one.
 */
export function sourcesAsSet(sheet: Sheet, part: Part): Source[] {
  const { sources } = sheet;
  const among = (s: Source): Source[] => sources.filter((o) => isOneOf(s, o));
  return sources.filter((s) => s === (among(s).find((o) => isSetOn(sheet, part, o)) ?? among(s)[0] ?? s));
}

/** A source is off in some value of its setting: it has a switch. Where every value gives other volts there is nothing to put on. */
export function hasOff({ sources, settings }: Sheet, source: Source): boolean {
  const values = settings.find((s) => s.id === source.when?.setting)?.values ?? [];
  const given = new Set(sources.filter((o) => isOneOf(source, o)).map((o) => o.when!.value));
  return values.some((value) => !given.has(value));
}

/** Whether one setting puts on either of two sources, at the same pins. */
const isOneOf = (a: Source, b: Source): boolean =>
  a.when !== undefined &&
  a.when.setting === b.when?.setting &&
  a.plus.port === b.plus.port &&
  a.plus.pin === b.plus.pin;

/** Slot that an output carries by the setting its link names; null where none does. */
export function slotCarried(sheet: Sheet, part: Part, { slotSetting }: Link): number | null {
  const value = slotSetting === undefined ? undefined : settingOf(sheet, part, slotSetting);
  return value === undefined ? null : slotNamed(value);
}

const cableIndices = new WeakMap<readonly Cable[], Map<string, Cable>>();

export function findCable({ cables }: Rig, id: string): Cable | undefined {
  // what is being edited is looked through: it changes under any index
  if (cables.length < MANY || isDraft(cables)) return cables.find((cable) => cable.id === id);
  let index = cableIndices.get(cables);
  if (!index && isHalfEdited(cables)) return cables.find((cable) => cable.id === id);
  if (!index) {
    index = new Map(cables.map((cable) => [cable.id, cable]));
    cableIndices.set(cables, index);
  }
  return index.get(id);
}

const rowIndices = new WeakMap<readonly Shaping[], Map<string, Shaping>>();
const rowKey = (transmitter: string, channel: number): string => `${transmitter} ${channel}`;
/** As many rows as one transmitter has are searched as fast. */
const MANY_ROWS = 32;

/** The row of a transmitter's channel; the first of two. */
export function shapingOf({ shaping }: Rig, transmitter: string, channel: number): Shaping | undefined {
  const search = (): Shaping | undefined => shaping.find((s) => s.transmitter === transmitter && s.channel === channel);
  if (shaping.length < MANY_ROWS || isDraft(shaping)) return search();
  let index = rowIndices.get(shaping);
  if (!index && isHalfEdited(shaping)) return search();
  if (!index) {
    index = new Map([...shaping].reverse().map((s) => [rowKey(s.transmitter, s.channel), s]));
    rowIndices.set(shaping, index);
  }
  return index.get(rowKey(transmitter, channel));
}

/** The next free id of a family: `C1`, `C2`, … */
export function nextId(prefix: string, taken: readonly { id: string }[]): string {
  const used = new Set(taken.map((item) => item.id));
  for (let n = 1; ; n++) if (!used.has(`${prefix}${n}`)) return `${prefix}${n}`;
}

/** Least number from `from` to `to` that is not taken; null when all are. */
export function nextFree(taken: ReadonlySet<number>, from: number, to: number): number | null {
  for (let n = from; n <= to; n++) if (!taken.has(n)) return n;
  return null;
}
