import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoNamed, mendedRig } from '../../test/support/demo-rig.js';
import { crsfLine, pulseLine, sbusLine } from '../../test/support/lines.js';
import { sourceSuite, taken } from '../../test/support/source-suite.js';
import { USUAL } from '../captures/index.js';
import { shapePulseUs } from '../channels/index.js';
import { countToPulseUs } from '../signals/index.js';
import {
  AT_ONCE,
  benchSource,
  captureSource,
  controlsOfPad,
  controlsOfSlots,
  learntControls,
  movedPart,
  slotDecoder,
  type SlotFrame,
} from './index.js';

const width = (count: number): number => countToPulseUs('micro', count);
const capture = { name: 'bus.vcd', endNs: 1e9 };

sourceSuite('a recording of a bus', {
  make: () => captureSource(capture, sbusLine(10), USUAL.sbus, AT_ONCE),
  broken: () => captureSource(capture, pulseLine([1500, 1500, 1500]), USUAL.pulse, AT_ONCE),
  slots: { kind: 'sbus', us: new Array<number>(16).fill(width(992)) },
});

sourceSuite('a recording of the fast link', {
  make: () => captureSource(capture, crsfLine(10), USUAL.crsf, AT_ONCE),
  broken: () => captureSource(capture, pulseLine([1500, 1500, 1500]), USUAL.pulse, AT_ONCE),
  slots: { kind: 'crsf', us: new Array<number>(16).fill(width(992)) },
});

sourceSuite('the simulated rig', {
  make: () => benchSource(mendedRig(), () => ({}), AT_ONCE),
  broken: () => benchSource({ ...mendedRig(), parts: [] }, () => ({}), AT_ONCE),
});

describe('a recording played back', () => {
  it('takes as long as it took', async () => {
    let waited = 0;
    const pace = { wait: (ms: number) => ((waited += ms), Promise.resolve()) };
    const chunks = await taken(captureSource(capture, sbusLine(10), USUAL.sbus, pace), 20);
    expect(chunks).toHaveLength(10);
    // nine periods of 7 ms and the last frame but its last byte
    expect(waited).toBeCloseTo(63 + 2.88, 1);
  });
});

describe('the simulated rig as a source', () => {
  it('follows the hands', async () => {
    const rig = mendedRig();
    const row = rig.shaping.find((s) => s.control === 'right-x')!;
    let hands: Record<string, number> = {};
    const frames: SlotFrame[] = [];
    const decode = slotDecoder('sbus', 'micro', (frame) => frames.push(frame));
    const stop = new AbortController();
    for await (const chunk of benchSource(rig, () => hands, AT_ONCE).open(stop.signal)) {
      decode(chunk);
      if (frames.length === 5) hands = { 'right-x': 1 };
      if (frames.length === 15) stop.abort();
    }
    const at = (frame: SlotFrame): number => frame.us[row.channel - 1]!;
    expect(at(frames[14]!)).toBeGreaterThan(at(frames[3]!) + 200);
  });
});

describe('real hands', () => {
  it('are where the shaping says, whichever way each channel is shaped', () => {
    const rig = demoNamed('saltmarsh-six');
    const rows = rig.shaping.filter((s) => s.control !== null);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 16, maxLength: 16 }),
        (positions) => {
          const us = new Array<number>(16).fill(1500);
          rows.forEach((row, i) => (us[row.channel - 1] = shapePulseUs(row, positions[i % 16]!)));
          const found = controlsOfSlots(rig, us);
          for (const row of rows) {
            const first = rows.find((r) => r.control === row.control)!;
            // the same width again: a dead band and a switch have many places for one
            expect(shapePulseUs(first, found[row.control!]!)).toBeCloseTo(us[first.channel - 1]!, 1);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('beyond the ends of a channel stand at its end', () => {
    const rig = demoNamed('saltmarsh-six');
    const row = rig.shaping.find((s) => s.control !== null)!;
    const us = new Array<number>(16).fill(1500);
    us[row.channel - 1] = 2400;
    expect(Math.abs(controlsOfSlots(rig, us)[row.control!]!)).toBeCloseTo(1, 6);
  });

  it('on a game controller are learnt by what moves most, and stand where it stands', () => {
    const rest = { axes: [0, 0, -1], buttons: [0, 0] };
    expect(movedPart(rest, { axes: [0.1, -0.9, -1], buttons: [0, 0] })).toEqual({ axis: 1, sign: -1 });
    expect(movedPart(rest, { axes: [0.2, 0, 0.9], buttons: [0, 0] })).toEqual({ axis: 2, sign: 1 });
    expect(movedPart(rest, { axes: [0, 0, -1], buttons: [0, 1] })).toEqual({ button: 1 });
    expect(movedPart(rest, { axes: [0.3, 0, -1], buttons: [0.1, 0] })).toBeNull();
    const map = { 'right-y': { axis: 1, sign: -1 }, B: { button: 1 }, gone: { axis: 9, sign: 1 } } as const;
    expect(controlsOfPad(map, { axes: [0, -0.5], buttons: [0, 1] })).toEqual({ 'right-y': 0.5, B: 1, gone: 0 });
    expect(learntControls(demoNamed('saltmarsh-six')).map((c) => c.id)).toContain('right-y');
  });
});
