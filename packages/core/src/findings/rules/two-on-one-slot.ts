import {
  chainsOfWishes,
  channelEdits,
  freeChannel,
  isFlightChain,
  mismatchOf,
  type Chain,
} from '../../channels/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Two functions that obey one slot. A payload on a channel that flies is another finding. */
export const oneSlotRule: Rule = ({ rig, chains }) => {
  const onSlot = chains.filter((c) => c.slot !== null && c.carrier && c.transmitter);
  return [...groupBy(onSlot, (c) => `${c.transmitter!.id} ${c.slot}`).values()].flatMap((same): RuleResult[] => {
    // the one that is not driven as it was wished moves; else the last
    const wishes = chainsOfWishes(rig, chains);
    const isOff = (c: Chain): boolean => {
      const wish = wishes.get(c);
      return wish !== undefined && mismatchOf(rig, wish, c) !== null;
    };
    const last = same.find(isOff) ?? same.at(-1)!;
    if (same.length < 2 || same.some(isFlightChain)) return [];
    const free = last.shaping?.locked ? null : freeChannel(rig, chains, last);
    return [
      {
        rule: 'two-on-one-slot',
        mark: 'watch',
        station: 'channels',
        subjects: [...new Set(same.map((c) => c.part.id))],
        figures: [
          { name: 'slot', value: last.slot! },
          { name: 'functions', value: same.map((c) => `${c.part.label} ${c.fn.label.toLowerCase()}`).join(', ') },
        ],
        fixes: () =>
          free === null
            ? []
            : [
                {
                  label: `Move ${last.fn.label.toLowerCase()} to channel ${free}`,
                  edits: channelEdits(rig, chains, last, free),
                },
              ],
      },
    ];
  });
};
