import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoRig, mendedRig } from '../../test/support/demo-rig.js';
import { faultsOf } from '../diagnose/index.js';
import { SHELF } from '../parts/shelf/index.js';
import {
  EditRefused,
  PartUnknown,
  sheetOf,
  applyEdit,
  applyEdits,
  doStep,
  editSentence,
  emptyRig,
  nextId,
  redo,
  rigProblems,
  startHistory,
  serialPairOf,
  stepSentence,
  undo,
  type Edit,
} from './index.js';
import { editSchema } from './schemas.js';

const receiver = SHELF.find((s) => s.role === 'receiver')!;
const some = faultsOf(demoRig()).flatMap((f) => f.put);

it('names the part that a rig has not', () => {
  expect(() => sheetOf(demoRig(), 'ghost')).toThrow(PartUnknown);
  expect(() => sheetOf(demoRig(), 'ghost')).toThrow('"ghost"');
});

describe('edits', () => {
  it('leave the rig given untouched and move the revision on', () => {
    const rig = demoRig();
    const before = JSON.stringify(rig);
    const next = applyEdit(rig, { kind: 'crossPair', cable: 'C6' }).rig;
    expect(JSON.stringify(rig)).toBe(before);
    expect(next.revision).toBe(rig.revision + 1);
    expect(next.cables.find((c) => c.id === 'C6')?.wires[0]?.to.pin).toBe(4);
  });

  it.each<[string, Edit, string]>([
    ['a cable that is not there', { kind: 'crossPair', cable: 'C99' }, 'no cable C99'],
    ['a cable that is no serial pair', { kind: 'crossPair', cable: 'C1' }, 'not a serial pair'],
    [
      'a pin that is not there',
      { kind: 'moveEnd', cable: 'C1', wire: 0, end: 'to', pin: { part: 'PK', port: 'out', pin: 7 } },
      'no pin 7',
    ],
    ['a wire that is not there', { kind: 'setWire', cable: 'C1', wire: 9, gaugeAwg: 20 }, 'no wire 10'],
    [
      'a setting value that is not offered',
      { kind: 'set', part: 'GB', setting: 'control', value: 'magic' },
      'one of bus, pulse',
    ],
    [
      'end points that cross',
      { kind: 'shape', transmitter: 'TX', channel: 8, change: { lowUs: 1900 } },
      'must lie below',
    ],
    [
      'a part id that is taken',
      {
        kind: 'addPart',
        part: { id: 'RX', class: receiver.class, label: 'x', settings: {}, onBench: true, prepared: [] },
        sheet: receiver,
      },
      'there already',
    ],
    [
      'a function nobody has',
      { kind: 'bind', binding: { part: 'GB', fn: 'sing', slot: 5, reverse: false } },
      'no function "sing"',
    ],
    ['a holder that does not hold', { kind: 'release', part: 'FC', resource: 'p7', to: 'nobody' }, 'not held by'],
  ])('refuse %s and change nothing', (_, edit, reason) => {
    const rig = demoRig();
    const before = JSON.stringify(rig);
    expect(() => applyEdit(rig, edit)).toThrow(EditRefused);
    expect(() => applyEdit(rig, edit)).toThrow(reason);
    expect(JSON.stringify(rig)).toBe(before);
  });

  it('are all done or none', () => {
    const rig = demoRig();
    expect(() =>
      applyEdits(rig, [
        { kind: 'crossPair', cable: 'C6' },
        { kind: 'removeCable', cable: 'C99' },
      ]),
    ).toThrow(EditRefused);
    expect(rig.cables.find((c) => c.id === 'C6')?.wires[0]?.to.pin).toBe(3);
  });

  it('take everything of a part with it', () => {
    const rig = applyEdit(demoRig(), { kind: 'removePart', part: 'FC' }).rig;
    expect(rigProblems(rig)).toEqual([]);
    expect(JSON.stringify(rig)).not.toContain('"FC"');
    expect(rig.cables.find((c) => c.id === 'C3')?.wires).toHaveLength(2);
    expect(rig.sheets['flight-controller-6']).toBeUndefined();
  });

  it('survive being written as JSON', () => {
    for (const edit of some) expect(editSchema.parse(JSON.parse(JSON.stringify(edit)))).toEqual(edit);
  });

  it('cross a pair only where a cable has one', () => {
    const rig = demoRig();
    const lead = rig.cables.find((c) => c.id === 'C6')!;
    expect(serialPairOf(rig, lead)).toHaveLength(2);
    expect(serialPairOf(rig, { ...lead, wires: lead.wires.slice(0, 1) })).toBeNull();
    expect(serialPairOf(rig, { ...lead, wires: [...lead.wires, lead.wires[0]!] })).toBeNull();
  });

  it('have a sentence each', () => {
    for (const edit of some) expect(editSentence(demoRig(), edit)).toMatch(/\w{3}/);
    const moves: Edit[] = [0, 1].map((wire) => ({
      kind: 'moveEnd',
      cable: 'C9',
      wire,
      end: 'from',
      pin: { part: 'R5', port: 'out', pin: wire + 1 },
    }));
    const whole = 'Cable C9 moved from Regulator 12 V to Regulator 5 V';
    expect(stepSentence(demoRig(), moves)).toBe(whole);
    const thicker: Edit = { kind: 'setWire', cable: 'C9', wire: 0, gaugeAwg: 22 };
    expect(stepSentence(demoRig(), [...moves, thicker])).toBe(`${whole}; ${editSentence(demoRig(), thicker)}`);
  });
});

