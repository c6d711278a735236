import { drives, hasControls, slotsOf, speaksAir, speaksByLead, type Control, type Sheet } from '../../parts/index.js';
import type { Conversation } from '../../loom/index.js';
import {
  isFlown,
  findPart,
  partsThat,
  partsWithSheets,
  sheetOf,
  type Part,
  type Rig,
  type Shaping,
  type Wish,
} from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import { heardBlindly } from '../blind-ears.js';
import { repeatedBy, type Chain } from '../chain.js';
import { chainsOfWishes, channelWishes, doersOfWishes } from '../doers.js';
import { fitOf, glides } from '../fit.js';
import { flightChannels, flownOn, isAxis, isFlightChain, reservedChannels } from '../flight.js';
import { secondFor } from '../hand-over.js';
import { mismatchOf } from '../match.js';
import { isThrottle, steeringStick, stickFor, type FlightAxis, type TransmitterWithSheet } from '../sticks.js';
import { controlOptions, type TransmitterInUse } from './control-options.js';
import type { AssignProblem, Demand, LockedPair } from './demand.js';
import { carriedBy, pinSetting, slotOptions, untoldSlots, type Reserved } from './slot-options.js';

/** What the caller wants of an assignment, beyond filling open rows. */
export interface AssignWishes {
  /** Functions, as `part.fn`, that are left out. */
  without?: ReadonlySet<string>;
  /** Take rows that are complete as open too; locked ones stay. */
  again?: boolean;
  /** Functions, as `part.fn`, that are taken as open although they are complete. */
  reopen?: ReadonlySet<string>;
  /** Only these functions are given anything; every other row stays as it is. */
  only?: ReadonlySet<string>;
}

/** A function that could be told, and whether it is. */
interface Seat {
  chain: Chain;
  wish: Wish | null;
  /** What the pilot wishes of it besides, where the wish is the camera operator's. */
  pilots: Wish | null;
  /** It flies the craft. */
  flight: boolean;
  /** Complete, and to stay as it is. */
  kept: boolean;
}

/** The problem of a rig's open rows. */
export interface Posed {
  problem: AssignProblem;
  /** Wishes that no wiring reaches, with the reason: not a matter of channels. */
  unreached: { wish: Wish; why: string }[];
  /** What is told by the pulse that tells another, which is given the slot: it has the same. */
  beside: { chain: Chain; first: Chain }[];
  /** Transmitter of the pilot. */
  pilot: Part | null;
}

/** Puts the open rows of a rig as a problem of controls and slots. */
export function poseAssign(
  rig: Rig,
  chains: readonly Chain[],
  conversations: readonly Conversation[],
  wishes: AssignWishes = {},
): Posed {
  const pilot = pilotOf(rig);
  if (!pilot)
    return { problem: { demands: [], locked: [] }, unreached: unreachedOf(rig, chains, []), beside: [], pilot: null };
  const flown = flightChannels(rig, chains);
  const airs = airsOf(rig, flown, pilot.part.id);
  const all = seatsOf(rig, chains, conversations, airs, wishes);
  const { seats, beside } = onOutputs(all);
  const kept = seats.filter((s) => s.kept);
  const takenControls = new Map<string, Set<string>>();
  const takenSlots = new Map<string, Set<number>>();
  for (const { part, sheet } of partsWithSheets(rig).filter((p) => hasControls(p.sheet))) {
    const waiting = leftOut(chains, part.id, wishes);
    takenControls.set(part.id, takenOn(rig, { part, sheet }, seats, kept, flown.get(part.id), waiting));
    const own = kept.filter((s) => s.chain.transmitter!.id === part.id).map((s) => s.chain.slot!);
    takenSlots.set(part.id, new Set([...own, ...lockedEmpty(rig, part.id), ...waiting]));
  }
  const open = seats.filter((s) => !s.kept);
  const told = new Set(all.map((s) => s.chain));
  const demands = open.map((seat): Demand => {
    const air = seat.chain.transmitter!;
    const airSheet = sheetOf(rig, air.id);
    const transmitter = operatorsTransmitter(rig, { part: air, sheet: airSheet }, seat);
    const isOwn = transmitter.part.id === air.id;
    const reserved = airs.get(air.id)!;
    const taken = takenSlots.get(air.id)!;
    const transmitterInUse: TransmitterInUse = {
      ...transmitter,
      flying: reserved.flying && isOwn,
      craft: isFlown(rig),
      mayFly: !reserved.flying && air.id === pilot.part.id && isOwn && isFlown(rig),
    };
    const axis = seat.flight && isAxis(seat.chain.fn.what) ? seat.chain.fn.what : null;
    const { options, ruledOut } =
      axis && !(isSteered(rig, seat) && !steeringStick(transmitter, axis))
        ? stickOption(transmitterInUse, axis)
        : controlOptions(
            [seat.chain.fn, ...beside.flatMap((b) => (b.first === seat.chain && isOneInput(b) ? [b.chain.fn] : []))],
            seat.wish,
            transmitterInUse,
            takenBesides(takenControls.get(transmitter.part.id)!, seat, kept),
          );
    return {
      id: nameOf(seat.chain),
      label: `${seat.wish?.label ?? seat.chain.fn.label} (${seat.chain.part.label})`,
      chain: seat.chain,
      wish: seat.wish,
      pilots: seat.pilots,
      flight: seat.flight,
      transmitter: transmitter.part,
      air,
      controls: options,
      hand: nameOf(seat.chain),
      slots: seat.flight
        ? flightSlots(seat.chain, taken)
        : slotOptions(
            seat.chain,
            airSheet,
            new Set([...taken, ...onlyBlind(rig, chains, air.id)]),
            reserved,
            untoldSlots(chains, air.id, told),
            seat.wish,
          ),
      ruledOut,
    };
  });
  const locked = lockedPairs(rig, takenSlots);
  return {
    problem: { demands: inOneHand(demands), locked },
    unreached: unreachedOf(rig, chains, all),
    beside,
    pilot: pilot.part,
  };
}

