import { produce, type Draft } from 'immer';
import { NEW_SHAPING } from './empty-rig.js';
import { WIDTHS_US } from './format.js';
import { findPin } from './look-up.js';
import { boundProblem } from './rig-problems.js';
import { restorePlaces } from './restore.js';
import type { Edit, EditKind, EditOf } from './edit.js';
import type { Cable, Part, PinRef, Place, Rig, Wire } from './rig.js';
import { endsTogether } from './wire-ends.js';
import { unseenIn, valueIn } from '../units/index.js';

type WireRef = EditOf<'moveEnd'>['wire'];

/** An edit that does not fit the rig it was given to. The rig is unchanged. */
export class EditRefused extends Error {
  override readonly name = 'EditRefused';
  constructor(
    readonly edit: Edit,
    readonly reason: string,
  ) {
    super(`${edit.kind}: ${reason}`);
  }
}

/** The rig after edits. */
export interface EditResult {
  rig: Rig;
}

/**
 * Carries out edits in order, all or none; the revision goes up by one. What points at what is not looked over: that is for edits that
 * the bench thinks of itself, which take no sheet away.
 * @throws {EditRefused} when an edit names something the rig does not have, or would add it twice.
 */
export function carryOut(rig: Rig, edits: readonly Edit[]): EditResult {
  const next = produce(rig, (draft) => {
    for (const edit of edits) {
      const reason = unseenText(edit) ?? (DO[edit.kind] as Doer)(draft, edits.length > 1 ? copied(edit) : edit);
      if (reason) throw new EditRefused(edit, reason);
    }
    draft.revision += 1;
  });
  return { rig: next };
}

/** Why a text of an edit cannot stand in a rig; sheets are read by their own schema. */
function unseenText(value: unknown): string | undefined {
  if (typeof value === 'string') {
    const unseen = unseenIn(value);
    return unseen ? `a text holds ${unseen}, a character that cannot be seen` : undefined;
  }
  if (typeof value !== 'object' || value === null) return undefined;
  for (const [key, inside] of Object.entries(value)) {
    const reason = key === 'sheet' ? undefined : unseenText(inside);
    if (reason) return reason;
  }
  return undefined;
}

/** What an edit adds becomes the rig's own, so that a later edit of the list changes the rig and not the edit. Sheets are never changed in place. */
const copied = (edit: Edit): Edit =>
  'sheet' in edit ? { ...structuredClone({ ...edit, sheet: null }), sheet: edit.sheet } : structuredClone(edit);

type Doer = (rig: Draft<Rig>, edit: Edit) => string | void;
type Doers = { [K in EditKind]: (rig: Draft<Rig>, edit: EditOf<K>) => string | void };

