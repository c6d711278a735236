import { describe, expect, it } from 'vitest';
import { demoRig, mendedRig } from '../../test/support/demo-rig.js';
import { emptyRig, type Rig } from '../rig/index.js';
import { analyse, StudyFailed } from './index.js';

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
    expect(rails.lowestMargin?.part).toBe('ZC');
    expect(wake.seconds).toBeGreaterThanOrEqual(wake.floorSeconds);
    // a 9 ms radio frame, a pulse every 20 ms and 2 ms of pulse
    expect(channels.latency).toMatchObject({ worst: 31, usual: 16.5, updateHz: 50 });
  });

  it('of an empty rig is empty and does not fall over', () => {
    expect(analyse(emptyRig('x', 'x'))).toMatchObject({
      findings: [],
      brief: { wanted: 0 },
      rails: { lowestMargin: null, runMin: null },
      wake: { seconds: 0 },
    });
  });

  /** The demo rig with the sheet of its 5 V regulator spoiled past what any file reader lets in. */
  const spoiled = (spoil: (sheet: Rig['sheets'][string]) => void): Rig => {
    const rig = structuredClone(demoRig());
    const part = rig.parts.find((p) => p.label === 'Regulator 5 V')!;
    spoil(rig.sheets[part.class]!);
    return rig;
  };

  const signalPin = (sheet: Rig['sheets'][string]): { port: string; pin: number } => {
    const port = sheet.ports[0]!;
    port.pins.push({ n: 30, label: 'signal', line: 'signal' });
    return { port: port.id, pin: 30 };
  };

  it.each([
    ['plus pin is no supply pin', (s: Rig['sheets'][string]) => (s.sources[0]!.plus = signalPin(s))],
    ['minus pin is no ground pin', (s: Rig['sheets'][string]) => (s.supplies[0]!.minus = signalPin(s))],
    ['regulator is fed by no supply of its own', (s: Rig['sheets'][string]) => (s.supplies = [])],
    ['out has no number for outOhm', (s: Rig['sheets'][string]) => (s.sources[0]!.outOhm = NaN)],
  ])('that stumbles names the station, the part and that its %s', (what, spoil) => {
    expect(() => analyse(spoiled(spoil))).toThrow(StudyFailed);
    expect(() => analyse(spoiled(spoil))).toThrow(new RegExp(`^Rails: Regulator 5 V's .*${what}`));
  });
});
