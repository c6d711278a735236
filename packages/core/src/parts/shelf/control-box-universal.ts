import {
  at,
  defineSheet,
  eats,
  empty,
  flick,
  ground,
  plus,
  ranged,
  signal,
  supplyPort,
  usbPort,
  wire,
} from './define.js';
import { onScreen } from './asked.js';

const PORTS = ['a', 'b', 'c', 'd'] as const;
const OVER = ['bus-a', 'bus-b'];
const SCREEN = ['telemetry-c', 'telemetry-d'];
const TOLD = 'its own page: a mark beside the port while it is online';

const universal = (id: string) => ({
  id,
  label: `port ${id.toUpperCase()}`,
  side: 'left' as const,
  plug: { family: 'latching 1.25 mm', pins: 6 },
  pins: [
    plus(1, '5 V'),
    { ...signal(2, 'TX', 'out'), levelV: 3.3 },
    { ...signal(3, 'RX or bus', 'in'), toleratesV: 5 },
    empty(4, 'not joined'),
    empty(5, 'not joined'),
    ground(6),
  ],
});
const telemetry = (id: string) => ({
  id: `telemetry-${id}`,
  kind: 'mavlink' as const,
  way: 'both' as const,
  pins: { send: at(id, 2), hear: at(id, 3) },
  params: { baud: 500000, protocol: 'telemetry', base: 1 },
});
const bus = (id: string) => wire(`bus-${id}`, 'sbus', 'listen', id, { scale: 'percent', base: 1 }, { pin: 3 });
const both = (fn: Parameters<typeof onScreen>[0], what: string) => onScreen(fn, SCREEN, what, 'after');

/** Camera control box: four universal ports that are told what hangs on them, USB and hot shoe to the camera. @source [practice] */
export const controlBoxUniversal = defineSheet({
  class: 'control-box-universal',
  revision: 1,
  role: 'trigger',
  name: 'Camera control box, four universal ports',
  summary: 'ports told in its own page · USB and hot shoe to the camera',
  group: 'Payload',
  massG: 58,
  sizeMm: [68, 48, 20],
  cues: [
    { when: 'camera found', shows: 'lamp green' },
    { when: 'a port is set for something else', shows: 'its mark stays dark' },
  ],
  prep: [
    { id: 'read', text: 'Each page read back after saving; the camera shows as found' },
    { id: 'grey', text: 'Body settings confirmed in the list: the greyed-out item is confirmed on the body itself' },
  ],
  ports: [
    supplyPort('supply', '7–26 V', 'left', 'wire ends'),
    ...PORTS.map(universal),
    usbPort('camera', 'camera', 'right'),
    {
      id: 'shoe',
      label: 'hot shoe',
      side: 'right',
      plug: { family: 'hot shoe', pins: 2 },
      pins: [signal(1, 'flash', 'in'), ground(2)],
    },
  ],
  supplies: [eats('supply', [7, 26], 1.4, 2.2)],
  links: [
    bus('a'),
    bus('b'),
    telemetry('c'),
    telemetry('d'),
    wire('camera', 'usb', 'talk', 'camera', {}, { pin: 2 }),
    wire('shoe', 'contact', 'listen', 'shoe'),
  ],
  assignablePorts: PORTS.map((port) => ({
    port,
    mayBe:
      port === 'a' || port === 'b'
        ? (['bus', 'extension', 'trigger'] as const).slice()
        : (['telemetry', 'gimbal', 'extension', 'smart battery'] as const).slice(),
    default: 'nothing' as const,
    showsOnline: TOLD,
  })),
  functions: [
    both(flick('record', 'Record', 'record', OVER, 'lamp on the box red'), 'record button'),
    both(flick('photo', 'Photo', 'photo', OVER, 'lamp on the box blinks once'), 'shutter button'),
    both(ranged('zoom', 'Zoom', 'zoom', 'rate', OVER, -100, 100, '%'), 'zoom slider'),
    both(ranged('focus', 'Focus', 'focus', 'rate', OVER, -100, 100, '%'), 'focus wheel'),
    both(ranged('exposure', 'Exposure', 'exposure', 'rate', OVER, -100, 100, '%'), 'exposure wheel'),
  ],
  starts: [{ text: 'finds the camera', seconds: 7, still: false }],
});
