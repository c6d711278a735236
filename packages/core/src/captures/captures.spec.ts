import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crsfLine, mavLine, ppmLine, pulseLine, sbusLine, textLine, SBUS_FORMAT } from '../../test/support/lines.js';
import { seeded } from '../../test/support/random-rig.js';
import {
  LineWriter,
  UART,
  encodeCrsfChannels,
  encodeMav,
  encodeSbus,
  readUart,
  writeUart,
  type Edges,
  type UartFormat,
} from '../signals/index.js';
import { groups3 } from '../units/index.js';
import {
  STOPPED,
  USUAL,
  csvPieces,
  decodeBytes,
  decodeLine,
  joined,
  readCapture,
  recogniseBytes,
  recogniseLine,
  timingReport,
  vcdPieces,
  type Capture,
  type CaptureLine,
} from './index.js';

const utf8 = (text: string): Uint8Array => new Uint8Array(Buffer.from(text, 'utf8'));
/** A file cut into pieces of some length. */
function* cut(bytes: Uint8Array, length: number): Generator<Uint8Array> {
  for (let at = 0; at < bytes.length; at += length) yield bytes.subarray(at, at + length);
}
const source = (name: string, bytes: Uint8Array, length = 1e6) => ({
  name,
  size: bytes.length,
  pieces: cut(bytes, length),
});
async function read(name: string, bytes: Uint8Array, length?: number): Promise<Capture> {
  const reading = await readCapture(source(name, bytes, length));
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  return reading.value;
}
async function problemOf(name: string, text: string): Promise<string> {
  const reading = await readCapture(source(name, utf8(text)));
  return reading.ok ? 'none' : `${reading.problems[0]!.where}: ${reading.problems[0]!.what}`;
}

const timesArb = fc
  .uniqueArray(fc.integer({ min: 0, max: 1e6 }), { maxLength: 40 })
  .map((t) => t.sort((a, b) => a - b));
const linesArb: fc.Arbitrary<CaptureLine[]> = fc
  .array(fc.record({ first: fc.constantFrom(0 as const, 1 as const), times: timesArb }), {
    minLength: 1,
    maxLength: 120,
  })
  .map((all) =>
    all.map(({ first, times }, i) => ({
      name: `L${i}`,
      first,
      timesNs: Float64Array.from(times, (t) => t + 1),
      unknown: 0,
    })),
  );
const plainLines = (lines: readonly (Edges & { name: string })[]): unknown[] =>
  lines.map((l) => [l.name.replace(/^rig\./, ''), l.first, [...l.timesNs]]);

