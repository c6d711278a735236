import { describe, expect, it } from 'vitest';
import { decodeLine, recogniseAs, recogniseLine, type Guess } from '../../src/captures/index.js';
import { LineWriter, SBUS, UART, encodeMav, encodeSbus, writeUart, type Edges } from '../../src/signals/index.js';
import { crsfLine, pulseLine, sbusLine, textLine } from '../support/lines.js';
import { seeded } from '../support/random-rig.js';
import { TROUBLES, isRight, recordingOf, type Recording } from '../support/recordings.js';

/** Not the seeds that sureness was fitted on. */
const SEED = 21;
const LINES = 480;

interface Called extends Recording {
  guess: Guess | null;
  right: boolean;
}

const called = (n: number): Called => {
  const recording = recordingOf(SEED, n);
  const guess = recogniseLine(recording.edges)[0] ?? null;
  return { ...recording, guess, right: isRight(recording.truth, guess?.sense ?? null) };
};

describe('recordings whose truth is known', () => {
  const all = Array.from({ length: LINES }, (_, n) => called(n));
  const share = (some: readonly Called[]): number => some.filter((c) => c.right).length / some.length;

  it.each(TROUBLES)('are called what they are, whatever went wrong: %s', (trouble) => {
    const some = all.filter((c) => c.trouble === trouble && c.truth);
    expect(some.length).toBeGreaterThan(30);
    expect(
      share(some),
      some
        .filter((c) => !c.right)
        .map((c) => c.text)
        .join('\n'),
    ).toBeGreaterThanOrEqual(0.92);
  });

  it.each(['sbus', 'crsf', 'mavlink', 'uart', 'pulse', 'ppm'] as const)('are called what they are: %s', (kind) => {
    expect(share(all.filter((c) => c.truth?.kind === kind))).toBeGreaterThanOrEqual(0.95);
  });

  it('give the frames that stand whole on them, and hardly one that does not', () => {
    let [whole, found] = [0, 0];
    for (const { right, truth, guess, whole: own, edges, endNs } of all) {
      if (!right || !truth || Number.isNaN(own)) continue;
      const { counts } = decodeLine(edges, guess!.sense, endNs);
      whole += own;
      found += Math.min(own, counts.frames);
      // pulses are told apart by nothing but their edges
      if (truth.kind === 'crsf' || truth.kind === 'mavlink') expect(counts.frames).toBeLessThanOrEqual(own + 1);
    }
    expect(found / whole).toBeGreaterThan(0.985);
  });

  it('are right as often as they are said to be sure, in every band', () => {
    const said = (some: readonly Called[]): number => some.reduce((sum, c) => sum + c.guess!.sure, 0) / some.length;
    for (const [least, most] of [
      [0.2, 0.9],
      [0.9, 0.98],
      [0.98, 1],
    ] as const) {
      const band = all.filter((c) => c.guess && c.guess.sure >= least && c.guess.sure < most);
      expect(band.length).toBeGreaterThan(5);
      // three standard errors of so many lines
      const error = 3 * Math.sqrt((said(band) * (1 - said(band))) / band.length);
      expect(share(band)).toBeGreaterThan(said(band) - error);
    }
  });
});

/** A line with spikes of `longNs` at some times. */
const spiked = (edges: Edges, atNs: readonly number[], longNs: number): Edges => ({
  first: edges.first,
  timesNs: Float64Array.from([...edges.timesNs, ...atNs.flatMap((t) => [t, t + longNs])]).sort(),
});
const first = (edges: Edges): string => (recogniseLine(edges)[0]?.text ?? 'nothing').replaceAll('\u202f', ' ');
const plain = (baud: number) => ({ baud, ...UART['8N1'], inverted: false });
const TEXT = 'Squallmark listens to a line it has not been told about.';

