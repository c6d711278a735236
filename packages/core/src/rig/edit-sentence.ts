import { valueIn, listed, micros } from '../units/index.js';
import { calledOn, findCable, findPart, labelOf, pinText, portLabel } from './look-up.js';
import { setupOfItem } from './setup-item.js';
import type { Edit, EditKind, EditOf } from './edit.js';
import type { Inline, PinRef, Rig } from './rig.js';

/** What an edit does, as one sentence for the log, told about the rig *before* it. */
export function editSentence(rig: Rig, edit: Edit): string {
  return (TELL[edit.kind] as (rig: Rig, edit: Edit) => string)(rig, edit);
}

const wireName = (ref: number | string): string => (typeof ref === 'number' ? String(ref + 1) : ref);

function wireOf(rig: Rig, { cable, wire }: Pick<EditOf<'moveEnd'>, 'cable' | 'wire'>) {
  const wires = findCable(rig, cable)?.wires ?? [];
  return typeof wire === 'number' ? wires[wire] : wires.find((w) => w.id === wire);
}

const TELL: { [K in EditKind]: (rig: Rig, edit: EditOf<K>) => string } = {
  rename: (_, e) => `Rig named ${e.name}`,
  addPart: (_, e) => `${e.part.label} pulled from the shelf`,
  removePart: (rig, e) => `${labelOf(rig, e.part)} put back, its wires taken off`,
  relabel: (rig, e) => `${labelOf(rig, e.part)} labelled ${e.label}`,
  tick: (rig, e) => `${labelOf(rig, e.part)} ${e.onBench ? 'is on the bench' : 'is missing from the bench'}`,
  set: (rig, e) => `${labelOf(rig, e.part)}: ${calledOn(rig, e.part, 'settings', e.setting)} set to ${e.value}`,
  addCable: (rig, e) => `Cable ${e.cable.id} added: ${endsText(rig, e.cable.wires)}`,
  removeCable: (_, e) => `Cable ${e.cable} taken off`,
  moveEnd: (rig, e) => `Cable ${e.cable}: wire ${wireName(e.wire)} moved to ${pinText(rig, e.pin)}`,
  removeWire: (_, e) => `Cable ${e.cable}: wire ${wireName(e.wire)} taken off`,
  addWire: (rig, e) => `Cable ${e.cable}: wire added to ${pinText(rig, e.wire.to)}`,
  setWire: (_, e) =>
    `Cable ${e.cable}: wire ${wireName(e.wire)} now ${listed([
      ...(e.gaugeAwg === undefined ? [] : [`${e.gaugeAwg} AWG`]),
      ...(e.lengthMm === undefined ? [] : [`${e.lengthMm} mm`]),
      ...(e.colour === undefined ? [] : [e.colour]),
      ...(e.inline === undefined ? [] : [e.inline ? `with ${inlineText(e.inline)}` : 'plain']),
    ])}`,
  crossPair: (_, e) => `Cable ${e.cable}: serial pair swapped over`,
  markAdapter: (_, e) => `Cable ${e.cable} ${e.marked ? 'made a marked adapter' : 'no longer marked'}`,
  shape: (rig, e) => `Channel ${e.channel}: ${shapeText(rig, e)}`,
  bind: (rig, e) =>
    `${labelOf(rig, e.binding.part)}: ${calledOn(rig, e.binding.part, 'functions', e.binding.fn)} on slot ${e.binding.slot}${e.binding.reverse ? ', reversed' : ''}`,
  tune: (rig, e) => `${labelOf(rig, e.part)}: ${calledOn(rig, e.part, 'functions', e.fn)} ${tuneText(e)}`,
  failSafe: (rig, { failSafe: f }) =>
    `${labelOf(rig, f.receiver)}: without radio slot ${f.slot} ${f.does === 'value' ? `goes to ${micros(f.valueUs ?? NaN)}` : f.does === 'hold' ? 'stays where it was' : 'falls silent'}`,
  noFailSafe: (rig, e) => `${labelOf(rig, e.receiver)}: without radio slot ${e.slot} is left to the receiver`,
  handOver: (rig, { handOver: h }) =>
    `${labelOf(rig, h.from)} hands ${h.channels.length ? `channels ${h.channels.map((c) => c.channel).join(', ')}` : 'nothing'} to ${labelOf(rig, h.to)} by ${h.control ? calledOn(rig, h.from, 'controls', h.control) : 'no switch yet'}`,
  noHandOver: (rig, e) => `${labelOf(rig, e.from)} hands nothing over to ${labelOf(rig, e.to)}`,
  unbind: (rig, e) => `${labelOf(rig, e.part)}: ${calledOn(rig, e.part, 'functions', e.fn)} no longer on a slot`,
  hold: (rig, e) =>
    `${labelOf(rig, e.held.part)}: ${calledOn(rig, e.held.part, 'resources', e.held.resource)} given to ${e.held.to}`,
  release: (rig, e) =>
    `${labelOf(rig, e.part)}: ${calledOn(rig, e.part, 'resources', e.resource)} released from ${e.to}`,
  addWish: (_, e) => `Wish added: ${e.wish.label}`,
  removeWish: (rig, e) => `Wish dropped: ${rig.wishes.find((w) => w.id === e.wish)?.label ?? e.wish}`,
  school: (_, e) =>
    `Choice: ${Object.entries(e.choice)
      .map(([k, v]) => `${SCHOOL_NAMES[k] ?? k} ${v}`)
      .join(', ')}`,
  setWish: (rig, e) => `${wishLabel(rig, e.wish)}: ${wishText(rig, e)}`,
  rigKind: (_, e) => `Rig is a ${e.rigKind}`,
  note: (rig, e) => `${labelOf(rig, e.part)}: ${noteText(rig, e)}`,
  prepare: (rig, e) => `${labelOf(rig, e.part)}: ${prepText(rig, e)} ${e.done ? 'done' : 'not done'}`,
  tickItem: (rig, e) => {
    const own = setupOfItem(e.item);
    if (own) return `Set-up of ${labelOf(rig, own.part)}: ${own.line} ${e.on ? 'done' : 'to be done'}`;
    return `${e.item} ${e.on ? 'is on the bench' : 'is missing from the bench'}`;
  },
  pinStep: (_, e) => `Wake: "${e.text}" ${(e.behind ?? e.before) ? 'put in a place of its own' : 'free again'}`,
  lock: (_, e) => `Cable ${e.cable} ${e.locked ? 'locked' : 'free again'}`,
  merge: (_, e) => `${e.merge.cables.join(', ')} merged into one plug, ${e.merge.label}`,
  unmerge: (rig, e) => `Plug ${rig.merges.find((m) => m.id === e.merge)?.label ?? e.merge} taken apart`,
  currency: (_, e) => `Prices in ${e.currency}`,
  restore: (rig, e) => `Set back: ${listed([...new Set(e.at.map(({ path }) => placeName(rig, path)))])}`,
  resheet: (_, e) => `Sheet of ${e.sheet.name} changed, revision ${e.sheet.revision}`,
};