describe('recordings', () => {
  it.each([
    ['dump', 'a.vcd', vcdPieces],
    ['table', 'a.csv', csvPieces],
  ] as const)('written as a %s come back the same, cut anywhere', async (_, name, pieces) => {
    await fc.assert(
      fc.asyncProperty(linesArb, fc.integer({ min: 1, max: 97 }), async (lines, length) => {
        const capture = await read(name, joined(pieces(lines, 0, 2e6)), length);
        expect(plainLines(capture.lines)).toEqual(plainLines(lines));
        expect(capture.endNs).toBe(2e6);
      }),
      { numRuns: 60 },
    );
  });

  it('of a dump know vectors, unknown levels, real values, aliases and every time scale', async () => {
    const text = `$date today $end $version x $end $comment two
      lines $end $timescale 10 us $end
      $scope module top $end $var wire 1 ! a $end $var reg 4 "! word [3:0] $end $var real 64 # volts $end
      $scope begin inner $end $var wire 1 ! alias $end $var wire 1 $$ a $end $upscope $end $upscope $end
      $enddefinitions $end
      #0 $dumpvars x! b0 "! r1.5 # 0$$ $end
      #5 1! b101 "!
      #7 z! bx1 "! $comment in between $end r2.5 #
      #9 0! b1x0z "! 1$$
      #10`;
    const { lines, leftOut, endNs } = await read('a.vcd', utf8(text));
    const at = (name: string): unknown => {
      const line = lines.find((l) => l.name === name)!;
      return [line.first, [...line.timesNs].map((ns) => ns / 1e4), line.unknown];
    };
    expect(lines.map((l) => l.name)).toEqual([
      'top.a',
      'top.word[0]',
      'top.word[1]',
      'top.word[2]',
      'top.word[3]',
      'top.inner.a',
    ]);
    expect(at('top.a')).toEqual([1, [9], 2]);
    expect(at('top.word[0]')).toEqual([0, [5], 1]);
    // b101 → 0; bx1 → x on the three upper bits; b1x0z → 0, x, 1
    expect(at('top.word[1]')).toEqual([0, [], 1]);
    expect(at('top.word[2]')).toEqual([0, [5], 2]);
    expect(at('top.word[3]')).toEqual([0, [9], 1]);
    expect(at('top.inner.a')).toEqual([0, [9], 0]);
    expect(leftOut).toEqual(['2 real values']);
    expect(endNs).toBe(1e5);
  });

  it('of samples count by their rate, of volts by their levels', async () => {
    const { lines } = await read(
      'a.csv',
      utf8('sample@1000000Hz,a,b_V\n0,0,0.1\n1,1,1.4\n2,1,3.2\n3,0,1.5\n4,0,0.4\n'),
    );
    expect(plainLines(lines)).toEqual([
      ['a', 0, [1000, 3000]],
      ['b', 0, [2000, 4000]],
    ]);
  });

  it('that cannot be read say file, place and reason', async () => {
    const head = '$timescale 1 ns $end $var wire 1 ! a $end $enddefinitions $end\n';
    expect(await problemOf('a.vcd', `${head}#5\n1?\n`)).toBe('a.vcd, line 3: no line has the code "?"');
    expect(await problemOf('a.vcd', `${head}#5\n#4\n`)).toMatch(/line 3: time goes back from 5 ns to 4 ns/);
    expect(await problemOf('a.vcd', `${head}#5\nhello\n`)).toMatch(/line 3: "hello" is no value change/);
    expect(await problemOf('a.vcd', '$timescale 3 ns $end')).toMatch(/"3ns" is no time scale/);
    expect(await problemOf('a.vcd', '$timescale 1 ns $end $var wire 1 ! a $end')).toMatch(/no \$enddefinitions/);
    expect(await problemOf('a.vcd', '$timescale 1 ns $end $enddefinitions $end $comment open')).toMatch(
      /"\$comment" has no \$end/,
    );
    expect(await problemOf('a.csv', 'time,a\n0,1\n')).toMatch(
      /a.csv, row 1: the first column is "time"; it must say its unit/,
    );
    expect(await problemOf('a.csv', 'time_us,a\n0,1\n1,7\n')).toMatch(/row 3: "7" is neither 0 nor 1/);
    expect(await problemOf('a.csv', 'time_us,a\n0,1\n1\n')).toMatch(/row 3: 1 cells where the header has 2/);
    expect(await problemOf('a.csv', 'time_us,a\n3,1\n1,0\n')).toMatch(/row 3: time goes back/);
    expect(await problemOf('a.bin', '')).toBe('a.bin: the file is empty');
  });

  it('never throw, whatever the bytes', async () => {
    const words = fc.constantFrom(
      '$end ',
      '$var wire 1 ! a $end ',
      '#1 ',
      '1! ',
      'b1 ! ',
      '$enddefinitions $end ',
      '\n',
      '$timescale 1 ns $end ',
      'x',
    );
    await fc.assert(
      fc.asyncProperty(fc.constantFrom('a.vcd', 'a.csv', 'a'), fc.array(words), async (name, text) => {
        expect(typeof (await readCapture(source(name, utf8(text.join(''))))).ok).toBe('boolean');
      }),
    );
  });

  it('can be stopped, and tell how far they are', async () => {
    const bytes = joined(vcdPieces([sbusLine(20)], 0, 2e8));
    const seen: number[] = [];
    let asked = 0;
    const reading = await readCapture(source('a.vcd', bytes, 1000), {
      progress: (part) => seen.push(part),
      stopped: () => ++asked > 3,
    });
    expect(reading).toEqual({ ok: false, problems: [{ where: 'a.vcd', what: STOPPED }] });
    expect(seen).toHaveLength(3);
    expect(seen[2]).toBeCloseTo(3000 / bytes.length, 9);
  });

  it('of raw bytes are kept as they are', async () => {
    const bytes = joined([
      encodeSbus({ slots: [], digital: [true, false], lost: false, failsafe: false }),
      Uint8Array.of(1, 2),
    ]);
    expect([...(await read('bus.bin', bytes, 7)).bytes!]).toEqual([...bytes]);
  });
});

