import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { smallRig } from '../../test/support/small-rig.js';
import { fedBench, operatorWish, twoOperators, twoTransmitters } from '../../test/support/two-operators.js';
import { observe, runBench, setControls, startBench } from '../bench/index.js';
import { findConversations } from '../loom/index.js';
import { hasControls } from '../parts/index.js';
import { applyEdits, NEW_SHAPING, partsThat, type Edit, type Rig } from '../rig/index.js';
import {
  backward,
  chainLatency,
  curveAt,
  curvePoints,
  endPointsFor,
  findChains,
  forward,
  idleAt,
  pictureSteps,
  positionFor,
  pulseForValue,
  rangeDemand,
  resolutionOf,
  setUpTwoOperators,
  shapePulseUs,
  slotName,
  snapUs,
  stickFor,
  wishCoverage,
  type Chain,
} from './index.js';

const rig = mendedRig();
const chainOf = (of: Rig, part: string, fn: string): Chain =>
  findChains(of).find((c) => c.part.id === part && c.fn.id === fn)!;
const shape = (channel: number, change: object): Edit => ({ kind: 'shape', transmitter: 'TX', channel, change });
const position = fc.double({ min: -1, max: 1, noNaN: true });

describe('the way forward', () => {
  it('taken at points keeps its heights there to a per cent, and points taken again stay as they are', () => {
    fc.assert(
      fc.property(fc.integer({ min: -100, max: 100 }), fc.integer({ min: 2, max: 17 }), (softPct, count) => {
        const points = curvePoints({ ...NEW_SHAPING, softPct }, count);
        points.forEach((pct, i) => {
          const at = -1 + (2 * i) / (count - 1);
          expect(Math.abs(pct - 100 * curveAt({ ...NEW_SHAPING, softPct }, at))).toBeLessThanOrEqual(0.5);
        });
        expect(curvePoints({ ...NEW_SHAPING, softPct, points }, count)).toEqual(points);
      }),
    );
  });

  it('goes through weight, offset and points in the order of a transmitter', () => {
    expect(shapePulseUs({ ...NEW_SHAPING, sharePct: 50 }, 1)).toBe(1750);
    expect(shapePulseUs({ ...NEW_SHAPING, sharePct: 50, shiftPct: 50 }, -1)).toBe(1500);
    expect(shapePulseUs({ ...NEW_SHAPING, sharePct: 50, shiftPct: 50 }, 1)).toBe(2000);
    const points = [-100, -20, 0, 60, 100];
    expect([-1, -0.5, -0.25, 0, 0.5, 1].map((p) => shapePulseUs({ ...NEW_SHAPING, points }, p))).toEqual([
      1000, 1400, 1450, 1500, 1800, 2000,
    ]);
    expect(shapePulseUs({ ...NEW_SHAPING, points, reverse: true }, 0.5)).toBe(1200);
  });

  it('over the bus is quantised by counts, and the device reads by its own school', () => {
    const chain = chainOf(rig, 'GB', 'tilt');
    const at = forward(chain, 1)!;
    expect(at).toMatchObject({ sentUs: 1871, count: Math.round((1871 - 880) / 0.625) });
    expect(at.arrivesUs).toBeCloseTo(880 + 0.625 * at.count!, 9);
    const percent = structuredClone(rig);
    percent.sheets['gimbal-two-axis']!.links.find((l) => l.kind === 'sbus')!.params.scale = 'percent';
    const seen = forward(chainOf(percent, 'GB', 'tilt'), 1)!.arrivesUs;
    // 1586 counts by the other school: (1586 − 1024) / 6.72 = 83.6 %
    expect(seen).toBeCloseTo(1500 + 5 * ((at.count! - 1024) / 6.72), 6);
  });

  it('the device’s own dead band, ends, speed and turn come last', () => {
    const { fn } = chainOf(rig, 'GB', 'pan');
    expect(rangeDemand(fn, 1520, { reverse: false, deadBandPct: 10 })).toBe(0);
    expect(rangeDemand(fn, 2000, { reverse: false, deadBandPct: 10 })).toBe(60);
    expect(rangeDemand(fn, 2000, { reverse: false, speedPct: 50 })).toBe(30);
    expect(rangeDemand(fn, 1900, { reverse: false, lowUs: 1100, highUs: 1900 })).toBe(60);
    expect(rangeDemand(fn, 1900, { reverse: true, lowUs: 1100, highUs: 1900 })).toBe(-60);
  });
});

