import { at, defineSheet, eats, empty, ground, plus, servoPort, signal, supplyPort, wire } from './define.js';
import { ARC, axisFunction, joint, LEVEL, modeFunction, mounting } from './gimbal-parts.js';

const AUX = [1, 2];

/** Big gimbal with a quick-release: a power outlet and two auxiliary ports pass through its slip rings. @source [practice] */
export const gimbalOutlet = defineSheet({
  class: 'gimbal-outlet',
  revision: 1,
  role: 'gimbal',
  name: 'Gimbal, outlet and pass-through',
  summary: '12–26 V · bus · power outlet · two auxiliary ports',
  group: 'Payload',
  massG: 2150,
  sizeMm: [280, 260, 320],
  cautions: [ARC, 'Quick-release locked and pulled at once before power.'],
  prep: [
    { id: 'balance', text: 'Balanced axis by axis with lens, card, battery and cables on, cap off: tilt, roll, pan' },
    { id: 'lens', text: 'Lens no longer than 85 mm, two fixing points under the camera' },
    { id: 'stiff', text: 'Stiffness preset for this body and lens, then small steps' },
  ],
  ports: [
    supplyPort('supply', '12–26 V', 'left', 'twist-lock round'),
    servoPort('bus', 'bus', 'left', 'in'),
    ...AUX.map((n) => servoPort(`base${n}`, `auxiliary ${n}, base`, 'left', 'in')),
    supplyPort('outlet', 'outlet, as supplied', 'right', 'wire ends'),
    ...AUX.map((n) => ({
      id: `top${n}`,
      label: `auxiliary ${n}, camera side`,
      side: 'right' as const,
      plug: { family: 'three-way 2.54 mm', pins: 3 },
      pins: [{ ...signal(1, 'S', 'out'), levelV: 3.3 }, empty(2, 'not joined'), ground(3)],
    })),
    {
      id: 'spare',
      label: 'spare supply pair',
      side: 'right',
      plug: { family: 'two-way 2.0 mm', pins: 2 },
      pins: [plus(1), ground(2)],
    },
  ],
  ties: [[at('supply', 1), at('outlet', 1), at('spare', 1)]],
  supplies: [{ ...eats('supply', [11.5, 26.5], 18, 60), inrush: { capacitanceUf: 1500, softStartMs: 12 } }],
  links: [wire('bus', 'sbus', 'listen', 'bus', { scale: 'micro', base: 1 })],
  settings: [mounting],
  profiles: 2,
  functions: [
    axisFunction('tilt', 'Tilt', 'rate', ['bus'], -90, 90),
    axisFunction('pan', 'Pan', 'rate', ['bus'], -120, 120),
    axisFunction('roll-trim', 'Roll trim', 'position', ['bus'], -25, 25),
    modeFunction(['bus']),
  ],
  joints: [
    { ...joint('pan', -180, 180), endless: true, carries: 'roll', axis: [0, 0, 1] },
    { ...joint('roll', -35, 35), freeDeg: [-45, 45], carries: 'tilt', axis: [1, 0, 0] },
    { ...joint('tilt', -110, 60), carries: 'payload', axis: [0, 1, 0] },
  ],
  starts: LEVEL,
});
