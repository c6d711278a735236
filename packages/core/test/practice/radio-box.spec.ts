/** A joystick by lead whose radio is a box of its own, beside a set that has one in it: each has its receiver. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { compileBench, observe, runBench, startBench } from '../../src/bench/index.js';
import { airInto, findChains } from '../../src/channels/index.js';
import { findConversations } from '../../src/loom/index.js';
import { defineSheet, eats, servoPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { joint } from '../../src/parts/shelf/gimbal-parts.js';
import { propose } from '../../src/propose/index.js';
import type { Rig } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const air = (way: 'talk' | 'listen') => ({ id: 'air', kind: 'radio' as const, way, pins: {}, params: {} });
const desk = defineSheet({
  ...base,
  class: 'own-stick',
  role: 'transmitter',
  name: 'Stick by lead',
  group: 'Control',
  massG: 0,
  inside: { battery: true, minutes: 300 },
  ports: [servoPort('say', 'say', 'right', 'out')],
  links: [wire('say', 'sbus', 'talk', 'say')],
  controls: (['↔', '↕'] as const).map((label) => ({
    id: label === '↔' ? 'x' : 'y',
    label: `stick ${label}`,
    kind: 'stick' as const,
    x: 0.5,
    y: 0.5,
  })),
});
const box = defineSheet({
  ...base,
  class: 'own-radio-box',
  role: 'network',
  name: 'Radio box',
  group: 'Control',
  massG: 0,
  ports: [servoPort('hear', 'hear', 'left', 'in'), supplyPort('volts', 'volts', 'left')],
  supplies: [eats('volts', [6, 17], 1, 2)],
  links: [wire('hear', 'sbus', 'listen', 'hear'), air('talk')],
});
const receiver = defineSheet({
  ...base,
  class: 'own-far-receiver',
  role: 'receiver',
  name: 'Far receiver',
  group: 'Control',
  massG: 8,
  ports: [servoPort('out', 'out', 'right', 'out'), supplyPort('volts', 'volts', 'left')],
  supplies: [eats('volts', [4.5, 17], 0.3, 0.5)],
  links: [wire('out', 'sbus', 'talk', 'out'), air('listen')],
});
const head = defineSheet({
  ...base,
  class: 'own-far-head',
  role: 'gimbal',
  name: 'Far head',
  group: 'Payload',
  massG: 900,
  ports: [servoPort('bus', 'bus', 'left', 'in'), supplyPort('volts', 'volts', 'left')],
  supplies: [eats('volts', [11, 17], 10, 20)],
  links: [wire('bus', 'sbus', 'listen', 'bus')],
  functions: (['pan', 'tilt'] as const).map((what) => ({
    ...{ id: what, label: what, what, takes: 'rate' as const, over: ['bus'], joint: what },
    ...{ rangeUs: [1000, 2000] as [number, number], range: { from: -40, to: 40, unit: '°/s' as const } },
  })),
  joints: [joint('pan', -170, 170), joint('tilt', -90, 30)],
});
const now = Proposed.of({
  ...brief(
    'Line',
    'carriage on a line',
    [
      ['ST', desk.class],
      ['BX', box.class],
      ['RX', receiver.class],
      ['HD', head.class],
      ['PK', 'pack-4s'],
      ['PG', 'pack-3s'],
    ],
    [['pan'], ['tilt']],
  ),
  sheets: [desk, box, receiver, head],
});
const angle = (rig: Rig, controls: Record<string, number>): unknown => {
  const bench = compileBench(rig);
  return observe(bench, runBench(bench, startBench(bench, { awake: true, controls }), 1500))['HD.pan-angle'];
};

describe('a desk whose radio is a box of its own', () => {
  it('is wired to it by a proposal, and moves what hears it', () => {
    expect(now.proposal.unmet).toEqual([]);
    expect(now.between('ST', 'BX')).toHaveLength(1);
    expect(now.failing()).toEqual([]);
    const [pan] = findChains(now.rig).filter((c) => c.fn.id === 'pan');
    expect([pan!.transmitter!.id, pan!.breaks]).toEqual(['ST', null]);
    expect(Number(angle(now.rig, { [pan!.control!.id]: 1 }))).toBeGreaterThan(20);
  });

  it('sends for the desk: whoever hears the box hears its sticks, and which box it was is known', () => {
    const heard = airInto(now.rig, findConversations(now.rig), 'RX')!;
    expect([heard.talker.part.id, heard.via?.id]).toEqual(['ST', 'BX']);
  });

  it('moves nothing while the box has no volts, or no lead comes to it', () => {
    const [pan] = findChains(now.rig).filter((c) => c.fn.id === 'pan');
    const without = (a: string, b: string): Rig => ({
      ...now.rig,
      cables: now.rig.cables.filter((c) => !now.between(a, b).includes(c)),
    });
    const at = { [pan!.control!.id]: 1 };
    const feeders = ['PK', 'PG'].filter((id) => now.between('BX', id).length);
    expect(feeders).toHaveLength(1);
    for (const feeder of feeders) expect(angle(without('BX', feeder), at)).toBe(0);
    expect(angle(without('ST', 'BX'), at)).toBe(0);
  });

  it('keeps the lead that is there when it is proposed again', () => {
    const again = propose(now.rig);
    expect(again.edits).toEqual([]);
    expect(again.unmet).toEqual([]);
  });
});
