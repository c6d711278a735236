import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { mendedRig } from '../../test/support/demo-rig.js';
import { matchCrsf, crsfChannels } from '../signals/index.js';
import type { Rig } from '../rig/index.js';
import { stepDevice } from './behaviours/device.js';
import type { DeviceState } from './state.js';
import {
  benchFrame,
  compileBench,
  isQuiet,
  lookerAt,
  observe,
  quietened,
  recordBench,
  runBench,
  setControls,
  slotSight,
  startBench,
  type Bench,
  type BenchState,
} from './index.js';

/** The mended demo with another figure in the sheet of a part's class. */
function withSheet(part: string, change: (sheet: Rig['sheets'][string]) => Rig['sheets'][string]): Rig {
  const rig = mendedRig();
  const cls = rig.parts.find((p) => p.id === part)!.class;
  return { ...rig, sheets: { ...rig.sheets, [cls]: change(rig.sheets[cls]!) } };
}
const awake = (bench: Bench): BenchState => runBench(bench, startBench(bench, { awake: true }), 4000);

describe('the event loop', () => {
  it.each(BENCHES.map((b) => b.name))('on %s gives the same end whichever way the time is cut, hands moving', (name) => {
    const bench = compileBench(Proposed.of(BENCHES.find((b) => b.name === name)!.brief).rig);
    const controls = bench.parts.flatMap((p) => (p.does.sends ? [...Object.values(p.names), p.radio, p.loss] : []));
    const start = startBench(bench, { awake: true });
    const hand = fc.record({
      control: fc.constantFrom('none', ...controls),
      to: fc.double({ min: -1, max: 1, noNaN: true }),
      forUs: fc.integer({ min: 1, max: 400_000 }),
    });
    fc.assert(
      fc.property(fc.array(hand, { minLength: 1, maxLength: 4 }), fc.double({ min: 0, max: 1, noNaN: true }), (hands, share) => {
        let [whole, cut] = [start, start];
        for (const { control, to, forUs } of hands) {
          const first = Math.round(forUs * share);
          whole = runBench(bench, setControls(whole, { [control]: to }), forUs / 1000);
          cut = setControls(cut, { [control]: to });
          cut = runBench(bench, runBench(bench, cut, first / 1000), (forUs - first) / 1000);
        }
        expect(cut.parts).toEqual(whole.parts);
        expect(cut.tMs).toBe(whole.tMs);
        expect(observe(bench, cut)).toEqual(observe(bench, whole));
      }),
      { numRuns: 8 },
    );
  });

  it('once quiet shows the same for as long as the hands are still, but for the frames that are counted', () => {
    for (const { brief } of BENCHES) {
      const bench = compileBench(Proposed.of(brief).rig);
      const controls = bench.parts.find((p) => p.first)?.sheet.controls ?? [];
      const own = Object.fromEntries(controls.map((c, i) => [c.id, i % 2 ? 1 : -1]));
      const quiet = quietened(bench, setControls(startBench(bench, { awake: true }), own), 20_000);
      if (!isQuiet(bench, quiet)) continue;
      const still = ([name]: [string, unknown]): boolean => !name.endsWith('.frames');
      const before = Object.entries(observe(bench, quiet)).filter(still);
      const after = Object.entries(observe(bench, runBench(bench, quiet, 3000))).filter(still);
      expect(after).toEqual(before);
    }
  });

  it('is not quiet while a hand has not been followed, or a radio that is gone has not been given up', () => {
    const bench = compileBench(mendedRig());
    const state = quietened(bench, awake(bench), 5000);
    expect(isQuiet(bench, state)).toBe(true);
    expect(isQuiet(bench, setControls(state, { 'left-slider': 1 }))).toBe(false);
    expect(isQuiet(bench, runBench(bench, setControls(state, { 'left-slider': 1 }), 100))).toBe(false);
    expect(isQuiet(bench, runBench(bench, setControls(state, { 'TX:radio': -1 }), 100))).toBe(false);
    expect(isQuiet(bench, runBench(bench, setControls(state, { 'TX:radio': -1 }), 5000))).toBe(true);
  });
});

describe('lines', () => {
  const linked = BENCHES.map((b) => Proposed.of(b.brief).rig).filter((rig) =>
    compileBench(rig).parts.some((p) => p.lines.some((l) => l.kind === 'crsf') && p.transmitter !== null && p.feed === 'fed'),
  );

  it('of a serial link carry its own frames at its own rate, and a recording of it has them', () => {
    expect(linked.length).toBeGreaterThan(0);
    for (const rig of linked) {
      const bench = compileBench(rig);
      const own = bench.parts.find((p) => p.lines.some((l) => l.kind === 'crsf') && p.transmitter !== null)!;
      const at = own.lines.findIndex((l) => l.kind === 'crsf');
      const state = awake(bench);
      const line = (s: BenchState) => s.parts[own.index]!.receives!.lines[at]!;
      const after = runBench(bench, state, 1000);
      const perS = line(after).frames - line(state).frames;
      expect(Math.abs(perS - 1000 / own.lines[at]!.periodMs)).toBeLessThanOrEqual(1);
      const { bytes } = line(after);
      const match = matchCrsf(bytes!, 0, true);
      expect(match.is).toBe('frame');
      expect(match.is === 'frame' && crsfChannels(match.frame)).toHaveLength(16);
      const { lines } = recordBench(rig, [], 200);
      const recorded = lines.find((l) => l.name.startsWith(own.part.label) && l.name.endsWith(own.lines[at]!.link))!;
      expect(recorded.timesNs.length).toBeGreaterThan(100);
    }
  });

  it('hand on what a controller hears even where its sheet has no function of its own', () => {
    const rig = withSheet('FC', (sheet) => ({ ...sheet, functions: [] }));
    const bare = { ...rig, bindings: rig.bindings.filter((b) => b.part !== 'FC') };
    const bench = compileBench(bare);
    expect(() => runBench(bench, startBench(bench, { awake: true }), 500)).not.toThrow();
  });

  it('show what is sent on each slot', () => {
    const bench = compileBench(mendedRig());
    const slot = mendedRig().shaping.find((s) => s.control === 'left-slider')!.channel;
    const at = (to: number): unknown =>
      lookerAt(bench, [slotSight('RX', slot)])(
        runBench(bench, setControls(awake(bench), { 'left-slider': to }), 100),
      )[slotSight('RX', slot)];
    expect(at(1)).toBeGreaterThan(1800);
    expect(at(-1)).toBeLessThan(1200);
  });
});

