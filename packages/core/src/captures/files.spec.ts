import { gzipSync, strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { readCapture, type Capture } from './index.js';

async function reading(name: string, bytes: Uint8Array | string): ReturnType<typeof readCapture> {
  const all = typeof bytes === 'string' ? strToU8(bytes) : bytes;
  const cut = Math.ceil(all.length * 0.7);
  return readCapture({ name, size: all.length, pieces: [all.subarray(0, cut), all.subarray(cut)] });
}
async function opened(name: string, bytes: Uint8Array | string): Promise<Capture> {
  const read = await reading(name, bytes);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}
const problem = async (name: string, bytes: Uint8Array | string): Promise<string> => {
  const read = await reading(name, bytes);
  return read.ok ? 'none' : `${read.problems[0]!.where}: ${read.problems[0]!.what}`;
};
const lines = ({ lines: all }: Capture): unknown[] => all.map((l) => [l.name, l.first, [...l.timesNs]]);

describe('tables of other tools', () => {
  const expected = [
    ['RX', 1, [1000, 3000]],
    ['TX', 0, [2000]],
  ];
  it.each([
    ['plain', 'time_us,RX,TX\n0,1,0\n1,0,0\n2,0,1\n3,1,1\n'],
    [
      'with comments and an empty row',
      '# made at the bench\n; by hand\n\ntime_us,RX,TX\n0,1,0\n# here it begins\n1,0,0\n2,0,1\n3,1,1\n',
    ],
    ['in seconds in brackets', 'Time[s], RX, TX\n0.0, 1, 0\n1e-6, 0, 0\n0.000002, 0, 1\n0.000003, 1, 1\n'],
    ['in round brackets, floats for levels', 'Time (us),RX,TX\r\n0,1.0,0.0\r\n1,0.0,0.0\r\n2,0.0,1.0\r\n3,1.0,1.0\r\n'],
    ['with semicolons and decimal commas', 'Time [ms];RX;TX\n0;1;0\n0,001;0;0\n0,002;0;1\n0,003;1;1\n'],
    ['with tabs', 'time_ns\tRX\tTX\n0\t1\t0\n1000\t0\t0\n2000\t0\t1\n3000\t1\t1\n'],
    ['with a separator at the end of each row', 'time_us,RX,TX,\n0,1,0,\n1,0,0,\n2,0,1,\n3,1,1,\n'],
    ['with a byte-order mark', '\uFEFFtime_us,RX,TX\n0,1,0\n1,0,0\n2,0,1\n3,1,1\n'],
    ['by samples of a named rate', 'sample@1MHz,RX,TX\n0,1,0\n1,0,0\n2,0,1\n3,1,1\n'],
    ['in another language', 'Zeit [us];RX;TX\n0;1;0\n1;0;0\n2;0;1\n3;1;1\n'],
    ['by samples whose rate a comment tells', '# taken with 1 MHz\nSample,RX,TX\n0,1,0\n1,0,0\n2,0,1\n3,1,1\n'],
    ['of samples that nothing counts', '; 1000 kHz\nRX,TX\n1,0\n0,0\n0,1\n1,1\n'],
    ['with old line ends', 'time_us,RX,TX\r0,1,0\r1,0,0\r2,0,1\r3,1,1\r'],
    ['of words for levels', 'time_us,RX,TX\n0,H,L\n1,false,low\n2,lo,true\n3,high,ON\n'],
    ['with a row of units', 'elapsed,RX,TX\nus,,\n0,1,0\n1,0,0\n2,0,1\n3,1,1\n'],
    ['with notes above', 'made with,some tool\npoints,4\n\nTime (us),RX,TX\n0,1,0\n1,0,0\n2,0,1\n3,1,1\n'],
    [
      'by the clock',
      'when,RX,TX\n10:00:00.000000,1,0\n10:00:00.000001,0,0\n10:00:00.000002,0,1\n10:00:00.000003,1,1\n',
    ],
  ])('%s', async (_, text) => {
    const near = ({ lines: all }: Capture) => all.map((l) => [l.name, l.first, [...l.timesNs].map(Math.round)]);
    expect(near(await opened('a.csv', text))).toEqual(expected);
    // known by what it holds as well as by its name
    expect(near(await opened('a.txt', text))).toEqual(expected);
  });

  it('of the clock go over midnight where they name the day', async () => {
    const text = 'when,RX\n2025-03-01 23:59:59.9,1\n2025-03-02T00:00:00.1,0\n';
    expect((await opened('a.csv', text)).lines[0]!.timesNs[0]).toBeCloseTo(0.2e9, 0);
    expect(await problem('a.csv', text.replace(/2025-03-0\d[ T]/g, ''))).toMatch(/row 3: time goes back/);
  });

  it('in two bytes a letter, either way round', async () => {
    const letters = Array.from('time_us,RX\n0,1\n3,0\n', (c) => c.charCodeAt(0));
    const little = Uint8Array.from([0xff, 0xfe, ...letters.flatMap((c) => [c, 0])]);
    const big = Uint8Array.from([0xfe, 0xff, ...letters.flatMap((c) => [0, c])]);
    for (const bytes of [little, big]) expect(lines(await opened('a.csv', bytes))).toEqual([['RX', 1, [3000]]]);
  });

  it('of volts are known by their figures, by a row of units, and by their names', async () => {
    for (const head of ['Time [us],RX', 'time,RX\nus,V', 'Time [us],RX_V'])
      expect(lines(await opened('a.csv', `${head}\n0,0.1\n2,3.2\n5,0.2\n`))).toEqual([['RX', 0, [2000, 5000]]]);
  });

  it('of volts with decimal commas, by semicolons', async () => {
    const text = '# at the pin\nTime [us];RX [V]\n0;0,1\n2,5;1,8\n5;0,1';
    expect(lines(await opened('a.csv', text))).toEqual([['RX', 0, [2500, 5000]]]);
  });

  it('that have no figures say what is wrong with their first row', async () => {
    expect(await problem('a.csv', 'time_us,RX\nnone,1\nnone,0\n')).toMatch(/^a.csv, row 2: "none" is no time/);
  });

  it('without a head are taken where their times have fractions', async () => {
    expect(lines(await opened('a.csv', '0.0000,1,0\n0.0001,0,0\n0.0002,0,1\n'))).toEqual([
      ['D0', 1, [100000]],
      ['D1', 0, [200000]],
    ]);
  });

  it('without a unit are taken as seconds where the figures say so, and never otherwise', async () => {
    const capture = await opened('a.csv', 'Time,RX,TX\n0.000000,1,0\n0.000001,0,0\n0.000002,0,1\n0.000003,1,1\n');
    expect(lines(capture)).toEqual(expected);
    expect(capture.remarks).toEqual(['The first column has no unit; its figures are taken as seconds']);
    // milliseconds with fractions, whole numbers, one moment alone
    for (const times of [['0.5', '104.5', '208.5'], ['0', '104', '208'], ['0.5']])
      expect(await problem('a.csv', `Time,RX\n${times.map((t, i) => `${t},${i % 2}\n`).join('')}`)).toMatch(
        /^a.csv, row 1: the first column is "Time"; it must say its unit/,
      );
  });

  it('say where a comment told the rate, and are refused where none did', async () => {
    const { remarks } = await opened('a.csv', '# 2 MHz\nRX\n1\n0\n');
    expect(remarks.join()).toMatch(/each row is a sample, 2\s000\s000 a second as a comment says/);
    expect(await problem('a.csv', 'RX,TX\n1,0\n')).toMatch(
      /^a.csv, row 1: the first column is "RX"; it must say its unit/,
    );
    expect(await problem('a.csv', '# 2 MHz\n1,0\n0,0\n')).toMatch(/^a.csv, row 2: the first column is "1"/);
  });

  it('know X, Z and no level, great and small', async () => {
    const {
      lines: [line],
    } = await opened('a.csv', 'time_us,RX\n0,1\n1,X\n2,z\n3,\n4,0\n');
    expect(line).toMatchObject({ first: 1, unknown: 3 });
    expect([...line!.timesNs]).toEqual([4000]);
  });

  it('that break off in a row lose that row, and say so', async () => {
    for (const cut of ['3', '3,', '3,1,']) {
      const capture = await opened('a.csv', `time_us,RX,TX\n0,1,0\n2,0,1\n${cut}`);
      expect(lines(capture)).toEqual([
        ['RX', 1, [2000]],
        ['TX', 0, [2000]],
      ]);
      expect(capture.leftOut).toEqual(['a last row that was cut']);
    }
  });

  it('whose rows all end in a separator end as the others do', async () => {
    const capture = await opened('a.csv', 'time_us,RX,TX,\n0,1,0,\n2,0,1,\n3,1,1,');
    expect(lines(capture)).toEqual([
      ['RX', 1, [2000, 3000]],
      ['TX', 0, [2000]],
    ]);
    expect(capture.leftOut).toEqual([]);
  });

  it('of volts are read by the levels they have: 1.8 V logic too, and that is said', async () => {
    for (const [high, name] of [
      [1.8, 'RX_V'],
      [3.3, 'RX [V]'],
      [5, 'RX (V)'],
    ] as const) {
      const at = [0, 0, high, high * 0.95, 0.05, high, 0.1, 0];
      const text = `time_us,${name}\n${at.map((v, i) => `${i},${v}`).join('\n')}\n`;
      const capture = await opened('a.csv', text);
      expect(lines(capture)).toEqual([['RX', 0, [2000, 4000, 5000, 6000]]]);
      expect(capture.remarks[0]).toMatch(/^RX read as low below .* V and high above .* V, by its own levels$/);
    }
    const still = await opened('a.csv', 'time_us,RX_V\n0,3.3\n1,3.29\n');
    expect(still.remarks).toEqual(['RX moves by less than 0.3 V']);
    expect(lines(still)).toEqual([['RX', 1, []]]);
  });

  it('say what is wrong and where', async () => {
    expect(await problem('a.csv', 'time,RX\n0,1\n')).toMatch(
      /^a.csv, row 1: the first column is "time"; it must say its unit/,
    );
    expect(await problem('a.csv', '# one\ntime_us,RX\n0,1\n1,7\n')).toMatch(/row 4: "7" is neither 0 nor 1/);
    expect(await problem('a.csv', '# only a comment\n')).toBe('a.csv, row 1: the file is empty');
  });
});

describe('dumps of other tools', () => {
  const head = '$timescale 1 us $end $scope module top $end';
  it('begin with a byte-order mark or not', async () => {
    const text = `${head} $var wire 1 ! a $end $enddefinitions $end #0 0! #5 1! #9`;
    expect(lines(await opened('a.vcd', `\uFEFF${text}`))).toEqual(lines(await opened('a.vcd', text)));
  });

  it('name the bits of a word as it counts them, either way, with blanks in names', async () => {
    const text = `${head} $var wire 4 ! up [0:3] $end $var wire 4 " down [7:4] $end $var wire 4 # near[3:0] $end
      $var wire 1 $ my line [2] $end $enddefinitions $end #0 b0001 ! b0001 " b0001 # 1$ #5`;
    const { lines: all } = await opened('a.vcd', text);
    const high = all.filter((l) => l.first === 1).map((l) => l.name);
    expect(high).toEqual(['top.up[3]', 'top.down[4]', 'top.near[0]', 'top.my line[2]']);
    expect(all.map((l) => l.name).filter((name) => name.startsWith('top.up'))).toEqual([
      ...['top.up[3]', 'top.up[2]', 'top.up[1]', 'top.up[0]'],
    ]);
  });

  it('may be extended ones with ports', async () => {
    const text = `${head} $var port 1 <0 clock $end $var port [1:0] <1 word $end $upscope $end $enddefinitions $end
      #0 $dumpports pD 6 0 <0 pUD 66 00 <1 $end #5 pU 0 6 <0 pXH 00 66 <1 #7 pL 6 0 <0 #9 $vcdclose #9 $end`;
    const { lines: all, endNs } = await opened('a.vcd', text);
    expect(all.map((l) => [l.name, l.first, [...l.timesNs], l.unknown])).toEqual([
      ['top.clock', 0, [5000, 7000], 0],
      ['top.word[0]', 0, [5000], 0],
      ['top.word[1]', 1, [], 1],
    ]);
    expect(endNs).toBe(9000);
    expect(await problem('a.vcd', `${head} $var port 1 <0 a $end $enddefinitions $end #0 pD 6`)).toMatch(
      /names no line/,
    );
  });
});

describe('samples in an archive', () => {
  const notes = '# a cheap tool\nsamples a second: 1000000\nbytes a sample: 1\nlines: RX, TX\n';
  const zip = (members: Record<string, Uint8Array | string>): Uint8Array =>
    zipSync(Object.fromEntries(Object.entries(members).map(([k, v]) => [k, typeof v === 'string' ? strToU8(v) : v])));
  it('become lines, file after file', async () => {
    const bytes = zip({ 'rates.txt': notes, 's-1.bin': Uint8Array.of(1, 1, 0), 's-2.bin': Uint8Array.of(2, 3) });
    const capture = await opened('a.zip', bytes);
    expect(lines(capture)).toEqual([
      ['RX', 1, [2000, 4000]],
      ['TX', 0, [3000]],
    ]);
    expect(capture.endNs).toBe(5000);
    expect(capture.remarks[0]!.replaceAll('\u202f', ' ')).toBe('5 samples at 1 000 000 a second');
  });

  it('of two bytes have the least first', async () => {
    const text = notes
      .replace('sample: 1', 'sample: 2')
      .replace('RX, TX', Array.from({ length: 9 }, (_, i) => `D${i}`).join());
    const { lines: all } = await opened('a.zip', zip({ 'a.txt': text, 'a.bin': Uint8Array.of(0, 1, 0, 0) }));
    expect(all[8]).toMatchObject({ name: 'D8', first: 1 });
  });

  it('say what is missing', async () => {
    expect(await problem('a.zip', zip({ 'a.bin': 'x' }))).toBe('a.zip, archive: no text (.txt) that says the rate');
    expect(await problem('a.zip', zip({ 'a.txt': 'lines: RX' }))).toBe('a.zip, a.txt: no row "bytes a sample: …"');
    expect(await problem('a.zip', zip({ 'a.txt': notes }))).toBe('a.zip, archive: no samples beside the text');
    expect(await problem('a.zip', zip({ 'a.txt': notes.replace('1000000', 'fast'), 'a.bin': 'x' }))).toMatch(
      /a.txt, row 2: "fast" is no figure/,
    );
    expect(await problem('a.zip', Uint8Array.of(0x50, 0x4b, 3, 4, 9, 9))).toBe(
      'a.zip, archive: this is no ZIP, or a damaged one',
    );
  });
});

describe('what is packed', () => {
  const table = 'time_us,RX\n0,1\n3,0\n';
  it('by itself is read as it would be unpacked, and says where it cannot be', async () => {
    const dump = '$timescale 1 us $end $var wire 1 ! RX $end $enddefinitions $end #0 1! #3 0! #3';
    for (const [name, text] of [
      ['a.csv', table],
      ['a.vcd', dump],
    ] as const) {
      expect(lines(await opened('a.zip', zipSync({ [name]: strToU8(text) })))).toEqual([['RX', 1, [3000]]]);
      expect(lines(await opened(`${name}.gz`, gzipSync(strToU8(text))))).toEqual([['RX', 1, [3000]]]);
    }
    expect(await problem('a.zip', zipSync({ 'b.csv': strToU8('time_us,RX\n0,7\n') }))).toMatch(
      /^a.zip, b.csv, row 2: "7" is neither/,
    );
    expect(await problem('a.csv.gz', Uint8Array.of(0x1f, 0x8b, 8, 0, 0, 0, 0, 0, 0, 3, 9, 9))).toMatch(/damaged/);
  });

  it('may be bytes', async () => {
    expect((await opened('a.bin.gz', gzipSync(Uint8Array.of(15, 0, 200)))).bytes).toEqual(Uint8Array.of(15, 0, 200));
  });
});

describe('bytes written as figures', () => {
  it('are the bytes, however they stand', async () => {
    for (const text of ['0F 00 c8 ff 10 20\n', '0x0f, 0x00, 0xC8, 0xFF,\r\n0x10, 0x20', '0f:00:c8:ff:10:20'])
      expect([...(await opened('a.txt', text)).bytes!]).toEqual([15, 0, 200, 255, 16, 32]);
    expect(await problem('a.txt', `${'0F 00 C8\n'.repeat(900)}zz`)).toBe(
      'a.txt, row 901: "zz" is no pair of hexadecimal figures',
    );
  });
});