describe('what is this?', () => {
  const first = (line: Edges): string => {
    const [guess] = recogniseLine(line);
    // a plain blank for the thin gap between thousands
    return guess ? [guess.text, ...guess.odd].join(' · ').replaceAll('\u202f', ' ') : 'nothing';
  };

  it('knows each bus as it usually stands', () => {
    expect(first(sbusLine(40))).toBe('SBUS, 100 000 baud 8E2, inverted');
    expect(first(crsfLine(40))).toBe('CRSF frames, 420 000 baud 8N1');
    expect(first(mavLine(20))).toBe('MAVLink 2, 57 600 baud 8N1');
    expect(first(pulseLine(new Array<number>(30).fill(1500)))).toBe('servo pulse');
    expect(first(ppmLine(new Array<number[]>(10).fill([1000, 1500, 1500, 2000])))).toBe('PPM frames');
    expect(first(textLine('the quick brown fox jumps', { baud: 9600, ...UART['8N1'], inverted: false }))).toBe(
      'plain UART, 9 600 baud 8N1',
    );
  });

  it('says what is odd', () => {
    expect(first(sbusLine(40, undefined, { ...SBUS_FORMAT, inverted: false }))).toBe(
      'SBUS, 100 000 baud 8E2 · not inverted: a device that wants the usual bus hears nothing',
    );
    expect(first(crsfLine(40, 115_200))).toBe('CRSF frames, 115 200 baud 8N1 · 115 200 baud; 420 000 is usual');
    expect(first(sbusLine(40, undefined, { ...SBUS_FORMAT, baud: 102_000 }))).toMatch(/SBUS.*speed is 2(\.0)? % high/);
    expect(first(pulseLine(new Array<number>(60).fill(1500), 3000))).toMatch(
      /servo pulse · 333 pulses a second; 50 is usual/,
    );
    expect(first(pulseLine(new Array<number>(200).fill(760), 1786))).toMatch(/servo pulse.*760 µs is the middle/);
    expect(first(ppmLine(new Array<number[]>(10).fill([1200, 1500, 1500]), 0))).toMatch(
      /PPM frames, active low · upside down/,
    );
  });

  it('tells parity and sense of plain bytes', () => {
    const text = 'Squallmark listens to a line it has not been told about.';
    expect(first(textLine(text, { baud: 38_400, ...UART['8E1'], inverted: false }))).toBe(
      'plain UART, 38 400 baud 8E1',
    );
    expect(first(textLine(text, { baud: 115_200, ...UART['8E2'], inverted: true }))).toBe(
      'plain UART, 115 200 baud 8E2, inverted',
    );
    const called = { even: '7E1', odd: '7O1', none: '7N2' } as const;
    for (const seven of ['even', 'odd', 'none'] as const) {
      const line = textLine(text, { baud: 9600, ...UART['8N1'], inverted: false, seven });
      expect(first(line)).toBe(`plain UART, 9 600 baud ${called[seven]}`);
      const [guess] = recogniseLine(line);
      const { bytes, faults } = readUart(line, (guess!.sense as { format: UartFormat }).format);
      expect(String.fromCharCode(...bytes)).toContain(text);
      expect(faults.every((f) => f === 0)).toBe(true);
    }
    expect(first(textLine(text, { baud: 77_000, ...UART['8N1'], inverted: false }))).toMatch(
      /77 000 baud.*no usual speed/,
    );
  });

  it('tells a second stop bit by how bytes follow each other, and only where they do', () => {
    const text = 'Squallmark listens to a line it has not been told about.';
    const twoStops: UartFormat = { baud: 9600, parity: 'none', stopBits: 2, inverted: false };
    for (const inverted of [false, true])
      expect(first(textLine(text, { ...twoStops, inverted }))).toBe(
        `plain UART, 9 600 baud 8N2${inverted ? ', inverted' : ''}`,
      );
    const [guess] = recogniseLine(textLine(text, twoStops));
    const read = readUart(textLine(text, twoStops), (guess!.sense as { format: UartFormat }).format);
    expect(String.fromCharCode(...read.bytes)).toBe(text);
    // bytes end to end have one
    const slow = textLine(text, { baud: 9600, ...UART['8N1'], inverted: false });
    expect(first(slow)).toBe('plain UART, 9 600 baud 8N1');
  });

  it('tells speed and framing whatever part of a bit the sender waits from byte to byte', () => {
    const random = seeded(11);
    for (const baud of [57_600, 115_200, 420_000])
      for (const gap of [0.15, 0.3, 0.37, 0.7, 1.3, 2.6]) {
        const line = new LineWriter(1);
        const bitNs = 1e9 / baud;
        let at = 1000;
        for (let i = 0; i < 300; i++)
          at =
            gap * bitNs +
            writeUart(line, [Math.floor(32 + 95 * random())], { baud, ...UART['8N1'], inverted: false }, at);
        const [guess] = recogniseLine(line.edges());
        expect([guess?.text, guess?.odd], `${gap}`).toEqual([`plain UART, ${groups3(baud)} baud 8N1`, []]);
      }
  });

  it('takes a clock that goes eight times and rests for no bytes', () => {
    const times: number[] = [];
    let at = 1e6;
    for (let burst = 0; burst < 200; burst++, at += 4000) for (let beat = 0; beat < 16; beat++) times.push((at += 500));
    expect(recogniseLine({ first: 0, timesNs: Float64Array.from(times) })).toEqual([]);
  });

  it('takes a clock that goes nine times and rests for no bytes, however short the rest', () => {
    for (const restUs of [50, 60, 400]) {
      const times: number[] = [];
      let at = 1e6;
      for (let burst = 0; burst < 40; burst++, at += restUs * 1000)
        for (let beat = 0; beat < 18; beat++) times.push((at += 5000));
      expect(
        recogniseLine({ first: 1, timesNs: Float64Array.from(times) }).filter((g) => g.sense.kind === 'uart'),
      ).toEqual([]);
    }
  });

  it('takes bits told by the width of a pulse for no bytes, with a spike among them or none', () => {
    const random = seeded(5);
    for (const spikes of [0, 1, 4]) {
      const times: number[] = [];
      const beatNs = 10_000 / 3;
      for (let word = 0; word < 60; word++)
        for (let bit = 0; bit < 16; bit++) {
          const at = 1e6 + word * 1e6 + bit * beatNs;
          times.push(at, at + beatNs * (random() < 0.5 ? 0.375 : 0.75));
        }
      for (let k = 0; k < spikes; k++) times.push(1.5e6 + k * 1e6, 1.5e6 + k * 1e6 + 60);
      const timesNs = Float64Array.from(times).sort();
      expect(recogniseLine({ first: 0, timesNs }).filter((g) => g.sense.kind === 'uart')).toEqual([]);
    }
  });

  it('knows a bus whatever its slots hold, with edges that shake', () => {
    const random = seeded(4);
    for (let round = 0; round < 20; round++) {
      const line = sbusLine(60, () => Array.from({ length: 16 }, () => Math.floor(172 + random() * 1640)));
      const shaken = { ...line, timesNs: line.timesNs.map((t) => t + (random() - 0.5) * 1500) };
      const [guess] = recogniseLine(shaken);
      expect(guess?.sense).toEqual(USUAL.sbus);
      expect(guess!.sure).toBeGreaterThan(0.9);
    }
  });

  it('is not sure of noise, and knows nothing of a line that stands still', () => {
    const random = seeded(9);
    let at = 0;
    const noise = {
      first: 0 as const,
      timesNs: Float64Array.from({ length: 5000 }, () => (at += 500 + random() * 90_000)),
    };
    expect(recogniseLine(noise)[0]?.sure ?? 0).toBeLessThan(0.5);
    expect(recogniseLine({ first: 1, timesNs: new Float64Array(0) })).toEqual([]);
  });

  it('knows raw bytes by their frames', () => {
    const slots = new Array<number>(16).fill(1000);
    const bus = encodeSbus({ slots, digital: [false, false], lost: false, failsafe: false });
    expect(recogniseBytes(joined(new Array<Uint8Array>(30).fill(bus)))[0]?.text).toBe('SBUS in bytes');
    expect(recogniseBytes(joined(new Array<Uint8Array>(30).fill(encodeCrsfChannels(slots))))[0]?.text).toBe(
      'CRSF frames in bytes',
    );
    expect(recogniseBytes(utf8('nothing of the kind, only words and more words'))).toEqual([]);
  });
});

