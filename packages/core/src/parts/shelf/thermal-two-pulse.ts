import { suppliedPicturePort } from './combined.js';
import {
  at,
  defineSheet,
  flick,
  hdmiPort,
  halves,
  picturePort,
  ranged,
  servoPort,
  supplyPort,
  thirds,
  usbPort,
  windows,
  wire,
  eats,
  busOrPulse,
  whenSet,
  type FunctionDraft,
} from './define.js';
import { onScreen } from './asked.js';

const STRICT = 'Takes 5 V and never more.';
const strict5 = (port: string, plusPin: number, minusPin: number) => ({
  id: 'main',
  plus: at(port, plusPin),
  minus: at(port, minusPin),
  volts: [4.75, 5.25] as [number, number],
  draw: { kind: 'power' as const, typical: 1.1, peak: 1.6 },
});

/** Thermal camera on strict 5 V: one data lead for supply and picture, two pulses for record and palette. @source [practice] */
export const thermalTwoPulse = defineSheet({
  class: 'thermal-two-pulse',
  revision: 1,
  role: 'camera',
  name: 'Thermal camera, two pulses',
  summary: 'strict 5 V · record with beeps · palette on three places',
  group: 'Payload',
  massG: 86,
  sizeMm: [46, 40, 34],
  view: { wideDeg: 32, teleDeg: 32, pointsAcross: 640 },
  cautions: [STRICT],
  ports: [
    suppliedPicturePort('data', 'data: 5 V · video', 'right', 'out'),
    servoPort('record', 'record', 'left', 'in'),
    servoPort('palette', 'palette', 'left', 'in'),
  ],
  supplies: [strict5('data', 2, 1)],
  links: [
    wire('video', 'composite', 'talk', 'data', { standard: '625/50' }, { pin: 3 }),
    wire('record', 'pulse', 'listen', 'record'),
    wire('palette', 'pulse', 'listen', 'palette'),
  ],
  functions: [
    flick('record', 'Record', 'record', ['record'], 'two beeps start, three beeps stop; red light blinks'),
    windows('palette', 'Palette', 'palette', ['palette'], thirds('white hot', 'black hot', 'rust')),
  ],
  prep: [{ id: 'card', text: 'Card in, formatted by the camera itself' }],
  starts: [{ text: 'settles, then flat-field', seconds: 22, still: false }],
});

/** Visible and thermal in one body on a closed craft: two usable pulses, the rest by its page on a phone. @source [practice] */
export const twoLensHdmi = defineSheet({
  class: 'two-lens-hdmi',
  revision: 1,
  role: 'camera',
  name: 'Two-lens camera, two pulses and HDMI',
  summary: '10–16 V · display mode and record by pulse · palettes by phone',
  group: 'Payload',
  massG: 295,
  sizeMm: [92, 70, 64],
  view: { wideDeg: 57, teleDeg: 57, pointsAcross: 1920 },
  cautions: ['Lighter than its gimbal likes: ballast, and squeeze the cage.'],
  ports: [
    supplyPort('supply', '10–16 V', 'left', 'wire ends'),
    servoPort('display', 'display mode', 'left', 'in'),
    servoPort('record', 'record', 'left', 'in'),
    hdmiPort('hdmi', 'HDMI', 'right', 'out', 'micro'),
  ],
  supplies: [eats('supply', [10, 16.9], 6, 9)],
  links: [
    wire('display', 'pulse', 'listen', 'display'),
    wire('record', 'pulse', 'listen', 'record'),
    wire('hdmi', 'hdmi', 'talk', 'hdmi'),
    // its own page, without a lead
    { id: 'page', kind: 'ethernet', way: 'both', pins: {}, params: {} },
  ],
  functions: [
    windows('display', 'Display mode', 'display-mode', ['display'], thirds('thermal', 'both', 'visible')),
    flick('record', 'Record', 'record', ['record'], 'red light at the camera, nothing on the ground'),
    onScreen(
      windows('palette', 'Palette', 'palette', [], thirds('white hot', 'rust', 'isotherm')),
      ['page'],
      'palette list',
      'alone',
    ),
  ],
  starts: [{ text: 'starts', seconds: 16, still: false }],
});

const PULSES = ['zoom', 'palette', 'calibrate', 'detail', 'noise'] as const;
const row = (id: (typeof PULSES)[number]): string[] => ['bus', id];
const step = (
  id: 'palette' | 'detail' | 'noise',
  label: string,
  what: 'palette' | 'detail' | 'noise-rejection',
  names: [string, string, string],
): FunctionDraft => ({
  ...windows(id, label, what, row(id), thirds(...names)),
  takes: 'steps',
});

/**
 * Thermal interface that is set up over USB: five pulses or sixteen slots, each function by the kind of switch it wants, HDMI out.
 * @source [practice] end points calibrated first; a channel row left before saving is lost
 */
export const thermalInterfaceUsb = defineSheet({
  class: 'thermal-interface-usb',
  revision: 1,
  role: 'camera',
  name: 'Thermal interface, USB set-up',
  summary: '6–26 V · 5 pulses or 16 slots · HDMI out',
  group: 'Payload',
  massG: 156,
  view: { wideDeg: 25, teleDeg: 25, pointsAcross: 640 },
  ports: [
    supplyPort('supply', '6–26 V', 'left', 'wire ends'),
    servoPort('bus', 'bus', 'left', 'in'),
    ...PULSES.map((id) => servoPort(id, id, 'left', 'in')),
    usbPort('usb', 'USB, set-up', 'left'),
    hdmiPort('hdmi', 'HDMI', 'right', 'out', 'micro'),
    picturePort('video', 'video', 'right', 'out'),
  ],
  supplies: [eats('supply', [6, 26], 3, 4.6)],
  links: [
    wire('bus', 'sbus', 'listen', 'bus', { scale: 'micro', base: 1 }, whenSet('control', 'bus')),
    ...PULSES.map((id) => wire(id, 'pulse', 'listen', id, {}, whenSet('control', 'pulse'))),
    wire('usb', 'usb', 'listen', 'usb', {}, { pin: 2 }),
    wire('hdmi', 'hdmi', 'talk', 'hdmi'),
    wire('video', 'composite', 'talk', 'video', { standard: '625/50' }),
  ],
  settings: [{ ...busOrPulse('bus'), how: 'app', shows: 'the set-up page over USB' }],
  functions: [
    ranged('zoom', 'Thermal zoom', 'zoom', 'position', row('zoom'), 1, 8, '×'),
    step('palette', 'Palette', 'palette', ['before', 'none', 'next']),
    {
      id: 'calibrate',
      label: 'Flat-field',
      what: 'calibrate',
      takes: 'momentary',
      over: row('calibrate'),
      windows: [{ fromUs: 1650, toUs: 2200, label: 'shutter closed' }],
      cue: 'picture freezes for a second',
    },
    step('detail', 'Detail', 'detail', ['less', 'default', 'more']),
    { ...windows('noise', 'Noise rejection', 'noise-rejection', row('noise'), halves('off', 'on')), takes: 'latch' },
  ],
  prep: [
    { id: 'ends', text: 'End points of the receiver calibrated first, before any function is given a row' },
    { id: 'rows', text: 'Each row saved and read back before the next: a row left before saving is lost' },
  ],
  starts: [{ text: 'settles, then flat-field', seconds: 18, still: false }],
});
