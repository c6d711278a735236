import { describe, expect, it } from 'vitest';
import { smallRig } from '../../test/support/small-rig.js';
import { analyse } from '../analysis/index.js';
import { readBrief } from '../files/index.js';
import { applyEdits, type Rig, type Wish } from '../rig/index.js';
import { propose } from './index.js';

const wish = (what: string, more: Partial<Wish> = {}): Wish => ({
  ...{ id: `W-${what}`, what, label: what, by: 'pilot', control: null, hand: 'either' },
  ...more,
});
const rigOf = (parts: Record<string, string>, wishes: Wish[]): Rig => smallRig(parts, [], {}, { wishes });
const proposed = (rig: Rig): Rig => applyEdits(rig, propose(rig).edits).rig;
const wishedToo = (rig: Rig): string[] =>
  propose(rig).edits.flatMap((e) => (e.kind === 'addWish' ? [`${e.wish.what} of ${e.wish.part}`] : []));

const WING = { PK: 'pack-4s', R5: 'regulator-5v', TX: 'transmitter-16', RX: 'receiver-16', GB: 'gimbal-wing' };

describe('what a proposal says of wishes', () => {
  it('is that a mode is wished for too, where another wish works only in some of it', () => {
    const rig = rigOf(WING, [wish('pan')]);
    expect(wishedToo(rig)).toEqual(['gimbal-mode of GB']);
    const { brief } = analyse(proposed(rig));
    expect(brief.wishes.map((w) => `${w.wish.what} ${w.state}`)).toEqual(['pan granted', 'gimbal-mode granted']);
    // and nothing more once it is so
    expect(propose(proposed(rig)).edits).toEqual([]);
  });

  it('is no mode that is wished for already, nor one under a wish that stays open', () => {
    expect(wishedToo(rigOf(WING, [wish('pan'), wish('gimbal-mode')]))).toEqual([]);
    const alone = rigOf({ PK: 'pack-4s', GB: 'gimbal-wing' }, [wish('pan')]);
    expect(wishedToo(alone)).toEqual([]);
    expect(propose(alone).unmet.filter((u) => u.wish !== null)).toMatchObject([{ wish: 'W-pan' }]);
  });

  it('is every wish that finds no control, with what stands against it, and none that is granted', () => {
    const small = rigOf(
      { ...WING, TX: 'transmitter-6', RX: 'receiver-bus', GB: 'gimbal-three-bus', FC: 'flight-controller-6' },
      ['tilt', 'pan', 'roll-trim', 'gimbal-mode', 'look-down'].map((what) => wish(what)),
    );
    const { unmet } = propose(small);
    const open = analyse(proposed(small)).brief.wishes.filter((w) => w.state === 'open');
    expect(open.length).toBeGreaterThan(0);
    expect(unmet.map((u) => u.wish)).toEqual(open.map((w) => w.wish.id));
    for (const { why } of unmet) expect(why).toMatch(/no control fits|share the \d+ control|no slot is left/);
  });

  it('is not nothing at all where the sticks do not do for two that fly', () => {
    const rig = rigOf(
      {
        ...{ PK: 'pack-4s', R5: 'regulator-5v', TX: 'transmitter-16', RX: 'receiver-bus' },
        ...{ FC: 'flight-controller-6', AP: 'autopilot', GB: 'gimbal-three-bus' },
      },
      [wish('tilt')],
    );
    const { brief } = analyse(proposed(rig));
    expect(brief.wishes[0]).toMatchObject({ state: 'granted' });
  });

  it('is of whom it was asked, where all that could tell it hears another transmitter', () => {
    const parts = {
      ...{ PK: 'pack-4s', R5: 'regulator-5v', TX: 'transmitter-16', OP: 'transmitter-6' },
      ...{ RX: 'receiver-serial-link', R2: 'receiver-6-pins', GB: 'gimbal-two-pulse', SW: 'picture-switcher-3' },
    };
    const rig = { ...rigOf(parts, [wish('tilt', { by: 'camera operator' }), wish('picture')]) };
    const { unmet } = propose({ ...rig, schools: { ...rig.schools, operators: 'two' as const } });
    expect(unmet.find((u) => u.wish === 'W-picture')?.why).toBe('it is asked of TX, and what could tell it hears OP');
  });

  it('is whose plug a source stands on that would do', () => {
    const { unmet } = propose(rigOf({ PK: 'pack-4s', GB: 'gimbal-wing', FC: 'flight-controller-6' }, []));
    expect(unmet.find((u) => u.part === 'FC' && u.demand.endsWith('volts'))?.why).toBe(
      'it wants 4.5–5.5 V; what GB gives is for what hangs on that very plug',
    );
  });
});

describe('a hand-over', () => {
  const TWO = { TX: 'transmitter-10', OP: 'transmitter-operator' };

  it('is not set up where nothing of the camera operator is reached', () => {
    const rig = rigOf({ ...TWO, PK: 'pack-4s', GB: 'gimbal-three-bus' }, [wish('tilt', { by: 'camera operator' })]);
    const two = { ...rig, schools: { ...rig.schools, operators: 'two' as const } };
    expect(proposed(two).handOvers).toEqual([]);
  });

  it('leaves the pilot a control that suits', () => {
    const rig = rigOf(
      { ...TWO, PK: 'pack-4s', R5: 'regulator-5v', RX: 'receiver-bus', GB: 'gimbal-three-bus' },
      ['tilt', 'pan'].map((what) => wish(what, { by: 'camera operator' })),
    );
    const { findings } = analyse(proposed({ ...rig, schools: { ...rig.schools, operators: 'two' } }));
    expect(findings.filter((f) => f.rule === 'control-unfit' || f.rule === 'one-control-many')).toEqual([]);
  });

  it('is asked for by a brief in which the camera operator is to do something, unless it says otherwise', () => {
    const brief = (by: string, schools = {}): string =>
      JSON.stringify({
        ...{ format: 'squallmark-brief', version: 1, name: 'x', kind: 'rotor', schools },
        ...{ parts: [{ class: 'gimbal-three-bus' }], wishes: [{ what: 'tilt', by }] },
      });
    const operators = (text: string): string | null => {
      const reading = readBrief(text);
      return reading.ok ? reading.value.schools.operators : null;
    };
    expect(operators(brief('camera operator'))).toBe('two');
    expect(operators(brief('pilot'))).toBe('alone');
    expect(operators(brief('camera operator', { operators: 'alone' }))).toBe('alone');
  });
});
