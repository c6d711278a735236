import { isLadderOff, ladderWire, preferredOhm } from '../../loom/index.js';
import type { Edit } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A key ladder without its series resistor, or with one outside the window: some keys work, others not. @source [practice] 400–600 Ω, 470 Ω usual */
export const ladderResistorRule: Rule = ({ rig, conversations }) =>
  conversations.flatMap((c): RuleResult[] => {
    const ladder = ladderWire(rig, c);
    if (!ladder || !isLadderOff(ladder)) return [];
    const { found, ohm, window } = ladder;
    const wanted = preferredOhm(window);
    const edits: Edit[] = [
      {
        kind: 'setWire',
        cable: found.cable.id,
        wire: found.index,
        inline: { kind: 'resistor', ohm: wanted ?? window[0] },
      },
    ];
    return [
      {
        rule: 'ladder-resistor',
        mark: 'stop',
        station: 'loom',
        subjects: [found.cable.id, c.listener.part.id],
        figures: [
          { name: 'cable', value: found.cable.id },
          { name: 'device', value: c.listener.part.id },
          { name: 'ohm', value: ohm, unit: 'Ω' },
          { name: 'from', value: window[0], unit: 'Ω', source: '[practice]' },
          { name: 'to', value: window[1], unit: 'Ω', source: '[practice]' },
        ],
        fixes: () => [{ label: `Put ${wanted ?? window[0]} Ω in`, edits }],
      },
    ];
  });
