import { antennaJoin, cableOf, leadLength, type AntennaJoin } from '../../loom/index.js';
import { labelOf, nextId, portLabel, wiresAt, type Edit, type Rig } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { valueIn } from '../../units/index.js';

/** A foot that screws or presses straight on, mm. */
const FOOT_MM = 20;

/** A transmitter without its antenna. Never powered so; a shield that is missing is a ground that is missing. @source [practice] */
export const antennaMissingRule: Rule = ({ rig, conversations }) =>
  rig.parts.flatMap((part) =>
    valueIn(rig.sheets, part.class)!
      .links.filter((l) => l.kind === 'antenna' && l.way === 'talk')
      .filter(
        (l) =>
          !conversations.some(
            (c) =>
              c.talker.part.id === part.id && c.talker.link.id === l.id && c.troubles.every((t) => t === 'no ground'),
          ),
      )
      .map((link): RuleResult => {
        // whatever is on its foot already comes off first, and has a finding of its own
        const foot = { part: part.id, ...link.pins.data! };
        const isTaken = wiresAt(rig, foot).length > 0;
        const join = isTaken ? null : antennaJoin(rig, part.id, link.id);
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
            join ? [{ label: `Put ${labelOf(rig, join.antenna)} on`, edits: [leadFor(rig, part.id, join)] }] : [],
        };
      }),
  );

/** Coax and shield between a radio and its antenna. */
function leadFor(rig: Rig, radio: string, { antenna, wires }: AntennaJoin): Edit {
  const way = leadLength(rig, radio, antenna);
  const lengthMm = way.placed ? way.needMm : FOOT_MM;
  const lead = wires.map((ends, i) => ({ ...ends, colour: i ? 'shield' : 'coax', gaugeAwg: 28, lengthMm }));
  return { kind: 'addCable', cable: cableOf(nextId('C', rig.cables), lead) };
}