/** One entry a kind; each returns the reason when the edit does not fit. */
const DO: Doers = {
  rename: (rig, { name }) => void (rig.name = name),
  addPart(rig, { part, sheet }) {
    if (rig.parts.some((p) => p.id === part.id)) return `part "${part.id}" is there already`;
    if (part.class !== sheet.class) return `the sheet is of class "${sheet.class}", the part of "${part.class}"`;
    if (!valueIn(rig.sheets, sheet.class)) rig.sheets[sheet.class] = sheet;
    rig.parts.push(part);
    const reason =
      firstOf(Object.entries(part.settings), ([id, value]) => settingReason(rig, part, id, value)) ??
      firstOf(part.prepared, (item) => prepReason(rig, part, item)) ??
      ridesReason(rig, part.id, part.place) ??
      toldReason(part.label, valueIn(rig.sheets, part.class), part);
    if (reason) return reason;
    // a new transmitter sends what its maker set, several channels from one control among it
    for (const { channel, control } of sheet.firstChannels ?? [])
      rig.shaping.push({ transmitter: part.id, channel, ...NEW_SHAPING, control });
    // a new board comes with features on its pads
    for (const { id, heldWhenNew } of sheet.resources)
      for (const to of heldWhenNew ?? []) rig.held.push({ part: part.id, resource: id, to });
  },
  removePart(rig, { part }) {
    const gone = rig.parts.find((p) => p.id === part);
    if (!gone) return noPart(part);
    rig.parts = rig.parts.filter((p) => p.id !== part);
    for (const cable of rig.cables) cable.wires = cable.wires.filter((w) => w.from.part !== part && w.to.part !== part);
    rig.cables = rig.cables.filter((cable) => cable.wires.length > 0);
    dropMerges(rig);
    for (const wish of rig.wishes) if (wish.part === part) delete wish.part;
    for (const { place } of rig.parts)
      if (place?.rides === part) {
        delete place.rides;
        delete place.joint;
      }
    for (const p of rig.parts) if (p.bound === part) delete p.bound;
    rig.bindings = rig.bindings.filter((b) => b.part !== part);
    rig.held = rig.held.filter((h) => h.part !== part);
    rig.shaping = rig.shaping.filter((s) => s.transmitter !== part);
    rig.failSafes = rig.failSafes.filter((f) => f.receiver !== part);
    rig.handOvers = rig.handOvers.filter((h) => h.from !== part && h.to !== part);
    const used = new Set(rig.parts.map((p) => p.class));
    rig.sheets = Object.fromEntries(Object.entries(rig.sheets).filter(([cls]) => used.has(cls)));
  },
  relabel: (rig, { part, label }) => withPart(rig, part, (p) => void (p.label = label)),
  tick: (rig, { part, onBench }) => withPart(rig, part, (p) => void (p.onBench = onBench)),
  set: (rig, { part, setting, value }) =>
    withPart(rig, part, (p) => settingReason(rig, p, setting, value) ?? void (p.settings[setting] = value)),
  addCable(rig, { cable }) {
    if (rig.cables.some((c) => c.id === cable.id)) return `cable ${cable.id} is there already`;
    for (const wire of cable.wires) {
      const reason = pinReason(rig, wire.from) ?? pinReason(rig, wire.to);
      if (reason) return reason;
    }
    rig.cables.push({ ...cable, wires: namedWires(cable.wires) });
  },
  removeCable(rig, { cable }) {
    if (!rig.cables.some((c) => c.id === cable)) return noCable(cable);
    rig.cables = rig.cables.filter((c) => c.id !== cable);
    dropMerges(rig);
  },
  moveEnd: (rig, { cable, wire, end, pin }) =>
    withWire(rig, cable, wire, (w) => pinReason(rig, pin) ?? void (w[end] = pin)),
  removeWire: (rig, { cable, wire }) =>
    withCable(rig, cable, (c) => {
      const at = wireIndex(c, wire);
      if (at < 0) return noWire(cable, wire);
      c.wires.splice(at, 1);
      if (!c.wires.length) rig.cables = rig.cables.filter((other) => other.id !== cable);
      dropMerges(rig);
    }),
  addWire: (rig, { cable, wire }) =>
    withCable(
      rig,
      cable,
      (c) => pinReason(rig, wire.from) ?? pinReason(rig, wire.to) ?? void (c.wires = namedWires([...c.wires, wire])),
    ),
  setWire: (rig, { cable, wire, gaugeAwg, lengthMm, colour, inline }) =>
    withWire(rig, cable, wire, (w) => {
      if (gaugeAwg !== undefined) w.gaugeAwg = gaugeAwg;
      if (lengthMm !== undefined) w.lengthMm = lengthMm;
      if (colour !== undefined) w.colour = colour;
      if (inline) w.inline = inline;
      else if (inline === null) delete w.inline;
    }),
  crossPair: (rig, { cable }) =>
    withCable(rig, cable, (c) => {
      const [a, b] = serialPairOf(rig, c) ?? [];
      const ends = a && b && endsTogether(a, b);
      if (!ends) return `cable ${cable} is not a serial pair`;
      [a[ends[0]], b[ends[1]]] = [b[ends[1]], a[ends[0]]];
    }),
  markAdapter: (rig, { cable, marked }) => withCable(rig, cable, (c) => void (c.marked = marked)),
  shape(rig, { transmitter, channel, change }) {
    const part = rig.parts.find((p) => p.id === transmitter);
    const sheet = part && valueIn(rig.sheets, part.class);
    if (!sheet) return noPart(transmitter);
    if (change.control && !sheet.controls.some((c) => c.id === change.control)) {
      return `"${part.label}" has no control "${change.control}"`;
    }
    let row = rig.shaping.find((s) => s.transmitter === transmitter && s.channel === channel);
    if (!row) {
      row = { transmitter, channel, ...NEW_SHAPING };
      rig.shaping.push(row);
    }
    Object.assign(row, { ...change, points: change.points === null ? undefined : (change.points ?? row.points) });
    if (row.lowUs >= row.highUs)
      return `the low end point ${row.lowUs} µs must lie below the high one ${row.highUs} µs`;
    return outOfWidths(row.lowUs, row.highUs);
  },
  bind(rig, { binding }) {
    const part = rig.parts.find((p) => p.id === binding.part);
    if (!part) return noPart(binding.part);
    if (!valueIn(rig.sheets, part.class)?.functions.some((f) => f.id === binding.fn)) {
      return `"${part.label}" has no function "${binding.fn}"`;
    }
    const at = rig.bindings.findIndex((b) => b.part === binding.part && b.fn === binding.fn);
    if (at < 0) rig.bindings.push(binding);
    else rig.bindings[at] = binding;
  },
  tune(rig, { part, fn, change }) {
    const binding = rig.bindings.find((b) => b.part === part && b.fn === fn);
    if (!binding) return `"${fn}" of part "${part}" is on no slot yet`;
    for (const [key, value] of Object.entries(change)) Object.assign(binding, { [key]: value ?? undefined });
    if ((binding.lowUs ?? 0) >= (binding.highUs ?? 3000))
      return `the device's low end ${binding.lowUs} µs must lie below its high end ${binding.highUs} µs`;
    return outOfWidths(binding.lowUs, binding.highUs);
  },
  failSafe(rig, { failSafe }) {
    if (!rig.parts.some((p) => p.id === failSafe.receiver)) return noPart(failSafe.receiver);
    if (failSafe.does === 'value' && failSafe.valueUs === undefined) return 'a fail-safe value needs its width';
    const off = outOfWidths(failSafe.valueUs);
    if (off) return off;
    const at = rig.failSafes.findIndex((f) => f.receiver === failSafe.receiver && f.slot === failSafe.slot);
    if (at < 0) rig.failSafes.push(failSafe);
    else rig.failSafes[at] = failSafe;
  },
  noFailSafe(rig, { receiver, slot }) {
    const at = rig.failSafes.findIndex((f) => f.receiver === receiver && f.slot === slot);
    if (at < 0) return `no fail-safe is set for slot ${slot} of "${receiver}"`;
    rig.failSafes.splice(at, 1);
  },
  handOver(rig, { handOver }) {
    const { from, to, control } = handOver;
    for (const id of [from, to]) if (!rig.parts.some((p) => p.id === id)) return noPart(id);
    if (from === to) return 'a transmitter cannot hand over to itself';
    const first = rig.parts.find((p) => p.id === from)!;
    if (control && !valueIn(rig.sheets, first.class)?.controls.some((c) => c.id === control))
      return `"${first.label}" has no control "${control}"`;
    const at = rig.handOvers.findIndex((h) => h.from === from && h.to === to);
    if (at < 0) rig.handOvers.push(handOver);
    else rig.handOvers[at] = handOver;
  },
  noHandOver(rig, { from, to }) {
    const at = rig.handOvers.findIndex((h) => h.from === from && h.to === to);
    if (at < 0) return `no hand-over from "${from}" to "${to}"`;
    rig.handOvers.splice(at, 1);
  },
  unbind(rig, { part, fn }) {
    const at = rig.bindings.findIndex((b) => b.part === part && b.fn === fn);
    if (at < 0) return `"${fn}" of part "${part}" is not bound`;
    rig.bindings.splice(at, 1);
  },
  hold: (rig, { held }) =>
    withPart(rig, held.part, (p) => {
      if (!valueIn(rig.sheets, p.class)?.resources.some((r) => r.id === held.resource)) {
        return `"${p.label}" has no resource "${held.resource}"`;
      }
      if (rig.held.some((h) => h.part === held.part && h.resource === held.resource && h.to === held.to)) {
        return `${held.resource} is held by "${held.to}" already`;
      }
      rig.held.push(held);
    }),
  release(rig, { part, resource, to }) {
    const at = rig.held.findIndex((h) => h.part === part && h.resource === resource && h.to === to);
    if (at < 0) return `${resource} of part "${part}" is not held by "${to}"`;
    rig.held.splice(at, 1);
  },
  addWish(rig, { wish }) {
    if (rig.wishes.some((w) => w.id === wish.id)) return `wish "${wish.id}" is there already`;
    if (wish.part !== undefined && !rig.parts.some((p) => p.id === wish.part)) return noPart(wish.part);
    rig.wishes.push(wish);
  },
  removeWish(rig, { wish }) {
    if (!rig.wishes.some((w) => w.id === wish)) return `no wish "${wish}"`;
    rig.wishes = rig.wishes.filter((w) => w.id !== wish);
  },
  school: (rig, { choice }) => void Object.assign(rig.schools, choice),
  setWish(rig, { wish, change }) {
    const known = rig.wishes.find((w) => w.id === wish);
    if (!known) return `no wish "${wish}"`;
    const { part: partId, channel, ...rest } = change;
    if (partId && !rig.parts.some((p) => p.id === partId)) return noPart(partId);
    Object.assign(known, rest);
    if (partId === null) delete known.part;
    else if (partId !== undefined) known.part = partId;
    if (channel === null) delete known.channel;
    else if (channel !== undefined) known.channel = channel;
  },
  rigKind: (rig, { rigKind }) => void (rig.kind = rigKind),
  note: (rig, { part, change }) =>
    withPart(rig, part, (p) => {
      const reason = ridesReason(rig, part, change.place);
      if (reason) return reason;
      const { place, firmware, address, price, charge, told, profile, bound } = change;
      const sheet = valueIn(rig.sheets, p.class);
      const untold = toldReason(p.label, sheet, { told, profile });
      if (untold) return untold;
      if (bound) {
        const why = boundProblem(rig, p, bound);
        if (why) return why;
      }
      if (charge && !sheet?.sources.some((s) => s.pack)) return `"${p.label}" is no pack`;
      if (place !== undefined) p.place = place ?? undefined;
      if (firmware !== undefined) p.firmware = firmware ?? undefined;
      if (address !== undefined) p.address = address ?? undefined;
      if (price !== undefined) p.price = price ?? undefined;
      if (charge !== undefined) p.charge = charge ?? undefined;
      if (told !== undefined) p.told = told ?? undefined;
      if (profile !== undefined) p.profile = profile ?? undefined;
      if (bound !== undefined) p.bound = bound ?? undefined;
    }),
  prepare: (rig, { part, item, done }) =>
    withPart(rig, part, (p) => {
      const reason = prepReason(rig, p, item);
      if (reason) return reason;
      if (done === p.prepared.includes(item)) return;
      if (done) p.prepared.push(item);
      else p.prepared = p.prepared.filter((x) => x !== item);
    }),
  tickItem(rig, { item, on }) {
    if (on === rig.ticked.includes(item)) return;
    if (on) rig.ticked.push(item);
    else rig.ticked = rig.ticked.filter((x) => x !== item);
  },
  pinStep(rig, { step, behind, before }) {
    if (behind === step || before === step) return `"${step}" cannot come before itself`;
    const order = (rig.wakeOrder ?? []).filter((pin) => pin.first !== step && pin.then !== step);
    if (behind !== null) order.push({ first: behind, then: step });
    if (before !== null) order.push({ first: step, then: before });
    if (order.length) rig.wakeOrder = order;
    else delete rig.wakeOrder;
  },
  lock: (rig, { cable, locked }) => withCable(rig, cable, (c) => void (c.locked = locked)),
  merge(rig, { merge }) {
    if (rig.merges.some((m) => m.id === merge.id)) return `merge "${merge.id}" is there already`;
    for (const cable of merge.cables) {
      if (!rig.cables.some((c) => c.id === cable)) return noCable(cable);
      const other = rig.merges.find((m) => m.cables.includes(cable));
      if (other) return `cable ${cable} is in the plug "${other.label}" already`;
    }
    rig.merges.push(merge);
  },
  unmerge(rig, { merge }) {
    if (!rig.merges.some((m) => m.id === merge)) return `no merged plug "${merge}"`;
    rig.merges = rig.merges.filter((m) => m.id !== merge);
  },
  currency: (rig, { currency }) => void (rig.currency = currency),
  resheet(rig, { sheet }) {
    if (!valueIn(rig.sheets, sheet.class)) return `no part of class "${sheet.class}" in this rig`;
    rig.sheets[sheet.class] = sheet;
  },
  restore: (rig, { at }) => restorePlaces(rig, at),
};

