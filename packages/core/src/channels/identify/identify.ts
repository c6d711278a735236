import { springs, type Control } from '../../parts/index.js';
import { NEW_SHAPING, sheetOf, shapingOf, pilotTransmitter, type Edit, type Rig } from '../../rig/index.js';
import { PULSE, clampPulseUs } from '../../units/index.js';
import { cheapestMatching, FORBIDDEN } from '../assign/matching.js';
import { episodesOf, type Episode } from './episodes.js';
import { likeness, readMovement, type SeenKind, type SeenMovement } from './shape-of-movement.js';
import type { SlotTrack } from '../../captures/index.js';

/** A control that was touched at a time the listener knows of: a tap on the face, or the bench itself. */
export interface Touch {
  control: string;
  atMs: number;
}

/** A control and the slots that follow it. */
export interface FoundControl {
  /** Null when nothing tells which of several it was. */
  control: string | null;
  /** Others it could be as well. */
  orElse: string[];
  /** Slots from 1. More than one: they follow one control. */
  slots: number[];
  kind: SeenKind;
  reversed: boolean;
  lowUs: number;
  highUs: number;
  restUs: number;
  middleUs: number;
  fromMs: number;
  toMs: number;
}

/** Which control is behind each slot, as told by wiggling them. */
export interface Identified {
  found: FoundControl[];
  /** Stretches in which several controls moved at once: to be done again. */
  again: { slots: number[]; fromMs: number; toMs: number }[];
  /** Controls the rig has on a channel that moved nothing. */
  dead: string[];
  /** Groups of slots that followed one control. */
  together: number[][];
  /** What makes the rig agree with what was seen. */
  edits: Edit[];
  /** The transmitter whose controls these are; none on a bench without one. */
  transmitter: string | null;
}

/** Slots that moved as copies of each other are at least this alike. */
const ALIKE = 0.97;
/** A width further off than this is written into the rig, µs. */
const AGREES_US = 6;

/**
 * Which control drives which slot, from a recording while each control is moved once, up or right first.
 * Slots that move alike follow one control; slots that move together but not alike are two controls at once, and asked for
 * again. Which control it was is told by `touches`, else by the rig's own row, else by kind alone.
 * @param transmitter whose controls were moved; the pilot's where left out
 */
export function identify(
  rig: Rig,
  track: SlotTrack,
  touches: readonly Touch[] = [],
  transmitter = pilotTransmitter(rig),
): Identified {
  const controls = transmitter ? sheetOf(rig, transmitter).controls : [];
  const clean: { episode: Episode; seen: SeenMovement[] }[] = [];
  const again: Identified['again'] = [];
  for (const episode of episodesOf(track)) {
    if (isOne(track, episode)) clean.push({ episode, seen: episode.movements.map((m) => readMovement(track, m)) });
    else
      again.push({
        slots: episode.movements.map((m) => m.slot + 1),
        fromMs: episode.fromMs,
        toMs: episode.toMs,
      });
  }
  const names = transmitter ? namesFor(rig, transmitter, controls, clean, touches) : [];
  const found = clean.map(({ episode, seen }, i) => foundOf(episode, seen, names[i]));
  // of slots that follow one control each has its own way round, ends and middle
  const each = clean.flatMap(({ episode, seen }, i) => seen.map((s) => foundOf(episode, [s], names[i])));
  const edits = transmitter ? editsOf(rig, transmitter, each) : [];
  return {
    found,
    again,
    dead: deadOf(rig, transmitter, track, found, again),
    together: found.filter((f) => f.slots.length > 1).map((f) => f.slots),
    edits,
    transmitter: transmitter ?? null,
  };
}

/** All slots of the stretch move alike, whichever way round. */
function isOne(track: SlotTrack, { movements }: Episode): boolean {
  const [first, ...others] = movements;
  const from = Math.min(...movements.map((m) => m.from));
  const to = Math.max(...movements.map((m) => m.to));
  return others.every((m) => Math.abs(likeness(track, first!.slot, m.slot, from, to)) >= ALIKE);
}

function foundOf(
  episode: Episode,
  seen: SeenMovement[],
  name?: { control: string | null; orElse: string[] },
): FoundControl {
  const [first] = seen;
  const { kind, lowUs, highUs, restUs, middleUs, upFirst } = first!;
  return {
    control: name?.control ?? null,
    orElse: name?.orElse ?? [],
    slots: seen.map((s) => s.slot + 1),
    kind,
    reversed: !upFirst,
    lowUs,
    highUs,
    restUs,
    middleUs,
    fromMs: episode.fromMs,
    toMs: episode.toMs,
  };
}

type Clean = { episode: Episode; seen: SeenMovement[] };

/** A touch counts for the stretch it falls in or just before. */
const BEFORE_MS = 1500;

