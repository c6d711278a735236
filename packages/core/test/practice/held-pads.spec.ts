/** Pads that come held by features: one plays a camera's keys, one puts out pulses. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { findChains } from '../../src/channels/index.js';
import { fixesOf } from '../../src/findings/index.js';
import { defineSheet, eats, servoPort, signal, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { applyEdits, type PinRef, type Rig } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const pad = (id: string) => ({
  id,
  label: `${id} pad`,
  side: 'right' as const,
  plug: { family: 'solder pads', pins: 1 },
  pins: [{ ...signal(1, id, 'out'), levelV: 3.3 }],
});
const resource = (id: string, heldWhenNew: string[]) => ({
  ...{ id, label: `${id} pad`, kind: 'pad' as const, port: id, pin: 1, timer: true, heldWhenNew },
});

/** No link of it names what is spoken there. */
const board = defineSheet({
  ...base,
  class: 'own-board',
  role: 'controller',
  name: 'Quarter board',
  group: 'Control',
  massG: 12,
  board: 'large',
  ports: [
    supplyPort('volts', 'volts', 'left'),
    servoPort('bus', 'bus', 'left', 'in'),
    supplyPort('five', '5 V', 'right', 'solder pads'),
    pad('led'),
    pad('m5'),
    pad('m6'),
  ],
  supplies: [eats('volts', [4.5, 8.4], 1, 2)],
  ties: [
    [
      { port: 'volts', pin: 1 },
      { port: 'five', pin: 1 },
    ],
  ],
  links: [
    wire('bus', 'sbus', 'listen', 'bus'),
    wire('led', 'ladder', 'talk', 'led'),
    wire('m5', 'pulse', 'talk', 'm5'),
    wire('m6', 'pulse', 'talk', 'm6'),
  ],
  resources: [resource('led', ['LED strip', 'lap beacon']), resource('m5', ['motor 5']), resource('m6', ['servo 6'])],
  functions: (['roll', 'pitch', 'throttle', 'yaw'] as const).map((what, i) => ({
    ...{ id: what, label: what, what, takes: 'position' as const, over: ['bus'], firstSlot: i + 1 },
  })),
});
const eye = defineSheet({
  ...base,
  class: 'own-key-eye',
  role: 'camera',
  name: 'Key eye',
  group: 'Payload',
  massG: 8,
  ports: [supplyPort('volts', 'volts', 'left'), pad('keys'), servoPort('zoom', 'zoom', 'left', 'in')].map((p) =>
    p.id === 'keys' ? { ...p, pins: [signal(1, 'keys', 'in')] } : p,
  ),
  supplies: [eats('volts', [4.5, 9], 0.8, 1)],
  links: [
    { ...wire('keys', 'ladder', 'listen', 'keys'), params: { seriesOhm: [400, 600] } },
    wire('zoom', 'pulse', 'listen', 'zoom'),
  ],
  functions: [
    {
      ...{ id: 'menu', label: 'Menu', what: 'menu', takes: 'steps' },
      askedBy: [
        { by: 'gesture', over: ['keys'], gestures: [{ id: 'in', sticks: { yaw: -1 }, holdS: 1, does: 'open' }] },
      ],
    },
    { id: 'zoom', label: 'Zoom', what: 'zoom', takes: 'position', over: ['zoom'] },
  ],
  view: { wideDeg: 90, teleDeg: 30, pointsAcross: 720 },
});
const now = Proposed.of({
  ...brief(
    'Finch',
    'FPV',
    [
      ['PK', 'pack-2s'],
      ['RX', 'receiver-long-range'],
      ['TX', 'transmitter-16'],
      ['FC', board.class],
      ['CM', eye.class],
    ],
    [['menu'], ['zoom']],
  ),
  sheets: [board, eye],
});
const held = (resourceId: string, to: string): Rig => ({
  ...now.rig,
  held: [...now.rig.held.filter((h) => h.resource !== resourceId), { part: 'FC', resource: resourceId, to }],
});
/** On the pad that comes as a motor's output. */
const toFive = (at: PinRef): PinRef => (at.part === 'FC' && at.port === 'm6' ? { ...at, port: 'm5' } : at);
const told = (rig: Rig): string[] => analyse(rig).findings.flatMap((f) => (f.rule === 'pad-held' ? [f.title] : []));

