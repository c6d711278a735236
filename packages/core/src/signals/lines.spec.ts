import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  NO_WIDTH,
  CRSF,
  LineWriter,
  PPM,
  PpmReader,
  SbusReader,
  UART,
  UartReader,
  byteNs,
  crsfChannels,
  crsfStream,
  encodeCrsfChannels,
  encodeMav,
  encodeSbus,
  levelAt,
  mavChannels,
  mavStream,
  readPulses,
  readUart,
  writePpm,
  writePulse,
  writeUart,
  type Edges,
  type MavFrame,
  type UartFormat,
} from './index.js';

const bytesArb = fc.uint8Array({ minLength: 1, maxLength: 40 });
const formatArb: fc.Arbitrary<UartFormat> = fc.record({
  baud: fc.constantFrom(9600, 57_600, 100_000, 115_200, 420_000, 921_600, 1_234_567),
  parity: fc.constantFrom('none' as const, 'even' as const, 'odd' as const),
  stopBits: fc.constantFrom(1 as const, 2 as const),
  inverted: fc.boolean(),
});
const lineOf = (bytes: Uint8Array, format: UartFormat, fromNs = 1000): Edges => {
  const line = new LineWriter(format.inverted ? 0 : 1);
  writeUart(line, bytes, format, fromNs);
  return line.edges();
};
const plain = (baud: number): UartFormat => ({ baud, ...UART['8N1'], inverted: false });

describe('bytes on a line', () => {
  it('are read back in any format, whole or in pieces', () => {
    fc.assert(
      fc.property(bytesArb, formatArb, fc.integer({ min: 1, max: 9 }), (bytes, format, step) => {
        const edges = lineOf(bytes, format);
        const whole = readUart(edges, format);
        expect([...whole.bytes]).toEqual([...bytes]);
        expect(whole.faults.every((f) => f === 0)).toBe(true);
        const reader = new UartReader(format, edges.first);
        for (let i = 0; i < edges.timesNs.length; i += step)
          reader.push(edges.timesNs, i, Math.min(edges.timesNs.length, i + step));
        expect(reader.end()).toEqual(whole);
      }),
    );
  });

  it('stand as the standard draws them: 0x55 in 8N1 is ten changes of one bit each', () => {
    // start 0, then 1 0 1 0 1 0 1 0, stop 1: ten levels in a row that all differ
    const edges = lineOf(Uint8Array.of(0x55), plain(100_000), 0);
    expect([...edges.timesNs]).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9].map((bit) => bit * 10_000));
  });

  it('carry even parity: 0x07 has three ones, so the parity bit is one', () => {
    const format = { baud: 100_000, ...UART['8E2'], inverted: false };
    const edges = lineOf(Uint8Array.of(0x07), format, 0);
    expect(levelAt(edges, 95_000)).toBe(1);
    expect(levelAt(lineOf(Uint8Array.of(0x03), format, 0), 95_000)).toBe(0);
  });

  /** @source [book, worked example, mem] half a bit over nine and a half bits: 5.2 % at the most, ±2 % at each end */
  it('stand a speed that is 4 % off, and not one that is 7 % off', () => {
    const bytes = Uint8Array.from({ length: 64 }, (_, i) => (i * 37) & 0xff);
    for (const off of [0.96, 1.04]) {
      const read = readUart(lineOf(bytes, plain(115_200 * off)), plain(115_200));
      expect([...read.bytes]).toEqual([...bytes]);
    }
    for (const off of [0.93, 1.07]) {
      const read = readUart(lineOf(bytes, plain(115_200 * off)), plain(115_200));
      expect(read.bytes.length === bytes.length && read.bytes.every((b, i) => b === bytes[i])).toBe(false);
    }
  });

  it('with a wrong parity bit are marked, with a stop bit held down too', () => {
    const format = { baud: 100_000, ...UART['8E1'], inverted: false };
    const wrong = readUart(lineOf(Uint8Array.of(0x07), { ...format, parity: 'odd' }), format);
    expect([...wrong.faults]).toEqual([2]);
    const held = new LineWriter(1);
    held.set(0, 0);
    held.set(200_000, 1);
    expect([...readUart(held.edges(), plain(100_000)).faults]).toEqual([1]);
  });

  it('take their bits: eleven or twelve in 8E2', () => {
    expect(byteNs({ baud: 100_000, ...UART['8E2'], inverted: true })).toBe(120_000);
    expect(byteNs(plain(420_000))).toBeCloseTo(23_809.5, 0);
  });
});