/** Channels that nothing but what no sheet tells anything of hears: they are not given to something else. */
function onlyBlind(rig: Rig, chains: readonly Chain[], air: string): number[] {
  const told = new Set(chains.flatMap((c) => (c.transmitter?.id === air ? (c.slot ?? []) : [])));
  return [...heardBlindly(rig, air)].filter((slot) => !told.has(slot));
}

/**
 * An output of a controller repeats one slot for all that hangs on it, one pulse tells all that a part does by it, and where one control
 * was wished for the same of several parts one slot tells them: one of them is given the slot, one that stays or was wished for before
 * others.
 */
function onOutputs(all: Seat[]): { seats: Seat[]; beside: Posed['beside'] } {
  const beside: Posed['beside'] = [];
  const firsts = (some: readonly Seat[], shared: (s: Seat) => string | null): Seat[] =>
    [...groupBy(some, shared)].flatMap(([key, on]) => {
      if (key === null) return on;
      const first = on.find((s) => s.kept) ?? on.find((s) => s.wish) ?? on[0]!;
      for (const { chain } of on) if (chain !== first.chain) beside.push({ chain, first: first.chain });
      return [first];
    });
  const seats = firsts(
    firsts(all, (s) => repeatedBy(s.chain) ?? inputOf(s.chain)),
    wishedAsOne,
  );
  return { seats: all.filter((s) => seats.includes(s)), beside };
}

/** Any slot will do, and a control was named: others that do the same by it may have its slot. Null where that is not so. */
const wishedAsOne = ({ chain, wish, kept }: Seat): string | null =>
  wish?.control &&
  !kept &&
  chain.slot === null &&
  !slotsOf(chain.fn) &&
  !pinSetting(chain) &&
  wish.channel === undefined
    ? `${chain.transmitter!.id} ${wish.by} ${wish.control} ${wish.what}`
    : null;

/** The pulse input of a part by which it is told this, by its name; null where it is told otherwise. */
const inputOf = (chain: Chain): string | null =>
  chain.carrier === 'pulse' && !isFlightChain(chain) ? `${chain.part.id} ${chain.path.at(-1)!.listener.link.id}` : null;
const isOneInput = ({ chain, first }: Posed['beside'][number]): boolean =>
  inputOf(chain) !== null && inputOf(chain) === inputOf(first);

