import { cableOf, canJoinAntenna } from '../../loom/index.js';
import { nextId, type Edit } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A transmitter without its antenna. Never powered so. @source [practice] */
export const antennaMissingRule: Rule = ({ rig, conversations }) =>
  rig.parts.flatMap((part) =>
    rig.sheets[part.class]!.links.filter((l) => l.kind === 'antenna' && l.way === 'talk')
      .filter(
        (l) =>
          !conversations.some((c) => c.talker.part.id === part.id && c.talker.link.id === l.id && !c.troubles.length),
      )
      .map((link): RuleResult => {
        const spare = canJoinAntenna(rig, part.id, link.id);
        const wires = spare && {
          from: [
            { part: part.id, port: link.pins.data!.port, pin: 1 },
            { part: part.id, port: link.pins.data!.port, pin: 2 },
          ],
          to: [
            { part: spare.part, port: spare.port, pin: 1 },
            { part: spare.part, port: spare.port, pin: 2 },
          ],
        };
        const edits: Edit[] = wires
          ? [
              {
                kind: 'addCable',
                cable: cableOf(
                  nextId('C', rig.cables),
                  ['coax', 'shield'].map((colour, i) => ({
                    from: wires.from[i]!,
                    to: wires.to[i]!,
                    colour,
                    gaugeAwg: 28,
                    lengthMm: 20,
                  })),
                ),
              },
            ]
          : [];
        return {
          rule: 'antenna-missing',
          mark: 'stop',
          station: 'loom',
          subjects: [part.id],
          figures: [
            { name: 'part', value: part.id },
            { name: 'port', value: link.id },
          ],
          fixes: edits.length ? [{ label: `Put ${rig.parts.find((p) => p.id === spare!.part)!.label} on`, edits }] : [],
        };
      }),
  );