/** A merged plug needs two leads that are still there. */
function dropMerges(rig: Draft<Rig>): void {
  for (const merge of rig.merges) merge.cables = merge.cables.filter((id) => rig.cables.some((c) => c.id === id));
  rig.merges = rig.merges.filter((merge) => merge.cables.length > 1);
}

function outOfWidths(...us: (number | undefined)[]): string | undefined {
  const off = us.find((w) => w !== undefined && !(w >= WIDTHS_US.least && w <= WIDTHS_US.most));
  return off === undefined ? undefined : `${off} µs lies outside ${WIDTHS_US.least}…${WIDTHS_US.most} µs`;
}

/** A wire by its place or its id; −1 when the cable has no such wire. */
const wireIndex = (cable: Draft<Rig>['cables'][number], ref: WireRef): number =>
  typeof ref === 'number' ? (cable.wires[ref] ? ref : -1) : cable.wires.findIndex((w) => w.id === ref);
const noWire = (cable: string, ref: WireRef): string =>
  `cable ${cable} has no wire ${typeof ref === 'number' ? ref + 1 : `"${ref}"`}`;

/** Every wire of a cable has an id of its own; the first of each that is there stays. */
function namedWires(wires: readonly Wire[]): Wire[] {
  const used = new Set(wires.map((w) => w.id));
  const seen = new Set<string>();
  return wires.map((wire) => {
    if (wire.id !== undefined && !seen.has(wire.id)) {
      seen.add(wire.id);
      return wire;
    }
    let n = 1;
    while (used.has(`w${n}`)) n++;
    used.add(`w${n}`);
    return { ...wire, id: `w${n}` };
  });
}

