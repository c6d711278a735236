import { cableOf, canJoinAntenna, leadLength } from '../../loom/index.js';
import { nextId, portLabel, wiresAt, type Edit } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { valueIn } from '../../units/index.js';

/** A foot that screws or presses straight on, mm. */
const FOOT_MM = 20;

/** A transmitter without its antenna. Never powered so. @source [practice] */
export const antennaMissingRule: Rule = ({ rig, conversations }) =>
  rig.parts.flatMap((part) =>
    valueIn(rig.sheets, part.class)!
      .links.filter((l) => l.kind === 'antenna' && l.way === 'talk')
      .filter(
        (l) =>
          !conversations.some((c) => c.talker.part.id === part.id && c.talker.link.id === l.id && !c.troubles.length),
      )
      .map((link): RuleResult => {
        // whatever is on its foot already comes off first, and has a finding of its own
        const foot = { part: part.id, ...link.pins.data! };
        const isTaken = wiresAt(rig, foot).length > 0;
        const spare = isTaken ? null : canJoinAntenna(rig, part.id, link.id);
        const way = spare && leadLength(rig, part.id, spare.part);
        const lengthMm = way?.placed ? way.needMm : FOOT_MM;
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
                    lengthMm,
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
          apart: link.id === 'antenna' ? '' : link.id,
          figures: [
            { name: 'part', value: part.id },
            { name: 'port', value: portLabel(rig, foot) },
          ],
          fixes: () =>
            edits.length ? [{ label: `Put ${rig.parts.find((p) => p.id === spare!.part)!.label} on`, edits }] : [],
        };
      }),
  );
