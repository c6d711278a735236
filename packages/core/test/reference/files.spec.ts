import { Ajv2020 } from 'ajv/dist/2020.js';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { afterAll, describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import {
  briefJsonSchema,
  channelTable,
  readRig,
  rigJsonSchema,
  sheetJsonSchema,
  writeRig,
  writeSheet,
  writeCsv,
} from '../../src/files/index.js';
import { SHELF } from '../../src/parts/shelf/index.js';
import { briefText } from '../support/brief.js';
import { demoRig, mendedRig } from '../support/demo-rig.js';

const folder = mkdtempSync(join(tmpdir(), 'squallmark-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** @source [std RFC 8259] through another process: what `node` reads and writes is the same document. */
describe('rig files through another process', () => {
  it('are read by node, written by node and read again without a change', () => {
    const [from, to] = [join(folder, 'a.json'), join(folder, 'b.json')];
    writeFileSync(from, writeRig(mendedRig()));
    const script = `const fs=require('fs');fs.writeFileSync(${JSON.stringify(to)},JSON.stringify(JSON.parse(fs.readFileSync(${JSON.stringify(from)},'utf8'))))`;
    expect(spawnSync(process.execPath, ['-e', script]).status).toBe(0);
    expect(readRig(readFileSync(to, 'utf8'))).toEqual({ ok: true, value: mendedRig() });
  });

  it('survive a byte order mark that an editor put before them', () => {
    expect(readRig(`\uFEFF${writeRig(demoRig())}`).ok).toBe(true);
  });
});

/** @source [lib ajv] the printed JSON Schema, applied by another validator. */
describe('the printed schema', () => {
  const validate = new Ajv2020({ strict: false }).compile(rigJsonSchema());

  it('accepts the demo rig and is the one in docs', () => {
    expect(validate(demoRig())).toBe(true);
    const printed: unknown = JSON.parse(
      readFileSync(new URL('../../../../docs/squallmark-rig.schema.json', import.meta.url), 'utf8'),
    );
    expect(printed).toEqual(JSON.parse(JSON.stringify(rigJsonSchema())));
  });

  it.each([
    [
      'brief',
      briefJsonSchema,
      ['saltmarsh-six', 'ridgeline-seven', 'glasshouse-line'].map((n) => JSON.parse(briefText(n)) as unknown),
    ],
    ['sheet', sheetJsonSchema, SHELF.map((s) => JSON.parse(writeSheet(s)) as unknown)],
  ] as const)('of the %s accepts what ships and is the one in docs', (name, schema, documents) => {
    const accepts = new Ajv2020({ strict: false, formats: { ipv4: true } }).compile(schema());
    for (const document of documents) expect(accepts(document), JSON.stringify(accepts.errors)).toBe(true);
    const printed: unknown = JSON.parse(
      readFileSync(new URL(`../../../../docs/squallmark-${name}.schema.json`, import.meta.url), 'utf8'),
    );
    expect(printed).toEqual(JSON.parse(JSON.stringify(schema())));
  });

  it('refuses what the reader refuses', () => {
    const broken = structuredClone(demoRig()) as unknown as Record<string, unknown>;
    broken.parts = 'none';
    expect(validate(broken)).toBe(false);
    expect(readRig(JSON.stringify(broken)).ok).toBe(false);
  });
});

/** @source [std RFC 4180] [lib papaparse]: quoting, CRLF, and back to the same cells. */
describe('the channel table as CSV', () => {
  it('keeps commas, quotes and line breaks in labels', () => {
    const rig = structuredClone(mendedRig());
    rig.parts.find((p) => p.id === 'GB')!.label = 'Gimbal, "two"\naxis';
    const table = channelTable(analyse(rig));
    const text = writeCsv(table);
    expect(text.split('\r\n')[0]).toBe(table.fields.join(','));
    // what a spreadsheet would take for a formula stands behind an apostrophe
    const read = Papa.parse<string[]>(text.trim()).data.map((row) =>
      row.map((cell) => cell.replace(/^'(?=[-+=@])/, '')),
    );
    expect(read.slice(1)).toEqual(table.data.map((row) => row.map(String)));
  });
});