describe('frames in pieces', () => {
  const cut = (bytes: Uint8Array, at: number[]): Uint8Array[] => {
    const marks = [0, ...at.map((x) => x % (bytes.length + 1)).sort((a, b) => a - b), bytes.length];
    return marks.slice(1).map((end, i) => bytes.subarray(marks[i], end));
  };
  const slotsArb = fc.array(fc.integer({ min: 0, max: 2047 }), { minLength: 16, maxLength: 16 });

  it('of the serial link come out the same however they are cut, noise between', () => {
    const noise = fc.uint8Array({ maxLength: 30 }).map((b) => b.filter((x) => ![0xc8, 0xee, 0xea, 0xec].includes(x)));
    fc.assert(
      fc.property(
        fc.array(fc.tuple(noise, slotsArb), { maxLength: 5 }),
        fc.array(fc.nat(), { maxLength: 6 }),
        (sent, at) => {
          const bytes = Uint8Array.from(sent.flatMap(([n, slots]) => [...n, ...encodeCrsfChannels(slots)]));
          const got: (number[] | null)[] = [];
          const stream = crsfStream((frame) => got.push(crsfChannels(frame)));
          for (const piece of cut(bytes, at)) stream.push(piece);
          const counts = stream.end();
          expect(got).toEqual(sent.map(([, slots]) => slots));
          expect(counts.frames * 26 + counts.skipped).toBe(bytes.length);
        },
      ),
    );
  });

  it('of the bus come out the same however they are cut', () => {
    fc.assert(
      fc.property(fc.array(slotsArb, { minLength: 1, maxLength: 200 }), (all) => {
        const got: number[][] = [];
        const reader = new SbusReader((frame) => got.push(frame.slots));
        const flags = { digital: [false, false] as [boolean, boolean], lost: false, failsafe: false };
        for (const slots of all) {
          for (const byte of encodeSbus({ slots, ...flags })) reader.push(byte);
          reader.gap();
        }
        expect(reader.end()).toMatchObject({ frames: all.length, skipped: 0 });
        expect(got).toEqual(all);
      }),
      { numRuns: 30 },
    );
  });

  it('of the bus are found without silences too, and every byte is counted', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 3000, maxLength: 9000 }), (bytes) => {
        const reader = new SbusReader(() => undefined);
        for (const byte of bytes) reader.push(byte);
        const counts = reader.end();
        expect(counts.frames * 25 + counts.skipped).toBe(bytes.length);
      }),
      { numRuns: 20 },
    );
  });

  it('of a live line come two frames late, all of them', () => {
    const got: number[] = [];
    const reader = new SbusReader((frame) => got.push(frame.slots[0]!));
    for (let n = 0; n < 10; n++) {
      const flags = { digital: [false, false] as [boolean, boolean], lost: false, failsafe: false };
      for (const byte of encodeSbus({ slots: [200 + n], ...flags })) reader.push(byte);
      reader.settle();
      expect(got).toHaveLength(Math.max(0, n - 1));
    }
    reader.end();
    expect(got).toEqual([200, 201, 202, 203, 204, 205, 206, 207, 208, 209]);
  });

  it('count lost and fail-safe flags', () => {
    const reader = new SbusReader(() => undefined);
    for (const [lost, failsafe] of [
      [true, false],
      [true, true],
      [false, false],
    ] as const)
      for (const byte of encodeSbus({ slots: [], digital: [false, false], lost, failsafe })) reader.push(byte);
    expect(reader.end()).toMatchObject({ frames: 3, lost: 2, failsafe: 1 });
  });

  it('of telemetry come out the same however they are cut', () => {
    const draft = fc.record({
      pitch: fc.float({ noNaN: true, noDefaultInfinity: true }),
      yaw: fc.float({ noNaN: true, noDefaultInfinity: true }),
      gimbal_device_id: fc.integer({ min: 0, max: 255 }),
    });
    fc.assert(
      fc.property(fc.array(draft, { maxLength: 5 }), fc.array(fc.nat(), { maxLength: 6 }), (sent, at) => {
        const bytes = Uint8Array.from(
          sent.flatMap((values) => [...encodeMav({ name: 'GIMBAL_MANAGER_SET_PITCHYAW', values })]),
        );
        const got: MavFrame[] = [];
        const stream = mavStream((frame) => got.push(frame));
        for (const piece of cut(bytes, at)) stream.push(piece);
        expect(stream.end()).toMatchObject({ frames: sent.length, bad: 0, skipped: 0 });
        got.forEach((frame, i) => expect(frame.values).toMatchObject(sent[i]!));
      }),
    );
  });

  it('of telemetry with a message not in the table are counted, not guessed at', () => {
    const known = encodeMav({ name: 'HEARTBEAT', values: { type: 2 } });
    const other = known.slice();
    other[7] = 99;
    let frames = 0;
    const stream = mavStream(() => frames++);
    stream.push(Uint8Array.from([...known, ...other, ...known]));
    expect(stream.end()).toEqual({ frames: 2, bad: 0, unknown: 1, skipped: 0 });
    expect(frames).toBe(2);
  });

  it('carry channel widths, and words where a channel has none', () => {
    const widthsOf = (name: string, values: Record<string, number>): number[] | null => {
      let widths: number[] | null = null;
      mavStream((frame) => (widths = mavChannels(frame))).push(encodeMav({ name, values }));
      return widths;
    };
    const { leave, release, unused } = NO_WIDTH;
    const values = { chan1_raw: 1234, chan2_raw: 65535, chan4_raw: 1800, chan9_raw: 1500, chan10_raw: 65534 };
    expect(widthsOf('RC_CHANNELS_OVERRIDE', values)).toEqual([
      ...[1234, leave, release, 1800],
      ...[release, release, release, release, 1500, release],
    ]);
    expect(widthsOf('RC_CHANNELS_OVERRIDE', { chan1_raw: 1000 })).toHaveLength(8);
    expect(widthsOf('RC_CHANNELS', { chan1_raw: 1000, chan2_raw: 65535, chan3_raw: 1200 })?.slice(0, 3)).toEqual([
      ...[1000, unused, 1200],
    ]);
    expect(widthsOf('HEARTBEAT', {})).toBeNull();
  });
});

