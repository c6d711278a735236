import { pinOf, preferredOhm } from '../../loom/index.js';
import { wiresAt, type Edit } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A key ladder without its series resistor, or with one outside the window: some keys work, others not. @source [practice] 400–600 Ω, 470 Ω usual */
export const ladderResistorRule: Rule = ({ rig, conversations }) =>
  conversations
    .filter((c) => c.kind === 'ladder' && c.listener.link.params.seriesOhm)
    .flatMap((c): RuleResult[] => {
      const window = c.listener.link.params.seriesOhm!;
      const at = pinOf(c.listener, c.listener.link.pins.data!);
      const wires = wiresAt(rig, at);
      // of several on the pin the one that comes from the keys
      const found = wires.find(({ wire, far }) => wire[far].part === c.talker.part.id) ?? wires[0];
      const ohm = found?.wire.inline?.kind === 'resistor' ? found.wire.inline.ohm : 0;
      if (!found || (ohm >= window[0] && ohm <= window[1])) return [];
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
