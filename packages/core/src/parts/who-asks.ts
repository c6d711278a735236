import type { AskedBy, PartFunction } from './sheet.js';

type SlotWay = Extract<AskedBy, { by: 'slot' }>;

/** How a function is told by a channel; undefined for one that no channel reaches. */
export const slotWay = ({ askedBy }: Pick<PartFunction, 'askedBy'>): SlotWay | undefined =>
  askedBy.find((way): way is SlotWay => way.by === 'slot');

/** Links over which a channel can tell a function; none for one that only a screen, a gesture or the device itself asks. */
export const overOf = (fn: Pick<PartFunction, 'askedBy'>): readonly string[] => slotWay(fn)?.over ?? [];

/** Links over which anything but the device itself can ask a function. */
export const anyOver = ({ askedBy }: Pick<PartFunction, 'askedBy'>): readonly string[] =>
  askedBy.flatMap((way) => (way.by === 'device' ? [] : way.over));

/** Some function of a part is asked over a link of it. */
export const isAskedOver = (
  { functions }: { functions: readonly Pick<PartFunction, 'askedBy'>[] },
  link: string,
): boolean => functions.some((fn) => anyOver(fn).includes(link));

/** Slot a function listens to as the maker ships it. */
export const firstSlotOf = (fn: Pick<PartFunction, 'askedBy'>): number | undefined => slotWay(fn)?.firstSlot;

/** Slots a function can be told on; undefined where any will do. */
export const slotsOf = (fn: Pick<PartFunction, 'askedBy'>): readonly number[] | undefined => slotWay(fn)?.slots;

type LeadWay = Extract<AskedBy, { by: 'slot' | 'gesture' }>;

/** Links over which what the sticks say is brought to a function: as a channel, or as keys that a controller plays. */
export const toldOver = ({ askedBy }: Pick<PartFunction, 'askedBy'>): readonly string[] => [
  ...new Set(askedBy.filter((way): way is LeadWay => way.by === 'slot' || way.by === 'gesture').flatMap((w) => w.over)),
];

/** The ways by which a function is asked from a screen. */
export const screenWays = ({ askedBy }: Pick<PartFunction, 'askedBy'>) =>
  askedBy.filter((way): way is Extract<AskedBy, { by: 'screen' }> => way.by === 'screen');

/** Whether the device itself has a button or a ring for it. */
export const atDevice = ({ askedBy }: Pick<PartFunction, 'askedBy'>): boolean => askedBy.some((w) => w.by === 'device');