describe('the way back', () => {
  it('from a control position returns to it, whatever the shaping, where there is one', () => {
    const shaping = fc.record({
      lowUs: fc.integer({ min: 1000, max: 1300 }),
      highUs: fc.integer({ min: 1700, max: 2000 }),
      subTrimUs: fc.integer({ min: -10, max: 10 }),
      reverse: fc.boolean(),
      deadBandPct: fc.integer({ min: 0, max: 20 }),
      softPct: fc.integer({ min: 0, max: 80 }),
      sharePct: fc.integer({ min: 50, max: 100 }),
      shiftPct: fc.constant(0),
    });
    fc.assert(
      fc.property(shaping, position, (s, p) => {
        const us = shapePulseUs(s, p);
        const back = positionFor(s, us)!;
        expect(shapePulseUs(s, back)).toBeCloseTo(us, 4);
      }),
      { numRuns: 60 },
    );
    expect(positionFor({ ...NEW_SHAPING, highUs: 1700 }, 1900)).toBeNull();
  });

  it('from wanted angles gives end points that reach them to a step, and says when a count falls between', () => {
    const chain = chainOf(rig, 'GB', 'tilt');
    const { step } = resolutionOf(chain)!;
    fc.assert(
      fc.property(fc.integer({ min: -89, max: -20 }), fc.integer({ min: 0, max: 38 }), (low, high) => {
        const ends = endPointsFor(chain, low, high)!;
        const told = chainOf(applyEdits(rig, [shape(8, ends)]).rig, 'GB', 'tilt');
        const reached = [-1, 1].map((p) => (forward(told, p)!.demand as { value: number }).value);
        expect(Math.abs(reached[0]! - low)).toBeLessThanOrEqual(2 * step);
        expect(Math.abs(reached[1]! - high)).toBeLessThanOrEqual(2 * step);
      }),
      { numRuns: 40 },
    );
    const back = backward(chain, 12.34)!;
    expect(back.exact).toBe(false);
    expect(Math.abs(back.reached - 12.34)).toBeLessThanOrEqual(step);
    expect(back.arrivesUs).toBeCloseTo(pulseForValue(chain.fn, 12.34, chain.setup), 9);
  });

  it('over a plain pulse is exact, and functions of windows have none', () => {
    const pulse = { ...chainOf(rig, 'GB', 'tilt'), scales: null };
    expect(backward(pulse, 12.34)).toMatchObject({ exact: true, count: null });
    expect(backward(chainOf(rig, 'GB', 'mode'), 1)).toBeNull();
    expect(endPointsFor(chainOf(rig, 'GB', 'mode'), 0, 1)).toBeNull();
  });
});

describe('how fine and how fast', () => {
  it('a count of the bus is 0.625 µs, and 130° over 1000 µs make 0.08° a step', () => {
    const resolution = resolutionOf(chainOf(rig, 'GB', 'tilt'))!;
    expect(resolution.stepUs).toBeCloseTo(0.625, 9);
    expect(resolution.step).toBeCloseTo(0.08125, 9);
    // 1012…1871 µs of travel are counts 211…1586
    expect(resolution.steps).toBe(1586 - 211);
  });

  it('a step shows in the picture when it moves a point at the longest lens', () => {
    const [step] = pictureSteps(rig, chainOf(rig, 'GB', 'tilt'));
    // 0.08125° of 17° over 720 points
    expect(step?.telePoints).toBeCloseTo((0.08125 / 17) * 720, 6);
    expect(step?.shows).toBe(true);
    expect(pictureSteps(rig, chainOf(rig, 'GB', 'pan'))).toEqual([]);
  });

  it('the worst wait is the sum of periods and transfers, smoothing on top', () => {
    const conversations = findConversations(rig);
    const chain = chainOf(rig, 'GB', 'tilt');
    const latency = chainLatency(rig, conversations, chain);
    // 9 ms radio frame, 7 ms bus frame, 3 ms on the wire
    expect(latency).toMatchObject({ worst: 19, usual: 11 });
    expect(latency.updateHz).toBeCloseTo(1000 / 9, 6);
    const smooth = applyEdits(rig, [{ kind: 'tune', part: 'GB', fn: 'tilt', change: { smoothingMs: 80 } }]).rig;
    expect(chainLatency(smooth, conversations, chainOf(smooth, 'GB', 'tilt')).worst).toBe(99);
    // a way whose periods nobody states
    const unknown = { ...chain, path: [] };
    expect(chainLatency(rig, conversations, unknown)).toMatchObject({ worst: 0, updateHz: null });
  });
});

