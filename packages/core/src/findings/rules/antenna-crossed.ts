import { apartMm } from '../../loom/index.js';
import type { Conversation } from '../../loom/index.js';
import { findPart } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { moveEdit } from './antenna-parts.js';

/** Two antennas of one link nearer than this shade each other, mm. @source [practice] */
const APART_MM = 60;

/** Two antennas of one link that cross or touch. */
export const antennaCrossedRule: Rule = ({ rig, conversations }) => {
  const feet = conversations.filter((c) => c.kind === 'antenna' && c.listener.part.place);
  return feet.flatMap((a, i) =>
    feet.slice(i + 1).flatMap((b): RuleResult[] => {
      const [one, two] = [a.listener.part.id, b.listener.part.id];
      const apart = sameLink(a, b) ? apartMm(rig, one, two) : null;
      if (apart === null || apart >= APART_MM) return [];
      const second = findPart(rig, two)!;
      return [
        {
          rule: 'antenna-crossed',
          mark: 'watch',
          station: 'loom',
          subjects: [one, two],
          figures: [
            { name: 'first', value: one },
            { name: 'second', value: two },
            { name: 'apart', value: Math.round(apart), unit: 'mm', source: 'places of the parts' },
            { name: 'wants', value: APART_MM, unit: 'mm', source: '[practice]' },
          ],
          fixes: () => [
            { label: 'Move it aside', edits: [moveEdit(second, { yMm: findPart(rig, one)!.place!.yMm + APART_MM })] },
          ],
        },
      ];
    }),
  );
};

const sameLink = (a: Conversation, b: Conversation): boolean => a.talker.part.id === b.talker.part.id;
