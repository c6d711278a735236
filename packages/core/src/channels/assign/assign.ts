import type { Conversation } from '../../loom/index.js';
import {
  carryOut,
  findPart,
  shapingOf,
  sheetOf,
  type Binding,
  type Edit,
  type Rig,
  type Shaping,
} from '../../rig/index.js';
import { PPM } from '../../signals/index.js';
import type { Control, PartFunction } from '../../parts/index.js';
import { findConversations } from '../../loom/index.js';
import { findChains, type Chain } from '../chain.js';
import { stopsFor } from '../drive.js';
import { fitOf } from '../fit.js';
import { isFlightChain } from '../flight.js';
import { edgeChange, placeChange } from '../place-windows.js';
import { controlOptions } from './control-options.js';
import type { AssignProblem, Demand, Option, Point } from './demand.js';
import { poseAssign, type AssignWishes, type Posed } from './assign-problem.js';
import { pinTold } from './slot-options.js';
import { solveAssign } from './solve.js';

/** One row the assignment fills. */
export interface AssignedRow {
  part: string;
  fn: string;
  label: string;
  /** Transmitter of whoever is to do it. */
  transmitter: string;
  control: string;
  controlLabel: string;
  slot: number;
  /** Points of the row; fewer are better. */
  cost: number;
  /** Why this control and this slot: points against it, in words; empty when nothing speaks against. */
  reasons: string[];
}

/** Open rows with what they were given. */
export interface FilledRows {
  rows: AssignedRow[];
  edits: Edit[];
  /** Points of all rows together; fewer are better. */
  cost: number;
  /** What has no assignment; null when every open row was filled. */
  unsolved: AssignProblem | null;
  /** Wishes no wiring reaches: nothing a channel could mend. */
  unreached: { label: string; why: string }[];
}

/**
 * Fills the open rows of a rig: every wished function gets a control of a fitting kind and a slot of its own, at the least
 * points, proven. Complete rows and locked ones stay. When that cannot be, nothing is changed; `explained.ts` tells why.
 */
export function fillChannels(
  rig: Rig,
  wishes: AssignWishes = {},
  chains?: readonly Chain[],
  conversations: readonly Conversation[] = findConversations(rig),
): FilledRows {
  const before = chains ?? findChains(rig);
  const posed = poseAssign(rig, before, conversations, wishes);
  const unreached = posed.unreached.map(({ wish, why }) => ({ label: wish.label, why }));
  const { problem, pilot } = posed;
  const solved = solveAssign(problem);
  if (!solved) return { rows: [], edits: [], cost: 0, unsolved: problem, unreached };
  const rows = problem.demands.map((demand, d) => rowOf(demand, solved.given[d]!));
  return {
    rows,
    edits: pilot ? editsFor(rig, before, posed, pilot.id, rows) : [],
    cost: solved.cost,
    unsolved: null,
    unreached,
  };
}

function rowOf(demand: Demand, given: { control: number; slot: number }): AssignedRow {
  const control = demand.controls[given.control]!;
  const slot = demand.slots[given.slot]!;
  const said = (p: Point): boolean => p.cost >= 0.2;
  return {
    part: demand.chain.part.id,
    fn: demand.chain.fn.id,
    label: demand.label,
    transmitter: demand.transmitter.id,
    control: control.value.id,
    controlLabel: control.value.label,
    slot: slot.value,
    cost: control.cost + slot.cost,
    reasons: [...control.points, ...slot.points].filter(said).map((p) => p.why),
  };
}