function prepText(rig: Rig, e: EditOf<'prepare'>): string {
  const part = findPart(rig, e.part);
  return (part && valueIn(rig.sheets, part.class)?.prep.find((p) => p.id === e.item)?.text) ?? e.item;
}

const SCHOOL_NAMES: Record<string, string> = {
  gimbalFeed: 'gimbal fed from',
  takeOff: 'at take-off the gimbal is',
  reach: 'the payload is reached by',
  menuOver: 'camera menu over',
  operators: 'operators',
  links: 'radio links',
};

/** What sits in a wire, in words. */
export function inlineText(inline: Inline): string {
  if (inline.kind === 'resistor') return `a ${inline.ohm} Ω resistor`;
  if (inline.kind === 'fuse') return `a ${inline.amps} A ${inline.speed ? `${inline.speed} ` : ''}fuse`;
  if (inline.kind === 'switch') return inline.closed ? 'a switch that is on' : 'a switch that is off';
  return inline.kind === 'diode' ? 'a diode' : 'an inverter';
}

/** What is noted of a part, in words; empty where nothing is. */
export function noteText(rig: Rig, { part, change }: Pick<EditOf<'note'>, 'part' | 'change'>): string {
  const said: string[] = [];
  if (change.place !== undefined)
    said.push(
      change.place ? `placed at ${change.place.xMm}, ${change.place.yMm}, ${change.place.zMm} mm` : 'has no place',
    );
  if (change.firmware !== undefined) said.push(change.firmware ? `firmware ${change.firmware}` : 'firmware not noted');
  if (change.address !== undefined) said.push(change.address ? `address ${change.address}` : "the maker's address");
  if (change.price !== undefined) said.push(change.price === null ? 'no price' : `price ${change.price}`);
  if (change.charge !== undefined) said.push(chargeText(change.charge));
  if (change.told !== undefined)
    said.push(
      change.told
        ? Object.entries(change.told)
            .map(([port, use]) => `port ${portLabel(rig, { part, port })} told ${use}`)
            .join(', ')
        : 'ports as new',
    );
  if (change.profile !== undefined) said.push(change.profile ? `profile ${change.profile} active` : 'no profile noted');
  if (change.bound !== undefined)
    said.push(change.bound ? `bound to ${labelOf(rig, change.bound)}` : 'bound to whom its work is for');
  return listed(said);
}

