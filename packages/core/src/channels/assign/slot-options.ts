import { firstSlotOf, sentOver, slotsNamed, slotsOf, valueNaming, type Sheet } from '../../parts/index.js';
import type { Edit, Wish } from '../../rig/index.js';
import { pinnedBy, type Chain } from '../chain.js';
import { totalOf, type Option, type Point } from './demand.js';

const SLOTS = 16;
/** Points of this assignment are ours. [practice] for the order: flight has the first four, makers ship 1 pan, 2 tilt */
const COST = { moved: 1, notShipped: 0.25, flightSlot: 4, otherThanWished: 9, untold: 0.5, perSlot: 0.01 } as const;

/** The setting of the receiver's pin that says which slot it repeats; undefined off a pulse pin. */
export function pinSetting(chain: Chain): Sheet['settings'][number] | undefined {
  const talker = pinnedBy(chain)?.talker;
  return talker?.sheet.settings.find((s) => s.id === talker.link.slotSetting);
}

/** Tells that pin to repeat another slot; null where the device itself is told. */
export function pinTold(chain: Chain, slot: number): Edit | null {
  const pin = pinSetting(chain);
  if (!pin) return null;
  const value = valueNaming(pin, slot) ?? String(slot);
  return { kind: 'set', part: pinnedBy(chain)!.talker.part.id, setting: pin.id, value };
}

/** Channels that get through from the transmitter to the device: the fewest any lead on the way carries. */
export function carriedBy(chain: Chain, transmitter: Sheet | null): number {
  const sent = (transmitter && sentOver(transmitter)?.params.channels) ?? SLOTS;
  const leads = chain.path.map((c) => c.talker.link.params.channels ?? (c.kind === 'ppm' ? 8 : SLOTS));
  return Math.min(sent, ...leads);
}

/** Channels a payload keeps off. */
export interface Reserved {
  slots: ReadonlySet<number>;
  /** A controller on the bench flies by them; otherwise they are only where flight is looked for. */
  flying: boolean;
}

/**
 * Slots a function may have, with their points.
 * @param untold slots on which something that nobody tells anything listens when new: it would act with whatever is put there
 */
export function slotOptions(
  chain: Chain,
  transmitter: Sheet | null,
  taken: ReadonlySet<number>,
  reserved: Reserved,
  untold: ReadonlySet<number>,
  wish: Wish | null,
): Option<number>[] {
  const pin = pinSetting(chain);
  const offered = pin ? slotsNamed(pin) : (slotsOf(chain.fn) ?? Array.from({ length: SLOTS }, (_, i) => i + 1));
  const most = carriedBy(chain, transmitter);
  const first = firstSlotOf(chain.fn);
  return offered
    .filter((slot) => slot >= 1 && slot <= most && !taken.has(slot) && !(reserved.flying && reserved.slots.has(slot)))
    .map((slot) => {
      const points: Point[] = [{ cost: slot * COST.perSlot, why: 'low slots first' }];
      if (wish?.channel !== undefined && wish.channel !== slot)
        points.push({ cost: COST.otherThanWished, why: `channel ${wish.channel} was wished for` });
      if (chain.slot !== null && chain.slot !== slot)
        points.push({ cost: COST.moved, why: `moved from slot ${chain.slot}` });
      if (chain.slot === null && first && first !== slot)
        points.push({ cost: COST.notShipped, why: `shipped on slot ${first}` });
      if (untold.has(slot))
        points.push({ cost: COST.untold, why: 'something that is told nothing listens there when new' });
      if (reserved.slots.has(slot) && wish?.channel !== slot)
        points.push({ cost: COST.flightSlot, why: 'one of the first four, where flight is looked for' });
      return { value: slot, cost: totalOf(points), points };
    });
}

/** Slots of a transmitter on which functions listen as they left their makers, but for those that are told something. */
export const untoldSlots = (chains: readonly Chain[], transmitter: string, told: ReadonlySet<Chain>): Set<number> =>
  new Set(
    chains.flatMap((c) =>
      c.transmitter?.id === transmitter && c.slot === null && !told.has(c) ? (firstSlotOf(c.fn) ?? []) : [],
    ),
  );
