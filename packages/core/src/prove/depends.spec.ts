import { describe, expect, it } from 'vitest';
import { partsWithSheets } from '../rig/index.js';
import { demoRig } from '../../test/support/demo-rig.js';
import { channelId, settingId } from './depends.js';
import { planOf } from './index.js';

describe('what a step runs through', () => {
  const plan = planOf(demoRig());
  const of = (id: string): string[] => plan.find((s) => s.id === id)!.dependsOn;

  it('has the radio, the receiver, the part, what feeds each of them, and the cables among them', () => {
    expect(of('GB.tilt.1')).toEqual(expect.arrayContaining(['TX', 'RX', 'GB', 'PK', 'R5', 'C3']));
    expect(of('GB.tilt.1')).not.toContain('ZC');
  });

  it('has what a picture comes through', () => {
    const picture = plan.find((s) => s.expects.some((e) => e.sight === 'VT.on-air'))!;
    expect(picture.dependsOn).toEqual(expect.arrayContaining(['SW', 'VT', 'NC', 'TH']));
  });

  it('names the channel it is moved by and the setting that names the slot of its pin', () => {
    const named = plan.flatMap((step) => step.dependsOn);
    expect(named).toContain(channelId('TX', 1));
    expect(named.filter((id) => id.includes(' setting ')).length).toBeGreaterThan(0);
  });

  it('names only what the rig has', () => {
    const rig = demoRig();
    const known = new Set([
      ...[...rig.parts, ...rig.cables].map((x) => x.id),
      ...rig.shaping.map((s) => channelId(s.transmitter, s.channel)),
      ...partsWithSheets(rig).flatMap(({ part, sheet }) => sheet.settings.map((s) => settingId(part.id, s.id))),
    ]);
    for (const step of plan) expect(step.dependsOn.filter((id) => !known.has(id))).toEqual([]);
  });
});
