/** What a line carries: widths to bytes as its talker puts them, and bytes to widths as its listener takes them. */
import {
  CRSF,
  SBUS,
  countToPulseUs,
  encodeCrsfChannels,
  encodeSbus,
  pulseUsToCount,
  unpackSlots,
  type BusScale,
} from '../signals/index.js';

/** Kinds of line that carry every channel as counts. */
export type CountedKind = 'sbus' | 'crsf';

/** What a receiver may say of the radio beside the slots. */
type RadioFlags = Readonly<Record<'missed' | 'lost', boolean>>;

interface Codec {
  /** Time from frame to frame where the sheet says none, ms. */
  usualMs: number;
  /** @param flags whether the last radio frame was missed, and whether the radio is given up */
  encode(widthsUs: readonly number[], scale: BusScale, flags: RadioFlags): Uint8Array;
  /** First byte of the packed counts. */
  countsAt: number;
}

/** The serial link's header of address, length and type. */
const LINK_HEADER = 3;

export const CODECS: Readonly<Record<CountedKind, Codec>> = {
  sbus: {
    usualMs: 14,
    encode: (widthsUs, scale, { missed, lost }) =>
      encodeSbus({ slots: countsOf(widthsUs, scale), digital: [false, false], lost: missed || lost, failsafe: lost }),
    countsAt: 0,
  },
  crsf: {
    usualMs: 4,
    encode: (widthsUs, scale) => encodeCrsfChannels(countsOf(widthsUs, scale)),
    // the unpacker of the bus expects one header byte
    countsAt: LINK_HEADER - 1,
  },
};

export const isCounted = (kind: string): kind is CountedKind => Object.hasOwn(CODECS, kind);

function countsOf(widthsUs: readonly number[], scale: BusScale): number[] {
  const counts = new Array<number>(widthsUs.length);
  for (let i = 0; i < counts.length; i++) counts[i] = pulseUsToCount(scale, widthsUs[i]!);
  return counts;
}

const scratch = new Uint16Array(Math.max(SBUS.slots, CRSF.slots));
/** The frame that was read last: most lines have several listeners, one after the other. */
let last: { bytes: Uint8Array; counts: readonly number[] } | null = null;

/** Counts in a frame, which nobody changes once it is out; the array before is given back while they are the same. */
export function decodeCounts(kind: CountedKind, bytes: Uint8Array, before: readonly number[]): readonly number[] {
  if (last?.bytes !== bytes) {
    unpackSlots(bytes, CODECS[kind].countsAt, scratch);
    last = { bytes, counts: plain(scratch) };
  }
  const { counts } = last;
  for (let i = 0; i < SBUS.slots; i++) if (counts[i] !== before[i]) return counts;
  return before;
}

/** Some ten times as fast as going over a typed array by its iterator. */
function plain(counts: Uint16Array): number[] {
  const out = new Array<number>(counts.length);
  for (let i = 0; i < counts.length; i++) out[i] = counts[i]!;
  return out;
}

/** Width that a listener takes a count for, µs. */
export const widthOf = (scale: BusScale, count: number): number => countToPulseUs(scale, count);
