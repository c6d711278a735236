/**
 * Dumps against a parser from the registry, [lib vcd-parser], on files a generator writes by the grammar of
 * [std IEEE 1364]: sections in any spacing, scalars and vectors, unknown levels, several lines at one instant.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import VCDParser from 'vcd-parser';
import { readCapture } from '../../src/captures/index.js';

interface Dump {
  text: string;
  names: string[];
}

const CODES = ['!', '"', '#a', '$b', '%%', 'zz', '~', '0', '1x'];

/** A dump of scalar lines: blanks and line ends as the grammar lets them stand. */
const dumpArb: fc.Arbitrary<Dump> = fc
  .record({
    lines: fc.integer({ min: 1, max: CODES.length }),
    steps: fc.array(
      fc.record({
        wait: fc.integer({ min: 1, max: 500 }),
        changes: fc.uniqueArray(
          fc.tuple(fc.nat({ max: CODES.length - 1 }), fc.constantFrom('0', '1', '0', '1', 'x', 'z')),
          { selector: ([at]) => at, minLength: 1, maxLength: CODES.length },
        ),
      }),
      { maxLength: 30 },
    ),
    scale: fc.constantFrom('1ns', '1 ns', '10\nns', '100 ps', '1 us'),
  })
  .map(({ lines, steps, scale }) => {
    const names = CODES.slice(0, lines).map((_, i) => `line${i}`);
    const vars = names.map((name, i) => `$var wire 1 ${CODES[i]} ${name} $end\n`).join('');
    let time = 0;
    const body = steps.map(({ wait, changes }) => {
      time += wait;
      const own = changes.filter(([at]) => at < lines).map(([at, level]) => `${level}${CODES[at]}\n`);
      return `#${time}\n${own.join('')}`;
    });
    const first = names.map((_, i) => `0${CODES[i]}\n`).join('');
    return {
      names,
      text:
        `$date\n  a day in November\n$end\n$version\n made here $end\n$timescale\n${scale}\n$end\n` +
        `$scope module top $end\n${vars}$upscope $end\n$enddefinitions $end\n#0\n$dumpvars\n${first}$end\n${body.join('')}`,
    };
  });

const NS: Record<string, number> = { '1ns': 1, '10ns': 10, '100ps': 0.1, '1us': 1000 };

interface Wave {
  name: string;
  wave: [string, string][];
}

/** The package's waves as levels and times of change; unknown levels keep the one before, as we read them. */
async function theirs(text: string): Promise<Map<string, { first: number; times: number[] }>> {
  const parsed = (await VCDParser.parse(text)) as { timescale: string; signal: Wave[] };
  const tick = NS[parsed.timescale.replace(/\s+/g, '')]!;
  return new Map(
    parsed.signal.map(({ name, wave }) => {
      const known = wave.filter(([, level]) => level === '0' || level === '1');
      const times: number[] = [];
      let level = known[0]?.[1] ?? '0';
      for (const [time, next] of known.slice(1)) {
        if (next !== level) times.push(Number(time) * tick);
        level = next;
      }
      return [name, { first: Number(known[0]?.[1] ?? 0), times }];
    }),
  );
}

describe('value change dumps', () => {
  it('give the same changes as the package', async () => {
    await fc.assert(
      fc.asyncProperty(dumpArb, async ({ text, names }) => {
        const reading = await readCapture({ name: 'a.vcd', size: 0, pieces: [new Uint8Array(Buffer.from(text))] });
        expect(reading).toMatchObject({ ok: true });
        if (!reading.ok) return;
        const reference = await theirs(text);
        expect(reading.value.lines.map((l) => l.name)).toEqual(names.map((n) => `top.${n}`));
        for (const line of reading.value.lines) {
          const wanted = reference.get(line.name)!;
          expect([line.name, line.first, [...line.timesNs]]).toEqual([line.name, wanted.first, wanted.times]);
        }
      }),
      { numRuns: 80 },
    );
  });
});