function chargeText(charge: NonNullable<EditOf<'note'>['change']['charge']> | null): string {
  if (charge?.volts !== undefined) return `reads ${charge.volts} V`;
  return charge?.share === undefined ? 'charge not noted' : `charged to ${Math.round(charge.share * 100)} %`;
}

/** What a place of a rig is called at the bench, down to the part, the cable, the row. */
export function placeName(rig: Rig, [root, name]: readonly string[]): string {
  if (name === undefined) return root!;
  if (root === 'parts') return labelOf(rig, name);
  if (root === 'wishes') return wishLabel(rig, name);
  return `${PLACE_WORDS[root!] ?? root} ${PART_FIRST.has(root!) ? rowName(rig, name) : name}`;
}

/** Rows that are named by a part, what of it they are about, and more. */
const PART_FIRST: ReadonlySet<string> = new Set(['bindings', 'shaping', 'failSafes', 'handOvers', 'held']);

function rowName(rig: Rig, name: string): string {
  const [part = '', what = '', ...more] = name.split(' ');
  const called = labelOf(rig, what);
  const onSheet = (['functions', 'resources'] as const).map((list) => calledOn(rig, part, list, called));
  return [labelOf(rig, part), onSheet.find((label) => label !== called) ?? called, ...more].join(' ');
}

const PLACE_WORDS: Readonly<Record<string, string>> = {
  cables: 'cable',
  sheets: 'sheet',
  bindings: 'slot of',
  shaping: 'channel of',
  failSafes: 'fail-safe of',
  handOvers: 'hand-over',
  held: 'pad of',
  merges: 'merged plug',
  schools: 'school',
  ticked: 'tick of',
  wakeOrder: 'wake order',
};

const wishLabel = (rig: Rig, id: string): string => rig.wishes.find((w) => w.id === id)?.label ?? id;

/** A control by its label, on whichever transmitter it is; a wish may outlive the transmitter that it names a control of. */
const controlName = (rig: Rig, id: string): string =>
  onSheets(rig).find((control) => control.id === id)?.label ?? 'a control that no part has';

const onSheets = (rig: Rig) => rig.parts.flatMap((p) => valueIn(rig.sheets, p.class)?.controls ?? []);

