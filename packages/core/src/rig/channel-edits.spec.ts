import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { twoOperators, twoTransmitters } from '../../test/support/two-operators.js';
import { EditRefused, applyEdit, applyEdits, editSentence, rigProblems, type Edit, type Rig } from './index.js';
import { editSchema } from './edit.js';
import { rigSchema } from './rig.js';

const done = (rig: Rig, ...edits: Edit[]): Rig => applyEdits(rig, edits).rig;
const shape = (change: Extract<Edit, { kind: 'shape' }>['change']): Edit => ({
  kind: 'shape',
  transmitter: 'TX',
  channel: 8,
  change,
});
const row = (rig: Rig) => rig.shaping.find((s) => s.transmitter === 'TX' && s.channel === 8)!;
const tune = (change: Extract<Edit, { kind: 'tune' }>['change']): Edit => ({
  kind: 'tune',
  part: 'GB',
  fn: 'tilt',
  change,
});
const tiltBinding = (rig: Rig) => rig.bindings.find((b) => b.part === 'GB' && b.fn === 'tilt')!;
const hold: Edit = { kind: 'failSafe', failSafe: { receiver: 'RX', slot: 8, does: 'hold' } };

describe('shaping a channel', () => {
  it('takes points, keeps them through other changes, and drops them for the smooth curve', () => {
    const bent = done(mendedRig(), shape({ points: [-100, -20, 100] }), shape({ softPct: 30 }));
    expect(row(bent)).toMatchObject({ points: [-100, -20, 100], softPct: 30 });
    const smooth = done(bent, shape({ points: null }));
    expect(row(smooth).points).toBeUndefined();
    expect(row(smooth).softPct).toBe(30);
  });

  it('begins a row for a channel that has none', () => {
    const rig = done(mendedRig(), { kind: 'shape', transmitter: 'TX', channel: 16, change: { control: 'A' } });
    expect(rig.shaping.find((s) => s.channel === 16)).toMatchObject({ control: 'A', lowUs: 1000, highUs: 2000 });
  });

  it.each<[string, Edit, string]>([
    ['a control the transmitter has not', shape({ control: 'knee' }), 'has no control "knee"'],
    ['ends that cross', shape({ highUs: 900 }), 'must lie below'],
    ['an end no channel can have', shape({ lowUs: 590 }), '590 µs lies outside 800…2200 µs'],
    ['another transmitter', { kind: 'shape', transmitter: 'T9', channel: 1, change: {} }, 'T9'],
  ])('refuses %s', (_, edit, reason) => expect(() => applyEdit(mendedRig(), edit)).toThrow(reason));

  it('says what it does', () => {
    const said = (edit: Edit): string => editSentence(mendedRig(), edit);
    expect(said(shape({ points: [-100, 0, 100] }))).toContain('curve of 3 points');
    expect(said(shape({ points: null }))).toContain('smooth curve');
    expect(said(shape({ endToEndS: 2 }))).toContain('2 s from end to end');
    expect(said(shape({ locked: true, reverse: true }))).toMatch(/reversed and locked|reversed, locked/);
  });
});

describe('tuning a device', () => {
  it('sets and gives back to the maker', () => {
    const set = done(mendedRig(), tune({ speedPct: 60, lowUs: 1100, highUs: 1900, reverse: true }));
    expect(tiltBinding(set)).toMatchObject({ speedPct: 60, lowUs: 1100, highUs: 1900, reverse: true });
    const back = tiltBinding(done(set, tune({ speedPct: null, lowUs: null })));
    expect(back.speedPct).toBeUndefined();
    expect(back).toMatchObject({ highUs: 1900 });
  });

  it('refuses ends that cross, and a function on no slot', () => {
    expect(() => done(mendedRig(), tune({ lowUs: 1900, highUs: 1100 }))).toThrow('must lie below its high end');
    const edit: Edit = { kind: 'tune', part: 'GB', fn: 'sing', change: {} };
    expect(() => applyEdit(mendedRig(), edit)).toThrow('on no slot yet');
  });
});

