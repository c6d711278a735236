import fc from 'fast-check';
import { zipSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { demoNamed, mendedRig } from '../../test/support/demo-rig.js';
import { applyEdit, type Rig } from '../rig/index.js';
import { bundleReport, commonState, newEntries, packBundle, readBundle, type BundledEntry } from './index.js';

const entry = (at: string, text: string): BundledEntry => ({ at, kind: 'note', text, revision: 3 });
const LOG = [entry('2031-05-01T08:00:00Z', 'plug of C6 re-made'), entry('2031-05-01T08:05:00+02:00', 'wind 4 m/s')];
const opened = (bytes: Uint8Array) => {
  const reading = readBundle(bytes);
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  return reading.value;
};
const zip = (members: Record<string, string>): Uint8Array =>
  zipSync(Object.fromEntries(Object.entries(members).map(([name, text]) => [name, strToU8(text)])));
const ABOUT = JSON.stringify({ format: 'squallmark-bundle', version: 1 });
const problems = (bytes: Uint8Array): string[] => {
  const reading = readBundle(bytes);
  return reading.ok ? [] : reading.problems.map((p) => `${p.where}: ${p.what}`);
};

describe('a bundle', () => {
  it.each(['saltmarsh-six', 'ridgeline-seven', 'glasshouse-line'] as const)(
    'of %s comes back whole, and the same each time',
    (name) => {
      const rig = demoNamed(name);
      const bytes = packBundle({ rig, entries: LOG });
      expect(opened(bytes)).toEqual({ rig, entries: LOG });
      expect(packBundle({ rig, entries: LOG })).toEqual(bytes);
    },
  );

  it('without a log has none', () => {
    const rig = mendedRig();
    expect(opened(zip({ 'bundle.json': ABOUT, 'rig.json': JSON.stringify(rig) })).entries).toEqual([]);
  });

  it('that is none says where and why', () => {
    expect(problems(strToU8('not a zip'))).toEqual(['top: this is no ZIP, or a damaged one']);
    expect(problems(zip({ 'rig.json': '{}' }))[0]).toMatch(/^bundle\.json: is missing/);
    expect(problems(zip({ 'bundle.json': ABOUT }))[0]).toBe('rig.json: the bundle has no rig');
    expect(problems(zip({ 'bundle.json': ABOUT, 'rig.json': '{' }))[0]).toMatch(/^rig\.json: /);
    const rig = JSON.stringify(mendedRig());
    const log = JSON.stringify({ entries: [{ ...LOG[0], at: 'yesterday' }] });
    expect(problems(zip({ 'bundle.json': ABOUT, 'rig.json': rig, 'log.json': log }))[0]).toMatch(
      /^log\.json: entries\.0\.at: /,
    );
    const newer = JSON.stringify({ format: 'squallmark-bundle', version: 9 });
    expect(problems(zip({ 'bundle.json': newer, 'rig.json': rig }))[0]).toContain('newer Squallmark');
  });

  it('with any byte turned never throws, and never comes back as another rig without saying so', () => {
    const rig = mendedRig();
    const bytes = packBundle({ rig, entries: LOG });
    fc.assert(
      fc.property(fc.nat({ max: bytes.length - 1 }), fc.integer({ min: 1, max: 255 }), (at, by) => {
        const turned = bytes.slice();
        turned[at] = turned[at]! ^ by;
        expect(() => readBundle(turned)).not.toThrow();
      }),
      { numRuns: 300 },
    );
  });

  it('is laid beside what is there: what would change, and which lines of the log are new', () => {
    const here: Rig = mendedRig();
    const rig = applyEdit(here, { kind: 'crossPair', cable: 'C6' }).rig;
    expect(bundleReport({ rig, entries: LOG }, null)).toMatchObject({ rig: 'new', changes: [], entries: 2 });
    const report = bundleReport({ rig, entries: LOG }, { rig: here, entries: [LOG[0]!] });
    expect(report).toMatchObject({ rig: 'changed', entries: 1 });
    expect(report.changes.map((c) => c.text)).toEqual(['C6: its pair crossed the other way']);
    expect(bundleReport({ rig: here, entries: [] }, { rig: here, entries: LOG }).rig).toBe('same');
    expect(newEntries({ rig, entries: LOG }, LOG)).toEqual([]);
  });

  it('tells which states its machine has had, and the last that both had is found by it', () => {
    const states = { mark: 'state-14', had: ['state-10', 'state-12'] };
    const rig = mendedRig();
    expect(opened(packBundle({ rig, entries: LOG, states }))).toEqual({ rig, entries: LOG, states });
    const kept = ['state-10', 'state-12', 'own-15'].map((mark) => ({ mark }));
    expect(commonState(kept, states)?.mark).toBe('state-12');
    expect(commonState([...kept, { mark: 'state-14' }], states)?.mark).toBe('state-14');
    expect(commonState([{ mark: 'own-15' }], states)).toBeUndefined();
    expect(commonState(kept, undefined)).toBeUndefined();
    const bad = { 'bundle.json': ABOUT, 'rig.json': JSON.stringify(rig), 'states.json': '{"mark":"?","had":[]}' };
    expect(problems(zip(bad))[0]).toMatch(/^states\.json: mark/);
  });
});