/** What one control is to move together has it in common: an axis of several motors or rudders, what was wished of several parts by it. */
function inOneHand(demands: readonly Demand[]): Demand[] {
  const moved = ({ flight, chain, wish, transmitter }: Demand): string | null => {
    if (flight) return `${transmitter.id} flies ${chain.fn.what}`;
    return wish?.control ? `${transmitter.id} ${wish.by} ${wish.control} ${wish.what}` : null;
  };
  const only = ({ flight, controls, wish }: Demand): Demand['controls'] =>
    flight ? controls : controls.filter((o) => o.value.id === wish!.control);
  const hands = groupBy(demands, moved);
  return demands.map((demand) => {
    const hand = moved(demand);
    const all = hand === null ? [] : hands.get(hand)!.map(only);
    const isOne =
      all.length > 1 && all.every(([c, ...more]) => c && !more.length && c.value.id === all[0]![0]!.value.id);
    return hand !== null && isOne ? { ...demand, hand, controls: only(demand) } : demand;
  });
}

/** Controls that others have; one that moves the same by the wish of it as well is free for more of that. */
function takenBesides(taken: ReadonlySet<string>, { wish }: Seat, kept: readonly Seat[]): ReadonlySet<string> {
  const own = wish?.control;
  if (!own || !taken.has(own)) return taken;
  const on = kept.filter((s) => s.chain.control?.id === own || s.chain.second?.control?.id === own);
  const alike =
    on.length > 0 && on.every((s) => s.wish?.control === own && s.wish.what === wish.what && s.wish.by === wish.by);
  return alike ? new Set([...taken].filter((c) => c !== own)) : taken;
}

/** Channels that fly, by the id of their transmitter. */
type FlownOn = ReturnType<typeof flightChannels>;

/** What payloads keep off on the channels of each transmitter, by its id. Only the pilot's sticks are looked for in flight. */
function airsOf(rig: Rig, flown: FlownOn, pilot: string): Map<string, Reserved> {
  const none: ReadonlySet<number> = new Set();
  return new Map(
    partsWithSheets(rig)
      .filter((p) => hasControls(p.sheet))
      .map(({ part: { id } }): [string, Reserved] => {
        const flying = flown.get(id);
        const slots = flying || id === pilot ? reservedChannels(rig, flying) : none;
        return [id, { slots, flying: flying !== undefined }];
      }),
  );
}

/** Channels on which functions wait that are to stay as they are, driven or not. */
const leftOut = (chains: readonly Chain[], pilot: string, { only }: AssignWishes): number[] =>
  only
    ? chains.flatMap((c) =>
        c.carrier && c.slot !== null && c.transmitter?.id === pilot && !only.has(nameOf(c)) ? [c.slot] : [],
      )
    : [];

/** A motor or a rudder of what drives or floats: told by a pulse of its own, without a board that flies. */
const isSteered = (rig: Rig, { chain }: Pick<Seat, 'chain'>): boolean =>
  !isFlown(rig) && (drives(chain.sheet) || chain.path.at(-1)?.kind === 'pulse');

/** A flight function stays where it is told; one that is told nothing goes to its usual channel. @source [practice] */
function flightSlots(chain: Chain, taken: ReadonlySet<number>): Demand['slots'] {
  const at = flownOn(chain);
  return at === null || taken.has(at) ? [] : [{ value: at, cost: 0, points: [] }];
}

/** The transmitter on the air that is nobody's second, or the desk. */
function pilotOf(rig: Rig): { part: Part; sheet: Sheet } | undefined {
  const seconds = new Set(rig.handOvers.map((h) => h.to));
  const own = partsThat(rig, hasControls).filter(({ part }) => !seconds.has(part.id));
  return own.find(({ sheet }) => speaksAir(sheet)) ?? own.find(({ sheet }) => speaksByLead(sheet));
}

export const nameOf = (chain: Pick<Chain, 'part' | 'fn'>): string => `${chain.part.id}.${chain.fn.id}`;

