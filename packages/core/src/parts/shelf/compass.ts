import { defineSheet, eats, plus, ground, signal, wire } from './define.js';

/** Compass on a mast, on CAN. Magnets, magnetic tools and antennas stay away from it. */
export const compass = defineSheet({
  class: 'compass',
  revision: 2,
  role: 'compass',
  name: 'Compass',
  summary: '5 V · CAN',
  group: 'Control',
  compass: true,
  massG: 14,
  cautions: ['Keep magnets, magnetic tools and antennas away from it.'],
  ports: [
    {
      id: 'can',
      label: 'CAN',
      side: 'right',
      plug: { family: 'latching 1.25 mm', pins: 4 },
      pins: [
        plus(1, '5 V'),
        ground(2, 'GND'),
        signal(3, 'CAN pair', 'both'),
        { n: 4, label: 'not used', line: 'empty' },
      ],
    },
  ],
  supplies: [eats('can', [4.5, 5.5], 0.2, 0.3)],
  links: [wire('can', 'can', 'both', 'can', {}, { pin: 3 })],
  starts: [{ text: 'finds north', seconds: 3, still: true }],
});
