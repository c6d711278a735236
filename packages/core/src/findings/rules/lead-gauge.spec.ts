import { expect, it } from 'vitest';
import { leadOf, smallRig } from '../../../test/support/small-rig.js';
import { analyse } from '../../analysis/index.js';
import { fixesOf } from '../index.js';

it('a wire too thick for its small plug is judged by what it carries itself, not by the others of its lead', () => {
  const lead = leadOf('L', ['PK.out.1 LD.supply.1', 'PK.out.2 LD.supply.2', 'FC.serial1.2 CAM.main.4'], {
    gaugeAwg: 12,
  });
  const rig = smallRig(
    { PK: 'pack-14s-tool', LD: 'line-drive', FC: 'flight-controller-6', CAM: 'zoom-camera-serial' },
    [lead],
  );
  const told = analyse(rig).findings.filter((f) => f.rule === 'wire-too-thick');
  expect(told).toHaveLength(1);
  expect(told[0]!.figures.find((f) => f.name === 'amps')!.value).toBe(0);
  const [fix] = fixesOf(told[0]!);
  expect(fix!.edits).toEqual([expect.objectContaining({ kind: 'setWire', cable: 'L', wire: 'w3', gaugeAwg: 26 })]);
});
