import { at, defineSheet, eats, ground, plus, signal } from './define.js';
import { AIR, bindCues, TWO_ANTENNAS } from './receiver-parts.js';

/** Open serial link: channels down, telemetry up, over a serial pair. @source [mem] 420 000 baud, not inverted */
export const receiverSerialLink = defineSheet({
  class: 'receiver-serial-link',
  revision: 1,
  role: 'receiver',
  name: 'Receiver, open serial link',
  summary: '16 channels over a serial pair',
  group: 'Control',
  massG: 3,
  cautions: [TWO_ANTENNAS],
  cues: bindCues,
  ports: [
    {
      id: 'main',
      label: '5 V · TX RX',
      side: 'right',
      plug: { family: 'latching 1.0 mm', pins: 4 },
      pins: [
        plus(1, '5 V'),
        ground(2, 'GND'),
        { ...signal(3, 'TX', 'out'), levelV: 3.3 },
        { ...signal(4, 'RX', 'in'), toleratesV: 3.6 },
      ],
    },
  ],
  supplies: [eats('main', [4.5, 5.5], 0.5, 0.7)],
  links: [
    AIR,
    {
      id: 'link',
      kind: 'crsf',
      way: 'both',
      pins: { send: at('main', 3), hear: at('main', 4) },
      params: { baud: 420000, protocol: 'open serial link', periodMs: 4, base: 1 },
    },
  ],
  starts: [{ text: 'binds', seconds: 1.2, still: false }],
});
