import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyEdit } from '../../test/support/any-edit.js';
import { demoRig } from '../../test/support/demo-rig.js';
import { twoOperators } from '../../test/support/two-operators.js';
import { editSchema } from './edit.js';
import {
  applyEdits,
  doStep,
  EditRefused,
  redo,
  startHistory,
  undo,
  type Edit,
  type History,
  type Rig,
} from './index.js';
import { beside, overlapOf, touchesOf } from './studies.js';

const RIGS: [name: string, rig: Rig][] = [
  ['the demo', demoRig()],
  ['two operators', twoOperators()],
];

function tried(rig: Rig, edits: readonly Edit[]): Rig | null {
  try {
    return applyEdits(rig, edits).rig;
  } catch (error) {
    if (error instanceof EditRefused) return null;
    throw error;
  }
}

/** A rig without the order of its lists and without its revision. */
function plain(rig: Rig): unknown {
  const sorted = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map((v) => JSON.stringify(sorted(v))).sort();
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(
      Object.entries(value)
        .sort(([a], [b]) => (a < b ? -1 : 1))
        .map(([k, v]) => [k, sorted(v)]),
    );
  };
  return sorted({ ...rig, revision: 0 });
}

describe.each(RIGS)('two people edit %s apart', (_, rig) => {
  it('in either order the rig is the same, or it is asked', () => {
    const list = fc
      .array(anyEdit(rig), { minLength: 1, maxLength: 3 })
      .map((edits) => edits.filter((e) => editSchema.safeParse(e).success))
      .filter((edits) => edits.length > 0 && tried(rig, edits) !== null);
    let [same, asked] = [0, 0];
    fc.assert(
      fc.property(list, list, (mine, theirs) => {
        if (overlapOf(touchesOf(rig, mine), touchesOf(rig, theirs))) {
          asked++;
          return;
        }
        const [a, b] = [tried(tried(rig, mine)!, theirs), tried(tried(rig, theirs)!, mine)];
        expect([a === null, b === null], JSON.stringify([mine, theirs]).slice(0, 900)).toEqual([false, false]);
        expect(plain(a!)).toEqual(plain(b!));
        same++;
      }),
      { numRuns: 600 },
    );
    // both ways were gone; some thirty of the six hundred meet, and chance alone must not make it none
    expect(same).toBeGreaterThan(100);
    expect(asked).toBeGreaterThan(5);
  });
});

describe('what two tabs did', () => {
  const rig = demoRig();
  const [a, b] = rig.parts.map((p) => p.id) as [string, string];
  const label = (part: string, text: string): Edit[] => [{ kind: 'relabel', part, label: text }];
  const labelsOf = (history: History) => [a, b].map((id) => history.rig.parts.find((p) => p.id === id)!.label);

  it('stands together where it is apart, and can be undone step by step', () => {
    const saved = doStep(doStep(startHistory(rig), 'one', label(a, 'mine')), 'two', label(a, 'mine again'));
    const both = beside(saved, { base: rig, steps: [{ text: 'theirs', edits: label(b, 'theirs') }] })!;
    expect(labelsOf(both)).toEqual(['mine again', 'theirs']);
    expect(both.past.map((s) => s.text)).toEqual(['one', 'two', 'theirs']);
    expect(labelsOf(undo(undo(both)))).toEqual(['mine', rig.parts[1]!.label]);
  });

  it('is asked where it meets, or where what was done is longer ago than is kept', () => {
    const saved = doStep(startHistory(rig), 'one', label(a, 'mine'));
    expect(beside(saved, { base: rig, steps: [{ text: 'theirs', edits: label(a, 'theirs') }] })).toBeNull();
    const apart = { base: rig, steps: [{ text: 'theirs', edits: label(b, 'theirs') }] };
    expect(beside({ ...saved, trail: [] }, apart)).toBeNull();
    const long = Array.from({ length: 80 }, (_, n) => n).reduce((h, n) => doStep(h, 'on', label(a, `n${n}`)), saved);
    expect(beside(long, apart)).toBeNull();
  });

  it('stands together where one of them went back, and back and forth again', () => {
    const saved = doStep(startHistory(rig), 'one', label(a, 'mine'));
    const apart = { base: rig, steps: [{ text: 'theirs', edits: label(b, 'theirs') }] };
    expect(labelsOf(beside(undo(saved), apart)!)).toEqual([rig.parts[0]!.label, 'theirs']);
    expect(labelsOf(beside(redo(undo(saved)), apart)!)).toEqual(['mine', 'theirs']);
    // the step taken back is the one that was not saved yet
    const back = undo(saved);
    const other = doStep(saved, 'two', label(b, 'other'));
    const steps = [{ text: 'Undone: one', edits: back.trail.at(-1)!.edits }];
    const both = beside(other, { base: saved.rig, steps })!;
    expect(labelsOf(both)).toEqual([rig.parts[0]!.label, 'other']);
    expect(both.past.map((s) => s.text)).toEqual(['one', 'two', 'Undone: one']);
    expect(labelsOf(undo(both))).toEqual(['mine', 'other']);
  });

  it('counts a figure that was typed as one', () => {
    const typed = ['m', 'mi', 'mine'].reduce((h, text) => doStep(h, text, label(a, text), 'typing'), startHistory(rig));
    expect(typed.past).toHaveLength(1);
    const both = beside(typed, { base: rig, steps: [{ text: 'theirs', edits: label(b, 'theirs') }] })!;
    expect(labelsOf(both)).toEqual(['mine', 'theirs']);
  });
});

describe('what overlaps', () => {
  const rig = demoRig();
  const between = (a: Edit, b: Edit): string | null => overlapOf(touchesOf(rig, [a]), touchesOf(rig, [b]));
  const [first, second] = rig.parts as [Rig['parts'][number], Rig['parts'][number]];

  it('two names for one part, a part that is gone, a wire twice', () => {
    const relabel = (part: string, label: string): Edit => ({ kind: 'relabel', part, label });
    expect(between(relabel(first.id, 'a'), relabel(first.id, 'b'))).toContain(first.id);
    expect(between({ kind: 'removePart', part: first.id }, relabel(first.id, 'b'))).toContain(first.id);
    expect(between(relabel(first.id, 'b'), { kind: 'removePart', part: first.id })).toContain(first.id);
    const [cable] = rig.cables as [Rig['cables'][number]];
    const set = (gaugeAwg: number): Edit => ({
      kind: 'setWire',
      cable: cable.id,
      wire: cable.wires[0]!.id ?? 0,
      gaugeAwg,
    });
    expect(between(set(20), set(22))).toContain(cable.id);
    expect(between(set(20), { kind: 'removeCable', cable: cable.id })).toContain(cable.id);
  });

  it('not two parts, nor two fields of one', () => {
    expect(
      between({ kind: 'relabel', part: first.id, label: 'a' }, { kind: 'relabel', part: second.id, label: 'b' }),
    ).toBeNull();
    expect(
      between({ kind: 'relabel', part: first.id, label: 'a' }, { kind: 'tick', part: first.id, onBench: false }),
    ).toBeNull();
  });
});
