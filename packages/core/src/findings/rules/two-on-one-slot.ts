import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Two functions that obey one slot. */
export const oneSlotRule: Rule = ({ rig, chains }) => {
  const onSlot = chains.filter((c) => c.slot !== null && c.carrier);
  const taken = new Set(onSlot.map((c) => c.slot));
  const free = Array.from({ length: 16 }, (_, i) => i + 1).find((slot) => !taken.has(slot));
  return [...groupBy(onSlot, (c) => c.slot).values()].flatMap((same): RuleResult[] => {
    const last = same.at(-1)!;
    if (same.length < 2) return [];
    const binding = rig.bindings.find((b) => b.part === last.part.id && b.fn === last.fn.id);
    return [
      {
        rule: 'two-on-one-slot',
        mark: 'watch',
        station: 'channels',
        subjects: same.map((c) => c.part.id),
        figures: [
          { name: 'slot', value: last.slot! },
          { name: 'functions', value: same.map((c) => `${c.part.label} ${c.fn.label.toLowerCase()}`).join(', ') },
        ],
        fixes:
          binding && free
            ? [
                {
                  label: `Move ${last.fn.label.toLowerCase()} to slot ${free}`,
                  edits: [{ kind: 'bind', binding: { ...binding, slot: free } }],
                },
              ]
            : [],
      },
    ];
  });
};
