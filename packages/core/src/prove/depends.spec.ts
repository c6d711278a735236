import { describe, expect, it } from 'vitest';
import { analyse } from '../analysis/index.js';
import { demoRig } from '../../test/support/demo-rig.js';

describe('what a step runs through', () => {
  const { plan } = analyse(demoRig());
  const of = (id: string): string[] => plan.find((s) => s.id === id)!.dependsOn;

  it('has the radio, the receiver, the part, what feeds each of them, and the cables among them', () => {
    expect(of('GB.tilt.1')).toEqual(expect.arrayContaining(['TX', 'RX', 'GB', 'PK', 'R5', 'C3']));
    expect(of('GB.tilt.1')).not.toContain('ZC');
  });

  it('has what a picture comes through', () => {
    const picture = plan.find((s) => s.expects.some((e) => e.sight === 'VT.on-air'))!;
    expect(picture.dependsOn).toEqual(expect.arrayContaining(['SW', 'VT', 'NC', 'TH']));
  });

  it('names only parts and cables of the rig', () => {
    const rig = demoRig();
    const known = new Set([...rig.parts, ...rig.cables].map((x) => x.id));
    for (const step of plan) expect(step.dependsOn.filter((id) => !known.has(id))).toEqual([]);
  });
});
