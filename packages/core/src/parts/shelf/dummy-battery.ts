import type { Sheet } from '../sheet.js';
import { defineSheet, gives, regulatorIn, supplyPort } from './define.js';

const dummy = (family: 'A' | 'B', volts: number): Sheet =>
  defineSheet({
    class: `dummy-battery-${family.toLowerCase()}`,
    revision: 1,
    role: 'regulator',
    name: `Dummy battery, body family ${family}`,
    summary: `${volts} V lead in place of a battery`,
    group: 'Power',
    massG: 48,
    cautions: [`Fits body family ${family} and no other.`],
    ports: [
      supplyPort('in', 'in', 'left', 'barrel 5.5 mm'),
      supplyPort('out', 'body', 'right', `dummy battery, body family ${family}`),
    ],
    supplies: [regulatorIn('in', [10, 28])],
    sources: [gives('buck', 'out', volts, 3)],
    starts: [{ text: 'settles', seconds: 0.3, still: false }],
  });

/** Regulator leads that sit in a camera's battery bay: one a body family. @source [practice] */
export const dummyBatteryA = dummy('A', 8);
export const dummyBatteryB = dummy('B', 7.6);