describe('a pad that plays keys, on a sheet that names no speech', () => {
  it('is released from all that held it and given to the keys', () => {
    expect(now.rig.held.filter((h) => h.resource === 'led').map((h) => h.to)).toEqual(['camera keys']);
    expect(now.proposal.unmet.filter((u) => u.part === 'FC').map((u) => u.demand)).toEqual([]);
    expect(told(now.rig)).toEqual([]);
  });

  it('may be given to them in any words that name them', () => {
    for (const to of ['camera keys', 'Camera-Keys', 'ladder', 'Key eye', 'CM'])
      expect(told(held('led', to))).toEqual([]);
    for (const to of ['LED strip', 'lap beacon', 'something']) {
      expect(told(held('led', to))).toEqual(['Led pad is not given to camera keys']);
    }
    const nobody = { ...now.rig, held: now.rig.held.filter((h) => h.resource !== 'led') };
    expect(told(nobody)).toEqual(['Led pad is not given to camera keys']);
  });
});

describe('a pad that puts out pulses', () => {
  /** The zoom on the pad that comes as a motor's output. */
  const onFive = (to: string | null): Rig => ({
    ...now.rig,
    cables: now.rig.cables.map((c) => ({
      ...c,
      wires: c.wires.map((w) => ({ ...w, from: toFive(w.from), to: toFive(w.to) })),
    })),
    held: [
      ...now.rig.held.filter((h) => h.resource === 'led'),
      ...(to === null ? [] : [{ part: 'FC', resource: 'm5', to }]),
    ],
  });
  it('is taken where no feature has to be given up', () => {
    expect(now.chain('CM.zoom').breaks).toBeNull();
    expect(now.rig.held.filter((h) => h.resource !== 'led').map((h) => `${h.resource} ${h.to}`)).toEqual([
      'm5 motor 5',
      'm6 servo 6',
    ]);
    expect(told(now.rig)).toEqual([]);
  });

  it('still held by a motor drives no zoom, and says so; one button releases it', () => {
    const rig = onFive('motor 5');
    expect(told(rig)).toEqual(['M5 pad is not given to pulses']);
    expect(findChains(rig).find((c) => c.fn.id === 'zoom')?.breaks).not.toBeNull();
    const [finding] = analyse(rig).findings.filter((f) => f.rule === 'pad-held');
    const [fix] = fixesOf(finding!);
    expect(fix?.label).toBe('Release it');
    const mended = applyEdits(rig, fix!.edits).rig;
    expect(told(mended)).toEqual([]);
    expect(findChains(mended).find((c) => c.fn.id === 'zoom')?.breaks).toBeNull();
  });

  it('given to pulses, to a servo, to the camera or to nobody puts them out', () => {
    for (const to of ['servo pulses', 'Key eye', null]) expect(told(onFive(to))).toEqual([]);
  });

  it('is held by pulses in any words for them, and not by what only begins alike', () => {
    const shippedWith = (feature: string): Rig => {
      const resources = board.resources.map((r) => (r.id === 'm5' ? { ...r, heldWhenNew: [feature] } : r));
      const rig = onFive(feature);
      return { ...rig, sheets: { ...rig.sheets, [board.class]: { ...board, resources } } };
    };
    for (const feature of ['servo1', 'Servo 5', 'PWM out', 'aux3', 'pan'])
      expect(told(shippedWith(feature))).toEqual([]);
    for (const feature of ['LED panel', 'motor5', 'lap beacon']) expect(told(shippedWith(feature))).toHaveLength(1);
  });

  it('held by a motor is right for a motor', () => {
    const rig = onFive('motor 5');
    const asMotor = eye.functions.map((f) => (f.id === 'zoom' ? { ...f, what: 'drive' as const } : f));
    expect(told({ ...rig, sheets: { ...rig.sheets, [eye.class]: { ...eye, functions: asMotor } } })).toEqual([]);
  });
});
