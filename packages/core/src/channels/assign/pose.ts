import type { Sheet } from '../../parts/index.js';
import type { Conversation } from '../../loom/index.js';
import { findPart, partsOfRole, sheetOf, type Part, type Rig, type Shaping, type Wish } from '../../rig/index.js';
import type { Chain } from '../chain.js';
import { secondFor } from '../hand-over.js';
import { FLIGHT_AXES, stickFor, type FlightAxis } from '../sticks.js';
import { controlOptions, type HandAt } from './control-options.js';
import type { AssignProblem, Demand, LockedPair } from './demand.js';
import { pinSetting, slotOptions } from './slot-options.js';

export interface AssignWishes {
  /** Any clash will do, it need not be the smallest. */
  quick?: boolean;
  /** Functions, as `part.fn`, that are left out. */
  without?: ReadonlySet<string>;
  /** Take rows that are complete as open too; locked ones stay. */
  again?: boolean;
}

/** A function that could be told, and whether it is. */
interface Seat {
  chain: Chain;
  wish: Wish | null;
  flight: FlightAxis | null;
  /** Complete, and to stay as it is. */
  kept: boolean;
}

export interface Posed {
  problem: AssignProblem;
  /** Wishes that no wiring reaches, with the reason: not a matter of channels. */
  unreached: { wish: Wish; why: string }[];
  /** Transmitter of the pilot. */
  pilot: Part | null;
}

/** Puts the open rows of a rig as a problem of controls and slots. */
export function poseAssign(rig: Rig, chains: Chain[], conversations: Conversation[], wishes: AssignWishes = {}): Posed {
  const pilot = pilotOf(rig);
  if (!pilot) return { problem: { demands: [], locked: [] }, unreached: unreachedOf(rig, chains, []), pilot: null };
  const seats = seatsOf(rig, chains, conversations, wishes);
  const flies = seats.some((s) => s.flight);
  const kept = seats.filter((s) => s.kept);
  const takenSlots = new Set([...kept.map((s) => s.chain.slot!), ...lockedEmpty(rig, pilot.part.id)]);
  const takenControls = new Map<string, Set<string>>();
  for (const { part, sheet } of partsOfRole(rig, 'transmitter'))
    takenControls.set(part.id, takenOn(rig, part, sheet, seats, kept, flies && part.id === pilot.part.id));
  const open = seats.filter((s) => !s.kept);
  const demands = open.map((seat): Demand => {
    const hand = handOf(rig, pilot, seat);
    const handAt: HandAt = { ...hand, flying: flies && hand.part.id === pilot.part.id };
    const { options, ruledOut } = seat.flight
      ? stickOption(handAt, seat.flight)
      : controlOptions(seat.chain.fn, seat.wish, handAt, takenControls.get(hand.part.id)!);
    return {
      id: `${seat.chain.part.id}.${seat.chain.fn.id}`,
      label: `${seat.wish?.label ?? seat.chain.fn.label} (${seat.chain.part.label})`,
      chain: seat.chain,
      wish: seat.wish,
      hand: hand.part,
      controls: options,
      slots: slotOptions(seat.chain, pilot.sheet, takenSlots, flies && !seat.flight),
      ruledOut,
    };
  });
  const locked = lockedPairs(rig, takenSlots);
  return {
    problem: { demands, locked },
    unreached: unreachedOf(rig, chains, seats),
    pilot: pilot.part,
  };
}

/** The transmitter on the air that is nobody's second. */
function pilotOf(rig: Rig): { part: Part; sheet: Sheet } | undefined {
  const seconds = new Set(rig.handOvers.map((h) => h.to));
  return partsOfRole(rig, 'transmitter').find(
    ({ part, sheet }) => !seconds.has(part.id) && sheet.links.some((l) => l.kind === 'radio'),
  );
}

