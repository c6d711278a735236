import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../../test/support/demo-rig.js';
import { smallRig } from '../../../test/support/small-rig.js';
import { seeded } from '../../../test/support/random-rig.js';
import { wiggle, type Wiggle } from '../../../test/support/wiggles.js';
import { SHELF } from '../../parts/shelf/index.js';
import { applyEdits, shapingOf, type Edit, type Rig } from '../../rig/index.js';
import { channelOfOutput, identify, sheetWithWindows, sweptWindows, type Identified } from '../index.js';

const rig = mendedRig();
/** Every driven control of the demo, once. */
const ONCE: Wiggle[] = rig.shaping.filter((s) => s.control).map((s) => ({ control: s.control! }));
const byControl = (found: Identified): Record<string, number[]> =>
  Object.fromEntries(found.found.map((f) => [f.control ?? '?', f.slots]));
const wanted = (of: Rig): Record<string, number[]> =>
  Object.fromEntries(of.shaping.filter((s) => s.control).map((s) => [s.control!, [s.channel]]));
const shape = (channel: number, change: object): Edit => ({ kind: 'shape', transmitter: 'TX', channel, change });

describe('identifying channels by wiggling', () => {
  it('finds every control on its slot, in any order, and has nothing to change', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(ONCE, { minLength: ONCE.length }), fc.integer(), (order, seed) => {
        const found = identify(rig, wiggle(rig, order, { noiseUs: 2, random: seeded(seed) }));
        expect(byControl(found)).toEqual(wanted(rig));
        expect(found).toMatchObject({ again: [], dead: [], together: [], edits: [] });
      }),
      { numRuns: 10 },
    );
  });

  it('tells kinds of control apart', () => {
    const { found } = identify(rig, wiggle(rig, ONCE, { noiseUs: 1 }));
    const kinds = Object.fromEntries(found.map((f) => [f.control ?? '?', f.kind]));
    expect(kinds).toMatchObject({ 'left-slider': 'proportional', C: 'three places', E: 'two places' });
  });

  it('sees what differs from the rig, and its edits make the rig agree', () => {
    const real = applyEdits(rig, [
      shape(7, { control: 'right-slider' }),
      shape(8, { reverse: true, lowUs: 1100 }),
      shape(10, { subTrimUs: 30 }),
    ]).rig;
    const track = wiggle(
      real,
      real.shaping.filter((s) => s.control).map((s) => ({ control: s.control! })),
      { noiseUs: 1 },
    );
    const { edits } = identify(rig, track, [{ control: 'right-slider', atMs: -1 }]);
    const named = applyEdits(rig, edits).rig;
    for (const channel of [8, 10]) {
      const [seen, was] = [shapingOf(named, 'TX', channel)!, shapingOf(real, 'TX', channel)!];
      expect([channel, seen.control, seen.reverse]).toEqual([channel, was.control, was.reverse]);
      expect(Math.abs(seen.lowUs - was.lowUs)).toBeLessThanOrEqual(6);
      expect(Math.abs(seen.subTrimUs - was.subTrimUs)).toBeLessThanOrEqual(6);
    }
    const again = identify(named, track);
    expect(again.edits).toEqual([]);
  });

  it('is not confused by trim and noise', () => {
    const trimmed = applyEdits(rig, [shape(1, { subTrimUs: 25 }), shape(2, { subTrimUs: -40 })]).rig;
    const found = identify(trimmed, wiggle(trimmed, ONCE, { noiseUs: 4 }));
    expect(byControl(found)).toEqual(wanted(trimmed));
    expect(found.edits).toEqual([]);
  });

  it('names slots that follow one control', () => {
    const real = applyEdits(rig, [
      shape(5, { control: 'right-knob' }),
      shape(6, { control: 'right-knob', reverse: true }),
    ]).rig;
    const found = identify(real, wiggle(real, ONCE, { noiseUs: 1 }));
    expect(found.together).toEqual([[5, 6, 9]]);
    // each of them as it moves itself: nothing is turned round that is right
    expect(found.edits).toEqual([]);
  });

  it('sees of each slot that follows one control how it moves', () => {
    const real = applyEdits(rig, [
      shape(5, { control: 'right-knob' }),
      shape(6, { control: 'right-knob', reverse: true, lowUs: 1200 }),
    ]).rig;
    const { edits } = identify(
      applyEdits(rig, [shape(5, { control: 'right-knob' })]).rig,
      wiggle(real, ONCE, { noiseUs: 1 }),
    );
    expect(edits).toMatchObject([{ kind: 'shape', channel: 6, change: { control: 'right-knob', reverse: true } }]);
  });

  it('asks again when two controls were moved at once', () => {
    const order: Wiggle[] = [{ control: 'left-slider' }, { control: 'right-knob', atOnceWith: 'C' }, { control: 'E' }];
    const { again, found } = identify(rig, wiggle(rig, order, { noiseUs: 1 }));
    expect(again).toHaveLength(1);
    expect(again[0]!.slots.sort((a, b) => a - b)).toEqual([9, 10]);
    expect(found.map((f) => f.control)).toEqual(['left-slider', 'E']);
  });

  it('names the controls that moved nothing', () => {
    const { dead } = identify(
      rig,
      wiggle(
        rig,
        ONCE.filter((w) => w.control !== 'E' && w.control !== 'right-knob'),
      ),
    );
    expect(dead.sort()).toEqual(['E', 'right-knob']);
  });

  it('says it cannot tell which of two alike it was, until a touch is told', () => {
    const free = applyEdits(rig, [shape(7, { control: null }), shape(16, { control: 'right-slider' })]).rig;
    const track = wiggle(free, [{ control: 'right-slider' }]);
    // the rig on file knows nothing of slot 16
    const bare = { ...rig, shaping: [] };
    const [blind] = identify(bare, track).found;
    expect(blind).toMatchObject({ control: null, slots: [16] });
    expect(blind!.orElse).toEqual(expect.arrayContaining(['left-slider', 'right-slider']));
    const [named] = identify(bare, track, [{ control: 'right-slider', atMs: blind!.fromMs + 50 }]).found;
    expect(named).toMatchObject({ control: 'right-slider', orElse: [] });
  });

  it('finds nothing in a recording in which nothing moves', () => {
    expect(identify(rig, wiggle(rig, [], { noiseUs: 3 }))).toMatchObject({ found: [], again: [], edits: [] });
    expect(identify(rig, { timesMs: new Float64Array(0), slots: [] }).found).toEqual([]);
  });
});

