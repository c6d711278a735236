import { firstSlotOf, flies, isFlight } from '../parts/index.js';
import { isFlown, pilotTransmitter, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import type { Chain } from './chain.js';

/** Channels on which the four axes of flight are looked for. @source [practice] roll 1, pitch 2, throttle 3, yaw 4 */
export const FLIGHT_CHANNELS = { roll: 1, pitch: 2, throttle: 3, yaw: 4 } as const;
const FIRST_FOUR: readonly number[] = Object.values(FLIGHT_CHANNELS);

/** A function that flies the craft, as a chain has it. */
export const isFlightChain = ({ fn, sheet }: Pick<Chain, 'fn' | 'sheet'>): boolean => flies(sheet) && isFlight(fn);

/**
 * Channels of each transmitter that fly: those its flight functions listen to, or the usual four while a controller on the bench
 * has none yet; of the pilot's also what one is told to fly by that hears nobody: it will, as soon as its lead is in order. By the
 * transmitter's id.
 */
export function flightChannels(rig: Rig, chains: readonly Chain[]): Map<string, Set<number>> {
  // what hears a slot over a wire that talks otherwise, and from no control, flies nothing: the slot is an accident
  const isAccident = (c: Chain): boolean => !c.control && c.path.some((way) => way.troubles.includes('wrong type'));
  const pilot = pilotTransmitter(rig);
  const flown = chains.flatMap((c) => {
    const on = isFlightChain(c) && !isAccident(c) ? flightSlot(rig, c) : null;
    const by = c.transmitter?.id ?? pilot;
    return on !== null && by ? [{ on, by }] : [];
  });
  return new Map([...groupBy(flown, (f) => f.by)].map(([by, own]) => [by, new Set(own.map((f) => f.on))]));
}

/** The channel that flies a function; of one that hears no transmitter, the one it is noted to listen to. */
export const flightSlot = (rig: Rig, chain: Chain): number | null =>
  chain.transmitter
    ? flownOn(chain)
    : (rig.bindings.find((b) => b.part === chain.part.id && b.fn === chain.fn.id)?.slot ?? null);

/**
 * The channel that flies a function: where it is told; where an axis that is not told yet will be looked for; where the maker
 * lets it listen, as to a switch that arms.
 */
export const flownOn = ({ slot, fn }: Pick<Chain, 'slot' | 'fn'>): number | null =>
  slot ?? (isAxis(fn.what) ? FLIGHT_CHANNELS[fn.what] : (firstSlotOf(fn) ?? null));

/** Channels to be kept free of payloads: those that fly, and the first four wherever a craft is flown. */
export function reservedChannels(rig: Rig, flying: ReadonlySet<number> | undefined): ReadonlySet<number> {
  const reserved = new Set(flying);
  if (isFlown(rig)) for (const n of FIRST_FOUR) reserved.add(n);
  return reserved;
}

export const isAxis = (what: string): what is keyof typeof FLIGHT_CHANNELS => what in FLIGHT_CHANNELS;
