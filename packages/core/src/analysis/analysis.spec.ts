import { describe, expect, it } from 'vitest';
import { demoRig, mendedRig } from '../../test/support/demo-rig.js';
import { emptyRig } from '../rig/index.js';
import { analyse } from './index.js';

describe('analysis', () => {
  it('keeps what does not depend on the charge', () => {
    const rig = mendedRig();
    const [full, half] = [analyse(rig, 1), analyse(rig, 0.5)];
    expect(half.findings).toBe(full.findings);
    expect(half.rails.now.nodes[0]!.volts).toBeLessThan(full.rails.now.nodes[0]!.volts);
  });

  it('is plain data that a message can carry', () => {
    const analysis = analyse(demoRig());
    expect(structuredClone(analysis)).toEqual(analysis);
  });

  it('shows the figures of the band', () => {
    const { brief, channels, rails, wake, loom } = analyse(mendedRig());
    expect([brief.granted, brief.wanted, channels.usedSlots, channels.carriedSlots, loom.cables.length]).toEqual([
      9, 10, 13, 16, 20,
    ]);
    expect(rails.lowestMargin?.part).toBe('TH');
    expect(wake.seconds).toBeGreaterThanOrEqual(wake.floorSeconds);
    // a 9 ms radio frame, a pulse every 20 ms and 2 ms of pulse
    expect(channels.latency).toMatchObject({ worst: 31, usual: 16.5, updateHz: 50 });
  });

  it('of an empty rig is empty and does not fall over', () => {
    expect(analyse(emptyRig('x', 'x'))).toMatchObject({
      findings: [],
      plan: [],
      brief: { wanted: 0 },
      rails: { lowestMargin: null, runMin: null },
      wake: { seconds: 0 },
    });
  });
});
