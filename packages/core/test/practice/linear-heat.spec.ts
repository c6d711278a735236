/** A linear regulator that gets rid of too little heat for all that could hang on it. */
import { expect, it } from 'vitest';
import { at, defineSheet, eats, ground, plus, supplyPort } from '../../src/parts/shelf/define.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const two = (id: string, side: 'left' | 'right') => ({
  ...{ id, label: id, side, plug: { family: 'screw terminal 5 mm', pins: 2 } },
  pins: [plus(1), ground(2)],
});
const linear = (heatW: number) =>
  defineSheet({
    ...base,
    ...{ class: 'own-linear', role: 'regulator', name: 'Linear five', group: 'Power', massG: 12 },
    ports: [two('in', 'left'), two('out', 'right')],
    supplies: [
      {
        ...{ id: 'in', plus: at('in', 1), minus: at('in', 2), volts: [7, 30] },
        draw: { kind: 'regulator', typical: 0, peak: 0 },
      },
    ],
    sources: [
      {
        ...{ id: 'out', kind: 'linear', plus: at('out', 1), minus: at('out', 2), maxA: 2, outOhm: 0.05 },
        regulator: { volts: 5, dropoutV: 1.2, efficiency: 0.3, quiescentA: 0.005, fedBy: 'in', heatW },
      },
    ],
  });
const eye = (n: number) =>
  defineSheet({
    ...base,
    ...{ class: `own-eye-${n}`, role: 'camera', name: `Eye ${n}`, group: 'Payload', massG: 40 },
    ports: [supplyPort('dc', 'supply', 'left', 'screw terminal 5 mm')],
    supplies: [eats('dc', [4.6, 5.4], 1.5, 2)],
    view: { wideDeg: 60, teleDeg: 60, pointsAcross: 1000 },
  });
const wired = (heatW: number): Proposed => {
  const sheets = [linear(heatW), eye(1), eye(2)];
  const parts = [['PK', 'pack-4s'], ...sheets.map((s, i) => [['RG', 'E1', 'E2'][i]!, s.class])] as [string, string][];
  return Proposed.of({ ...brief('Linear', 'hand-held or ground', parts, []), sheets });
};

it('what is left unfed says how much heat there is room for, and who makes it', () => {
  expect(wired(20).proposal.unmet).toEqual([]);
  const [left, ...more] = wired(6).proposal.unmet;
  expect(more).toEqual([]);
  expect(left!.why).toMatch(
    /Linear five gets rid of 6\.0 W of heat, feeding Eye \d makes up to \d\.\d W of it, and Eye \d would make up to \d\.\d W/,
  );
});