/** The rig with these edits, one list; each is made on the rig the ones before left. */
function editsFor(
  rig: Rig,
  known: readonly Chain[],
  { problem: { demands }, beside }: Pick<Posed, 'problem' | 'beside'>,
  pilot: string,
  rows: readonly AssignedRow[],
): Edit[] {
  const edits: Edit[] = [];
  let now = rig;
  const make = (...more: Edit[]): void => {
    if (!more.length) return;
    edits.push(...more);
    now = carryOut(now, more).rig;
  };
  demands.forEach((demand, d) => make(...toldEdits(rig, demand.chain, rows[d]!.slot)));
  for (const { chain, first } of beside) {
    const slot = rows[demands.findIndex((d) => d.chain === first)]?.slot ?? first.slot;
    if (slot !== null) make(...toldEdits(rig, chain, slot));
  }
  // the pilot's own rows first: what they leave is what moves a handed channel before it is handed over
  const isHanded = (d: number): boolean => demands[d]!.transmitter.id !== demands[d]!.air.id;
  const inTurn = [...demands.keys()].sort((a, b) => Number(isHanded(a)) - Number(isHanded(b)));
  inTurn.forEach((d, i) => {
    const later = new Set(inTurn.slice(i + 1).map((x) => rows[x]!.slot));
    make(...driveEdits(now, demands[d]!, rows[d]!, later));
  });
  for (const id of new Set([pilot, ...demands.map((d) => d.air.id)])) make(...freeRows(now, id, demands, rows));
  const before = new Map(rig.shaping.map((s) => [`${s.transmitter}.${s.channel}`, s]));
  const chains = findChains(now);
  rows.forEach((row, d) => {
    const chain = chains.find((c) => c.part.id === row.part && c.fn.id === row.fn)!;
    make(...fitEdits(chain, before.get(`${demands[d]!.air.id}.${row.slot}`)));
  });
  make(...stopsFor(rig, known, now));
  return edits;
}

/** Brings a function to a slot: on the device, or at the receiver's pin. */
function toldEdits(rig: Rig, chain: Chain, slot: number): Edit[] {
  const { part, fn, setup } = chain;
  const atPin = pinTold(chain, slot);
  if (atPin) {
    const noted = rig.bindings.find((b) => b.part === part.id && b.fn === fn.id && b.slot !== slot);
    return [...(chain.slot === slot ? [] : [atPin]), ...(noted ? [bound({ ...noted, slot })] : [])];
  }
  if (chain.slot === slot) return [];
  const { reverse, speedPct, deadBandPct, smoothingMs, lowUs, highUs } = setup;
  const kept = { speedPct, deadBandPct, smoothingMs, lowUs, highUs };
  const set = Object.fromEntries(Object.entries(kept).filter(([, v]) => v !== undefined));
  return [bound({ part: part.id, fn: fn.id, slot, reverse: reverse || turned(fn), ...set })];
}

const bound = (binding: Binding): Edit => ({ kind: 'bind', binding });

/** Up and right give more; a device that counts the other way is told to turn round. */
const turned = (fn: PartFunction): boolean => !!fn.range && fn.range.from > fn.range.to;

/** Puts the control on the channel: the pilot's own, or a channel of the second transmitter that is handed over. */
function driveEdits(rig: Rig, demand: Demand, row: AssignedRow, later: ReadonlySet<number>): Edit[] {
  const pilot = demand.air.id;
  const drive = (transmitter: string, channel: number): Edit[] =>
    shapingOf(rig, transmitter, channel)?.control === row.control
      ? []
      : [{ kind: 'shape', transmitter, channel, change: { control: row.control } }];
  if (demand.transmitter.id === pilot) return drive(pilot, row.slot);
  const handOver = rig.handOvers.find((h) => h.from === pilot && h.to === demand.transmitter.id)!;
  const takes = channelOfSecond(rig, demand.transmitter.id, row.control, handOver.channels);
  const channels = [...handOver.channels.filter((c) => c.channel !== row.slot), { channel: row.slot, takes }];
  return [
    ...pilotsOwn(rig, demand, row.slot, handOver.control, later),
    ...drive(demand.transmitter.id, takes),
    { kind: 'handOver', handOver: { ...handOver, channels: channels.sort((a, b) => a.channel - b.channel) } },
  ];
}

/**
 * What the pilot moves a handed channel with while it is not handed over: what is on it already, where that suits and is not the
 * switch that hands over; else the best that moves nothing else.
 * @param later channels that are still to be given a control: what is on them now takes none away
 */