/** Functions that sound wiring reaches and somebody needs: flight, wishes, and what is bound already. */
function seatsOf(
  rig: Rig,
  chains: readonly Chain[],
  conversations: readonly Conversation[],
  airs: ReadonlyMap<string, Reserved>,
  { again = false, without, reopen, only }: AssignWishes,
): Seat[] {
  const sound = chains.filter(
    (c) => c.path.length && c.path.every((x) => !x.troubles.length) && c.transmitter && airs.has(c.transmitter.id),
  );
  const wished = channelWishes(rig, sound);
  const pilots = chainsOfWishes(rig, sound);
  const bound = new Set(rig.bindings.map((b) => `${b.part}.${b.fn}`));
  return sound.flatMap((chain): Seat[] => {
    const wish = wished.get(chain) ?? null;
    const other = wish && pilots.get(chain);
    const own = { chain, wish, pilots: other && other !== wish ? other : null };
    const flight = isFlightChain(chain);
    const isBound = bound.has(nameOf(chain));
    const isNeeded =
      wish !== null || (flight && (isBound || flownOn(chain) !== null)) || (isBound && chain.control !== null);
    if (!isNeeded || without?.has(nameOf(chain))) return [];
    if (only && !only.has(nameOf(chain))) return chain.control && !chain.breaks ? [{ ...own, flight, kept: true }] : [];
    const reserved = airs.get(chain.transmitter!.id)!;
    const isAsPilots = !own.pilots || mismatchOf(rig, own.pilots, chain) === null;
    const complete =
      isAsPilots && isComplete(rig, conversations, chain, wish, sound, reserved) && !reopen?.has(nameOf(chain));
    const locked = complete && (chain.shaping?.locked ?? false);
    // flight channels that work are never touched
    return [{ ...own, flight, kept: complete && (locked || flight || !again) }];
  });
}

/** Driven as it was wished, by a control that suits it, on a slot of its own that it may have. */
function isComplete(
  rig: Rig,
  conversations: readonly Conversation[],
  chain: Chain,
  wish: Wish | null,
  sound: readonly Chain[],
  reserved: Reserved,
): boolean {
  if (chain.breaks || !chain.control || chain.slot === null) return false;
  // an axis that some stick flies is left as it is, whichever mode its pilot has
  if (isFlightChain(chain)) return !isAxis(chain.fn.what) || mayFlyBy(rig, chain.transmitter, chain.control);
  if (chain.shaping?.locked) return true;
  // a pulse pin always repeats some slot: one that repeats another function's is not settled yet
  const rivals = sound.filter(
    (c) => c !== chain && c.slot === chain.slot && c.transmitter!.id === chain.transmitter!.id,
  );
  if (pinSetting(chain) && rivals.some((c) => !pinSetting(c))) return false;
  const asked = wish?.channel === chain.slot;
  if (reserved.slots.has(chain.slot) && !asked && (reserved.flying || pinSetting(chain))) return false;
  if (slotsOf(chain.fn)?.includes(chain.slot) === false) return false;
  if (chain.slot > carriedBy(chain, chain.transmitter && sheetOf(rig, chain.transmitter.id))) return false;
  if (wish && mismatchOf(rig, wish, chain)) return false;
  const named = wish?.control === chain.control.id;
  const transmitter = chain.transmitter && { part: chain.transmitter, sheet: sheetOf(rig, chain.transmitter.id) };
  const throttle = transmitter !== null && isThrottle(transmitter, chain.control.id);
  const { grade } = fitOf(chain.fn, chain.control, throttle);
  if (!named && wish?.by !== 'camera operator' && (grade === 'no' || (grade === 'badly' && isAsShipped(rig, chain))))
    return false;
  const second = wish?.by === 'camera operator' ? secondTo(rig, chain.transmitter!.id) : null;
  if (!second) return true;
  return secondFor(rig, conversations, chain.transmitter!.id, chain.slot)?.control != null;
}

/** A stick; on a set that has none, its wheel and its trigger. */
function mayFlyBy(rig: Rig, transmitter: Part | null, control: Control): boolean {
  const hasSticks = transmitter && sheetOf(rig, transmitter.id).controls.some((c) => c.kind === 'stick');
  return control.kind === 'stick' || (!hasSticks && glides(control));
}

/** The row stands as the transmitter came from its maker: nobody chose that control for it. */
function isAsShipped(rig: Rig, { transmitter, shaping }: Chain): boolean {
  const rows = transmitter ? (sheetOf(rig, transmitter.id).firstChannels ?? []) : [];
  return rows.some((row) => row.channel === shaping?.channel && row.control === shaping.control);
}

