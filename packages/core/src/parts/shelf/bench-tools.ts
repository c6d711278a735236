import { at, defineSheet, usbPort, wire } from './define.js';

/** USB lead from a computer: configures, and powers a part of the rig on the bench. @source [std USB 2.0, mem] 5 V, 500 mA */
export const usbBenchLead = defineSheet({
  class: 'usb-bench-lead',
  revision: 1,
  role: 'tool',
  name: 'USB bench lead',
  summary: '5 V 500 mA from a computer',
  group: 'Leads and tools',
  massG: 0,
  cautions: ['What it feeds looks alive although the rig does not feed it.'],
  ports: [usbPort('plug', 'plug', 'right', 'supply')],
  sources: [
    {
      id: 'usb',
      kind: 'stolen',
      plus: at('plug', 1),
      minus: at('plug', 3),
      maxA: 0.5,
      outOhm: 0.2,
      fixedV: 5,
    },
  ],
  links: [wire('data', 'usb', 'talk', 'plug', {}, { pin: 2 })],
});

/** Screwdriver with a magnet in its tip. */
export const magneticDriver = defineSheet({
  class: 'magnetic-driver',
  revision: 1,
  role: 'tool',
  name: 'Magnetic screwdriver',
  summary: 'magnet in its tip',
  group: 'Leads and tools',
  massG: 0,
  magnetic: true,
  cautions: ['Not near a compass; screws of small boards finger-tight.'],
});

/** Meter with two probes. */
export const meter = defineSheet({
  class: 'meter',
  revision: 1,
  role: 'tool',
  name: 'Meter',
  summary: 'volts, ohms, beep',
  group: 'Leads and tools',
  massG: 0,
});