describe('pulses', () => {
  it('come back with their widths at either polarity', () => {
    const widths = fc.array(fc.integer({ min: 800, max: 2200 }), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(widths, fc.constantFrom(0 as const, 1 as const), (us, active) => {
        const line = new LineWriter((1 - active) as 0 | 1);
        us.forEach((width, i) => writePulse(line, i * 20e6, width, active));
        expect([...readPulses(line.edges(), active).widthNs]).toEqual(us.map((w) => w * 1000));
      }),
    );
  });

  /** @source [practice] eight channels in 22.5 ms */
  it('of the trainer lead come in frames of eight within 22.5 ms', () => {
    const widths = [1000, 1100, 1200, 1300, 1400, 1500, 1600, 2000];
    const line = new LineWriter(0);
    let at = 0;
    for (let i = 0; i < 4; i++) at = writePpm(line, widths, at);
    expect(at).toBe(4 * PPM.frameUs * 1000);
    const got: number[][] = [];
    const reader = new PpmReader(0, (frame) => got.push(frame.widthsUs));
    reader.push(line.edges().timesNs);
    // the first frame begins at no gap, so three are sure
    expect(reader.end()).toEqual({ frames: 3, bad: 0 });
    expect(got).toEqual([widths, widths, widths]);
  });

  it('of the trainer lead with a mark that is none are bad, the others stay', () => {
    const line = new LineWriter(0);
    let at = 0;
    for (let i = 0; i < 3; i++) at = writePpm(line, [1500, 1500], at);
    line.set(at + 1_400_000, 1);
    line.set(at + 1_450_000, 0);
    writePpm(line, [], at + 20e6);
    const reader = new PpmReader(0, () => undefined);
    reader.push(line.edges().timesNs);
    expect(reader.end().bad).toBeGreaterThan(0);
  });
});

it('the serial link sends a channels frame in 0.62 ms', () => {
  expect((encodeCrsfChannels([]).length * byteNs(plain(CRSF.baud))) / 1e6).toBeCloseTo(0.619, 3);
});