/** The transmitter that another hands channels over to, where there is one. */
function secondTo(rig: Rig, first: string): Part | null {
  const to = rig.handOvers.find((h) => h.from === first)?.to;
  return (to !== undefined && findPart(rig, to)) || null;
}

/** Whose controls a function may have: the second's where the camera operator asks and is handed over to, else those it is bound to. */
function operatorsTransmitter(rig: Rig, own: TransmitterWithSheet, { wish }: Seat): TransmitterWithSheet {
  const operator = wish?.by === 'camera operator' ? secondTo(rig, own.part.id) : null;
  return operator ? { part: operator, sheet: sheetOf(rig, operator.id) } : own;
}

function stickOption(
  transmitter: TransmitterInUse,
  axis: FlightAxis,
): Pick<Demand, 'ruledOut'> & { options: Demand['controls'] } {
  const stick = stickFor(transmitter, axis);
  const options = stick ? [{ value: stick, cost: 0, points: [] }] : [];
  return { options, ruledOut: stick ? new Map<string, number>() : new Map([['no stick for it', 1]]) };
}

/**
 * Controls of a transmitter that have a row that stays or flies, and the switch that hands over.
 * @param waiting channels that are to stay as they are
 */
function takenOn(
  rig: Rig,
  own: TransmitterWithSheet,
  seats: Seat[],
  kept: Seat[],
  flown: ReadonlySet<number> | undefined,
  waiting: readonly number[],
): Set<string> {
  const { id } = own.part;
  const taken = new Set<string>();
  for (const { chain } of kept) {
    if (chain.transmitter?.id === id && chain.control) taken.add(chain.control.id);
    if (chain.second?.transmitter.id === id && chain.second.control) taken.add(chain.second.control.id);
  }
  // what the pilot moves a channel with that is handed over
  for (const { chain, pilots } of seats) if (chain.transmitter?.id === id && pilots?.control) taken.add(pilots.control);
  for (const { from, control } of rig.handOvers) if (from === id && control) taken.add(control);
  // a lead on the way to what flies, or to what else is to stay, may be wrong just now
  const stay = new Set([...(flown ?? []), ...waiting]);
  // a mode that is told nothing yet gets its control here: what a new transmitter sends on its channel is nobody's
  for (const { chain, flight, kept: isKept } of seats)
    if (flight && !isKept && chain.slot === null && chain.transmitter?.id === id && !isAxis(chain.fn.what))
      stay.delete(flownOn(chain) ?? 0);
  for (const s of rig.shaping) if (s.transmitter === id && s.control && stay.has(s.channel)) taken.add(s.control);
  if (flown)
    for (const { flight, chain } of seats) {
      const ofAxis = isSteered(rig, { chain }) ? steeringStick : stickFor;
      const stick = flight && isAxis(chain.fn.what) ? ofAxis(own, chain.fn.what) : undefined;
      if (stick) taken.add(stick.id);
    }
  return taken;
}

const lockedRows = (rig: Rig): Shaping[] => rig.shaping.filter((s) => s.locked);

/** Channels locked with nothing on them stay so. */
const lockedEmpty = (rig: Rig, transmitter: string): number[] =>
  lockedRows(rig).flatMap((s) => (s.transmitter === transmitter && s.control === null ? [s.channel] : []));

function lockedPairs(rig: Rig, takenSlots: ReadonlyMap<string, ReadonlySet<number>>): LockedPair[] {
  return lockedRows(rig).flatMap((s) =>
    s.control !== null && !takenSlots.get(s.transmitter)?.has(s.channel)
      ? [{ transmitter: s.transmitter, control: s.control, slot: s.channel }]
      : [],
  );
}

function unreachedOf(rig: Rig, chains: readonly Chain[], seats: Seat[]): Posed['unreached'] {
  const asked = [...doersOfWishes(rig, chains)].flatMap(([wish, d]) =>
    d.ask && !d.breaks && !d.mismatch ? [wish] : [],
  );
  return rig.wishes
    .filter((wish) => !seats.some((s) => s.wish === wish || s.pilots === wish) && !asked.includes(wish))
    .map((wish) => {
      const offer = chains.find((c) => c.fn.what === wish.what && (wish.part === undefined || wish.part === c.part.id));
      return { wish, why: offer?.breaks ?? 'no part here does it' };
    });
}
