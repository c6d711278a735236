/**
 * A probe on the lines that nothing seen hangs on: motors stand while their pulses come, and a sensor says what nobody moves by. A look
 * at each of several antennas.
 */
import {
  antennaSight,
  antennasOf,
  AT_ANTENNA,
  atAntenna,
  isData,
  probeReads,
  probeSight,
  unfollowed,
} from '../bench/index.js';
import type { Conversation } from '../loom/index.js';
import { antennaLinks, sendsPictures } from '../parts/index.js';
import { partsWithSheets, portLabel, type Part, type Rig } from '../rig/index.js';
import { groupBy, listed } from '../units/index.js';
import { contactName } from './sight-names.js';
import type { BareStep } from './step.js';

/** One step for each part that lines come into: every pin of it in turn, with nothing moving; and one for its data sockets. */
export const probeSteps = (rig: Rig): BareStep[] =>
  [...groupBy(unfollowed(rig), (c) => c.listener.part)].flatMap(([part, into]) => {
    const [data, lines] = [into.filter(isData), into.filter((c) => !isData(c))];
    return [
      ...stepAt(part, 'lines', `Probe what comes into ${part.label}`, lines, pinsText),
      ...stepAt(part, 'data', `Look what hangs on the data plugs of ${part.label}`, data, dataText),
    ];
  });

function stepAt(
  part: Part,
  id: string,
  title: string,
  lines: readonly Conversation[],
  expectText: (own: readonly Conversation[]) => string,
): BareStep[] {
  if (!lines.length) return [];
  return [
    {
      id: `${part.id}.${id}`,
      part: part.id,
      title,
      expectText: expectText(lines),
      ...{ setUp: {}, moves: [] },
      through: [...new Set(lines.map((c) => c.talker.part.id))],
      expects: [...new Map(lines.map((c) => [probeSight(c), probeReads(c)]))].map(([sight, is]) => ({ sight, is })),
    },
  ];
}

const pinsText = (lines: readonly Conversation[]): string =>
  listed([...groupBy(lines, probeReads)].map(([says, own]) => `${says} at ${listed(pinsOf(own))}`));

/** What hangs on each data plug, and how that shows. */
const dataText = (lines: readonly Conversation[]): string =>
  listed(
    lines.map((c) => {
      const { sheet, link } = c.listener;
      const plug = sheet.ports.find((p) => p.id === link.pins.data?.port)?.label ?? link.id;
      return `${c.talker.part.label} ${probeReads(c)} at ${plug}`;
    }),
  );

/** The pins at which a probe goes, each once. */
const pinsOf = (lines: readonly Conversation[]): string[] => [
  ...new Set(lines.flatMap(({ listener: { sheet, link } }) => contactName(sheet, link) ?? [])),
];

// covered, not screwed off: what answers by radio is never without its antennas
const oneAtATime = ({ label }: Part): string => `Cover all antennas of ${label} but one, each in turn`;
const OF_EACH = {
  field: ({ label }: Part) => `Hold a field meter near each antenna of ${label}`,
  picture: oneAtATime,
  link: oneAtATime,
} as const;

/**
 * Of several antennas one may be dead, and everything works all the same until it is far away: each for itself. The only one of what sends
 * no picture is asked too, since nothing that is seen here comes by it. @source [practice]
 */
export const antennaSteps = (rig: Rig): BareStep[] =>
  partsWithSheets(rig).flatMap(({ part, sheet }): BareStep[] => {
    const at = atAntenna(sheet);
    const on = new Set(antennasOf(rig).flatMap(({ talker }) => (talker.part.id === part.id ? [talker.link.id] : [])));
    const own = antennaLinks(sheet).filter((l) => on.has(l.id));
    if (at === null || own.length < (at === 'field' && !sendsPictures(sheet) ? 1 : 2)) return [];
    const plugs = own.map((l) => portLabel(rig, { part: part.id, port: l.pins.data!.port }));
    return [
      {
        id: `${part.id}.antennas`,
        part: part.id,
        title: OF_EACH[at](part),
        expectText: at === 'field' ? `a field at ${listed(plugs)}` : `${AT_ANTENNA[at]}, by ${listed(plugs)} alone`,
        ...{ setUp: {}, moves: [] },
        expects: own.map((l) => ({ sight: antennaSight(part.id, l.id), is: AT_ANTENNA[at] })),
      },
    ];
  });