describe('live power', () => {
  const hungry = withSheet('GB', (sheet) => ({
    ...sheet,
    supplies: sheet.supplies.map((s) => ({ ...s, volts: [11.9, 17], draw: { ...s.draw, typical: 1, peak: 160 } })),
  }));

  it('lets a part that draws its most fall asleep, begin anew, and hear again', () => {
    const bench = compileBench(hungry);
    const still = startBench(bench, { awake: true });
    expect(observe(bench, still)).toMatchObject({ 'GB.feed': 'fed', 'GB.awake': true, 'GB.restarts': 0 });
    // its axes go to where their controls have them
    const moved = runBench(bench, setControls(still, { 'left-slider': 1 }), 200);
    expect(observe(bench, moved)).toMatchObject({ 'GB.awake': false, 'GB.restarts': 1 });
    // it starts for as long as its sheet says, and falls again at the next movement
    const later = runBench(bench, moved, 60_000);
    expect(observe(bench, later)['GB.restarts']).toBeGreaterThan(1);
  });

  it('leaves everybody awake where the supplies bear it', () => {
    const bench = compileBench(mendedRig());
    const moved = runBench(bench, setControls(awake(bench), { 'left-slider': 1, C: 1, 'right-knob': 1 }), 3000);
    for (const [name, value] of Object.entries(observe(bench, moved)))
      if (name.endsWith('.restarts')) expect(value).toBe(0);
  });

  it('wakes a part after what feeds it', () => {
    const bench = compileBench(mendedRig());
    const at = (id: string): number => bench.wakesMs[bench.parts.findIndex((p) => p.part.id === id)]!;
    const { startsMs } = bench.parts.find((p) => p.part.id === 'RX')!;
    expect(at('RX')).toBeGreaterThanOrEqual(startsMs + at('R5'));
    expect(at('R5')).toBeGreaterThan(0);
  });
});

describe('what a width does', () => {
  const told = (takes: 'latch' | 'steps' | 'momentary' | 'windows', widths: readonly number[]) => {
    const rig = mendedRig();
    const bench = compileBench(rig);
    const own = bench.parts.find((p) => p.part.id === 'SW')!;
    const heard = own.functions[0]!;
    const windows = [
      { fromUs: 800, toUs: 1200, label: 'low' },
      { fromUs: 1800, toUs: 2200, label: 'high' },
    ];
    const part = { ...own, functions: [{ ...heard, line: -1, fn: { ...heard.fn, takes, windows } }] };
    let state: DeviceState = {
      ...startBench(bench, { awake: true }).parts[own.index]!.does!,
      ...{ us: [NaN], asked: [NaN], answers: [NaN], toggles: [false], toggledMs: [NaN], places: [0] },
    };
    return widths.map((us, k) => {
      const receives = { pulses: Array(16).fill(us) as number[], bus: [], lines: [], sent: 1, heard: 1, heardMs: 0, lost: false, missed: false };
      const parts = bench.parts.map((_, i) => ({ sends: null, does: null, receives: i === heard.receiver ? receives : null, menus: [] }));
      const at = { bench, tMs: 2 * k, controls: {}, parts, isAwake: () => true };
      state = stepDevice(part, state, at, true);
      return [state.answers[0], state.places[0]];
    });
  };

  it('a latch stays as it was told between its windows', () => {
    expect(told('latch', [1500, 2000, 1500, 1000, 1500]).map(([a]) => a)).toEqual([-1, 1, 1, 0, 0]);
  });

  it('what is momentary acts inside its window only', () => {
    expect(told('momentary', [2000, 1500, 2000]).map(([a]) => a)).toEqual([1, -1, 1]);
  });

  it('steps go on at each entry of the high window and back at each of the low one', () => {
    expect(told('steps', [1500, 2000, 2000, 1500, 2000, 1500, 1000]).map(([, p]) => p)).toEqual([0, 1, 1, 1, 2, 2, 1]);
  });
});

describe('pictures', () => {
  it('that end in a wire arrive there, though nobody sends them on the air', () => {
    let wired = 0;
    for (const { brief } of BENCHES) {
      const bench = compileBench(Proposed.of(brief).rig);
      const frame = benchFrame(bench, awake(bench));
      const ends = Object.entries(frame.sights).filter(([name, seen]) => name.endsWith('-picture') && seen !== null);
      expect(frame.cameras.some((c) => c.arrives)).toBe(ends.length > 0);
      if (ends.length && !frame.cameras.some((c) => c.onAir)) wired++;
    }
    expect(wired).toBeGreaterThan(0);
  });
});
