/** Faults that no edit of the rig can say: outputs, drift, level, balance, the air, memory. */
import { FLAW_SIGHTS, wheeled, type PartFlaw } from '../../bench/index.js';
import { findConversations } from '../../loom/index.js';
import type { Link, Sheet } from '../../parts/index.js';
import { cablesOn, partsWithSheets, type Rig } from '../../rig/index.js';
import type { Fault, FaultKind } from '../fault.js';

/** Each output that somebody listens to, dead. */
export const outputDead = (rig: Rig): Fault[] => {
  const said = findConversations(rig).filter((c) => !c.troubles.length && c.kind !== 'radio');
  const heard = new Set(said.map((c) => `${c.talker.part.id} ${c.talker.link.id}`));
  return partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.links
      .filter((l) => l.way !== 'listen' && heard.has(`${part.id} ${l.id}`))
      .map((l): Fault => {
        return {
          ...{ id: `output ${part.id} ${l.id}`, kind: 'output dead', weight: 0.5, put: [] },
          text: `the output ${outputName(sheet, l)} of ${part.label} is dead`,
          flaws: [{ kind: 'dead-output', part: part.id, link: l.id }],
          remedy: { text: `Use another output of ${part.label}, or put another in its place` },
        };
      }),
  );
};

/** What is written at an output; with its contact, where others go out of the same plug. */
function outputName({ ports, links }: Sheet, { id, pins }: Link): string {
  const at = pins.data ?? pins.send;
  const port = ports.find((p) => p.id === at?.port);
  if (!at || !port) return id;
  const out = links.filter((l) => l.way !== 'listen' && (l.pins.data ?? l.pins.send)?.port === port.id);
  const contact = out.length > 1 ? port.pins.find((p) => p.n === at.pin)?.label : undefined;
  return contact === undefined ? port.label : `${port.label} ${contact}`;
}

/** What a regulator gives after its setting screw was touched, or its reference aged. @source [mem] */
const DRIFTED = 0.88;

/** Each regulator lower than it is set. */
export const supplyDrifted = (rig: Rig): Fault[] =>
  partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.sources
      .filter((s) => s.regulator && cablesOn(rig, part.id).length > 0)
      .map((s): Fault => {
        const port = sheet.ports.find((p) => p.id === s.plus.port)?.label ?? s.id;
        return {
          ...{ id: `drift ${part.id} ${s.id}`, kind: 'supply drifted', weight: 0.5, put: [] },
          text: `${port} of ${part.label} gives too little`,
          flaws: [{ kind: 'drift', part: part.id, source: s.id, share: DRIFTED }],
          remedy: { text: `Set ${part.label} anew by the meter, or put another in its place` },
        };
      }),
  );

/** Each lead with a contact that holds until it is moved. */
export const loose = (rig: Rig): Fault[] =>
  rig.cables.map((cable) => ({
    ...{ id: `loose ${cable.id}`, kind: 'opens now and then', weight: 1.5, put: [] },
    text: `a contact of ${cable.id} opens now and then`,
    flaws: [{ kind: 'loose', cable: cable.id }],
    remedy: {
      text: `Crimp or solder the plugs of ${cable.id} anew and hold it at both ends, or put another lead in its place`,
    },
  }));

/** A flaw that a part may have as a whole; `%` stands for its label. */
interface OfAPart<F extends PartFlaw['kind']> {
  flaw: F;
  kind: FaultKind;
  weight: number;
  text: string;
  mend: string;
}

const OF_A_PART: OfAPart<keyof typeof FLAW_SIGHTS>[] = [
  {
    ...{ flaw: 'leaning', kind: 'moved while finding level', weight: 2 },
    text: '% was moved while it looked for level',
    mend: 'Switch % off and on, and leave it alone while it starts',
  },
  {
    ...{ flaw: 'unbalanced', kind: 'out of balance', weight: 2 },
    text: 'what % carries is out of balance',
    mend: 'Balance what % carries, unpowered, axis by axis',
  },
  {
    ...{ flaw: 'disturbed', kind: 'other emitter on the channel', weight: 1 },
    text: 'somebody else sends on the channel of %',
    mend: 'Put % on another channel, by what is agreed on the field',
  },
  {
    ...{ flaw: 'full', kind: 'card full', weight: 2 },
    text: 'the card of % is full',
    mend: 'Copy the card of % and empty it, or put another in',
  },
  {
    ...{ flaw: 'forgetful', kind: 'settings forgotten at power-off', weight: 1 },
    text: '% forgets its settings at power-off',
    mend: 'Save the settings of % before it is switched off; where that does not help, put another in its place',
  },
];

/** A wheel on its line. @source [practice] too loose it slips and glides, too tight it stops abruptly and draws power */
const OF_A_WHEEL: OfAPart<'slipping' | 'tight'>[] = [
  {
    ...{ flaw: 'slipping', kind: 'wheel slips', weight: 2 },
    text: 'the wheel of % sits too loose on the line: it slips and glides',
    mend: 'Tighten the wheel of %, power off, until the line can just be lifted off the rubber',
  },
  {
    ...{ flaw: 'tight', kind: 'wheel too tight', weight: 2 },
    text: 'the wheel of % sits too tight on the line: it stops abruptly and draws more',
    mend: 'Loosen the wheel of %, power off, until the line can just be lifted off the rubber',
  },
];

/** What may be wrong with a part that has such a thing at all. */
export function flawOfPart(rig: Rig): Fault[] {
  const onLine = wheeled(rig);
  return partsWithSheets(rig).flatMap(({ part, sheet }) =>
    [...OF_A_PART.filter(({ flaw }) => FLAW_SIGHTS[flaw].has(sheet)), ...(onLine.includes(part) ? OF_A_WHEEL : [])].map(
      ({ flaw, kind, weight, text, mend }): Fault => ({
        ...{ id: `${flaw} ${part.id}`, kind, weight, put: [] },
        text: text.replace('%', part.label),
        flaws: [{ kind: flaw, part: part.id }],
        remedy: { text: mend.replace('%', part.label) },
      }),
    ),
  );
}
