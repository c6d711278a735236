/** What a probe finds on lines that no function follows: the pulses of a motor, the words of a sensor; what there is at each antenna. */
import { findConversations, isSerial, type Conversation } from '../loom/index.js';
import {
  antennaLinks,
  anyOver,
  bringsChannels,
  flies,
  hasControls,
  hearsAir,
  onlyTells,
  passesOn,
  radiates,
  sendsPictures,
  showsAir,
  type LinkKind,
  type Sheet,
} from '../parts/index.js';
import { oncePerRig, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import type { Bench, BenchPart } from './compile.js';
import { worksAntenna } from './flaws.js';
import { isAwakeAt, partIndex } from './run.js';
import type { BenchState } from './state.js';

/** What a probe says of a line that somebody speaks on. */
const SAYS: Partial<Record<LinkKind, string>> = {
  pulse: 'pulses',
  ppm: 'pulses',
  sbus: 'bytes',
  crsf: 'bytes',
  'device-serial': 'bytes',
  mavlink: 'bytes',
  can: 'frames',
  usb: 'listed',
  ethernet: 'with its lamp lit',
};

/** What a controller tells of the craft, for whoever sends it to the ground. */
const TELEMETRY: ReadonlySet<LinkKind> = new Set(['device-serial', 'mavlink']);

/** Sight of a probe where a line comes into a part, and what it reads when all is well. */
export const probeSight = ({ listener }: Pick<Conversation, 'listener'>): string =>
  `${listener.part.id}.${listener.link.id}-comes`;
export const probeReads = ({ kind }: Pick<Conversation, 'kind'>): string => SAYS[kind]!;

/** No probe goes there: a computer lists what hangs on it, a socket has its lamp. @source [practice] */
export const isData = ({ kind }: Pick<Conversation, 'kind'>): boolean => kind === 'usb' || kind === 'ethernet';

/** Does nothing itself and tells what it knows: a position sensor, a meter. */
const onlyReports = (sheet: Sheet): boolean =>
  !sheet.functions.length && !bringsChannels(sheet) && !passesOn(sheet) && !hasControls(sheet);

/**
 * Sound lines on which nothing that a stick moves can be seen: no function of the part behind them is told over them, and it tells nobody
 * on. A controller hears its receiver and the answers of what it tells; of its lines those count on which a sensor reports, and on which
 * it tells of the craft.
 */
export const unfollowed = oncePerRig((rig: Rig): readonly Conversation[] =>
  findConversations(rig).filter(({ kind, troubles, talker, listener: { sheet, link } }) => {
    if (SAYS[kind] === undefined || troubles.length) return false;
    if (isData({ kind })) return onlyTells(talker.sheet, talker.link);
    if (sheet.functions.some((fn) => anyOver(fn).includes(link.id))) return false;
    if (flies(sheet)) return (isSerial(link) || kind === 'can' || kind === 'pulse') && onlyReports(talker.sheet);
    if (TELEMETRY.has(kind) && flies(talker.sheet)) return true;
    return !passesOn(sheet) && !bringsChannels(sheet) && !hasControls(sheet);
  }),
);

/** Antennas that are screwed on. */
export const antennasOf = (rig: Rig): Conversation[] =>
  findConversations(rig).filter((c) => c.kind === 'antenna' && !c.troubles.length);

/** Something leaves it through the air; what has antennas and says nothing of its radio sends and hears. */
export const sendsByAir = (sheet: Sheet): boolean =>
  sendsPictures(sheet) ||
  sheet.links.some((l) => l.kind === 'radio' && l.way !== 'listen') ||
  (radiates(sheet) && !sheet.links.some((l) => l.kind === 'radio'));

/** What there is at each antenna of a part by itself, where that can be told. */
export const AT_ANTENNA = { field: 'a field', picture: 'the picture stays', link: 'the link holds' } as const;
export const atAntenna = (sheet: Sheet): keyof typeof AT_ANTENNA | null =>
  sendsByAir(sheet) ? 'field' : showsAir(sheet) ? 'picture' : hearsAir(sheet) ? 'link' : null;
export const antennaSight = (part: string, link: string): string => `${part}.${link}-alone`;

function antennaSights({ rig, flaws }: Bench, { part, sheet, index }: BenchPart): [string, (state: BenchState) => string | null][] {
  const at = atAntenna(sheet);
  return at === null
    ? []
    : antennaLinks(sheet).map(({ id }) => {
        const works = worksAntenna(rig, flaws, part.id, id);
        return [antennaSight(part.id, id), (state) => (works && isAwakeAt(state, index) ? AT_ANTENNA[at] : null)];
      });
}

/** What a probe finds, by its sight: of several that may be heard on a line, whoever is awake. */
export function probeSights(bench: Bench, own: BenchPart): [string, (state: BenchState) => string | null][] {
  const lines = linesInto(bench, own.part.id).map(([sight, into]): [string, (state: BenchState) => string | null] => {
    const talkers = into.map((c) => ({ at: partIndex(bench, c.talker.part.id), says: probeReads(c) }));
    return [sight, (state) => talkers.find(({ at }) => isAwakeAt(state, at))?.says ?? null];
  });
  return [...lines, ...antennaSights(bench, own)];
}

/** All that a probe's reading hangs on, for what need not be played again. */
export const probesText = (bench: Bench, { part, sheet }: BenchPart): unknown => [
  linesInto(bench, part.id).map(([sight, lines]) => [
    sight,
    lines.map(({ talker, kind }) => {
      const { feed, startsMs } = bench.parts[partIndex(bench, talker.part.id)]!;
      return [kind, talker.part.id, feed, startsMs];
    }),
  ]),
  antennaLinks(sheet).map(({ id }) => [id, worksAntenna(bench.rig, bench.flaws, part.id, id)]),
];


const linesInto = ({ rig }: Bench, part: string): [string, Conversation[]][] => [
  ...groupBy(
    unfollowed(rig).filter((c) => c.listener.part.id === part),
    probeSight,
  ),
];
