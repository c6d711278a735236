/** Taggers: told of each photo by a camera's own hot shoe, or by a box that hears the shoe and hands on. */
import { describe, expect, it } from 'vitest';
import { casebookOf, scoreOf } from '../../src/diagnose/index.js';
import { fixesOf } from '../../src/findings/index.js';
import { planOf } from '../../src/prove/index.js';
import { defineSheet, eats, flick, servoPort, supplyPort, usbPort, wire } from '../../src/parts/shelf/define.js';
import { contact } from './own-parts.js';
import { sheetOf } from '../../src/rig/index.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const OVER = ['bus'];
/** A box that works its camera over USB, hears its shoe, and hands each photo on. */
const box = defineSheet({
  ...{ revision: 1, summary: 'of their own' },
  class: 'own-shoe-box',
  role: 'trigger',
  name: 'Box with a shoe',
  group: 'Payload',
  massG: 40,
  ports: [
    supplyPort('volts', 'volts', 'left'),
    servoPort('bus', 'bus', 'left', 'in'),
    usbPort('camera', 'camera', 'right'),
    contact('shoe', 'in'),
    contact('on', 'out'),
  ],
  supplies: [eats('volts', [4.5, 8.4], 0.5, 0.8)],
  links: [
    wire('bus', 'sbus', 'listen', 'bus', { base: 1, scale: 'micro' }),
    wire('camera', 'usb', 'talk', 'camera', {}, { pin: 2 }),
    wire('shoe', 'contact', 'listen', 'shoe'),
    wire('on', 'contact', 'talk', 'on'),
  ],
  functions: [flick('photo', 'Photo', 'photo', OVER, 'lamp blinks')],
});

const PARTS: PartLine[] = [
  ['PK', 'pack-4s'],
  ['R5', 'regulator-5v'],
  ['R12', 'regulator-12v'],
  ['TX', 'transmitter-16'],
  ['RX', 'receiver-bus'],
  ['FC', 'autopilot', { firmware: '4.5' }],
  ['CA', 'mirrorless-a', { prepared: ['remote', 'card', 'usb', 'plane', 'steady'] }],
  ['DB', 'dummy-battery-a'],
  ['TG', 'position-tagger'],
];
const proposed = (parts: PartLine[]): Proposed =>
  Proposed.of({
    ...brief('Tags', 'rotor', [...PARTS, ...parts], [['photo', { control: 'H' }]]),
    sheets: [box],
  });

describe.each([
  ['by the camera itself', proposed([['CB', 'camera-control-box']]), [['CA.shoe', 'TG.flash']], []],
  [
    'by a box that hears the shoe',
    proposed([['CB', box.class]]),
    [
      ['CA.shoe', 'CB.shoe'],
      ['CB.on', 'TG.flash'],
    ],
    ['CB'],
  ],
])('a tagger told %s', (_, now, leads, between) => {
  it('is wired whole', () => {
    expect(now.proposal.unmet).toEqual([]);
    for (const [from, to] of leads) expect(now.has(from!, to!), `${from} ${to}`).toBe(true);
    expect(now.analysis.findings.filter((f) => f.rule === 'photo-untold')).toEqual([]);
  });

  it('is looked at when a photo is taken, and nothing that keeps a photo from it goes unseen', () => {
    const plan = planOf(now.rig);
    const book = casebookOf(now.rig, plan);
    const step = plan.find((s) => s.id === 'TG.tags');
    expect(step?.title).toMatch(/^Take a photo: look whether Position tagger notes it/);
    const score = scoreOf(book);
    const onWay = (text: string): boolean => ['TG', 'CA', ...between].some((id) => text.includes(` ${id} `));
    const dead = score.faults.filter((f) => f.fault.kind === 'output dead' && onWay(`${f.fault.id} `));
    expect(dead.length).toBeGreaterThan(between.length);
    for (const { fault, noticedBy } of dead) expect(noticedBy, fault.text).not.toEqual([]);
  });

  it('says where the way to it breaks, and how it is joined again', () => {
    for (const [from] of leads) {
      const [part, port] = from!.split('.');
      const cable = now.rig.cables.find((c) =>
        c.wires.some((w) => [w.from, w.to].some((e) => e.part === part && e.port === port)),
      )!;
      const off = now.with([{ kind: 'removeCable', cable: cable.id }]);
      const finding = off.analysis.findings.find((f) => f.rule === 'photo-untold')!;
      expect(finding.mark).toBe('watch');
      const again = off.with(fixesOf(finding)[0]!.edits);
      expect(again.analysis.findings.filter((f) => f.rule === 'photo-untold')).toEqual([]);
    }
  });
});

it('no lead is offered that takes its ground off a plug of another kind', () => {
  const now = proposed([['CB', 'camera-control-box']]);
  const cable = now.between('CA', 'TG')[0]!;
  const sheet = sheetOf(now.rig, 'CA');
  const bare = {
    ...sheet,
    ports: sheet.ports.map((p) =>
      p.id === 'shoe' ? { ...p, plug: { ...p.plug, pins: 1 }, pins: p.pins.slice(0, 1) } : p,
    ),
  };
  const off = now.with([{ kind: 'removeCable', cable: cable.id }]);
  const leads = (rig: Proposed) =>
    JSON.stringify(rig.analysis.findings.filter((f) => f.rule === 'photo-untold').flatMap((f) => fixesOf(f)));
  // with a ground of its own the shoe gives a lead
  expect(leads(off)).toContain('shoe');
  expect(leads(off.with([{ kind: 'resheet', sheet: bare }]))).not.toMatch(/hdmi|battery/);
});
