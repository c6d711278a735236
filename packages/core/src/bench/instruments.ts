/** What a meter and the eyes tell of a rig that stands still: how its leads are made, and what its pages say. */
import {
  findCable,
  findPart,
  findPin,
  wireLine,
  inlineText,
  labelOf,
  settingOf,
  sheetOf,
  type PinRef,
  type Rig,
  type Wire,
} from '../rig/index.js';
import { groupBy, listed } from '../units/index.js';
import type { Bench } from './compile.js';
import { shakenText, tensionText, wheeled, type Flaw } from './flaws.js';
import type { Sights } from './observe.js';

/** Sight of a lead: which of its ends a meter finds joined, and through what. */
export const throughSight = (cable: string): string => `${cable}.through`;
/** Sight of a lead whose plugs are moved while a meter is on its wires. */
export const shakenSight = (cable: string): string => `${cable}.shaken`;
/** Sight of a setting, of an address, of what the ports of a part are told. */
export const settingSight = (part: string, setting: string): string => `${part}.set-${setting}`;
export const addressSight = (part: string): string => `${part}.address`;
export const portsSight = (part: string): string => `${part}.ports-told`;
/** Sight of how the wheel of a drive sits on its line. */
export const tensionSight = (part: string): string => `${part}.tension`;
/** Sight of the page on which a receiver is told what it puts out without radio. */
export const failSafesSight = (part: string): string => `${part}.fail-safes`;

const READ = new WeakMap<Bench, Map<string, { reads: string | null } | null>>();

/** Of the sights asked for, those that stand still however the bench is moved; read once. */
export function stillSights(bench: Bench, asked: readonly string[]): Sights {
  let known = READ.get(bench);
  if (!known) READ.set(bench, (known = new Map<string, { reads: string | null } | null>()));
  const still: Sights = {};
  for (const sight of asked) {
    let read = known.get(sight);
    if (read === undefined) known.set(sight, (read = instrumentSight(bench.rig, sight, bench.flaws)));
    if (read) still[sight] = read.reads;
  }
  return still;
}

/** A sight of that kind on a rig as it really is; null for another kind. What is not there at all gives no answer. */
export function instrumentSight(
  rig: Rig,
  sight: string,
  flaws: readonly Flaw[] = [],
): { reads: string | null } | null {
  const dot = sight.indexOf('.');
  const [own, what] = [sight.slice(0, dot), sight.slice(dot + 1)];
  if (what === 'through') return { reads: throughText(rig, own) };
  if (what === 'shaken') return { reads: findCable(rig, own) ? shakenText(flaws, own) : null };
  const isOfPart = what === 'address' || what === 'ports-told' || what === 'fail-safes' || what === 'tension' || what.startsWith('set-');
  if (!isOfPart) return null;
  const part = findPart(rig, own);
  if (!part) return { reads: null };
  if (what === 'address') return { reads: part.address ?? "the maker's" };
  if (what === 'ports-told') return { reads: JSON.stringify(part.told ?? null) };
  if (what === 'fail-safes') return { reads: failSafesText(rig, own) };
  if (what === 'tension') return wheeled(rig).includes(part) ? { reads: tensionText(flaws, own) } : null;
  const sheet = sheetOf(rig, own);
  const setting = what.slice('set-'.length);
  if (!sheet.settings.some((s) => s.id === setting)) return null;
  return { reads: settingOf(sheet, part, setting) ?? 'nothing' };
}

/** What a receiver puts out without radio, slot by slot of one kind: `1500 µs on 1 and 2, hold on 3`. */
export function failSafesText(rig: Rig, receiver: string): string {
  const own = rig.failSafes.filter((f) => f.receiver === receiver).toSorted((a, b) => a.slot - b.slot);
  const does = groupBy(own, (f) => (f.does === 'value' ? `${f.valueUs} µs` : f.does === 'none' ? 'no pulses' : f.does));
  return [...does].map(([what, of]) => `${what} on ${listed(of.map((f) => String(f.slot)))}`).join(', ') || 'not set';
}

/** A lead beeped through end to end, unpowered: its joined ends in order, diodes by the way they let it; null where it is not plugged in. */
function throughText(rig: Rig, cable: string): string | null {
  const own = findCable(rig, cable);
  if (!own) return null;
  const joined = own.wires.filter((w) => beepsAtAll(w) || isDiode(w)).map((wire) => {
    const [from, to] = [endOf(rig, wire.from), endOf(rig, wire.to)];
    const ends = isDiode(wire) ? [from, to] : [from, to].sort();
    const by = wire.inline && wire.inline.kind !== 'switch' ? ` by ${inlineText(wire.inline)}` : '';
    // what carries current is looked at as well: how thick it is
    const thick = wireLine(rig, wire) === 'supply' ? `, ${wire.gaugeAwg} AWG` : '';
    return `${ends.join(' to ')}${by}${thick}`;
  });
  return joined.length ? joined.sort().join(', ') : 'open throughout';
}

const endOf = (rig: Rig, at: PinRef): string => {
  const found = findPin(rig, at);
  return `${labelOf(rig, at.part)} ${found?.port.label ?? at.port} ${found?.pin.label ?? at.pin}`;
};

/** A meter with a place for diodes reads it one way only. */
const isDiode = ({ inline }: Wire): boolean => inline?.kind === 'diode';

/** A diode, an inverter or an open switch does not beep; a bad contact does or not: it reads some ohms. */
export const beepsAtAll = ({ inline }: Wire): boolean =>
  !inline || inline.kind === 'fuse' || inline.kind === 'resistor' || (inline.kind === 'switch' && inline.closed);