describe('a decoded line', () => {
  it('keeps when each frame came and what it held', () => {
    const { frames, counts } = decodeLine(
      sbusLine(3, (n) => new Array<number>(16).fill(500 + n)),
      USUAL.sbus,
    );
    expect([...frames.fromNs]).toEqual([1e6, 8e6, 15e6]);
    expect(frames.toNs[0]! - frames.fromNs[0]!).toBeCloseTo(3e6, 0);
    expect([frames.values[0], frames.values[18], frames.values[36], frames.values[16]]).toEqual([500, 501, 502, NaN]);
    expect(counts).toMatchObject({ frames: 3, bad: 0, bytes: 75, skipped: 0 });
  });

  it('loses one frame to a glitch, not two', () => {
    const line = sbusLine(5);
    // a spike in the third frame
    const spike = [15e6 + 1_204_000, 15e6 + 1_206_000];
    const times = Float64Array.from([...line.timesNs, ...spike].sort((a, b) => a - b));
    const { counts } = decodeLine({ ...line, timesNs: times }, USUAL.sbus);
    expect(counts.frames).toBeGreaterThanOrEqual(4);
  });

  it('names the command a telemetry frame carries', () => {
    const bytes = joined([
      encodeMav({ name: 'COMMAND_LONG', values: { command: 531, param1: 0, param2: 1 } }),
      encodeMav({ name: 'COMMAND_ACK', values: { command: 9999 } }),
      encodeMav({ name: 'HEARTBEAT', values: { type: 2 } }),
    ]);
    const { frames } = decodeBytes(bytes, USUAL.mavlink as never);
    expect(frames.names).toEqual(['COMMAND_LONG SET_CAMERA_ZOOM', 'COMMAND_ACK 9999', 'HEARTBEAT']);
  });

  it('of bytes without times counts places', () => {
    const bytes = joined([Uint8Array.of(9, 9), encodeCrsfChannels(new Array<number>(16).fill(7))]);
    const { frames, counts } = decodeBytes(bytes, USUAL.crsf as never);
    expect([frames.fromNs[0], frames.toNs[0]]).toEqual([2, 28]);
    expect(counts.skipped).toBe(2);
  });

  it('tells period, jitter, gaps and widths out of range', () => {
    const random = seeded(2);
    const line = sbusLine(100, undefined, SBUS_FORMAT, () => random() * 100_000);
    // the frames between 0.3 and 0.335 s are missing
    const times = line.timesNs.filter((t) => t < 302e6 || t > 337e6);
    const report = timingReport(decodeLine({ ...line, timesNs: times }, USUAL.sbus));
    expect(report.periodMs!.usual).toBeCloseTo(7, 1);
    expect(report.jitterUs).toBeGreaterThan(5);
    expect(report.jitterUs).toBeLessThan(100);
    expect(report.gaps).toHaveLength(1);
    expect(report.longestGapMs).toBeGreaterThan(30);
    expect(timingReport(decodeLine(pulseLine([1500, 700, 1500, 2300]), USUAL.pulse)).outOfRange).toBe(2);
    expect(timingReport(decodeLine(pulseLine([]), USUAL.pulse))).toMatchObject({ frames: 0, periodMs: null });
  });
});
