import { FLIGHT_CHANNELS, flownOn } from '../channels/index.js';
import { firstSlotOf, flies, hasControls, isFlight, movesUnsaid, overOf, passesOn } from '../parts/index.js';
import {
  isFlown,
  oncePerRig,
  partsThat,
  partsWithSheets,
  pilotTransmitter,
  slotCarried,
  type Rig,
} from '../rig/index.js';
import type { LinkEnd } from '../loom/index.js';
import { airsOf } from './airs.js';
import { COST, type CostPart } from './costs.js';

const FIRST_FOUR: readonly number[] = Object.values(FLIGHT_CHANNELS);

/** Slots that fly a craft on this bench, or will: the first four, and those that its flight functions are told or listen to when new. */
const flownSlots = oncePerRig((rig): ReadonlySet<number> => {
  const crafts = isFlown(rig) ? partsThat(rig, flies) : [];
  if (!crafts.length) return new Set();
  const told = crafts.flatMap(({ part, sheet }) =>
    sheet.functions.filter(isFlight).flatMap((fn) => {
      const slot = rig.bindings.find((b) => b.part === part.id && b.fn === fn.id)?.slot ?? null;
      return flownOn({ slot, fn }) ?? [];
    }),
  );
  return new Set([...FIRST_FOUR, ...told]);
});

type Pinned = Pick<LinkEnd, 'part' | 'sheet' | 'link'>;

const airsApart = oncePerRig(airsOf);
/** What comes out of it is said by a transmitter that flies nothing. */
function isAside(rig: Rig, { part, sheet }: Pinned): boolean {
  const airs = airsApart(rig);
  return airs !== null && airs.ofTalker(part, sheet) !== airs.pilot;
}

/** Slot a receiver's pulse pin repeats, and whether that can be changed; null for anything else. */
function pinSlot({ part, sheet, link }: Pinned): { slot: number; fixed: boolean } | null {
  const setting = link.slotSetting === undefined ? undefined : sheet.settings.find((s) => s.id === link.slotSetting);
  if (!setting) return null;
  const slot = slotCarried(sheet, part, link);
  return slot === null ? null : { slot, fixed: setting.values.length === 1 };
}

/** Most channels that any transmitter on the bench sends. */
const channelsSent = (rig: Rig): number =>
  Math.max(
    0,
    ...partsWithSheets(rig)
      .filter(({ sheet }) => hasControls(sheet))
      .map(({ sheet }) => sheet.links.find((l) => l.kind === 'radio' && l.way === 'talk')?.params.channels ?? 16),
  );

/** A pin that repeats one channel for good, which no transmitter here sends. */
export function isBeyond(rig: Rig, end: Pinned): boolean {
  const pin = pinSlot(end);
  return pin?.fixed === true && pin.slot > channelsSent(rig);
}

/** The flight channel of a craft on this bench that a pin repeats for good: no payload may have it. Null for others. @source [practice] */
export function flightPin(rig: Rig, end: Pinned): number | null {
  const pin = pinSlot(end);
  return pin?.fixed === true && flownSlots(rig).has(pin.slot) && !isAside(rig, end) ? pin.slot : null;
}

/** Flight has any pin, and what tells or does anything else one that does not fly. */
export const suitsPin = (rig: Rig, talker: LinkEnd, listener: LinkEnd): boolean =>
  homeOf(listener) !== null || flightPin(rig, talker) === null;

/**
 * Flight of a craft on a pin whose channel is not the usual one, where that cannot be told. Of two ailerons one is away from it, and
 * better on a channel that flies nothing else.
 */
export function pinCost(rig: Rig, talker: LinkEnd, listener: LinkEnd): CostPart[] {
  const home = flownSlots(rig).size > 0 ? homeOf(listener) : null;
  const pin = pinSlot(talker);
  if (home === null || pin?.fixed !== true) return [];
  const flown = flightPin(rig, talker);
  const away = home === 0 ? flown === null : pin.slot !== home;
  return away ? [{ why: 'not the channel it is flown by', points: COST.otherChannel + (flown && home ? 1 : 0) }] : [];
}

