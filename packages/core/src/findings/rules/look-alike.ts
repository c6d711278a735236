import { cableViews, looksAlike } from '../../loom/index.js';
import { sheetOf, type Rig } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Plugs that mate but carry their lines in another order: wired right, and easily plugged wrong. @source [practice] */
export const lookAlikeRule: Rule = ({ rig }) =>
  cableViews(rig).flatMap((cable): RuleResult[] => {
    const [a, b, more] = cable.ends;
    if (cable.marked || more || !a || !b) return [];
    const [from, to] = [portOf(rig, a), portOf(rig, b)];
    if (!looksAlike(from, to)) return [];
    const order = (port: typeof from): string =>
      port.pins.map((p) => ({ supply: '+', ground: '−', signal: 'S', empty: '·' })[p.line]).join(' ');
    return [
      {
        rule: 'look-alike',
        mark: 'watch',
        station: 'loom',
        subjects: [cable.id, a.part, b.part],
        figures: [
          { name: 'cable', value: cable.id },
          { name: 'from', value: a.part },
          { name: 'order from', value: order(from) },
          { name: 'to', value: b.part },
          { name: 'order to', value: order(to) },
        ],
        fixes: () => [{ label: 'Mark it as adapter', edits: [{ kind: 'markAdapter', cable: cable.id, marked: true }] }],
      },
    ];
  });

const portOf = (rig: Rig, { part, port }: { part: string; port: string }) =>
  sheetOf(rig, part).ports.find((p) => p.id === port)!;