function pilotsOwn(
  rig: Rig,
  { chain, air, pilots }: Demand,
  channel: number,
  switched: string | null,
  later: ReadonlySet<number>,
): Edit[] {
  const pilot = air.id;
  const transmitter = {
    part: findPart(rig, pilot)!,
    sheet: sheetOf(rig, pilot),
    flying: false,
    craft: false,
    mayFly: false,
  };
  const heard = new Set(
    findChains(rig).flatMap((c) =>
      c.slot !== null && c.slot !== channel && !later.has(c.slot) && c.carrier && c.transmitter?.id === pilot
        ? [c.slot]
        : [],
    ),
  );
  const elsewhere = rig.shaping.filter((s) => s.transmitter === pilot && heard.has(s.channel)).map((s) => s.control);
  const taken = new Set([switched, ...elsewhere].filter((c) => c !== null));
  const { options } = controlOptions([chain.fn], pilots, transmitter, taken);
  const now = shapingOf(rig, pilot, channel)?.control;
  const suits = (o: Option<Control>): boolean => fitOf(chain.fn, o.value).grade === 'well';
  const own = options.find((o) => o.value.id === now);
  const named = options.find((o) => o.value.id === pilots?.control);
  if (named)
    return named === own ? [] : [{ kind: 'shape', transmitter: pilot, channel, change: { control: named.value.id } }];
  const others = options.filter((o) => o.value.kind !== 'stick');
  if (own && (suits(own) || !others.some(suits))) return [];
  const best = others.sort((a, b) => a.cost - b.cost)[0];
  // where nothing better is free it stays as it was: a mode that nobody tells takes more away than it gives
  if (!best && (!now || now !== switched)) return [];
  return [{ kind: 'shape', transmitter: pilot, channel, change: { control: best?.value.id ?? null } }];
}

/** A channel the second transmitter sends this control on already, else the first the lead carries that is not taken. */
function channelOfSecond(rig: Rig, second: string, control: string, taken: readonly { takes: number }[]): number {
  const free = (n: number): boolean => !taken.some((c) => c.takes === n);
  const own = rig.shaping.filter((s) => s.transmitter === second);
  const there = own.find((s) => s.control === control && s.channel <= PPM.channels && free(s.channel));
  if (there) return there.channel;
  for (let n = 1; n <= PPM.channels; n++) if (free(n)) return n;
  return PPM.channels;
}

/** Channels of a transmitter that move nothing let go of a control that now has a row, or that drives others too. */
function freeRows(rig: Rig, pilot: string, demands: readonly Demand[], rows: readonly AssignedRow[]): Edit[] {
  // a craft flies by its channels even while a lead to it is off: they let go of nothing
  const heard = (c: Chain): boolean => isFlightChain(c) || (c.carrier !== null && !c.breaks);
  const hears = (c: Chain): boolean => !c.transmitter || c.transmitter.id === pilot;
  const slots = new Set(findChains(rig).flatMap((c) => (c.slot !== null && heard(c) && hears(c) ? [c.slot] : [])));
  const own = new Set(rows.filter((_, d) => demands[d]!.transmitter.id === pilot).map((r) => r.control));
  const many = (control: string): boolean =>
    rig.shaping.filter((s) => s.transmitter === pilot && s.control === control).length > 1;
  return rig.shaping
    .filter((s) => s.transmitter === pilot && s.control && !s.locked && !slots.has(s.channel))
    .filter((s) => own.has(s.control!) || many(s.control!))
    .map((s) => ({ kind: 'shape', transmitter: pilot, channel: s.channel, change: { control: null } }));
}

/** Sub-trim and end points that bring every place of a switch into a window of its own; nothing when they are there. */
function fitEdits(chain: Chain, before: Shaping | undefined): Edit[] {
  const { control, shaping } = chain;
  if (!control || !shaping || shaping.locked) return [];
  // what somebody shaped for this control stays, but for a middle that is neither here nor there
  const change = (before?.control === control.id ? null : placeChange(chain)) ?? edgeChange(chain);
  return change ? [{ kind: 'shape', transmitter: shaping.transmitter, channel: shaping.channel, change }] : [];
}