/** Channel of the flight function that a pulse is for, 0 where no sheet says which; null for anything else. */
function homeOf({ sheet, link }: LinkEnd): number | null {
  if (link.kind === 'pulse' && movesUnsaid(sheet)) return 0;
  const flown =
    link.kind === 'pulse' ? sheet.functions.find((f) => isFlight(f) && overOf(f).includes(link.id)) : undefined;
  if (!flown) return null;
  return firstSlotOf(flown) ?? FLIGHT_CHANNELS[flown.what as keyof typeof FLIGHT_CHANNELS] ?? 0;
}

/** Which of several alike pins is taken first for a listener: that of the wished channel, else one that does not fly. */
export function pinRank(rig: Rig, talker: LinkEnd, listener: LinkEnd): number {
  const pin = pinSlot(talker);
  if (!pin) return 0;
  const home = homeOf(listener);
  // of which axis nobody says is rather not the motor's
  if (home === 0 && FIRST_FOUR.includes(pin.slot)) return pin.slot === FLIGHT_CHANNELS.throttle ? 1 : 0;
  if (home !== null) return home === pin.slot ? 0 : isOtherTrack(rig, home, pin.slot) ? 1 : 2;
  const told = toldThrough(rig, listener);
  const wished = rig.wishes.find(
    (w) =>
      w.channel !== undefined &&
      told.some(({ part, what }) => what === w.what && (w.part === undefined || w.part === part)),
  );
  if (wished) return wished.channel === pin.slot ? 0 : 2;
  const others = new Set(rig.wishes.map((w) => w.channel));
  const flown = isFlown(rig) && (FIRST_FOUR.includes(pin.slot) || flownSlots(rig).has(pin.slot));
  return (flown && !isAside(rig, talker)) || others.has(pin.slot) ? 2 : 1;
}

/** What drives by two throttles has the second on the other stick that goes up and down. @source [practice] */
const isOtherTrack = (rig: Rig, home: number, slot: number): boolean =>
  !isFlown(rig) && home === FLIGHT_CHANNELS.throttle && slot === FLIGHT_CHANNELS.pitch;

/**
 * Motors alike that fly one craft by the pins of its receiver hang on its throttle by a Y lead: how many; 1 of what has a pin of its own.
 * @source [practice] a motor on another stick turns the craft over
 */
export function sharesThrottle(rig: Rig, talker: LinkEnd, listener: LinkEnd): number {
  const isThrottle = homeOf(listener) === FLIGHT_CHANNELS.throttle;
  if (!isThrottle || !isFlown(rig) || flies(talker.sheet) || talker.link.kind !== 'pulse') return 1;
  return rig.parts.filter((part) => part.class === listener.part.class).length;
}

/** What a pulse into this link is for: the functions it tells; of what only tells on, those of what could hang on its outputs. */
function toldThrough(rig: Rig, { part, sheet, link }: LinkEnd): { part: string; what: string }[] {
  const own = sheet.functions.filter((f) => overOf(f).includes(link.id)).map(({ what }) => ({ part: part.id, what }));
  if (!passesOn(sheet)) return own;
  const outs = new Set(sheet.links.filter((l) => l.way !== 'listen').map((l) => l.kind));
  return partsWithSheets(rig).flatMap((p) =>
    p.sheet.functions
      .filter((f) => p.sheet.links.some((l) => outs.has(l.kind) && overOf(f).includes(l.id)))
      .map(({ what }) => ({ part: p.part.id, what })),
  );
}

/**
 * Which input of a switcher is taken first: a switch of two places reaches the first and the last of three, never the middle.
 * @source [practice]
 */
export function inputRank(rig: Rig, { part, sheet, link }: LinkEnd): number {
  // rows are filled from the first
  if (link.slotSetting !== undefined) return slotCarried(sheet, part, link) ?? 0;
  const path = sheet.pictures.find((p) => p.chosenBy !== undefined && p.inputs.includes(link.id));
  const chooser = path && sheet.functions.find((f) => f.id === path.chosenBy);
  const wish = rig.wishes.find((w) => w.what === chooser?.what && (w.part === undefined || w.part === part.id));
  if (!path || !wish?.control) return 0;
  const own = pilotTransmitter(rig);
  const held = partsWithSheets(rig).filter((p) => (p.part.id === own) === (wish.by === 'pilot'));
  const named = held.flatMap((p) => p.sheet.controls).find((c) => c.id === wish.control);
  const twoPlaces = named?.kind === 'switch2';
  const at = path.inputs.indexOf(link.id);
  return twoPlaces && at > 0 && at < path.inputs.length - 1 ? 1 : 0;
}
