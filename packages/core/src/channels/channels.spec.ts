import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoRig, mendedRig } from '../../test/support/demo-rig.js';
import { applyEdit, NEW_SHAPING, type Rig } from '../rig/index.js';
import { findConversations } from '../loom/index.js';
import { SHELF } from '../parts/shelf/index.js';
import {
  PLAIN,
  forward,
  demandOf,
  endPointFrom,
  endPointIn,
  findChains,
  ladderRows,
  pulseForValue,
  rangeDemand,
  shapePulseUs,
  wishCoverage,
} from './index.js';

const position = fc.double({ min: -1, max: 1, noNaN: true });
const chain = (rig: Rig, part: string, fn: string) =>
  findChains(rig).find((c) => c.part.id === part && c.fn.id === fn)!;

describe('shaping', () => {
  it('sends the end points at full throw and the middle at rest', () => {
    expect([-1, 0, 1].map((p) => shapePulseUs({ ...NEW_SHAPING, lowUs: 1012, highUs: 1871 }, p))).toEqual([
      1012, 1500, 1871,
    ]);
  });

  it('rises with the control whatever the curve, and reverse mirrors it', () => {
    fc.assert(
      fc.property(position, position, fc.integer({ min: -100, max: 100 }), (a, b, softPct) => {
        const at = (p: number): number => shapePulseUs({ ...NEW_SHAPING, softPct }, p);
        if (a < b && softPct >= 0) expect(at(a)).toBeLessThanOrEqual(at(b) + 1e-9);
        expect(at(a) + at(-a)).toBeCloseTo(3000, 6);
        expect(shapePulseUs({ ...NEW_SHAPING, softPct, reverse: true }, a)).toBeCloseTo(at(-a), 6);
      }),
    );
  });

  it('does nothing inside the dead band and still reaches the end', () => {
    const shaping = { ...NEW_SHAPING, deadBandPct: 10 };
    expect(shapePulseUs(shaping, 0.09)).toBe(1500);
    expect(shapePulseUs(shaping, 0.11)).toBeGreaterThan(1500);
    expect(shapePulseUs(shaping, 1)).toBe(2000);
  });

  it('never leaves the extended travel', () => {
    expect(shapePulseUs({ ...NEW_SHAPING, highUs: 2200, subTrimUs: 200 }, 1)).toBe(2012);
    expect(shapePulseUs({ ...NEW_SHAPING, lowUs: 800, subTrimUs: -200 }, -1)).toBe(988);
  });
});

describe('demands', () => {
  const tilt = SHELF.find((s) => s.class === 'gimbal-two-axis')!.functions.find((f) => f.id === 'tilt')!;
  const palette = SHELF.find((s) => s.class === 'thermal-core-5v')!.functions[0]!;

  it('a window holds from its lower edge up to, not including, its upper edge', () => {
    expect(demandOf(palette, 1480)).toEqual({ window: 'black hot' });
    expect(demandOf(palette, 1479.9)).toEqual({ window: null });
    expect(demandOf(palette, 1520)).toEqual({ window: null });
  });

  it('a range and its inverse agree, reversed or not', () => {
    fc.assert(
      fc.property(fc.double({ min: 1000, max: 2000, noNaN: true }), fc.boolean(), (us, reverse) => {
        expect(pulseForValue(tilt, rangeDemand(tilt, us, { reverse }), { reverse })).toBeCloseTo(us, 6);
      }),
    );
  });

  it('end points typed in degrees, per cent or microseconds mean the same', () => {
    expect(endPointIn('own', 1871, tilt, PLAIN)).toBeCloseTo(23.23, 2);
    expect(endPointFrom('own', 23.23, tilt, PLAIN)).toBe(1871);
    expect(endPointIn('%', 1871, tilt, PLAIN)).toBeCloseTo(74.2, 6);
    expect(endPointFrom('%', 74.2, tilt, PLAIN)).toBe(1871);
  });
});

describe('chains of the demo rig', () => {
  it('reach the gimbal over the bus and the switcher over a pulse pin', () => {
    expect(chain(demoRig(), 'GB', 'tilt')).toMatchObject({
      carrier: 'sbus',
      slot: 8,
      breaks: null,
      control: { id: 'left-slider' },
    });
    expect(chain(demoRig(), 'SW', 'picture')).toMatchObject({ carrier: 'pulse', slot: 14, breaks: null });
  });

  it('break at the uncrossed serial pair and hold once it is crossed', () => {
    expect(chain(demoRig(), 'ZC', 'record').breaks).toContain('not crossed');
    expect(chain(mendedRig(), 'ZC', 'record')).toMatchObject({
      carrier: 'device-serial',
      breaks: null,
      deviceNumber: 11,
    });
  });

  it('quantise over the bus and pass a pulse untouched', () => {
    const bus = forward(chain(mendedRig(), 'GB', 'tilt'), 1)!;
    expect(bus.sentUs).toBe(1871);
    expect(Math.abs(bus.arrivesUs - 1871)).toBeLessThanOrEqual(0.3125);
    expect(forward(chain(mendedRig(), 'SW', 'picture'), 0)).toMatchObject({ sentUs: 1500, arrivesUs: 1500 });
  });

  it('follow the pin of the receiver, not the binding', () => {
    const moved = applyEdit(demoRig(), { kind: 'set', part: 'RX', setting: 'pin2', value: '9' }).rig;
    expect(chain(moved, 'SW', 'picture')).toMatchObject({ slot: 9, control: { id: 'right-knob' } });
  });

  it('make a ladder with one row a used channel', () => {
    const rows = ladderRows(mendedRig(), findChains(mendedRig()), findConversations(mendedRig()));
    expect(rows.map((r) => r.channel)).toEqual([1, 2, 3, 4, 7, 8, 9, 10, 11, 12, 13, 14, 15]);
    expect(rows.find((r) => r.channel === 7)?.moves[0]).toMatchObject({ slot: 7, deviceNumber: 6 });
  });
});

describe('wishes', () => {
  it('are granted by a whole chain, open when it breaks, impossible without a part', () => {
    const states = (rig: Rig): Record<string, string> =>
      Object.fromEntries(wishCoverage(rig, findChains(rig), SHELF).map((w) => [w.wish.what, w.state]));
    expect(states(demoRig())).toMatchObject({ tilt: 'granted', record: 'open', focus: 'impossible' });
    expect(states(mendedRig()).record).toBe('granted');
  });

  it('are impossible beside another that has the only part for it, and say so', () => {
    const tilt = demoRig().wishes.find((w) => w.what === 'tilt')!;
    const { part: _, ...other } = { ...tilt, id: 'W99' };
    const twice: Rig = { ...demoRig(), wishes: [...demoRig().wishes, other] };
    const states = wishCoverage(twice, findChains(twice), SHELF).filter((w) => w.wish.what === 'tilt');
    expect(states.map((w) => w.state)).toContain('impossible');
    expect(states.find((w) => w.state === 'impossible')!.why).toBe(
      'what takes it here answers to another wish already',
    );
  });

  it('name the classes that would grant an impossible one, lightest first', () => {
    const bare = applyEdit(demoRig(), { kind: 'removePart', part: 'GB' }).rig;
    const tilt = wishCoverage(bare, findChains(bare), SHELF).find((w) => w.wish.what === 'tilt')!;
    expect(tilt.state).toBe('impossible');
    const masses = tilt.classes!.map((c) => c.massG);
    expect(tilt.classes!.map((c) => c.class)).toContain('gimbal-two-axis');
    expect(masses).toEqual([...masses].sort((a, b) => a - b));
  });
});
