import type { Sheet } from '../sheet.js';
import { onScreen, type ScreenFirst } from './asked.js';
import { busDataPort, supplyNetPort } from './combined.js';
import { at, defineSheet, eats, flick, halves, ranged, thirds, windows, wire, type FunctionDraft } from './define.js';
import { ARC, axisFunction, joint, LEVEL, mounting } from './gimbal-parts.js';

const LENSES = thirds('visible', 'both', 'thermal');
const BUS = ['bus'];
const NET = ['net'];

/** What a screen asks of a network gimbal; with `bus`, a channel may ask the first of them too. */
const asked = (bus: string[]): FunctionDraft[] => {
  const usual: ScreenFirst = bus.length ? 'first' : 'alone';
  const screen = (fn: FunctionDraft, what: string, when = usual) => onScreen(fn, NET, what, when);
  return [
    screen(axisFunction('tilt', 'Tilt', 'rate', bus, -60, 60, false), 'joystick on the picture, up and down'),
    screen(axisFunction('pan', 'Pan', 'rate', bus, -60, 60, false), 'joystick on the picture, left and right'),
    screen(ranged('zoom', 'Zoom', 'zoom', 'rate', bus, -100, 100, '%'), 'zoom slider'),
    screen(flick('record', 'Record', 'record', bus, 'red dot in its picture'), 'record button'),
    screen(flick('photo', 'Photo', 'photo', bus, 'picture freezes for a moment'), 'shutter button'),
    screen(windows('picture', 'Lens shown', 'picture', bus, LENSES), 'lens chooser'),
    screen(
      windows('palette', 'Palette', 'palette', bus, thirds('white hot', 'black hot', 'rust')),
      'palette list',
      'alone',
    ),
    screen(flick('recentre', 'Recentre', 'recentre', bus, 'swings to the middle'), 'recentre button', 'alone'),
  ];
};

const streams = (paths: readonly [lens: string, path: string][]): Sheet['streams'] =>
  paths.map(([lens, path]) => ({
    id: lens,
    lens,
    kind: 'rtsp' as const,
    link: 'net',
    path,
    standard: '1920 × 1080, 30',
    latencyMs: 220,
  }));

const common = {
  revision: 1,
  role: 'gimbal' as const,
  group: 'Payload' as const,
  settings: [mounting],
  prep: [
    { id: 'mounting', text: 'Mounting set, upright or inverted, before it is powered on the craft' },
    { id: 'factory', text: 'Gimbal level and lens shading left as the factory made them unless something is wrong' },
  ],
  joints: [
    { ...joint('pan', -180, 180), endless: true, carries: 'roll', axis: [0, 0, 1] as [number, number, number] },
    { ...joint('roll', -40, 40), carries: 'tilt', axis: [1, 0, 0] as [number, number, number] },
    { ...joint('tilt', -120, 40), carries: 'payload', axis: [0, 1, 0] as [number, number, number] },
  ],
  starts: [...LEVEL, { text: 'streams stand', seconds: 14, still: false }],
};

/** Everything in one plug: supply and network; moved, zoomed and switched from a screen alone. @source [practice] */
export const gimbalNetworkOnePlug = defineSheet({
  ...common,
  class: 'gimbal-network-one-plug',
  name: 'Gimbal, network, one plug',
  summary: '12–26 V · visible and thermal · from a screen',
  massG: 480,
  sizeMm: [115, 110, 150],
  view: { wideDeg: 62, teleDeg: 6, pointsAcross: 1920 },
  cautions: [ARC],
  ports: [supplyNetPort('main', 'supply · network', 'left')],
  supplies: [{ ...eats('main', [11, 26.5], 12, 28), inrush: { capacitanceUf: 680, softStartMs: 6 } }],
  links: [wire('net', 'ethernet', 'talk', 'main', { address: '192.168.10.25' }, { pin: 3 })],
  streams: streams([
    ['visible', '/visible'],
    ['thermal', '/thermal'],
  ]),
  functions: asked([]),
});

/** Two plugs: supply with network, and bus with data; ranging laser from 5 m to about 1 km. @source [practice] */
export const gimbalNetworkLaser = defineSheet({
  ...common,
  class: 'gimbal-network-laser',
  name: 'Gimbal, network, ranging laser',
  summary: '14–26 V · visible, thermal, laser · bus, telemetry or screen',
  massG: 830,
  sizeMm: [140, 130, 180],
  view: { wideDeg: 60, teleDeg: 2.3, pointsAcross: 1920 },
  cautions: [ARC, 'Ranging laser: read its class; never towards people or craft.'],
  ports: [supplyNetPort('main', 'supply · network', 'left'), busDataPort('control', 'bus · data', 'left')],
  supplies: [{ ...eats('main', [13, 26.5], 20, 45), inrush: { capacitanceUf: 1000, softStartMs: 8 } }],
  links: [
    wire('net', 'ethernet', 'talk', 'main', { address: '192.168.10.25' }, { pin: 3 }),
    wire('bus', 'sbus', 'listen', 'control', { scale: 'micro', base: 1 }),
    {
      id: 'telemetry',
      kind: 'mavlink',
      way: 'both',
      pins: { send: at('control', 2), hear: at('control', 3) },
      params: { baud: 115200, protocol: 'telemetry', base: 1 },
    },
  ],
  streams: streams([
    ['visible', '/visible'],
    ['thermal', '/thermal'],
  ]),
  functions: [
    ...asked(BUS),
    onScreen(
      { ...windows('ranging', 'Ranging laser', 'ranging', BUS, halves('off', 'on')), takes: 'latch' },
      NET,
      'laser button',
      'first',
    ),
  ],
});