function wishText(rig: Rig, { change }: EditOf<'setWish'>): string {
  const said: string[] = [];
  if (change.by !== undefined) said.push(`by the ${change.by}`);
  if (change.hand !== undefined) said.push(change.hand === 'either' ? 'either hand' : `${change.hand} hand`);
  if (change.control !== undefined)
    said.push(change.control ? `on ${controlName(rig, change.control)}` : 'on any control');
  if (change.channel !== undefined) said.push(change.channel ? `on channel ${change.channel}` : 'on any channel');
  if (change.part !== undefined) said.push(change.part ? `done by ${labelOf(rig, change.part)}` : 'done by any part');
  return listed(said);
}

const TUNES: Record<string, (value: number) => string> = {
  speedPct: (v) => `speed ${v} %`,
  deadBandPct: (v) => `dead band ${v} %`,
  smoothingMs: (v) => `smoothing ${v} ms`,
  lowUs: (v) => `low end ${micros(v)}`,
  highUs: (v) => `high end ${micros(v)}`,
};

function tuneText({ change }: EditOf<'tune'>): string {
  return listed(
    Object.entries(change).map(([key, value]) => {
      if (typeof value === 'boolean') return value ? 'reversed' : 'not reversed';
      return value === null
        ? `${TUNES[key]!(0).split(' ').slice(0, -2).join(' ')} as the maker left it`
        : TUNES[key]!(value);
    }),
  );
}

function endsText(rig: Rig, wires: readonly { from: PinRef; to: PinRef }[]): string {
  const ends = [...new Set(wires.flatMap((w) => [w.from.part, w.to.part]))];
  return ends.map((id) => labelOf(rig, id)).join(' – ');
}

function shapeText(rig: Rig, { transmitter, change }: EditOf<'shape'>): string {
  const said: string[] = [];
  if (change.control !== undefined)
    said.push(change.control ? `follows ${calledOn(rig, transmitter, 'controls', change.control)}` : 'follows nothing');
  if (change.lowUs !== undefined) said.push(`low end point ${micros(change.lowUs)}`);
  if (change.highUs !== undefined) said.push(`high end point ${micros(change.highUs)}`);
  if (change.subTrimUs !== undefined) said.push(`sub-trim ${micros(change.subTrimUs)}`);
  if (change.reverse !== undefined) said.push(change.reverse ? 'reversed' : 'not reversed');
  if (change.deadBandPct !== undefined) said.push(`dead band ${change.deadBandPct} %`);
  if (change.softPct !== undefined) said.push(`softness ${change.softPct} %`);
  if (change.points !== undefined)
    said.push(change.points ? `curve of ${change.points.length} points` : 'smooth curve');
  if (change.sharePct !== undefined) said.push(`share of travel ${change.sharePct} %`);
  if (change.shiftPct !== undefined) said.push(`shift ${change.shiftPct} %`);
  if (change.endToEndS !== undefined) said.push(change.endToEndS ? `${change.endToEndS} s from end to end` : 'at once');
  if (change.locked !== undefined) said.push(change.locked ? 'locked' : 'free again');
  return listed(said);
}

/** Several edits made as one step: their sentences joined, the cable's name not repeated. */
export function stepSentence(rig: Rig, edits: readonly Edit[]): string {
  const moved = edits.filter((e): e is EditOf<'moveEnd'> => e.kind === 'moveEnd');
  const [first] = moved;
  if (first && moved.length > 1 && moved.every((e) => e.cable === first.cable && e.pin.part === first.pin.part)) {
    const was = wireOf(rig, first)?.[first.end].part;
    const whole = `Cable ${first.cable} moved from ${was ? labelOf(rig, was) : 'its port'} to ${labelOf(rig, first.pin.part)}`;
    const rest = edits.filter((e) => e.kind !== 'moveEnd');
    return [whole, ...rest.map((e) => editSentence(rig, e))].join('; ');
  }
  return edits.map((e) => editSentence(rig, e)).join('; ');
}
