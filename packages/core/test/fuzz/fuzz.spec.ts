/**
 * Spoiled files of every kind that is read: nothing throws, what is refused is refused with place and reason, what the published
 * schema rejects is refused, and what is taken gives figures. `npm run fuzz` runs more of them.
 * @source [lib ajv] the published schemas
 */
import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { decodeLine, readCapture, recogniseLine, type CaptureLine } from '../../src/captures/index.js';
import {
  briefJsonSchema,
  channelTable,
  readBrief,
  readChannelTable,
  readRig,
  readSheet,
  rigJsonSchema,
  sheetJsonSchema,
  writeCsv,
  writeRig,
  writeSheet,
} from '../../src/files/index.js';
import { SHELF } from '../../src/parts/shelf/index.js';
import { applyEdits } from '../../src/rig/index.js';
import { migrateRig } from '../../src/rig/studies.js';
import type { Reading } from '../../src/units/index.js';
import { briefText } from '../support/brief.js';
import { demoNamed, demoRig, mendedRig } from '../support/demo-rig.js';
import { seeded } from '../support/random-rig.js';
import { noFigures, spoilDocument, spoilText } from './spoil.js';

const FILES = Number(process.env.FUZZ_FILES ?? 2000);
const FIRST = Number(process.env.FUZZ_FIRST ?? 0);
const RIGS = [demoRig(), mendedRig(), demoNamed('ridgeline-seven'), demoNamed('glasshouse-line')];
const BRIEFS = ['saltmarsh-six', 'ridgeline-seven', 'glasshouse-line'].map(briefText);
const MENDED = mendedRig();
const TABLE = writeCsv(channelTable(analyse(MENDED)));

interface Judged {
  taken: boolean;
  wrong: string[];
}

interface Kind {
  name: string;
  /** Share of the files that are of this kind. */
  share: number;
  /** How one spoiled file was taken, and what is wrong with that; `wrong` is empty when nothing is. */
  judge: (random: () => number) => Judged | Promise<Judged>;
}

const validator = (schema: object) => new Ajv2020({ strict: false, formats: { ipv4: true } }).compile(schema);
const [rigOk, briefOk, sheetOk] = [rigJsonSchema(), briefJsonSchema(), sheetJsonSchema()].map(validator);
const of = <T>(list: readonly T[], random: () => number): T => list[Math.floor(random() * list.length)]!;

/** Judges a reading: refused with place and reason, or taken and sound. */
function judged<T>(reading: Reading<T>, wrong: (value: T) => string[]): Judged {
  if (reading.ok) return { taken: true, wrong: wrong(reading.value) };
  const bare = reading.problems.filter((p) => !p.where || !p.what);
  return { taken: false, wrong: bare.map((p) => `refused without a place: ${p.what}`) };
}

/** What the schema rejects may not be taken; a file that says it is older is brought up first, as a reader does. */
const rejected = (
  text: string,
  ok: ReturnType<typeof validator>,
  bringUp = (document: unknown) => document,
): string[] =>
  ok(bringUp(JSON.parse(text))) ? [] : [`taken, though ${ok.errors?.[0]?.instancePath} ${ok.errors?.[0]?.message}`];

const spoiled = (document: string, random: () => number): string =>
  random() < 0.75 ? spoilDocument(JSON.parse(document), random) : spoilText(document, random);

const KINDS: Kind[] = [
  {
    name: 'rig',
    share: 0.4,
    judge: (random) => {
      const text = spoiled(writeRig(of(RIGS, random)), random);
      return judged(readRig(text), (rig) => [
        ...rejected(text, rigOk!, migrateRig),
        ...noFigures(analyse(rig, random())),
      ]);
    },
  },
  {
    name: 'brief',
    share: 0.15,
    judge: (random) => {
      const text = spoiled(of(BRIEFS, random), random);
      return judged(readBrief(text), (rig) => [...rejected(text, briefOk!), ...noFigures(analyse(rig))]);
    },
  },
  {
    name: 'sheet',
    share: 0.2,
    judge: (random) => {
      const text = spoiled(writeSheet(of(SHELF, random)), random);
      return judged(readSheet(text), () => rejected(text, sheetOk!));
    },
  },
  {
    name: 'channel table',
    share: 0.1,
    judge: (random) => {
      const rig = MENDED;
      return judged(readChannelTable(spoilText(TABLE, random), rig), (edits) =>
        noFigures(analyse(applyEdits(rig, edits).rig)),
      );
    },
  },
  {
    name: 'recording',
    share: 0.15,
    judge: async (random) => {
      const name = of(Object.keys(RECORDINGS), random);
      const bytes = new TextEncoder().encode(spoilText(RECORDINGS[name]!, random));
      const reading = await readCapture({ name, size: bytes.length, pieces: [bytes] });
      return judged(reading, ({ lines }) => lines.flatMap(decoded));
    },
  },
];

function decoded(line: CaptureLine): string[] {
  const guesses = recogniseLine(line);
  return guesses.flatMap(({ sense, ...guess }) => [...noFigures(guess), ...noFigures(decodeLine(line, sense).counts)]);
}

const RECORDINGS: Record<string, string> = {
  'a.csv': [
    'Time,D0,D1',
    ...Array.from({ length: 200 }, (_, i) => `${(i * 1.04e-4).toFixed(7)},${i % 2},${(i >> 1) % 2}`),
  ].join('\n'),
  'a.vcd': [
    '$timescale 1us $end',
    '$scope module rig $end',
    '$var wire 1 ! bus $end',
    '$var wire 8 # word $end',
    '$upscope $end',
    '$enddefinitions $end',
    ...Array.from({ length: 200 }, (_, i) => `#${i * 104}\n${i % 2}!\nb${(i % 256).toString(2)} #`),
  ].join('\n'),
  'a.bin': 'A squall line over the marsh. '.repeat(20),
};

describe('spoiled files', () => {
  it.each(KINDS)('of kind $name are refused with place and reason, or give figures', async ({ name, judge, share }) => {
    const broken: string[] = [];
    const seeds = Array.from({ length: Math.round(FILES * share) }, (_, i) => FIRST + i);
    let [taken, slowestMs] = [0, 0];
    for (const seed of seeds) {
      const from = performance.now();
      try {
        const seen = await judge(seeded(seed + 1));
        taken += Number(seen.taken);
        for (const what of seen.wrong) broken.push(`seed ${seed}: ${what}`);
      } catch (error) {
        const where = error instanceof Error ? error.stack?.split('\n').slice(0, 3).join(' ') : String(error);
        broken.push(`seed ${seed}: threw ${where}`);
      }
      slowestMs = Math.max(slowestMs, performance.now() - from);
    }
    if (process.env.FUZZ_FILES)
      console.log(`${name}: ${seeds.length} files, ${taken} taken, slowest ${slowestMs.toFixed(0)} ms`);
    expect(broken.slice(0, 20)).toEqual([]);
    // both ways out were gone
    expect(taken).toBeGreaterThan(seeds.length / 50);
    expect(seeds.length - taken).toBeGreaterThan(seeds.length / 50);
  });
});