it('tells of a control that left with its transmitter by no id', () => {
  const without = applyEdit(demoRig(), { kind: 'removePart', part: 'TX' }).rig;
  const wish = demoRig().wishes[0]!;
  const control = demoRig().shaping.find((s) => s.control)!.control;
  const said = editSentence(without, { kind: 'setWish', wish: wish.id, change: { control } });
  expect(said).toBe(`${wish.label}: on a control that no part has`);
});

describe('history', () => {
  it('undoes and redoes any run of edits to the same document', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...some), { minLength: 1, maxLength: 6 }), (edits) => {
        let history = startHistory(demoRig());
        const content = (h: typeof history): string => JSON.stringify({ ...h.rig, revision: 0 });
        const seen = [content(history)];
        for (const edit of edits) {
          try {
            history = doStep(history, 'x', [edit]);
            seen.push(content(history));
          } catch (error) {
            expect(error).toBeInstanceOf(EditRefused);
          }
        }
        const end = content(history);
        for (const state of seen.slice(0, -1).reverse()) {
          history = undo(history);
          expect(content(history)).toBe(state);
        }
        for (let i = 1; i < seen.length; i++) history = redo(history);
        expect(content(history)).toBe(end);
      }),
      { numRuns: 40 },
    );
  });

  it('never uses a revision number twice', () => {
    const one = doStep(startHistory(demoRig()), 'x', [{ kind: 'rename', name: 'A' }]);
    expect(undo(one).rig.revision).toBe(one.rig.revision + 1);
  });

  it('takes steps with one key as one', () => {
    const typed = (h: ReturnType<typeof startHistory>, highUs: number) =>
      doStep(h, 'x', [{ kind: 'shape', transmitter: 'TX', channel: 8, change: { highUs } }], 'end-8');
    let history = startHistory(demoRig());
    for (const us of [1880, 1885, 1890]) history = typed(history, us);
    expect(history.past).toHaveLength(1);
    expect(undo(history).rig.shaping.find((s) => s.channel === 8)?.highUs).toBe(1871);
  });

  it('does nothing at either end', () => {
    const fresh = startHistory(demoRig());
    expect(undo(fresh)).toBe(fresh);
    expect(redo(fresh)).toBe(fresh);
  });
});

describe('references', () => {
  it('hold in the demo rig, mended or not, and in an empty one', () => {
    for (const rig of [demoRig(), mendedRig(), emptyRig('x', 'x')]) expect(rigProblems(rig)).toEqual([]);
  });

  it('that point nowhere are named with their place', () => {
    const rig = structuredClone(demoRig());
    rig.cables[0]!.wires[0]!.to.pin = 9;
    rig.parts[2]!.class = 'nothing';
    rig.bindings[0]!.fn = 'sing';
    expect(rigProblems(rig).map((p) => p.where)).toEqual(
      expect.arrayContaining(['parts[2].class', 'cables[0].wires[0].to', 'bindings[0]']),
    );
  });

  it('find the next free id', () => expect(nextId('C', [{ id: 'C1' }, { id: 'C3' }])).toBe('C2'));
});
