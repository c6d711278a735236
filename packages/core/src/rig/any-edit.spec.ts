import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyEdit, editKinds } from '../../test/support/any-edit.js';
import { otherNames } from '../../test/support/other-names.js';
import { demoRig } from '../../test/support/demo-rig.js';
import { twoOperators } from '../../test/support/two-operators.js';
import { readRig, writeRig } from '../files/index.js';
import {
  applyEdit,
  applyEdits,
  differences,
  doStep,
  EditRefused,
  editSentence,
  redo,
  rigProblems,
  startHistory,
  undo,
  type Edit,
  type Rig,
} from './index.js';
import { editSchema } from './edit.js';

const RIGS: [name: string, rig: Rig][] = [
  ['the demo', demoRig()],
  ['two operators', twoOperators()],
];
const wellFormed = (edits: Edit[]): Edit[] => edits.filter((e) => editSchema.safeParse(e).success);
const runs = (rig: Rig) => fc.array(anyEdit(rig), { minLength: 1, maxLength: 25 }).map(wellFormed);

/** The rig after the edits that fit, and the edits that did. */
function carryOut(rig: Rig, edits: readonly Edit[]): { rig: Rig; done: Edit[] } {
  const done: Edit[] = [];
  for (const edit of edits) {
    try {
      rig = applyEdit(rig, edit).rig;
      done.push(edit);
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error;
      expect(error.reason).not.toMatch(/undefined|NaN|\[object/);
    }
  }
  return { rig, done };
}

describe.each(RIGS)('any edit of %s', (_, start) => {
  it('is of every kind there is', () =>
    expect(editKinds(start).sort()).toEqual(editSchema.options.map((o) => o.shape.kind.value).sort()));

  it('not refused leaves a rig whose file reads back as itself', () => {
    fc.assert(
      fc.property(runs(start), (edits) => {
        const { rig } = carryOut(start, edits);
        expect(rigProblems(rig)).toEqual([]);
        const reading = readRig(writeRig(rig));
        expect(reading.ok ? reading.value : reading.problems).toEqual(JSON.parse(JSON.stringify(rig)));
      }),
      { numRuns: 150 },
    );
  });

  it('can be carried out in one list, again and again, and stays as it was told', () => {
    fc.assert(
      fc.property(runs(start), (edits) => {
        const { done } = carryOut(start, edits);
        const list = structuredClone(done);
        const once = applyEdits(start, list).rig;
        expect(list).toEqual(done);
        expect(applyEdits(start, list).rig).toEqual(once);
      }),
      { numRuns: 150 },
    );
  });

  it('refused leaves the rig as it was, to the object', () => {
    fc.assert(
      fc.property(runs(start), (edits) => {
        const before = JSON.stringify(start);
        const { done } = carryOut(start, edits);
        expect(JSON.stringify(start)).toBe(before);
        const history = startHistory(start);
        for (const edit of edits.filter((e) => !done.includes(e))) {
          try {
            doStep(history, 'one', [edit]);
          } catch {
            expect(history).toEqual(startHistory(start));
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  it('is undone and done again to the same rig but for its revision', () => {
    const still = (rig: Rig): Rig => ({ ...rig, revision: 0 });
    fc.assert(
      fc.property(runs(start), (edits) => {
        const { rig, done } = carryOut(start, edits);
        let history = startHistory(start);
        for (const edit of done) history = doStep(history, edit.kind, [edit]);
        expect(still(history.rig)).toEqual(still(rig));
        for (const _step of done) history = undo(history);
        expect(still(history.rig)).toEqual(still(start));
        for (const _step of done) history = redo(history);
        expect(still(history.rig)).toEqual(still(rig));
      }),
      { numRuns: 60 },
    );
  });

  it('is told by what people call things, never by the ids of a sheet', () => {
    const strange = otherNames(start);
    const ids = /(port|setting|fn|resource|joint|prep)\d+n\d+|\bc\d{6,}/;
    fc.assert(
      fc.property(runs(strange), (edits) => {
        const { rig, done } = carryOut(strange, edits);
        let before = strange;
        for (const edit of done) {
          expect(editSentence(before, edit)).not.toMatch(ids);
          before = applyEdit(before, edit).rig;
        }
        for (const { text } of differences(strange, rig)) expect(text).not.toMatch(ids);
      }),
      { numRuns: 150 },
    );
  });

  it('has a sentence of its own words', () => {
    fc.assert(
      fc.property(anyEdit(start), (edit) => {
        const said = editSentence(start, edit);
        expect(said).toMatch(/\S/);
        expect(said).not.toMatch(/undefined|NaN|\[object/);
      }),
      { numRuns: 400 },
    );
  });
});
