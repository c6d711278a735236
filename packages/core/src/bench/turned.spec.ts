import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { Proposed } from '../../test/practice/proposed.js';
import { findChains } from '../channels/index.js';
import { playStep, planOf } from '../prove/index.js';
import { compileBench, runBench, setControls, startBench, observe } from './index.js';

const systemRig = (name: string) => Proposed.of(SYSTEMS.find((s) => s.name.startsWith(name))!.brief).rig;

describe('a mode that turns a position into a rate', () => {
  const rig = systemRig('Shoal hexa');
  const bench = compileBench(rig);
  const mode = findChains(rig).find((c) => c.part.id === 'GC' && c.fn.id === 'mode')!.control!.id;
  const tilt = findChains(rig).find((c) => c.part.id === 'GC' && c.fn.id === 'tilt')!.control!.id;
  const angleAfter = (controls: Record<string, number>, ms: number): number => {
    const state = runBench(bench, setControls(startBench(bench, { awake: true }), controls), ms);
    return Number(observe(bench, state)['GC.tilt-angle']);
  };

  it('holds an angle in the one and goes on turning in the other', () => {
    expect(angleAfter({ [mode]: -1, [tilt]: 0.2 }, 4000)).toBeCloseTo(-18, 0);
    const early = angleAfter({ [mode]: 1, [tilt]: 0.2 }, 600);
    const late = angleAfter({ [mode]: 1, [tilt]: 0.2 }, 1000);
    expect(late - early).toBeCloseTo(0.2 * 90 * 0.4, 0);
  });

  it('is proven both ways by the plan', () => {
    const steps = planOf(rig).filter((s) => s.id.startsWith('GC.tilt.'));
    expect(steps.map((s) => s.id)).toEqual(['GC.tilt.1', 'GC.tilt.-1', 'GC.tilt.turned.1', 'GC.tilt.turned.-1']);
    let state = startBench(bench, { awake: true });
    for (const step of steps) {
      const played = playStep(bench, state, step);
      expect(played.verdict, step.id).toMatchObject({ passed: true });
      state = played.state;
    }
  });
});

describe('an axis over a slip ring', () => {
  it('turns round and round where another comes to its stop', () => {
    const rig = systemRig('Lime works');
    const bench = compileBench(rig);
    const [pan, power] = ['pan', 'power'].map(
      (fn) => findChains(rig).find((c) => c.part.id === 'GB' && c.fn.id === fn)!.control!.id,
    );
    let state = setControls(startBench(bench, { awake: true }), { [pan!]: 1, [power!]: 1 });
    const seen: number[] = [];
    for (let i = 0; i < 120; i++) {
      state = runBench(bench, state, 100);
      seen.push(Number(observe(bench, state)['GB.pan-angle']));
    }
    expect(Math.max(...seen)).toBeGreaterThan(150);
    expect(Math.min(...seen)).toBeLessThan(-150);
    expect(seen.at(-1)).not.toBe(seen.at(-2));
  });
});
