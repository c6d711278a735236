import type { SlotTrack } from '../../captures/index.js';
import { hearsAir } from '../../parts/index.js';
import { partsThat, pilotTransmitter, slotCarried, type Part, type Rig } from '../../rig/index.js';
import { groupBy, plain } from '../../units/index.js';
import { boundReceivers } from '../air.js';

/**
 * Which channel each pulse output of a receiver puts out, by its number: what it is set to, else its own number.
 * @param transmitter whose receiver; the first one's where left out
 */
export function channelOfOutput(rig: Rig, transmitter?: string): (output: number) => number {
  const bound = boundReceivers(rig);
  const outputs = partsThat(rig, hearsAir)
    .filter(({ part }) => transmitter === undefined || bound.get(part.id) === transmitter)
    .map(({ part, sheet }) =>
      sheet.links.filter((l) => l.kind === 'pulse' && l.way === 'talk').map((l) => slotCarried(sheet, part, l)),
    );
  const [own = []] = outputs.filter((all) => all.length);
  return (output) => own[output - 1] ?? output;
}

/** Lines of a recording that carry channels of one transmitter. */
export interface OfOne<T> {
  lines: T[];
  transmitter: string | undefined;
}

/**
 * Of several transmitters, each with receivers of its own, the one of which most channels are carried, by the receivers that the lines
 * are named after; the pilot's are all lines where one speaks to all, or no name tells.
 */
export function linesOfOne<T extends { line: string; track: SlotTrack }>(rig: Rig, all: readonly T[]): OfOne<T> {
  const pilot = pilotTransmitter(rig);
  const bound = boundReceivers(rig);
  if (new Set(bound.values()).size < 2) return { lines: [...all], transmitter: pilot };
  const own = all.flatMap((line) => {
    const receiver = namedIn(rig, line.line);
    const transmitter = receiver && bound.get(receiver.id);
    return transmitter === undefined ? [] : [{ line, transmitter }];
  });
  const carried = (of: typeof own): number => of.reduce((sum, { line }) => sum + line.track.slots.length, 0);
  const most = [...groupBy(own, (o) => o.transmitter)].sort(
    ([a, one], [b, other]) => carried(other) - carried(one) || Number(b === pilot) - Number(a === pilot),
  )[0];
  return most ? { lines: most[1].map((o) => o.line), transmitter: most[0] } : { lines: [...all], transmitter: pilot };
}

/** The receiver whose name stands in that of a line, the longest where several do. */
function namedIn(rig: Rig, line: string): Part | undefined {
  const said = plain(line);
  return partsThat(rig, hearsAir)
    .map(({ part }) => part)
    .filter(({ label }) => plain(label) !== '' && said.includes(plain(label)))
    .sort((a, b) => plain(b.label).length - plain(a.label).length)[0];
}