const noPart = (id: string): string => `no part "${id}" in this rig`;
const noCable = (id: string): string => `no cable ${id} in this rig`;

function settingReason(rig: Draft<Rig>, part: Part, setting: string, value: string): string | undefined {
  const known = valueIn(rig.sheets, part.class)?.settings.find((s) => s.id === setting);
  if (!known) return `"${part.label}" has no setting "${setting}"`;
  return known.values.includes(value)
    ? undefined
    : `${known.label} is one of ${known.values.join(', ')}, not "${value}"`;
}

function prepReason(rig: Draft<Rig>, part: Part, item: string): string | undefined {
  const isKnown = valueIn(rig.sheets, part.class)?.prep.some((x) => x.id === item);
  return isKnown ? undefined : `"${part.label}" has no prep item "${item}"`;
}

/** A part is told only what its sheet has: its ports, their uses, its profiles. */
function toldReason(
  label: string,
  sheet: Draft<Rig>['sheets'][string] | undefined,
  { told, profile }: { told?: Part['told'] | null; profile?: number | null | undefined },
): string | undefined {
  for (const [port, use] of Object.entries(told ?? {})) {
    const own = sheet?.assignablePorts?.find((a) => a.port === port);
    if (!own) return `"${label}" has no port "${port}" that is told anything`;
    if (use !== 'nothing' && !(own.mayBe as string[]).includes(use)) return `port "${port}" cannot be told "${use}"`;
  }
  return profile && profile > (sheet?.profiles ?? 0) ? `"${label}" has no profile ${profile}` : undefined;
}

