import { describe, expect, it } from 'vitest';
import { leadOf, smallRig } from '../../../test/support/small-rig.js';
import { analyse } from '../../analysis/index.js';
import { defineSheet, eats, servoPort, supplyPort, wire } from '../../parts/shelf/define.js';
import { applyEdits, newPart, type Rig } from '../../rig/index.js';

const base = { revision: 1, summary: 'of their own' };
const winch = defineSheet({
  ...base,
  ...{ class: 'own-winch', role: 'drive', name: 'Winch', group: 'Payload', massG: 300 },
  ports: [supplyPort('dc', 'supply', 'left', 'spark-safe 5 mm'), servoPort('s', 'signal', 'left', 'in')],
  supplies: [eats('dc', [9, 17], 100, 300)],
  links: [wire('s', 'pulse', 'listen', 's')],
});
const board = (watts: number) =>
  defineSheet({
    ...base,
    ...{ class: 'own-board', role: 'controller', name: 'Board', group: 'Control', massG: 20 },
    ports: [supplyPort('dc', 'supply', 'left', 'latching 1.25 mm'), servoPort('m', 'motor', 'right', 'out')],
    supplies: [eats('dc', [6, 20], watts, watts)],
    links: [wire('m', 'pulse', 'talk', 'm')],
  });

/** A winch on a long lead of its own, and a board that is fed beside it and joined to it by a thin ground. */
function joined(watts: number, ground: boolean): Rig {
  const own = [winch, board(watts)] as const;
  const bare = applyEdits(
    smallRig({ PK: 'pack-4s' }),
    own.map((sheet, i) => ({ kind: 'addPart', part: newPart(['WI', 'FC'][i]!, sheet.class, sheet.name), sheet })),
  ).rig;
  const long = { gaugeAwg: 12, lengthMm: 1500 };
  const thin = { gaugeAwg: 26, lengthMm: 150 };
  return applyEdits(bare, [
    { kind: 'addCable', cable: leadOf('A', ['PK.out.1 WI.dc.1', 'PK.out.2 WI.dc.2'], long) },
    { kind: 'addCable', cable: leadOf('B', ['PK.out.1 FC.dc.1', 'PK.out.2 FC.dc.2'], thin) },
    { kind: 'addCable', cable: leadOf('C', ['FC.m.1 WI.s.1', ...(ground ? ['FC.m.3 WI.s.3'] : [])], thin) },
  ]).rig;
}
const told = (rig: Rig) =>
  analyse(rig).findings.filter((f) => f.rule === 'connector-overloaded' && f.subjects.includes('FC'));

describe('a small plug with too much through it', () => {
  it('is told what comes back from elsewhere, where its plus brings little', () => {
    expect(told(joined(3, false))).toEqual([]);
    const [first] = told(joined(3, true));
    expect(first?.text).toMatch(/Only 0\.\d A go in by its plus: the rest comes back from elsewhere by its ground/);
  });

  it('wants to be larger where it is its own', () => {
    const [first] = told(joined(40, false));
    expect(first?.text).toContain('use a bigger family');
  });
});