describe('what a receiver does without radio', () => {
  it('is set once a slot, replaced, and taken away', () => {
    const held = done(mendedRig(), hold);
    const moved = done(held, { kind: 'failSafe', failSafe: { receiver: 'RX', slot: 8, does: 'value', valueUs: 1500 } });
    expect(moved.failSafes).toEqual([{ receiver: 'RX', slot: 8, does: 'value', valueUs: 1500 }]);
    expect(done(moved, { kind: 'noFailSafe', receiver: 'RX', slot: 8 }).failSafes).toEqual([]);
  });

  it.each<[string, Edit, string]>([
    ['a value without a width', { kind: 'failSafe', failSafe: { receiver: 'RX', slot: 8, does: 'value' } }, 'width'],
    ['a receiver nobody has', { kind: 'failSafe', failSafe: { receiver: 'R9', slot: 8, does: 'hold' } }, 'R9'],
    ['to take away what is not set', { kind: 'noFailSafe', receiver: 'RX', slot: 8 }, 'no fail-safe is set for slot 8'],
  ])('refuses %s', (_, edit, reason) => expect(() => applyEdit(mendedRig(), edit)).toThrow(reason));

  it('says what it does', () => {
    const said = (edit: Edit): string => editSentence(mendedRig(), edit);
    expect(said(hold)).toContain('without radio slot 8 stays where it was');
    expect(said({ kind: 'noFailSafe', receiver: 'RX', slot: 8 })).toContain('slot 8 is left to the receiver');
  });
});

describe('handing over', () => {
  it('keeps one hand-over for two transmitters and takes it away', () => {
    const rig = twoOperators();
    const [own] = rig.handOvers;
    const changed = done(rig, { kind: 'handOver', handOver: { ...own!, channels: [] } });
    expect(changed.handOvers).toEqual([{ ...own, channels: [] }]);
    expect(done(changed, { kind: 'noHandOver', from: 'TX', to: 'T2' }).handOvers).toEqual([]);
  });

  it.each<[string, Edit, string]>([
    [
      'to itself',
      { kind: 'handOver', handOver: { from: 'TX', to: 'TX', over: 'wireless', control: null, channels: [] } },
      'to itself',
    ],
    [
      'by a control of nobody',
      { kind: 'handOver', handOver: { from: 'TX', to: 'T2', over: 'wireless', control: 'toe', channels: [] } },
      'no control "toe"',
    ],
    [
      'to nobody',
      { kind: 'handOver', handOver: { from: 'TX', to: 'T9', over: 'wireless', control: null, channels: [] } },
      'T9',
    ],
    ['that is not there to be taken away', { kind: 'noHandOver', from: 'TX', to: 'T2' }, 'no hand-over'],
  ])('is refused %s', (_, edit, reason) => {
    const rig = twoTransmitters();
    expect(() => applyEdit(rig, edit)).toThrow(EditRefused);
    expect(() => applyEdit(rig, edit)).toThrow(reason);
    expect(rig.handOvers).toEqual([]);
  });

  it('goes when either transmitter goes', () => {
    for (const part of ['TX', 'T2']) {
      const rig = done(twoOperators(), { kind: 'removePart', part });
      expect(rig.handOvers).toEqual([]);
      expect(rig.shaping.some((s) => s.transmitter === part)).toBe(false);
    }
  });
});

/** The edit with every width taken to the middle: what is wrong with it then is not a width. */
const withinWidths = (edit: Edit): unknown =>
  JSON.parse(JSON.stringify(edit), (key, value: unknown) => (key.endsWith('Us') && key !== 'subTrimUs' ? 1500 : value));

describe('any channel edit', () => {
  const us = fc.integer({ min: 700, max: 2300 });
  const edit = fc.oneof(
    fc
      .record(
        {
          lowUs: us,
          highUs: us,
          points: fc.oneof(fc.constant(null), fc.array(fc.integer({ min: -120, max: 120 }), { maxLength: 20 })),
          subTrimUs: fc.integer({ min: -300, max: 300 }),
        },
        { requiredKeys: [] },
      )
      .map((change) => shape(change)),
    fc
      .record(
        {
          speedPct: fc.oneof(fc.constant(null), fc.integer({ min: 0, max: 120 })),
          lowUs: fc.oneof(fc.constant(null), us),
        },
        { requiredKeys: [] },
      )
      .map((change) => tune(change)),
    fc.record({ slot: fc.integer({ min: 0, max: 17 }), valueUs: us }).map(({ slot, valueUs }): Edit => ({
      kind: 'failSafe',
      failSafe: { receiver: 'RX', slot, does: 'value', valueUs },
    })),
  );

  it('that is well-formed and not refused leaves a rig that reads back as itself', () => {
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 8 }), (edits) => {
        let rig = mendedRig();
        for (const raw of edits) {
          // widths are refused by the edit itself, the rest by its schema
          if (!editSchema.safeParse(withinWidths(raw)).success) continue;
          try {
            rig = applyEdit(rig, raw).rig;
          } catch (error) {
            expect(error).toBeInstanceOf(EditRefused);
          }
        }
        const written = JSON.parse(JSON.stringify(rig)) as unknown;
        expect(rigSchema.parse(written)).toEqual(written);
        expect(rigProblems(rig)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
});