/** Functions that sound wiring reaches and somebody needs: flight, wishes, and what is bound already. */
function seatsOf(
  rig: Rig,
  chains: Chain[],
  conversations: Conversation[],
  { again = false, without }: AssignWishes,
): Seat[] {
  const sound = chains.filter((c) => c.path.length && c.path.every((x) => !x.troubles.length) && c.transmitter);
  const wished = new Map<Chain, Wish>();
  for (const wish of rig.wishes) {
    const offers = sound.filter(
      (c) => c.fn.what === wish.what && (wish.part === undefined || wish.part === c.part.id) && !wished.has(c),
    );
    const best = offers.find((c) => !c.breaks) ?? offers[0];
    if (best) wished.set(best, wish);
  }
  return sound.flatMap((chain): Seat[] => {
    const wish = wished.get(chain) ?? null;
    const flight = chain.sheet.role === 'controller' ? (FLIGHT_AXES.find((a) => a === chain.fn.what) ?? null) : null;
    const bound = rig.bindings.some((b) => b.part === chain.part.id && b.fn === chain.fn.id);
    if (!wish && !flight && !(bound && chain.control)) return [];
    if (without?.has(`${chain.part.id}.${chain.fn.id}`)) return [];
    const complete = isComplete(rig, conversations, chain, wish, sound);
    const locked = complete && (chain.shaping?.locked ?? false);
    // flight channels that work are never touched
    return [{ chain, wish, flight, kept: complete && (locked || flight !== null || !again) }];
  });
}

/** Driven by a control of whoever is to do it, on a slot of its own. */
function isComplete(rig: Rig, conversations: Conversation[], chain: Chain, wish: Wish | null, sound: Chain[]): boolean {
  if (chain.breaks || !chain.control) return false;
  // a pulse pin always repeats some slot: one that repeats another function's is not settled yet
  if (pinSetting(chain) && sound.some((c) => c !== chain && c.slot === chain.slot && !pinSetting(c))) return false;
  const second = wish?.by === 'camera operator' && chain.transmitter ? operatorOf(rig) : null;
  if (!second || second.id === chain.transmitter!.id) return true;
  return secondFor(rig, conversations, chain.transmitter!.id, chain.slot!)?.control != null;
}

/** The camera operator's transmitter, where there is one. */
function operatorOf(rig: Rig): Part | null {
  const to = rig.handOvers[0]?.to;
  return (to !== undefined && findPart(rig, to)) || null;
}

type Hand = Pick<HandAt, 'part' | 'sheet'>;

function handOf(rig: Rig, pilot: Hand, { wish }: Seat): Hand {
  const operator = wish?.by === 'camera operator' ? operatorOf(rig) : null;
  return operator ? { part: operator, sheet: sheetOf(rig, operator.id) } : pilot;
}

function stickOption(hand: HandAt, axis: FlightAxis): Pick<Demand, 'ruledOut'> & { options: Demand['controls'] } {
  const stick = stickFor(hand, axis);
  const options = stick ? [{ value: stick, cost: 0, points: [] }] : [];
  return { options, ruledOut: stick ? new Map<string, number>() : new Map([['no stick for it', 1]]) };
}

/** Controls of a transmitter that have a row that stays, and the switch that hands over. */
function takenOn(rig: Rig, part: Part, sheet: Sheet, seats: Seat[], kept: Seat[], flies: boolean): Set<string> {
  const taken = new Set<string>();
  for (const { chain } of kept) {
    if (chain.transmitter?.id === part.id && chain.control) taken.add(chain.control.id);
    if (chain.second?.transmitter.id === part.id && chain.second.control) taken.add(chain.second.control.id);
  }
  for (const { from, control } of rig.handOvers) if (from === part.id && control) taken.add(control);
  if (flies)
    for (const { flight } of seats) {
      const stick = flight && stickFor({ part, sheet }, flight);
      if (stick) taken.add(stick.id);
    }
  return taken;
}

const lockedRows = (rig: Rig): Shaping[] => rig.shaping.filter((s) => s.locked);

/** Channels locked with nothing on them stay so. */
const lockedEmpty = (rig: Rig, pilot: string): number[] =>
  lockedRows(rig).flatMap((s) => (s.transmitter === pilot && s.control === null ? [s.channel] : []));

function lockedPairs(rig: Rig, takenSlots: ReadonlySet<number>): LockedPair[] {
  return lockedRows(rig).flatMap((s) =>
    s.control !== null && !takenSlots.has(s.channel)
      ? [{ transmitter: s.transmitter, control: s.control, slot: s.channel }]
      : [],
  );
}

function unreachedOf(rig: Rig, chains: Chain[], seats: Seat[]): Posed['unreached'] {
  return rig.wishes
    .filter((wish) => !seats.some((s) => s.wish === wish))
    .map((wish) => {
      const offer = chains.find((c) => c.fn.what === wish.what && (wish.part === undefined || wish.part === c.part.id));
      return { wish, why: offer?.breaks ?? 'no part here does it' };
    });
}
