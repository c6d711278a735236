import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { sheetProblems, type Sheet, type Source } from '../parts/index.js';
import type { Rig } from '../rig/index.js';
import { contactsOhm, rigNetwork, solveRigNetwork } from './index.js';
import { railBand } from './studies.js';

type Regulator = NonNullable<Source['regulator']>;

/** A pack, a 5 V regulator with other figures, and a load that asks for some watts of it. */
function fed(figures: Partial<Regulator>, watts: number): Rig {
  const rig = smallRig({ PK: 'pack-4s', R5: 'regulator-5v-small', TH: 'thermal-core-5v' }, [
    leadOf('C1', ['PK.out.1 R5.in.1 red', 'PK.out.2 R5.in.2 black'], { gaugeAwg: 20, lengthMm: 100 }),
    leadOf('C2', ['R5.out.1 TH.supply.1 red', 'R5.out.2 TH.supply.2 black'], { gaugeAwg: 26, lengthMm: 100 }),
  ]);
  const regulator = structuredClone<Sheet>(rig.sheets['regulator-5v-small']!);
  Object.assign(regulator.sources[0]!.regulator!, figures);
  const load = structuredClone<Sheet>(rig.sheets['thermal-core-5v']!);
  load.supplies[0]!.draw = { kind: 'power', typical: watts, peak: watts, duty: 1 };
  return { ...rig, sheets: { ...rig.sheets, [regulator.class]: regulator, [load.class]: load } };
}

const nodeOf = (rig: Rig, part: string, terminal?: string, from: 'running' | 'cold' = 'running') =>
  solveRigNetwork(rigNetwork(rig), 1, from).nodes.find(
    (n) => n.part === part && (!terminal || n.terminal === terminal),
  )!;

describe('what a regulator’s sheet says', () => {
  it('takes the efficiency of the current it gives: watts in are watts out over it, and its own draw', () => {
    const efficiencyAt = [
      { amps: 0.05, efficiency: 0.6 },
      { amps: 0.4, efficiency: 0.9 },
      { amps: 1.5, efficiency: 0.8 },
    ];
    const shareAt = (a: number): number =>
      a <= 0.05 ? 0.6 : a <= 0.4 ? 0.6 + (0.3 * (a - 0.05)) / 0.35 : a <= 1.5 ? 0.9 - (0.1 * (a - 0.4)) / 1.1 : 0.8;
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 7, noNaN: true }), (watts) => {
        const rig = fed({ efficiencyAt, quiescentA: 0 }, watts);
        const out = nodeOf(rig, 'R5', rig.sheets['regulator-5v-small']!.sources[0]!.id);
        const input = solveRigNetwork(rigNetwork(rig), 1).nodes.find((n) => n.kind === 'regulator input')!;
        expect((out.volts * out.amps) / (input.volts * input.amps)).toBeCloseTo(shareAt(out.amps), 4);
      }),
      { numRuns: 60 },
    );
  });

  it('spreads the efficiency over load as it spreads the one figure: a worse rig draws more', () => {
    const flat = [
      { amps: 0.1, efficiency: 0.7 },
      { amps: 1, efficiency: 0.7 },
    ];
    const band = (figures: Partial<Regulator>) => railBand(rigNetwork(fed(figures, 3)), 1, 50);
    expect(band({ efficiency: 0.9, efficiencyAt: flat })).toEqual(band({ efficiency: 0.7 }));
  });

  it('is told when its currents do not rise', () => {
    const sheet = fed(
      {
        efficiencyAt: [
          { amps: 1, efficiency: 0.9 },
          { amps: 0.5, efficiency: 0.8 },
        ],
      },
      1,
    ).sheets['regulator-5v-small']!;
    expect(sheetProblems(sheet)).toEqual([
      { where: 'sources[0].regulator.efficiencyAt', what: 'currents come in rising order, each once' },
    ]);
  });

  it('holds its limit: what asks for more stands under its floor, and says no lie about amps', () => {
    const rig = fed({ limit: { kind: 'constant', amps: 0.5 } }, 4);
    const load = nodeOf(rig, 'TH', undefined, 'cold');
    expect(load.amps).toBeLessThanOrEqual(0.5 + 1e-6);
    expect(load.volts).toBeLessThan(load.allowed![0]);
    // under its limit it is as it was
    expect(nodeOf(fed({ limit: { kind: 'constant', amps: 0.5 } }, 1), 'TH')).toEqual(nodeOf(fed({}, 1), 'TH'));
  });

  it('that latches stays off once it was asked for too much', () => {
    expect(nodeOf(fed({ limit: { kind: 'latched', amps: 0.5, tripMs: 1 } }, 4), 'TH').volts).toBeLessThan(0.1);
  });
});

describe('contacts', () => {
  it('take their share: the same lead with plugs instead of bare ends loses as much more as they are', () => {
    const rig = fed({}, 2);
    const lead = rig.cables[1]!;
    const [out, load] = [nodeOf(rig, 'R5', rig.sheets['regulator-5v-small']!.sources[0]!.id), nodeOf(rig, 'TH')];
    const copper = 2 * 0.1 * 0.1339;
    const plugs = lead.wires.reduce((ohm, w) => ohm + contactsOhm(rig, w), 0);
    expect(plugs).toBeGreaterThan(0);
    expect((out.volts - load.volts) / load.amps).toBeCloseTo(copper + plugs, 3);
  });
});
