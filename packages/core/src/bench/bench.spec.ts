import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoRig, mendedRig } from '../../test/support/demo-rig.js';
import { findChains } from '../channels/index.js';
import { applyEdits, emptyRig, type Edit, type Rig } from '../rig/index.js';
import { decodeSbus } from '../signals/index.js';
import {
  benchFrame,
  compileBench,
  observe,
  runBench,
  setControls,
  startBench,
  type Controls,
  type Sights,
} from './index.js';

function after(rig: Rig, controls: Controls, ms = 4000): Sights {
  const bench = compileBench(rig);
  return observe(bench, runBench(bench, setControls(startBench(bench, { awake: true }), controls), ms));
}
const edited = (...edits: Edit[]): Rig => applyEdits(mendedRig(), edits).rig;

describe('the bench', () => {
  it('carries a slider to the tilt axis through real bus bytes', () => {
    expect(after(mendedRig(), { 'left-slider': 1 })['GB.tilt-angle']).toBeCloseTo(23.2, 0);
    expect(after(mendedRig(), { 'left-slider': -1 })['GB.tilt-angle']).toBeCloseTo(-88.4, 0);
  });

  it('tells a camera through a controller none of whose own functions is told', () => {
    const rig = mendedRig();
    const own = rig.bindings.filter((b) => b.part === 'FC');
    const bare = edited(...own.map(({ part, fn }): Edit => ({ kind: 'unbind', part, fn })));
    const relayed = findChains(bare).find((c) => c.relayed && !c.breaks)!;
    const sight = `${relayed.part.id}.${relayed.fn.id}`;
    const [down, up] = [-1, 1].map((at) => after(bare, { [relayed.control!.id]: at })[sight]);
    expect(own.length).toBeGreaterThan(0);
    expect(down).not.toBeNull();
    expect(up).not.toEqual(down);
  });

  it('a control called by a word that every object answers to stands where it rests', () => {
    const rig = mendedRig();
    const text = JSON.stringify(rig).replaceAll('"left-slider"', '"valueOf"');
    const other = JSON.parse(text) as Rig;
    expect(text).not.toBe(JSON.stringify(rig));
    expect(after(other, {})).toEqual(after(rig, {}));
    expect(after(other, { valueOf: 1 })).toEqual(after(rig, { 'left-slider': 1 }));
  });

  it('puts the same counts on the bus that a decoder reads', () => {
    const bench = compileBench(mendedRig());
    const state = runBench(bench, setControls(startBench(bench, { awake: true }), { C: 1, 'right-x': -1 }), 200);
    const receiver = state.parts.find((p) => p.receives)!.receives!;
    const { frames } = decodeSbus(receiver.lines[0]!.bytes!);
    expect(frames[0]?.slots[0]).toBe(192);
    expect(frames[0]?.slots[9]).toBe(1792);
    expect(benchFrame(bench, state).receivers[0]?.slots[9]?.us).toBe(2000);
  });

  it('is pure: the state given stays as it was', () => {
    const bench = compileBench(mendedRig());
    const start = startBench(bench, { awake: true, controls: { 'left-slider': 1 } });
    const before = JSON.stringify(start);
    runBench(bench, start, 2);
    runBench(bench, start, 500);
    expect(JSON.stringify(start)).toBe(before);
  });

  it('gives the same end whichever way the time is cut', () => {
    const bench = compileBench(mendedRig());
    const start = startBench(bench, { awake: true, controls: { 'left-slider': 0.4, C: 1, 'right-knob': 0.7 } });
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 999_999 }), { maxLength: 6 }), (marks) => {
        const cutsUs = [...new Set(marks)].sort((a, b) => a - b);
        const [whole, cut] = [
          runBench(bench, start, 1000),
          [...cutsUs, 1_000_000].reduce(
            (state, us, i) => runBench(bench, state, (us - (cutsUs[i - 1] ?? 0)) / 1000),
            start,
          ),
        ];
        expect(cut).toEqual(whole);
      }),
      { numRuns: 60 },
    );
  });

  it('pan moves by rate in heading lock only, and stays within its stops', () => {
    expect(after(mendedRig(), { 'right-knob': 1 })['GB.pan-angle']).toBe(0);
    expect(after(mendedRig(), { 'right-knob': 1, C: 1 }, 1000)['GB.pan-angle']).toBeGreaterThan(40);
    expect(after(mendedRig(), { 'right-knob': 1, C: 1 }, 9000)['GB.pan-angle']).toBe(170);
  });

  it('a pulse starts recording, the next one stops it', () => {
    const bench = compileBench(mendedRig());
    let state = startBench(bench, { awake: true });
    const flick = (): boolean => {
      for (const H of [1, -1]) state = runBench(bench, setControls(state, { H }), 120);
      return observe(bench, state)['ZC.record'] as boolean;
    };
    expect([flick(), flick(), flick()]).toEqual([true, false, true]);
  });

  it('a picture needs every part on its way', () => {
    expect(after(mendedRig(), { F: 0 })['VT.on-air']).toBe('ZC');
    expect(after(edited({ kind: 'removeCable', cable: 'C14' }), { F: 0 })['VT.on-air']).toBeNull();
    expect(after(edited({ kind: 'removeCable', cable: 'C11' }), { F: 0 })['VT.on-air']).toBeNull();
  });

  it('an uncrossed pair leaves the camera silent and everything else alive', () => {
    const pressed = { H: 1, 'right-slider': 1, 'left-slider': 1 };
    const crossed = after(edited({ kind: 'crossPair', cable: 'C6' }), pressed);
    expect(crossed['ZC.record']).toBe(false);
    expect(crossed['ZC.zoom']).toBeNull();
    expect(crossed['GB.tilt-angle']).toBeCloseTo(23.2, 0);
  });

  it('an overfed part does not live', () => {
    expect(after(demoRig(), {})['TH.feed']).toBe('overfed');
    expect(after(demoRig(), {})['TH.palette']).toBeNull();
  });

  it('a part that is still starting gives no sign', () => {
    const bench = compileBench(mendedRig());
    const early = observe(bench, runBench(bench, startBench(bench), 3000));
    expect(early['GB.tilt-angle']).toBeNull();
    expect(early['SW.awake']).toBe(true);
    expect(early['TH.awake']).toBe(false);
  });

  it('a dead part gives no sign, whatever it is fed', () => {
    const bench = compileBench(mendedRig(), 1, [{ kind: 'dead', part: 'ZC' }]);
    const sights = observe(bench, runBench(bench, startBench(bench, { awake: true }), 200));
    expect(sights['ZC.awake']).toBe(false);
    expect(sights['SW.awake']).toBe(true);
  });

  it('an empty rig has nothing to show and does not fall over', () => {
    const bench = compileBench(emptyRig('x', 'x'));
    expect(benchFrame(bench, runBench(bench, startBench(bench), 100))).toMatchObject({
      sights: {},
      receivers: [],
      cameras: [],
    });
  });
});
