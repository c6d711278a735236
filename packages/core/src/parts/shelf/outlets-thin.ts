import type { Sheet } from '../sheet.js';
import { defineSheet, gives, regulatorIn, supplyPort, usbPort, whenSet, at, type ShelfDraft } from './define.js';

const SWITCH = {
  id: 'switch',
  label: 'Outlet switch',
  values: ['off', 'on'],
  default: 'off',
  how: 'switch on the device' as const,
  shows: 'lamp beside the outlet',
};
const power = (draft: Omit<ShelfDraft, 'revision' | 'role' | 'group'>): Sheet =>
  defineSheet({ revision: 1, role: 'regulator', group: 'Power', ...draft });

/** Thin accessory outlets of a carriage with a switch of their own. @source [practice] not the system power */
const thin = (volts: 24 | 14, maxA: number): Sheet =>
  power({
    class: `outlet-${volts}v`,
    name: `Accessory outlet ${volts} V`,
    summary: `${volts} V ${maxA} A · own switch`,
    massG: 95,
    ports: [
      supplyPort('in', 'packs', 'left', 'power blade 10 mm'),
      supplyPort('out', `${volts} V`, 'right', 'twist-lock round'),
    ],
    supplies: [regulatorIn('in', [30, 60])],
    settings: [SWITCH],
    sources: [{ ...gives('buck', 'out', volts, maxA, { efficiency: 0.92 }), ...whenSet('switch', 'on') }],
    cues: [{ when: 'outlet switch on', shows: 'lamp beside the outlet' }],
    starts: [{ text: 'settles', seconds: 0.4, still: false }],
  });

export const outlet24v = thin(24, 4);
export const outlet14v = thin(14, 4);

/** Regulator classes of other volts than 5 and 12. Class figures, @source [practice]. */
const buck = (volts: number, maxA: number, from: number, to: number, massG: number): Sheet =>
  power({
    class: `regulator-${volts}v`,
    name: `Regulator ${volts} V`,
    summary: `${maxA} A buck`,
    massG,
    ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'out', 'right', 'wire ends')],
    supplies: [regulatorIn('in', [from, to])],
    sources: [gives('buck', 'out', volts, maxA, { dropoutV: 0.9, efficiency: 0.92 })],
    starts: [{ text: 'settles', seconds: 0.2, still: false }],
  });

export const regulator6v = buck(6, 5, 7, 28, 22);
export const regulator9v = buck(9, 2, 10.5, 28, 12);

/** Board under a stack: pack in, 5 V and 12 V out, pack pads through. @source [practice] */
export const powerBoard = power({
  class: 'power-board',
  name: 'Power board, 5 V and 12 V',
  summary: '5 V 3 A · 12 V 2 A · pack pads',
  massG: 16,
  sizeMm: [36, 36, 5],
  ports: [
    supplyPort('in', 'pack', 'left', 'spark-safe 5 mm'),
    supplyPort('out5', '5 V', 'right', 'solder pads'),
    supplyPort('out12', '12 V', 'right', 'solder pads'),
  ],
  supplies: [regulatorIn('in', [13, 27])],
  sources: [gives('buck', 'out5', 5, 3), gives('buck', 'out12', 12, 2)],
  starts: [{ text: 'settles', seconds: 0.2, still: false }],
});

/** 24 V from a six-cell pack or less, for a head that takes nothing lower. @source [practice] */
export const boost24v = power({
  class: 'boost-24v',
  name: 'Booster 24 V',
  summary: '24 V 5 A from 10–24 V',
  massG: 140,
  ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', '24 V', 'right', 'twist-lock round')],
  supplies: [regulatorIn('in', [10, 23.9])],
  sources: [gives('boost', 'out', 24, 5, { efficiency: 0.9, dropoutV: 0 })],
  starts: [{ text: 'settles', seconds: 0.3, still: false }],
});

/** Steps a carriage's packs down to 12 V, for cameras and radios. @source [practice] */
export const regulator12vHigh = power({
  class: 'regulator-12v-high',
  name: 'Regulator 12 V, from 60 V',
  summary: '12 V 5 A buck from 20–60 V',
  massG: 120,
  ports: [supplyPort('in', 'in', 'left', 'power blade 10 mm'), supplyPort('out', '12 V', 'right', 'wire ends')],
  supplies: [regulatorIn('in', [18, 60])],
  sources: [gives('buck', 'out', 12, 5, { efficiency: 0.91, dropoutV: 3 })],
  starts: [{ text: 'settles', seconds: 0.3, still: false }],
});

/** Holder with a power bank for a phone or tablet: feeds it, and stays outside the rig's own supplies. @source [practice] */
export const holderBank = defineSheet({
  class: 'holder-bank',
  revision: 1,
  role: 'tool',
  name: 'Phone holder with power bank',
  summary: 'own battery · 5 V over USB',
  group: 'Leads and tools',
  massG: 0,
  cautions: ['Lithium inside: never unattended, no damaged cells.'],
  cues: [{ when: 'one press', shows: 'charge in four lights' }],
  ports: [usbPort('usb', 'USB', 'right', 'supply')],
  sources: [{ id: 'usb', kind: 'stolen', plus: at('usb', 1), minus: at('usb', 3), maxA: 2, outOhm: 0.1, fixedV: 5 }],
});
