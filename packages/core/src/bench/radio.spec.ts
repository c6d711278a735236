import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { fedBench, twoOperators } from '../../test/support/two-operators.js';
import { decodeLine, USUAL } from '../captures/index.js';
import { decodeSbus } from '../signals/index.js';
import type { FailSafe, Rig } from '../rig/index.js';
import type { LineState } from './state.js';
import {
  LOST_AFTER_MS,
  benchControls,
  compileBench,
  isFrameLost,
  lossOf,
  lostOutput,
  observe,
  radioOf,
  recordBench,
  runBench,
  setControls,
  startBench,
  type Bench,
  type BenchState,
} from './index.js';

const OFF = { [radioOf('TX')]: -1 };
const safe = (slot: number, does: FailSafe['does'], valueUs?: number): FailSafe => ({
  receiver: 'RX',
  slot,
  does,
  ...(valueUs === undefined ? {} : { valueUs }),
});
const withSafe = (...failSafes: FailSafe[]): Rig => ({ ...mendedRig(), failSafes });
const started = (bench: Bench, controls = {}): BenchState =>
  runBench(bench, startBench(bench, { awake: true, controls }), 800);
const receiver = (bench: Bench, state: BenchState): LineState =>
  state.parts[bench.parts.findIndex((p) => p.does.receives)]!.receives!.lines[0]!;

describe('what a receiver puts out without radio', () => {
  const heard = Array.from({ length: 16 }, (_, i) => 1100 + 50 * i);

  it('is what each slot is set to, and what was last heard where nothing is set', () => {
    const { pins, bus } = lostOutput([safe(2, 'value', 1234), safe(3, 'hold'), safe(4, 'none')], heard);
    expect(pins.slice(0, 5)).toEqual([1100, 1234, 1200, NaN, 1300]);
    expect(bus.slice(0, 5)).toEqual([1100, 1234, 1200, 1250, 1300]);
  });

  it('leaves the bus silent only when all that is set is silent', () => {
    expect(lostOutput([safe(1, 'none'), safe(2, 'none')], heard).bus).toEqual([]);
    expect(lostOutput([], heard).bus).toEqual(heard);
  });

  it('never puts out a width that was neither heard nor set', () => {
    const slot = fc.record({
      slot: fc.integer({ min: 1, max: 16 }),
      does: fc.constantFrom('hold' as const, 'value' as const, 'none' as const),
      valueUs: fc.integer({ min: 800, max: 2200 }),
    });
    fc.assert(
      fc.property(fc.uniqueArray(slot, { selector: (s) => s.slot, maxLength: 16 }), (set) => {
        const { pins, bus } = lostOutput(
          set.map((s) => ({ receiver: 'RX', ...s })),
          heard,
        );
        pins.forEach((us, i) => {
          const own = set.find((s) => s.slot === i + 1);
          expect(us).toBe(own?.does === 'value' ? own.valueUs : own?.does === 'none' ? NaN : heard[i]);
          if (bus.length) expect(bus[i]).toBe(Number.isNaN(us) ? heard[i] : us);
        });
      }),
    );
  });
});

