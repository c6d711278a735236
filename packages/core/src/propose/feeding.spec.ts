import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { smallRig } from '../../test/support/small-rig.js';
import { SHELF } from '../parts/shelf/index.js';
import { applyEdits, type Rig } from '../rig/index.js';
import { cheapestFeeding, type Feeding } from './feeding.js';
import type { ProgrammeSolver } from './programme.js';
import { Proposed } from '../../test/practice/proposed.js';

let solver: ProgrammeSolver;
beforeAll(async () => void (solver = (await loadHighs()) as ProgrammeSolver));

const rigs: [string, Rig][] = BENCHES.filter((_, i) => i % 5 === 2).map((b) => [b.name, Proposed.of(b.brief).rig]);

describe('the cheapest set of regulators and leads', () => {
  it.each(rigs)('of %s overloads nothing, feeds every regulator it uses, and pulls what it names', (_, rig) => {
    const set = cheapestFeeding(rig, SHELF, 0.05, solver);
    for (const o of set.outlets) expect(o.amps).toBeLessThanOrEqual(o.maxA + 1e-6);
    const fed = set.leads.map((l) => l.to);
    for (const o of set.outlets.filter((x) => x.isRegulator)) expect(fed).toContain(o.label);
    const pulled = new Set(set.outlets.filter((o) => !o.isHere).map((o) => o.part));
    expect(new Set(set.edits.map((e) => (e.kind === 'addPart' ? e.part.id : '')))).toEqual(pulled);
    expect(applyEdits(rig, set.edits).rig.parts.length).toBe(rig.parts.length + pulled.size);
  });

  it('costs no less with more room, and no more with more on the shelf', () => {
    const [, rig] = rigs[0]!;
    const points = (shelf: typeof SHELF, margin: number): Feeding => cheapestFeeding(rig, shelf, margin, solver);
    const cost = ({ points: p, unfed }: Feeding): number => p + 2000 * unfed.length;
    expect(cost(points(SHELF, 0.4))).toBeGreaterThanOrEqual(cost(points(SHELF, 0)) - 1e-6);
    expect(cost(points(SHELF, 0))).toBeLessThanOrEqual(cost(points([], 0)) + 1e-6);
  });

  it('is one small regulator for one small load, told against every other by hand', () => {
    const rig = smallRig({ PK: 'pack-4s', TC: 'thermal-core-5v' });
    const set = cheapestFeeding(rig, SHELF, 0, solver);
    expect(set.unfed).toEqual([]);
    const [regulator, ...others] = set.outlets.filter((o) => o.isRegulator);
    expect(others).toEqual([]);
    const each = SHELF.filter((s) => s.role === 'regulator').map((s) => cheapestFeeding(rig, [s], 0, solver));
    const feeding = each.filter((x) => !x.unfed.length);
    expect(feeding.length).toBeGreaterThan(1);
    for (const x of feeding) expect(set.points).toBeLessThanOrEqual(x.points + 1e-6);
    expect(regulator!.feeds).toEqual(['TC']);
  });

  it('says what nothing suits, and is empty on an empty bench', () => {
    const rig = smallRig({ TC: 'thermal-core-5v' });
    expect(cheapestFeeding(rig, SHELF, 0, solver)).toMatchObject({ unfed: ['TC'], outlets: [], edits: [] });
    expect(cheapestFeeding(smallRig({}), SHELF, 0, solver)).toMatchObject({ unfed: [], outlets: [], leads: [] });
  });
});
