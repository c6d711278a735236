/** What a pack's meter must show when it is switched on, and what a reading says. */
import { packMates } from '../loom/index.js';
import { isPack } from '../parts/index.js';
import { PACKS_AGREE_V, cellV, fullCellV } from '../rails/index.js';
import { partsWithSheets, type Rig } from '../rig/index.js';
import { num, volts } from '../units/index.js';

/** A reading that a step asks for. */
export interface AskedReading {
  /** The pack whose volts they are. */
  part: string;
  /** A charged pack reads between these, V. */
  expected: readonly [number, number];
  /** Anything outside these is another pack, a dead cell or a bad contact, V. */
  possible: readonly [number, number];
  /** Steps of the packs before it, whose readings it is held against. */
  before: readonly string[];
}

/** What a reading says: go on, go on with open eyes, or do not go on. */
export interface ReadingVerdict {
  says: 'within' | 'watch' | 'stop';
  why: string;
}

/** A charged cell may read so much under full, V. @source [practice] */
const FRESH_BELOW_V = 0.1;
/** A meter may show so much more than full, V a cell. @source [mem] a hobby meter's own error, 1 % */
const METER_V = 0.04;

/** The reading that a step of waking asks for; null where it asks for none. */
export function askedReading(rig: Rig, stepId: string): AskedReading | null {
  const packs = partsWithSheets(rig).filter(({ sheet }) => isPack(sheet));
  const at = packs.findIndex(({ part }) => stepId === `${part.id}:on`);
  if (at < 0) return null;
  const { part, sheet } = packs[at]!;
  const { cells, chemistry } = sheet.sources.find((s) => s.pack)!.pack!;
  const fullV = cells * fullCellV(chemistry);
  const mates = packMates(rig, part.id);
  return {
    part: part.id,
    expected: [fullV - cells * FRESH_BELOW_V, fullV],
    possible: [cells * cellV(0, chemistry), fullV + cells * METER_V],
    before: packs.slice(0, at).flatMap((p) => (mates.has(p.part.id) ? [`${p.part.id}:on`] : [])),
  };
}

/** Volts in words as they are typed, with comma or point; null where they are no figure. */
export function readVolts(words: string): number | null {
  const said = words.trim().replace(',', '.');
  return /^\d{1,3}(\.\d{1,3})?$/.test(said) ? Number(said) : null;
}

/**
 * What a reading says of a pack, by itself and against those that were read before.
 * @param readV V @param earlierV V, of the packs read before it
 */
export function judgeReading(asked: AskedReading, readV: number, earlierV: readonly number[] = []): ReadingVerdict {
  const [least, most] = asked.possible;
  const far = earlierV.find((v) => Math.abs(v - readV) > PACKS_AGREE_V);
  const [from, to] = asked.expected;
  if (readV > most) return { says: 'stop', why: `over ${volts(most)}: another pack, or a meter that is off` };
  if (readV < least) return { says: 'stop', why: `under ${volts(least)}: flat, a dead cell or a bad contact` };
  if (far !== undefined)
    return {
      says: 'stop',
      why: `${volts(Math.abs(far - readV))} from the other pack; more than ${num(PACKS_AGREE_V, 1)} V is a short run on one of them`,
    };
  if (readV < from) return { says: 'watch', why: `not freshly charged: ${num(from, 2)} to ${volts(to)} is` };
  return { says: 'within', why: 'as a freshly charged pack reads' };
}
