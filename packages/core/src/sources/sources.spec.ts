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
  lineScale,
  movedPart,
  playedSource,
  slotDecoder,
  steady,
  type Chunk,
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

const kept: Chunk[] = Array.from({ length: 5 }, (_, n) => ({
  kind: 'bytes',
  atMs: 100 + 7 * n,
  bytes: Uint8Array.of(n),
}));
sourceSuite('chunks that were taken before', {
  make: () => playedSource('bus.vcd', kept, AT_ONCE),
  broken: () => playedSource('bus.vcd', [], AT_ONCE),
});

describe('chunks played again', () => {
  it('come as they came, and a wait that takes too long is made up for', async () => {
    let nowMs = 0;
    const waits: number[] = [];
    const slow = {
      wait: (ms: number) => {
        waits.push(ms);
        // the third comes back late
        nowMs += waits.length === 3 ? ms + 5 : ms;
        return Promise.resolve();
      },
    };
    const source = playedSource(
      'bus.vcd',
      kept,
      steady(slow, () => nowMs),
    );
    expect(await taken(source, 9)).toEqual(kept);
    expect(waits).toEqual([7, 7, 7, 2]);
    expect(nowMs).toBe(28);
  });
});

describe('how a line counts', () => {
  it('is told by the receiver of the rig, and usual where none has such a line', () => {
    const rig = mendedRig();
    const receiver = rig.parts.find((p) =>
      rig.sheets[p.class]!.links.some((l) => l.kind === 'sbus' && l.way === 'talk'),
    )!;
    const sheet = structuredClone(rig.sheets[receiver.class]!);
    for (const link of sheet.links) if (link.kind === 'sbus') link.params = { ...link.params, scale: 'percent' };
    const other = { ...rig, sheets: { ...rig.sheets, [receiver.class]: sheet } };
    expect(lineScale(other, 'sbus')).toBe('percent');
    expect(lineScale({ ...rig, parts: [] }, 'crsf')).toBe('micro');
  });
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