/** Best naming of the stretches: each control once, told ones first, then the rig's own row, then kind. */
function namesFor(
  rig: Rig,
  transmitter: string,
  controls: readonly Control[],
  clean: readonly Clean[],
  touches: readonly Touch[],
): { control: string | null; orElse: string[] }[] {
  const named = clean.map(
    ({ episode }) => touches.find((t) => t.atMs >= episode.fromMs - BEFORE_MS && t.atMs <= episode.toMs)?.control,
  );
  const cost = clean.map(({ seen }, i) => [
    ...controls.map((control) => {
      if (named[i] !== undefined) return named[i] === control.id ? 0 : FORBIDDEN;
      if (touches.some((t) => t.control === control.id) && named.includes(control.id)) return FORBIDDEN;
      return namingCost(rig, transmitter, control, seen);
    }),
    // nobody: dearer than any name
    ...clean.map((_, j) => (i === j ? 100 : FORBIDDEN)),
  ]);
  const { column } = cheapestMatching(cost, controls.length + clean.length)!;
  return clean.map((_, i) => {
    const at = column[i]!;
    const own = controls[at];
    if (!own) return { control: null, orElse: [] };
    const price = cost[i]![at]!;
    const used = new Set(column);
    const orElse = controls.filter((c, j) => j !== at && !used.has(j) && cost[i]![j]! <= price).map((c) => c.id);
    return { control: orElse.length ? null : own.id, orElse: orElse.length ? [own.id, ...orElse] : [] };
  });
}

/** 0 when the rig says so itself, more when only the kind speaks for it. */
function namingCost(rig: Rig, transmitter: string, control: Control, seen: readonly SeenMovement[]): number {
  const unlike = kindCost(control, seen[0]!.kind);
  if (unlike >= FORBIDDEN) return FORBIDDEN;
  const expected = seen.some((s) => shapingOf(rig, transmitter, s.slot + 1)?.control === control.id);
  return unlike + (expected ? 0 : 10);
}

function kindCost(control: Control, kind: SeenKind): number {
  const proportional = control.kind === 'stick' || control.kind === 'slider' || control.kind === 'knob';
  if (proportional) return kind === 'proportional' ? 0 : 30;
  if (kind === 'proportional') return FORBIDDEN;
  if (kind === 'three places') return control.kind === 'switch3' ? 0 : FORBIDDEN;
  if (kind === 'two places') return springs(control) ? 4 : control.kind === 'switch2' ? 0 : 4;
  return springs(control) ? 0 : 3;
}

function deadOf(
  rig: Rig,
  transmitter: string | undefined,
  { slots }: SlotTrack,
  found: readonly FoundControl[],
  again: Identified['again'],
): string[] {
  const moved = new Set([...found.flatMap((f) => f.slots), ...again.flatMap((a) => a.slots)]);
  const named = new Set(found.flatMap((f) => (f.control ? [f.control] : f.orElse)));
  // what the recording does not carry may have moved all the same
  const isCarried = (channel: number): boolean => slots[channel - 1]?.some((us) => !Number.isNaN(us)) ?? false;
  const rows = rig.shaping.filter((s) => s.transmitter === transmitter && s.control && isCarried(s.channel));
  return [...new Set(rows.filter((s) => !moved.has(s.channel) && !named.has(s.control!)).map((s) => s.control!))];
}

/** Rows as they were seen: control, way round, ends, middle; a row that agrees is left alone. */
function editsOf(rig: Rig, transmitter: string, found: readonly FoundControl[]): Edit[] {
  return found.flatMap((f): Edit[] => {
    if (!f.control) return [];
    return f.slots.flatMap((slot): Edit[] => {
      const row = shapingOf(rig, transmitter, slot);
      const change = changeOf(f, row);
      return Object.keys(change).length && slot <= 16 ? [{ kind: 'shape', transmitter, channel: slot, change }] : [];
    });
  });
}

type RowChange = Extract<Edit, { kind: 'shape' }>['change'];

function changeOf(f: FoundControl, row: ReturnType<typeof shapingOf>): RowChange {
  const change: RowChange = {};
  if (row?.control !== f.control) change.control = f.control;
  if ((row?.reverse ?? false) !== f.reversed) change.reverse = f.reversed;
  const trimUs = middleTrim(f);
  const was = row ?? NEW_SHAPING;
  if (Math.abs(was.subTrimUs - trimUs) > AGREES_US) change.subTrimUs = trimUs;
  const trim = change.subTrimUs ?? was.subTrimUs;
  // a transmitter sends nothing beyond the extended travel: an end beyond it agrees with the edge
  for (const end of ['lowUs', 'highUs'] as const)
    if (!isUnseen(f, f[end]) && Math.abs(clampPulseUs(was[end] + trim) - f[end]) > AGREES_US)
      change[end] = Math.round(f[end] - trim);
  return change;
}

/** What was pressed out of the middle one way says nothing of the other end: there it only rested. */
const isUnseen = ({ kind, restUs }: FoundControl, endUs: number): boolean =>
  (kind === 'momentary' || kind === 'pulse') &&
  Math.abs(endUs - restUs) <= AGREES_US &&
  Math.abs(restUs - PULSE.centreUs) <= MIDDLE_WITHIN_US;
const MIDDLE_WITHIN_US = 120;

/** How far the middle stands off 1500: of three places, or of a proportional control at rest near it. */
function middleTrim(f: FoundControl): number {
  const middle = f.kind === 'three places' ? f.middleUs : f.kind === 'proportional' ? f.restUs : NaN;
  const off = Math.round(middle - PULSE.centreUs);
  // a slider or throttle at its end is no middle
  return Number.isNaN(off) || Math.abs(off) > MIDDLE_WITHIN_US || Math.abs(off) <= AGREES_US ? 0 : off;
}