describe('a recording as cheap tools make it', () => {
  it('may hold the first version of a kind, which a device that wants the second does not hear', () => {
    const line = new LineWriter(1);
    const send = (at: number, version: 1 | 2): number =>
      writeUart(line, encodeMav({ version, name: 'HEARTBEAT', values: { type: 2 } }), plain(57_600), at);
    for (let i = 0; i < 9; i++) send(1e6 + i * 9e6, 1);
    const [all] = recogniseLine(line.edges());
    expect(all?.text.replaceAll('\u202f', ' ')).toBe('MAVLink 1, 57 600 baud 8N1');
    expect(all?.odd).toEqual(['the first version: a device that wants the second hears nothing']);
    for (let i = 9; i < 40; i++) send(1e6 + i * 9e6, 2);
    const [mixed] = recogniseLine(line.edges());
    expect(mixed?.text.replaceAll('\u202f', ' ')).toBe('MAVLink 2, 57 600 baud 8N1');
    expect(mixed?.odd[0]).toMatch(/^9 of 40 frames are of the first version/);
  });

  it('may hold the clock of another line, with pauses, which is no line of bytes', () => {
    const random = seeded(8);
    const timesNs: number[] = [];
    for (let i = 0, at = 1e6; i < 600; i++) {
      timesNs.push(at);
      at += 500 * (i % 2 && random() < 0.25 ? 9 : 1);
    }
    expect(first({ first: 0, timesNs: Float64Array.from(timesNs) })).toBe('nothing');
  });

  it('may hold one spike of 60 ns', () => {
    const line = spiked(textLine(TEXT, plain(9600)), [20e6 + 333], 60);
    expect(first(line)).toBe('plain UART, 9 600 baud 8N1');
    const { counts, bytes } = decodeLine(line, recogniseLine(line)[0]!.sense);
    expect(counts).toMatchObject({ glitches: 1, faultyBytes: 0 });
    expect(String.fromCharCode(...bytes!.bytes)).toBe(TEXT);
  });

  it('may hold fifteen short spikes in sixty frames, and loses none to them', () => {
    const random = seeded(3);
    const at = Array.from({ length: 15 }, () => 1e6 + random() * 420e6);
    const line = spiked(sbusLine(60), at, 900);
    expect(first(line)).toBe('SBUS, 100 000 baud 8E2, inverted');
    expect(decodeLine(line, recogniseLine(line)[0]!.sense).counts).toMatchObject({ frames: 60, bad: 0 });
  });

  it('may hold a spike just before a frame that costs nothing, though it is no short one', () => {
    // longer than what is left out, shorter than half a bit
    const line = spiked(sbusLine(5), [15e6 - 30_000], 4000);
    expect(
      decodeLine(line, { kind: 'sbus', format: { baud: 100_000, ...UART['8E2'], inverted: true } }).counts.frames,
    ).toBe(5);
  });

  it('may end on its last change', () => {
    const line = sbusLine(4);
    expect(decodeLine(line, recogniseLine(line)[0]!.sense, line.timesNs.at(-1)).counts.frames).toBe(4);
  });

  it('may hold frames of the second generation of the bus', () => {
    const line = new LineWriter(0);
    const format = { baud: 100_000, ...UART['8E2'], inverted: true };
    for (const [i, end] of SBUS.ends.entries()) {
      const frame = encodeSbus({
        slots: new Array<number>(16).fill(992),
        digital: [false, false],
        lost: false,
        failsafe: false,
      });
      frame[24] = end;
      writeUart(line, frame, format, 1e6 + i * 7e6);
    }
    expect(decodeLine(line.edges(), { kind: 'sbus', format }).counts.frames).toBe(SBUS.ends.length);
  });

  it.each([30, 50, 100, 333, 400, 560])('may be servo pulses at %i a second', (hz) => {
    const us = hz > 500 ? 760 : 1500;
    expect(
      first(
        pulseLine(
          Array.from({ length: 40 }, (_, i) => us + 120 * Math.sin(i / 5)),
          1e6 / hz,
        ),
      ),
    ).toBe('servo pulse');
  });

  it('may be sampled 2.4 times a bit of the fast link', () => {
    const line = crsfLine(40);
    const stepNs = 1e9 / 420_000 / 2.4;
    expect(first({ ...line, timesNs: line.timesNs.map((t) => Math.ceil(t / stepNs) * stepNs) })).toBe(
      'CRSF frames, 420 000 baud 8N1',
    );
  });

  it('may be a run of one letter, but a square wave is no UART', () => {
    expect(first(textLine('x'.repeat(200), plain(19_200)))).toBe('plain UART, 19 200 baud 8N1');
    const wave = { first: 1 as const, timesNs: Float64Array.from({ length: 400 }, (_, i) => 1e6 + i * 8680) };
    expect(recogniseLine(wave)).toEqual([]);
  });

  it.each([
    ['a throttle told in figures', 3330, 32, 0.375, 0.75],
    ['a strip of lamps', 1250, 768, 0.32, 0.64],
    ['the same upside down', 6670, 32, 0.25, 0.62],
  ])('is no UART where bits are told by width: %s', (_, beatNs, long, narrow, wide) => {
    const random = seeded(9);
    const times: number[] = [];
    let at = 1e6;
    for (let i = 0; i < 400; i++) {
      times.push(at, at + beatNs * (random() < 0.4 ? wide : narrow));
      at += i % (long / 2) === long / 2 - 1 ? beatNs * 60 : beatNs;
    }
    for (const level of [0, 1] as const)
      expect(recogniseLine({ first: level, timesNs: Float64Array.from(times) })).toEqual([]);
  });

  it('is no train of servo pulses where they come as a wheel is turned, nor PPM where a remote sends', () => {
    const random = seeded(4);
    let at = 1e6;
    const wheel = Float64Array.from({ length: 300 }, () => (at += 750_000 + random() * 1_500_000));
    expect(recogniseLine({ first: 0, timesNs: wheel })).toEqual([]);
    at = 1e6;
    const remote = Array.from({ length: 12 }, () => {
      const bits = Array.from({ length: 32 }, () => [560_000, random() < 0.5 ? 560_000 : 1_690_000]).flat();
      return [9e6, 4.5e6, ...bits, 560_000, 40e6].map((ns) => (at += ns));
    }).flat();
    expect(recogniseLine({ first: 1, timesNs: Float64Array.from(remote) })).toEqual([]);
  });

  it.each([
    [300, '300'],
    [600, '600'],
    [1200, '1 200'],
    [2400, '2 400'],
  ])('may be as slow as %i baud', (baud, said) => {
    expect(first(textLine(TEXT, plain(baud)))).toBe(`plain UART, ${said} baud 8N1`);
  });

  it('may have an odd speed, found to two in a thousand', () => {
    const line = textLine(TEXT.repeat(4), plain(109_440));
    const { sense } = recogniseLine(line)[0]!;
    expect('format' in sense && Math.abs(sense.format.baud / 109_440 - 1)).toBeLessThan(0.002);
  });

  it('is not surely what it is told to be when nothing speaks for that', () => {
    expect(recogniseAs(textLine(TEXT, plain(9600)), 'sbus')?.sure ?? 0).toBeLessThan(0.05);
    expect(recogniseAs({ first: 1, timesNs: new Float64Array(0) }, 'sbus')).toBeNull();
    expect(recogniseAs(sbusLine(30), 'sbus')!.sure).toBeGreaterThan(0.95);
  });
});
