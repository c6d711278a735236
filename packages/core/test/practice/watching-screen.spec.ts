/** A screen that steers nothing is joined to the network of what it shows, at its own end of the air. */
import { describe, expect, it } from 'vitest';
import { defineSheet, eats, ethernetPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', group: 'Picture' as const };
const net = (id: string, side: 'left' | 'right') => ethernetPort(id, id, side, 'Ethernet 8-way');
const plug = (way: 'talk' | 'both', address: string) => wire('net', 'ethernet', way, 'net', { address });
const air = { id: 'air', kind: 'radio' as const, way: 'both' as const, pins: {}, params: {} };

const camera = defineSheet({
  ...base,
  class: 'own-net-camera',
  role: 'camera',
  name: 'Network camera',
  massG: 120,
  ports: [net('net', 'right'), supplyPort('volts', 'volts', 'left', 'wire ends')],
  supplies: [eats('volts', [9, 17], 5, 7)],
  links: [plug('talk', '192.168.7.20')],
  streams: [{ id: 'view', lens: 'visible', kind: 'rtsp', link: 'net', path: '/view' }],
  view: { wideDeg: 70, teleDeg: 70, pointsAcross: 1920 },
});
const end = (id: string, massG: number) =>
  defineSheet({
    ...base,
    class: `own-end-${id}`,
    role: 'network',
    name: `End of a data link, ${id}`,
    massG,
    ports: massG ? [net('net', 'left'), supplyPort('volts', 'volts', 'left', 'wire ends')] : [net('net', 'left')],
    supplies: massG ? [eats('volts', [9, 17], 5, 7)] : [],
    links: [plug('both', `192.168.7.${massG ? 1 : 2}`), air],
    ...(massG ? {} : { inside: { battery: true, minutes: 200 } }),
  });
const screen = defineSheet({
  ...base,
  class: 'own-screen',
  role: 'display',
  name: 'Field screen',
  massG: 0,
  inside: { battery: true, minutes: 200 },
  ports: [net('net', 'left')],
  links: [plug('both', '192.168.7.30')],
  apps: [{ id: 'look', name: 'viewer', shows: [{ kind: 'rtsp', toldBy: 'address, then path' }], steers: [] }],
});

const [up, down] = [end('up', 90), end('down', 0)];
const of = (...parts: [string, string][]): Proposed =>
  Proposed.of({
    ...brief('Dyke watch', 'rotor', [['PK', 'pack-4s'], ...parts], []),
    sheets: [camera, up, down, screen],
  });

describe('a screen that only shows', () => {
  it('is joined to the ground end, and to nothing that flies', () => {
    const now = of(['CA', camera.class], ['UP', up.class], ['DN', down.class], ['SC', screen.class]);
    expect(now.has('SC', 'DN')).toBe(true);
    expect(now.has('CA', 'UP')).toBe(true);
    expect([now.has('SC', 'UP'), now.has('SC', 'CA')]).toEqual([false, false]);
    expect(now.analysis.findings.map((f) => f.title)).toEqual([]);
  });

  it('is left alone where no lens sends over a network', () => {
    const now = of(['DN', down.class], ['SC', screen.class]);
    expect(now.proposal.unmet.map((u) => u.demand).join()).not.toContain('Field screen');
  });
});
