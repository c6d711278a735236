import { findPin, inlineText, labelOf, serialPairOf, type Cable, type PinRef, type Rig } from '../rig/index.js';
import type { Table } from './table.js';

const FIELDS = ['cable', 'end', 'tape_9mm', 'tape_12mm_line_1', 'tape_12mm_line_2'];

/** Two strips for every lead, one for each end: 9 mm tape takes one line, 12 mm two. */
export function labelStrips(rig: Rig): Table {
  const data = rig.cables.flatMap((cable) => {
    const ends = endsOf(rig, cable);
    return ends.map((here) => {
      const there = ends.filter((e) => e !== here);
      const special = specialText(rig, cable);
      return [
        cable.id,
        here,
        `${cable.id} · ${here}`,
        `${cable.id} · ${here}`,
        `to ${there.join(' and ') || here}${special ? `, ${special}` : ''}`,
      ];
    });
  });
  return { fields: FIELDS, data };
}

/** Plugs of a lead, each once: part and port as they are labelled. */
function endsOf(rig: Rig, { wires }: Cable): string[] {
  const text = (at: PinRef): string =>
    `${labelOf(rig, at.part)} ${findPin(rig, at)?.port.label ?? at.port}`.replace(/\s+/g, ' ');
  return [...new Set(wires.flatMap((w) => [text(w.from), text(w.to)]))];
}

/** What whoever looks at the lead alone would take for a mistake, or must not miss. */
function specialText(rig: Rig, cable: Cable): string {
  const crossed = serialPairOf(rig, cable) && isCrossed(rig, cable) ? ['RX TX crossed'] : [];
  const inline = cable.wires.flatMap((w) => (w.inline ? [inlineText(w.inline)] : []));
  const marked = cable.marked ? ['adapter'] : [];
  return [...crossed, ...marked, ...new Set(inline)].join(', ');
}

/** Sending goes to hearing: the labels at the two ends of a data wire differ. */
const isCrossed = (rig: Rig, { wires }: Cable): boolean =>
  wires.some((w) => {
    const [a, b] = [findPin(rig, w.from)?.pin.label, findPin(rig, w.to)?.pin.label];
    return (a === 'TX' && b === 'RX') || (a === 'RX' && b === 'TX');
  });