/** A part rides on another one, never on itself, and on a joint that the other has. */
function ridesReason(rig: Draft<Rig>, part: string, place: Place | null | undefined): string | undefined {
  if (place?.rides === undefined) return undefined;
  const carrier = rig.parts.find((p) => p.id === place.rides && p.id !== part);
  if (!carrier) return noPart(place.rides);
  const { joint } = place;
  const isThere = joint === undefined || valueIn(rig.sheets, carrier.class)?.joints.some((j) => j.id === joint);
  return isThere ? undefined : `"${carrier.label}" has no joint "${joint}"`;
}

function firstOf<T>(list: readonly T[], reason: (item: T) => string | undefined): string | undefined {
  for (const item of list) {
    const found = reason(item);
    if (found) return found;
  }
  return undefined;
}

function pinReason(rig: Draft<Rig>, at: PinRef): string | undefined {
  return findPin(rig, at) ? undefined : `no pin ${at.pin} on port "${at.port}" of part "${at.part}"`;
}

/** The two serial wires of a cable; null where it has none, or other than two. */
export function serialPairOf(rig: Rig, cable: Cable): [Wire, Wire] | null {
  const [a, b, more] = cable.wires.filter((w) => isSerialEnd(rig, w.from) && isSerialEnd(rig, w.to));
  return a && b && !more ? [a, b] : null;
}

function isSerialEnd(rig: Draft<Rig>, at: PinRef): boolean {
  const part = rig.parts.find((p) => p.id === at.part);
  const links = part && valueIn(rig.sheets, part.class)?.links;
  return !!links?.some((link) =>
    [link.pins.send, link.pins.hear].some((pin) => pin?.port === at.port && pin.pin === at.pin),
  );
}

type Fit = string | undefined | void;

function withPart(rig: Draft<Rig>, id: string, change: (part: Draft<Rig>['parts'][number]) => Fit): Fit {
  const part = rig.parts.find((p) => p.id === id);
  return part ? change(part) : noPart(id);
}

function withCable(rig: Draft<Rig>, id: string, change: (cable: Draft<Rig>['cables'][number]) => Fit): Fit {
  const cable = rig.cables.find((c) => c.id === id);
  return cable ? change(cable) : noCable(id);
}

function withWire(
  rig: Draft<Rig>,
  id: string,
  index: WireRef,
  change: (wire: Draft<Rig>['cables'][number]['wires'][number]) => Fit,
): Fit {
  return withCable(rig, id, (cable) => {
    const wire = cable.wires[wireIndex(cable, index)];
    return wire ? change(wire) : noWire(id, index);
  });
}
