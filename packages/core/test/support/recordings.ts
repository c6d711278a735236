/** Recordings as cheap tools make them, each with what it truly is: bus × speed × polarity × what went wrong. */
import type { Sense, SenseKind } from '../../src/captures/index.js';
import {
  CRSF_ADDRESS,
  LineWriter,
  SBUS,
  UART,
  bitsPerByte,
  encodeCrsf,
  encodeCrsfChannels,
  encodeMav,
  encodeSbus,
  writePpm,
  writePulse,
  writeUart,
  type Edges,
  type UartFormat,
} from '../../src/signals/index.js';
import { seeded } from './random-rig.js';

/** What went wrong, or how it was sampled. */
export const TROUBLES = [
  ...(['none', 'spikes', 'many spikes', 'damaged', 'cut', 'one and a piece'] as const),
  ...(['coarse', 'shaken', 'off speed', 'joins late'] as const),
] as const;
export type Trouble = (typeof TROUBLES)[number];

/** A line, and what it is; `null` is a line that nothing should be claimed of. */
export interface Recording {
  edges: Edges;
  endNs: number;
  truth: Sense | null;
  trouble: Trouble;
  /** Frames that stand whole and undamaged on it; NaN where nothing has frames. */
  whole: number;
  text: string;
}

type Random = () => number;
const pick = <T>(random: Random, all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
const between = (random: Random, low: number, high: number): number => low + random() * (high - low);

const KINDS = [
  'sbus',
  'sbus',
  'crsf',
  'crsf',
  'mavlink',
  'uart',
  'uart',
  'uart',
  'pulse',
  'ppm',
  'nothing',
  'nothing',
] as const;

/** Recording `n` of a seed: the same for the same two figures. */
export function recordingOf(seed: number, n: number): Recording {
  const random = seeded(seed * 7919 + n * 104_729 + 13);
  for (let i = 0; i < 5; i++) random();
  const kind = KINDS[n % KINDS.length]!;
  const trouble = TROUBLES[Math.floor(n / KINDS.length) % TROUBLES.length]!;
  if (kind === 'nothing') return nothing(random);
  const plain = kind === 'pulse' || kind === 'ppm' ? pulses(random, kind, trouble) : bytes(random, kind, trouble);
  return troubled(plain, trouble, random);
}

interface Plain extends Omit<Recording, 'endNs' | 'trouble'> {
  /** Time of a bit, or of the shortest true span, ns. */
  bitNs: number;
  /** Begin of each frame, ns. */
  framesNs: number[];
}

const textOf = (truth: Sense | null, more = ''): string => `${truth ? JSON.stringify(truth) : 'nothing'} ${more}`;

function pulses(random: Random, kind: 'pulse' | 'ppm', trouble: Trouble): Plain {
  const active = random() < 0.8 ? 1 : 0;
  const line = new LineWriter((1 - active) as 0 | 1);
  const count =
    trouble === 'one and a piece' ? 4 : Math.floor(random() < 0.3 ? between(random, 3, 8) : between(random, 8, 80));
  const framesNs: number[] = [];
  const hz = kind === 'pulse' ? pick(random, [30, 50, 50, 60, 100, 333, 400, 560]) : 0;
  const mid = hz > 500 ? 760 : 1500;
  const sweep = random() < 0.5 ? between(random, 50, hz > 300 ? 250 : 450) : 0;
  const channels = n8(random) ? 8 : 6;
  let at = 3e6;
  for (let i = 0; i < count; i++) {
    framesNs.push(at);
    const us = mid + sweep * Math.sin(i / 7);
    if (kind === 'pulse') {
      writePulse(line, at, us, active);
      at += 1e9 / hz;
    } else
      at = writePpm(
        line,
        Array.from({ length: channels }, () => between(random, 1000, 2000)),
        at,
        active,
      );
  }
  const truth: Sense = { kind, active };
  const shortest = kind === 'pulse' ? 500_000 : 300_000;
  return {
    edges: line.edges(),
    truth,
    bitNs: shortest,
    framesNs,
    whole: count,
    text: textOf(truth, hz ? `${hz} Hz` : ''),
  };
}

const n8 = (random: Random): boolean => random() < 0.5;

const SPEEDS: Record<'sbus' | 'crsf' | 'mavlink' | 'uart', readonly number[]> = {
  sbus: [100_000, 100_000, 100_000, 200_000],
  crsf: [420_000, 420_000, 416_666, 115_200, 400_000, 921_600],
  mavlink: [57_600, 115_200, 230_400, 921_600],
  uart: [
    300, 1200, 2400, 9600, 9600, 19_200, 38_400, 57_600, 115_200, 230_400, 460_800, 500_000, 77_000, 109_440, 31_250,
  ],
};

function bytes(random: Random, kind: Exclude<SenseKind, 'pulse' | 'ppm'>, trouble: Trouble): Plain {
  const framing =
    kind === 'sbus'
      ? '8E2'
      : kind === 'uart'
        ? pick(random, ['8N1', '8N1', '8N1', '8E1', '8O1', '8E2'] as const)
        : '8N1';
  const usualUp = kind === 'sbus';
  const inverted = random() < 0.75 ? usualUp : !usualUp;
  const format: UartFormat = { baud: pick(random, SPEEDS[kind]), ...UART[framing], inverted };
  const line = new LineWriter(inverted ? 0 : 1);
  const many =
    trouble === 'one and a piece' ? 2 : Math.floor(random() < 0.3 ? between(random, 2, 6) : between(random, 6, 90));
  const framesNs: number[] = [];
  const generation = random() < 0.3;
  const letter = random() < 0.1 ? Math.floor(between(random, 33, 126)) : null;
  const byteNs = (bitsPerByte(format) * 1e9) / format.baud;
  let at = 1e6 + random() * 1e6;
  for (let i = 0; i < many; i++) {
    framesNs.push(at);
    const own = frameOf(random, kind, i, generation, letter);
    const end = writeUart(line, own, format, at);
    at = Math.max(end + byteNs * between(random, 1, 3), at + (kind === 'uart' ? 0 : between(random, 3.9e6, 4.1e6)));
    if (kind === 'sbus') at = Math.max(at, end + 1.5e6);
  }
  const truth: Sense = kind === 'mavlink' && generation ? { kind, format, version: 1 } : { kind, format };
  return {
    ...{ edges: line.edges(), truth, bitNs: 1e9 / format.baud, framesNs },
    ...{ whole: kind === 'uart' ? NaN : many, text: textOf(truth, letter ? `only ${letter}` : '') },
  };
}

function frameOf(
  random: Random,
  kind: Exclude<SenseKind, 'pulse' | 'ppm'>,
  i: number,
  generation: boolean,
  letter: number | null,
): Uint8Array {
  const slots = Array.from({ length: 16 }, (_, s) =>
    Math.round(992 + (s < 4 ? 800 * Math.sin(i / 9 + s) : ((s * 331) % 1500) - 750)),
  );
  if (kind === 'sbus') {
    const frame = encodeSbus({ slots, digital: [n8(random), false], lost: random() < 0.05, failsafe: false });
    if (generation) frame[24] = SBUS.ends[1 + (i % 4)]!;
    return frame;
  }
  if (kind === 'crsf') {
    if (i % 5) return encodeCrsfChannels(slots);
    const payload = Uint8Array.from({ length: 10 }, () => Math.floor(random() * 256));
    return encodeCrsf({ address: CRSF_ADDRESS.controller, type: 0x14, payload });
  }
  if (kind === 'mavlink' && generation) {
    const chan = Object.fromEntries(slots.slice(0, 8).map((count, s) => [`chan${s + 1}_raw`, count + 508]));
    const [name, values] = i % 3 ? (['RC_CHANNELS_RAW', chan] as const) : (['HEARTBEAT', { type: 2 }] as const);
    return encodeMav({ version: 1, name, sequence: i & 255, values });
  }
  if (kind === 'mavlink') {
    const values = { pitch: -i / 100, yaw: random(), gimbal_device_id: 1 };
    if (i % 3) return encodeMav({ name: 'GIMBAL_MANAGER_SET_PITCHYAW', sequence: i & 255, values });
    return encodeMav({ name: 'HEARTBEAT', sequence: i & 255, values: { type: 2 } });
  }
  const long = Math.floor(between(random, 1, 30));
  if (letter !== null) return new Uint8Array(long).fill(letter);
  const isText = i % 2 === 0;
  return Uint8Array.from({ length: long }, () =>
    isText ? 32 + Math.floor(random() * 90) : Math.floor(random() * 256),
  );
}

/** Spans of lines that are none of them, ns: by what they are. */
const NONE: Record<string, (random: Random, periodNs: number) => (i: number) => number> = {
  noise: (random) => () => 2000 + random() * 60_000,
  square: (_, period) => () => period / 2,
  lamp: (_, period) => (i) => period * (i % 2 ? 0.8 : 0.2),
  // bits with a clock line of their own: any number of equal bits may follow each other
  clocked: (random, period) => () => period * (1 + Math.floor(-Math.log2(random() || 0.5))),
  // the clock line of such a pair: even pulses, pauses of any number of them
  clock: (random, period) => (i) => (period / 2) * (i % 2 && random() < 0.25 ? 1 + 2 * Math.floor(6 * random()) : 1),
  // a change in the middle of each bit
  manchester: (random, period) => () => period * (random() < 0.5 ? 1 : 2),
  // lit strips: a bit is a long or a short pulse
  strip: (random, period) => (i) => period * (i % 2 ? 1 : random() < 0.5 ? 0.5 : 1.2),
  // throttles told in figures: sixteen pulses at an even beat, a bit by the width of each
  throttle: (random, period) => {
    let width = 0;
    return (i) => {
      if (i % 2 === 0) return (width = period * (random() < 0.4 ? 0.75 : 0.375));
      return i % 32 === 31 ? period * 40 : period - width;
    };
  },
  // infrared of remotes: a bit by the rest behind each mark, after a long mark of its own
  remote: (random, period) => (i) => {
    const at = i % 68;
    if (at < 2) return period * (at ? 8 : 16);
    return at === 67 ? period * 90 : at % 2 ? period * (random() < 0.5 ? 1 : 3) : period;
  },
  // a wheel that is turned by hand
  wheel: (random, period) => () => period * 8 * (0.4 + random()),
  // a vehicle's bus: never more than five equal bits, frames of a hundred and more
  stuffed: (random, period) => (i) =>
    i % 60 === 59 ? period * (11 + 200 * random()) : period * Math.min(5, 1 + Math.floor(-Math.log2(random() || 0.5))),
  bounce: (random) => (i) => (i % 6 ? 1000 * random() ** 3 * 900 : 20e6 + random() * 4e8),
  still: () => () => 0,
};

/** A line that is none of them. */
function nothing(random: Random): Recording {
  const what = pick(random, Object.keys(NONE));
  const timesNs: number[] = [];
  let at = 1e6;
  const period = between(random, 5000, random() < 0.5 ? 30_000 : 400_000);
  const many = random() < 0.3 ? between(random, 10, 60) : between(random, 60, 1500);
  const span = NONE[what]!(random, period);
  for (let i = 0; what !== 'still' && i < many; i++) {
    timesNs.push(at);
    at += span(i);
  }
  const edges: Edges = { first: n8(random) ? 1 : 0, timesNs: Float64Array.from(timesNs) };
  return { edges, endNs: at + 1e6, truth: null, trouble: 'none', whole: NaN, text: what };
}

type Change = (plain: Plain, random: Random) => { edges: Edges; whole?: number; truth?: Sense };

const rebuilt = ({ first }: Edges, times: readonly number[]): Edges => ({
  first,
  timesNs: Float64Array.from(times).sort(),
});

/** Spikes of some length at random places, never so that two changes fall together. */
const spiked = (edges: Edges, random: Random, many: number, longNs: () => number): Edges => {
  const times = [...edges.timesNs];
  const [from, to] = [times[0]! - 5e5, times.at(-1)! + 5e5];
  for (let i = 0; i < many; i++) {
    const at = between(random, Math.max(1, from), to);
    times.push(at, at + longNs());
  }
  return rebuilt(edges, times);
};

const CHANGES: Record<Trouble, Change> = {
  none: ({ edges }) => ({ edges }),
  spikes: ({ edges }, random) => ({
    edges: spiked(edges, random, 1 + Math.floor(random() * 3), () => between(random, 20, 90)),
  }),
  'many spikes': ({ edges, bitNs }, random) => ({
    edges: spiked(
      edges,
      random,
      Math.max(4, Math.round(edges.timesNs.length * between(random, 0.005, 0.03))),
      () => between(random, 0.01, 0.2) * bitNs,
    ),
  }),
  damaged({ edges, bitNs, framesNs, whole }, random) {
    const times = [...edges.timesNs];
    let hurt = 0;
    framesNs.forEach((fromNs, i) => {
      if (random() > 0.2) return;
      hurt++;
      const end = framesNs[i + 1] ?? times.at(-1)!;
      const inside = times.filter((t) => t > fromNs && t < end);
      const at = inside[Math.floor(inside.length * between(random, 0.1, 0.8))] ?? fromNs;
      times.push(at + bitNs * 0.1, at + bitNs * between(random, 0.7, 1.2));
    });
    return { edges: rebuilt(edges, times), whole: whole - hurt };
  },
  cut: ({ edges }) => ({ edges }),
  'one and a piece'({ edges, framesNs, bitNs }, random) {
    const [, second = 0] = framesNs;
    if (framesNs.length > 2) return { edges };
    const until = second + bitNs * between(random, 20, 80);
    return { edges: { first: edges.first, timesNs: edges.timesNs.filter((t) => t < until) }, whole: 1 };
  },
  coarse({ edges, bitNs }, random) {
    const stepNs = bitNs / (bitNs < 3000 ? 2.4 : 4);
    const shift = random();
    return {
      edges: {
        first: edges.first,
        timesNs: edges.timesNs.map((t) => (Math.ceil(t / stepNs - shift) + shift) * stepNs),
      },
    };
  },
  shaken: ({ edges, bitNs }, random) => ({
    edges: rebuilt(
      edges,
      [...edges.timesNs].map((t) => t + (random() + random() - 1) * between(random, 0.1, 0.34) * bitNs),
    ),
  }),
  'off speed'({ edges, truth }, random) {
    const by = 1 + between(random, -0.018, 0.018);
    return { edges: { first: edges.first, timesNs: edges.timesNs.map((t) => t * by) }, truth: truth! };
  },
  'joins late'({ edges, framesNs, whole }, random) {
    const late = framesNs[0]! + random() * ((framesNs[1] ?? framesNs[0]! + 1e6) - framesNs[0]!);
    const gone = edges.timesNs.filter((t) => t <= late).length;
    return {
      edges: { first: ((edges.first + gone) & 1) as 0 | 1, timesNs: edges.timesNs.subarray(gone) },
      whole: whole - 1,
    };
  },
};

function troubled(plain: Plain, trouble: Trouble, random: Random): Recording {
  const { edges, whole, truth } = { whole: plain.whole, truth: plain.truth, ...CHANGES[trouble](plain, random) };
  // some recordings end on their last change, some go on
  const endNs = (edges.timesNs.at(-1) ?? 0) + (trouble === 'cut' || random() < 0.3 ? 0 : 2e6);
  return { edges, endNs, truth, trouble, whole, text: `${plain.text} · ${trouble}` };
}

/** Whether a line was called what it is: kind, sense, framing, and speed within 3 %. */
export function isRight(truth: Sense | null, called: Sense | null): boolean {
  if (!truth || !called) return truth === called;
  if (truth.kind !== called.kind) return false;
  if ('active' in truth) return 'active' in called && truth.active === called.active;
  if (!('format' in called)) return false;
  const [a, b] = [truth.format, called.format];
  return (
    truth.version === called.version &&
    a.inverted === b.inverted &&
    a.parity === b.parity &&
    a.stopBits === b.stopBits &&
    Math.abs(a.baud / b.baud - 1) < 0.03
  );
}