describe('radio lost on the bench', () => {
  it('is noticed after the usual second, not before, and ends with the next frame', () => {
    const bench = compileBench(withSafe(safe(8, 'value', 1900)));
    let state = runBench(bench, setControls(started(bench), OFF), LOST_AFTER_MS - 40);
    expect(observe(bench, state)['RX.radio']).toBe('heard');
    state = runBench(bench, state, 80);
    expect(observe(bench, state)['RX.radio']).toBe('lost');
    state = runBench(bench, setControls(state, { [radioOf('TX')]: 1 }), 40);
    expect(observe(bench, state)['RX.radio']).toBe('heard');
  });

  it('flags it in the bus frames and sends what is set there, counted from the width', () => {
    const bench = compileBench(withSafe(safe(8, 'value', 1900)));
    const before = started(bench);
    const held = decodeSbus(receiver(bench, before).bytes!).frames[0]!;
    expect(held).toMatchObject({ lost: false, failsafe: false });
    const { frames } = decodeSbus(receiver(bench, runBench(bench, setControls(before, OFF), 1200)).bytes!);
    expect(frames[0]).toMatchObject({ lost: true, failsafe: true });
    // 1900 µs in the usual school: 992 + 400 × 1.6
    expect(frames[0]!.slots).toEqual(held.slots.map((count, i) => (i === 7 ? 1632 : count)));
  });

  it('says nothing on the bus when every slot that is set is silent; frames come back with the radio', () => {
    const bench = compileBench(withSafe(safe(8, 'none')));
    const lost = runBench(bench, setControls(started(bench), OFF), 1200);
    const { frames: busFrames } = receiver(bench, lost);
    const later = runBench(bench, lost, 500);
    expect(receiver(bench, later).frames).toBe(busFrames);
    const back = runBench(bench, setControls(later, { [radioOf('TX')]: 1 }), 100);
    expect(receiver(bench, back).frames).toBeGreaterThan(busFrames + 5);
  });

  it('moves a gimbal to the width that is set and leaves one that holds where it was', () => {
    const tilt = (rig: Rig): { slot: number; before: unknown; after: unknown } => {
      const bench = compileBench(rig);
      const slot = rig.bindings.find((b) => b.part === 'GB' && b.fn === 'tilt')!.slot;
      const control = rig.shaping.find((s) => s.channel === slot)!.control!;
      const before = runBench(bench, started(bench, { [control]: 1 }), 4000);
      const after = runBench(bench, setControls(before, OFF), 5000);
      return { slot, before: observe(bench, before)['GB.tilt'], after: observe(bench, after)['GB.tilt'] };
    };
    const { slot } = tilt(withSafe());
    const holds = tilt(withSafe(safe(slot, 'hold')));
    expect(holds.after).toBe(holds.before);
    const goes = tilt(withSafe(safe(slot, 'value', 1000)));
    expect(goes.before).toBe(holds.before);
    expect(goes.after).not.toBe(goes.before);
  });

  it('has nothing to lose before it has heard anything', () => {
    const bench = compileBench(withSafe(safe(8, 'value', 1900)));
    const state = runBench(bench, startBench(bench, { awake: true, controls: OFF }), 3000);
    expect(observe(bench, state)['RX.radio']).toBeNull();
    expect(receiver(bench, state).frames).toBe(0);
  });

  it('a second transmitter that is off has no effect, whatever the switch says', () => {
    const rig = twoOperators();
    const bench = fedBench(rig);
    const [handOver] = rig.handOvers;
    const slider = rig.shaping.find(
      (s) => s.transmitter === 'T2' && handOver!.channels.some((c) => c.takes === s.channel && s.control?.includes('slider')),
    )!.control!;
    const handed = { [handOver!.control!]: 1, [`T2.${slider}`]: 1 };
    const on = started(bench, handed);
    const off = runBench(bench, setControls(on, { [radioOf('T2')]: -1 }), 800);
    const nobody = started(bench, { ...handed, [`T2.${slider}`]: 0, [handOver!.control!]: -1 });
    expect(observe(bench, off)['GB.tilt']).toBe(observe(bench, nobody)['GB.tilt']);
    expect(observe(bench, on)['GB.tilt']).not.toBe(observe(bench, off)['GB.tilt']);
    expect(benchControls(bench, off)).toMatchObject({ [radioOf('T2')]: -1, [radioOf('TX')]: 1, [`T2.${slider}`]: 1 });
  });

  it('is in a recording: flags from a second after the radio went', () => {
    const { lines } = recordBench(withSafe(safe(8, 'value', 1900)), [{ atMs: 500, controls: OFF }], 2500);
    const bus = lines.find((l) => l.name.endsWith('bus'))!;
    const { counts } = decodeLine(bus, USUAL.sbus);
    expect(counts.lost).toBe(counts.failsafe);
    // a second of 2.5 s at its period
    const share = counts.lost / counts.frames;
    expect(share).toBeGreaterThan(0.38);
    expect(share).toBeLessThan(0.42);
  });
});

describe('radio frames that get lost on the way', () => {
  const lossy = (share: number) => ({ [lossOf('TX')]: share });

  it('are about the share that was asked, by chance that is the same each time', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.nat({ max: 40 }), fc.nat({ max: 100_000 }), (share, at, from) => {
        const lost = Array.from({ length: 2000 }, (_, k) => isFrameLost(share, at, from + k));
        expect(lost).toEqual(lost.map((_, k) => isFrameLost(share, at, from + k)));
        expect(Math.abs(lost.filter(Boolean).length / 2000 - share)).toBeLessThan(0.06);
      }),
    );
    expect([0, -1, NaN].some((share) => isFrameLost(share, 3, 7))).toBe(false);
  });

  it('flag the bus frames that follow, hold what was heard, and are not the radio given up', () => {
    const { lines } = recordBench(mendedRig(), [{ atMs: 0, controls: lossy(0.3) }], 6000);
    const { counts } = decodeLine(lines.find((l) => l.name.endsWith('bus'))!, USUAL.sbus);
    expect(counts.failsafe).toBe(0);
    expect(counts.lost / counts.frames).toBeGreaterThan(0.22);
    expect(counts.lost / counts.frames).toBeLessThan(0.38);
  });

  it('let the last word through all the same: a stick that moved is where it was put', () => {
    const bench = compileBench(mendedRig());
    const to = { 'left-slider': 1 };
    const clear = runBench(bench, started(bench, to), 6000);
    const poor = runBench(bench, started(bench, { ...to, ...lossy(0.6) }), 6000);
    expect(observe(bench, poor)['GB.tilt']).toBe(observe(bench, clear)['GB.tilt']);
    expect(observe(bench, poor)['RX.radio']).toBe('heard');
  });

  it('are the radio given up when none is left, with what is set for that', () => {
    const bench = compileBench(withSafe(safe(8, 'value', 1900)));
    const off = runBench(bench, setControls(started(bench), OFF), 1500);
    const none = runBench(bench, setControls(started(bench), lossy(1)), 1500);
    expect(observe(bench, none)['RX.radio']).toBe('lost');
    expect(decodeSbus(receiver(bench, none).bytes!).frames[0]).toEqual(decodeSbus(receiver(bench, off).bytes!).frames[0]);
    const back = runBench(bench, setControls(none, lossy(0)), 100);
    expect(observe(bench, back)['RX.radio']).toBe('heard');
  });
});