describe('the outputs of a receiver', () => {
  it('put out what they are set to; one that is set to nothing puts out its number', () => {
    const parts = { RX: 'receiver-16' };
    const set = smallRig(parts, [], { RX: { settings: { pin2: '7' } } });
    const [bare, told] = [smallRig(parts), set].map((r) => [1, 2, 3, 99].map(channelOfOutput(r)));
    expect(bare).toEqual([1, 2, 3, 99]);
    expect(told).toEqual([1, 7, 3, 99]);
    expect(channelOfOutput(smallRig({ RX: 'receiver-bus' }))(4)).toBe(4);
  });
});

describe('sweeping a channel for its windows', () => {
  /** A sweep of slot 1 up and, when asked, down; the eye taps late. */
  function sweep(edges: number[], lateMs: number, down: boolean) {
    const times: number[] = [];
    const values: number[] = [];
    const taps: number[] = [];
    const leg = (from: number, to: number): void => {
      const startMs = times.length * 10;
      for (let i = 0; i <= 2000; i++) {
        times.push(startMs + i * 10);
        values.push(from + ((to - from) * i) / 2000);
      }
      const crossed = to > from ? edges : [...edges].reverse();
      for (const edge of crossed) taps.push(startMs + ((edge - from) / (to - from)) * 20_000 + lateMs);
    };
    leg(1000, 2000);
    if (down) leg(2000, 1000);
    return { track: { timesMs: Float64Array.from(times), slots: [Float32Array.from(values)] }, taps };
  }

  it('up and down cancels the delay of the eye', () => {
    for (const late of [120, 300, 420]) {
      const { track, taps } = sweep([1200, 1480, 1520, 1800], late, true);
      const swept = sweptWindows(track, 1, taps);
      expect(swept.edgesUs).toEqual([1200, 1480, 1520, 1800]);
      expect(swept.windows[2]).toEqual({ fromUs: 1480, toUs: 1520 });
      expect(swept.spreadUs).toBeCloseTo(late / 20, 0);
      expect(swept.odd).toEqual([]);
    }
  });

  it('one way takes a usual delay off, and odd taps are told', () => {
    const { track, taps } = sweep([1333, 1667], 250, false);
    expect(sweptWindows(track, 1, taps).edgesUs).toEqual([1333, 1667]);
    expect(sweptWindows(track, 1, [...taps, 90_000]).odd).toHaveLength(1);
    expect(sweptWindows(track, 9, []).edgesUs).toEqual([]);
  });

  it('makes a sheet that has the windows', () => {
    const sheet = SHELF.find((s) => s.class === 'thermal-core-5v')!;
    const made = sheetWithWindows(
      sheet,
      { id: 'palette' },
      [
        { fromUs: 800, toUs: 1400 },
        { fromUs: 1400, toUs: 2200 },
      ],
      ['white', ''],
    );
    expect(made.revision).toBe(sheet.revision + 1);
    expect(made.functions[0]!.windows).toEqual([
      { fromUs: 800, toUs: 1400, label: 'white' },
      { fromUs: 1400, toUs: 2200, label: 'place 2' },
    ]);
  });
});