describe('counting and sticks', () => {
  it('dragged widths fall on what matters, else on fives', () => {
    expect([snapUs(1502), snapUs(1337), snapUs(1523), snapUs(1583, [1580]), snapUs(2030)]).toEqual([
      1500, 1333, 1525, 1580, 2030,
    ]);
  });

  it('devices name slots by their own first number, and auxiliaries from theirs', () => {
    expect([
      slotName({}, 5),
      slotName({ base: 0 }, 5),
      slotName({ base: 1, auxFrom: 5 }, 5),
      slotName({ base: 1, auxFrom: 5 }, 4),
    ]).toEqual(['5', '4', 'aux 1', '4']);
  });

  it('the four modes put throttle and pitch on the hands they should', () => {
    const transmitter = partsThat(rig, hasControls)[0]!;
    const at = (mode: string, axis: 'throttle' | 'pitch' | 'yaw'): string | undefined =>
      stickFor({ ...transmitter, part: { ...transmitter.part, settings: { mode } } }, axis)?.id;
    expect(['1', '2', '3', '4'].map((m) => at(m, 'throttle'))).toEqual(['right-y', 'left-y', 'right-y', 'left-y']);
    expect(['1', '2', '3', '4'].map((m) => at(m, 'pitch'))).toEqual(['left-y', 'right-y', 'left-y', 'right-y']);
    expect(['1', '2', '3', '4'].map((m) => at(m, 'yaw'))).toEqual(['left-x', 'left-x', 'right-x', 'right-x']);
    const mode1 = { ...transmitter, part: { ...transmitter.part, settings: { mode: '1' } } };
    const stick = (id: string) => transmitter.sheet.controls.find((c) => c.id === id)!;
    expect([idleAt(mode1, stick('right-y')), idleAt(mode1, stick('left-y'))]).toEqual([-1, 0]);
  });
});

describe('two operators', () => {
  it('are set up from the lead: sockets, switch, channels, and the wishes are granted', () => {
    const now = twoOperators();
    expect(now.handOvers).toHaveLength(1);
    expect(now.handOvers[0]).toMatchObject({ from: 'TX', to: 'T2', over: 'trainer lead' });
    expect(now.handOvers[0]!.channels).toHaveLength(2);
    const states = wishCoverage(now, findChains(now), null);
    expect(states.map((s) => s.state)).toEqual(['granted', 'granted']);
    expect(chainOf(now, 'GB', 'tilt').second).toMatchObject({ breaks: null, control: { kind: 'slider' } });
  });

  it('go through the air as well: a receiver of the second transmitter in the trainer socket', () => {
    const air = {
      ...smallRig(
        { TX: 'transmitter-10', T2: 'transmitter-16', RX: 'receiver-16', R2: 'receiver-ppm', GB: 'gimbal-two-axis' },
        [
          ['RX.bus.1 GB.control.1', 'RX.bus.3 GB.control.3'],
          ['R2.ppm.1 TX.trainer.1', 'R2.ppm.3 TX.trainer.2'],
        ],
        { GB: { settings: { control: 'bus' } } },
      ),
      wishes: [operatorWish('W1', 'tilt')],
    };
    const set = setUpTwoOperators(air);
    if (!set.ok) throw new Error(set.why);
    const now = applyEdits(air, set.edits).rig;
    expect(now.handOvers[0]).toMatchObject({ from: 'TX', to: 'T2', over: 'wireless' });
    const chain = chainOf(now, 'GB', 'tilt');
    expect(chain).toMatchObject({ transmitter: { id: 'TX' }, second: { transmitter: { id: 'T2' }, breaks: null } });
    const alone = chainLatency(now, findConversations(now), chain).worst;
    // the second way adds its radio frame, a trainer frame and its length
    expect(chainLatency(now, findConversations(now), chain, true).worst).toBe(alone + 9 + 22.5 + 22.5);
  });

  it('say why not when there is no lead or no second transmitter', () => {
    expect(setUpTwoOperators(twoTransmitters(false))).toMatchObject({
      ok: false,
      why: expect.stringContaining('no trainer lead') as string,
    });
    expect(setUpTwoOperators(rig)).toMatchObject({ ok: false });
  });

  /** @source [practice] before hand-over the second has no effect, after it does, and flight channels never move */
  it('on the bench: no effect before, effect after, flight never moves', () => {
    const now = twoOperators();
    const bench = fedBench(now);
    const control = chainOf(now, 'GB', 'tilt').second!.control!.id;
    const by = now.handOvers[0]!.control!;
    const tilt = (state: ReturnType<typeof startBench>): unknown => observe(bench, state)['GB.tilt'];
    let state = runBench(bench, startBench(bench, { awake: true }), 200);
    const before = tilt(state);
    state = runBench(bench, setControls(state, { [`T2.${control}`]: 1 }), 400);
    expect(tilt(state)).toBe(before);
    const flight = ['roll', 'pitch', 'throttle', 'yaw'].map((axis) => observe(bench, state)[`FC.${axis}`]);
    state = runBench(bench, setControls(state, { [by]: 1 }), 400);
    expect(tilt(state)).not.toBe(before);
    expect(['roll', 'pitch', 'throttle', 'yaw'].map((axis) => observe(bench, state)[`FC.${axis}`])).toEqual(flight);
    state = runBench(bench, setControls(state, { [by]: -1 }), 400);
    expect(tilt(state)).toBe(before);
  });
});
