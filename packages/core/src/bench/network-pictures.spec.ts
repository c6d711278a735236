import { describe, expect, it } from 'vitest';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { analyse } from '../analysis/index.js';
import { planOf, playStep } from '../prove/index.js';
import { applyEdits, type Rig } from '../rig/index.js';
import { benchFrame, compileBench, runBench, startBench } from './index.js';

const HUB_UP = 'up';

/** Two network cameras over one hub to an air unit; `plugs`: where on the hub the cameras and the air unit are. */
function site(plugs: readonly [one: string, two: string, air: string], hubFed = true): Rig {
  const net = (line: string) => [line];
  return smallRig(
    { PK: 'pack-4s', ONE: 'network-camera-small', TWO: 'network-camera-small', HUB: 'ethernet-switch-5', AIR: 'air-unit' },
    [
      ...['ONE', 'TWO', 'AIR', ...(hubFed ? ['HUB'] : [])].map((id) => [`PK.out.1 ${id}.supply.1`, `PK.out.2 ${id}.supply.2`]),
      net(`ONE.net.1 HUB.${plugs[0]}.1`),
      net(`TWO.net.1 HUB.${plugs[1]}.1`),
      net(`HUB.${plugs[2]}.1 AIR.net1.1`),
    ],
    { TWO: { address: '192.168.10.31' } },
  );
}

const pictureSteps = (rig: Rig) => planOf(rig).filter((s) => s.id.startsWith('AIR.picture-'));

function seen(rig: Rig, asDrawn = rig): Record<string, boolean> {
  const bench = compileBench(rig);
  let state = startBench(bench, { awake: true });
  return Object.fromEntries(
    pictureSteps(asDrawn).map((step) => {
      const played = playStep(bench, state, step);
      state = played.state;
      return [step.expectText, played.verdict.passed];
    }),
  );
}

const BOTH = { 'the picture of ONE': true, 'the picture of TWO': true };
const arriving = (rig: Rig): string[] => {
  const bench = compileBench(rig);
  const now = runBench(bench, startBench(bench, { awake: true }), 100);
  return benchFrame(bench, now).cameras.flatMap((c) => (c.arrives ? [c.part] : []));
};

describe('pictures over a hub', () => {
  it('all arrive, whichever plugs are taken', () => {
    for (const plugs of [['in1', 'in2', HUB_UP], [HUB_UP, 'in4', 'in2'], ['in3', HUB_UP, 'in1']] as const) {
      const rig = site(plugs);
      expect(seen(rig), plugs.join()).toEqual(BOTH);
      expect(arriving(rig)).toEqual(['ONE', 'TWO']);
      expect(analyse(rig).findings.filter((f) => f.rule === 'picture-nowhere')).toEqual([]);
    }
  });

  it('are lost one by one with their leads, and all with the hub', () => {
    const rig = site(['in1', 'in2', HUB_UP]);
    const cut = applyEdits(rig, [{ kind: 'removeCable', cable: rig.cables.find((c) => c.wires[0]!.from.part === 'TWO')!.id }]).rig;
    expect(seen(cut, rig)).toEqual({ ...BOTH, 'the picture of TWO': false });
    expect(analyse(cut).findings.filter((f) => f.rule === 'picture-nowhere').map((f) => f.subjects)).toEqual([['TWO']]);
    const dark = site(['in1', 'in2', HUB_UP], false);
    expect(Object.values(seen(dark, rig))).toEqual([false, false]);
    expect(arriving(dark)).toEqual([]);
  });

  it('go nowhere over a hub that leads on to nothing', () => {
    const rig = site(['in1', 'in2', HUB_UP]);
    const cut = applyEdits(rig, [{ kind: 'removeCable', cable: rig.cables.at(-1)!.id }]).rig;
    expect(seen(cut, rig)).toEqual({ 'the picture of ONE': false, 'the picture of TWO': false });
    expect(analyse(cut).findings.filter((f) => f.rule === 'picture-nowhere').length).toBe(2);
  });

  it('come over two hubs as over one', () => {
    const one = site(['in1', 'in2', HUB_UP]);
    const two = smallRig({ ...Object.fromEntries(one.parts.map((p) => [p.id, p.class])), H2: 'ethernet-switch-5' }, [
      ...one.cables.slice(0, -1),
      leadOf('F', ['PK.out.1 H2.supply.1', 'PK.out.2 H2.supply.2']),
      leadOf('X', ['HUB.up.1 H2.up.1']),
      leadOf('Y', ['H2.in1.1 AIR.net1.1']),
    ]);
    expect(seen(two)).toEqual(BOTH);
  });
});
