import { FLIGHT_WHATS } from '../kinds.js';
import type { Sheet, SheetDraft } from '../sheet.js';
import { defineSheet } from './define.js';
import { STICKS, STICK_MODE, STICK_ORDER, shipped, toggle } from './transmitter-faces.js';

type App = NonNullable<Sheet['apps']>[number];
type Steers = App['steers'];

/** What a screen that steers can ask of a camera or a head. */
const CAMERA: Steers = [
  'tilt',
  'pan',
  'zoom',
  'focus',
  'record',
  'photo',
  'picture',
  'palette',
  'ranging',
  'recentre',
  'look-down',
  'gimbal-mode',
  'iris',
  'filter',
  'exposure',
  'display-mode',
];

const RTSP = { kind: 'rtsp' as const, toldBy: 'the address of the device, then the stream path of each lens' };
const AIR_SHOWS = { kind: 'radio' as const, toldBy: 'pairing with its air unit; the device is chosen first' };

const WHEELS: Sheet['controls'] = [
  { id: 'left-wheel', label: 'left wheel', kind: 'knob', x: 0.06, y: 0.2 },
  { id: 'right-wheel', label: 'right wheel', kind: 'knob', sprung: true, x: 0.94, y: 0.2 },
];

const air = (periodMs: number) => ({
  id: 'air',
  kind: 'radio' as const,
  way: 'talk' as const,
  pins: {},
  params: { periodMs, base: 1 },
});

const ground = (draft: Omit<SheetDraft, 'revision' | 'role' | 'group' | 'massG'>): Sheet =>
  defineSheet({
    revision: 1,
    role: 'transmitter',
    group: 'Control',
    massG: 0,
    settings: [STICK_MODE],
    inside: { battery: true, minutes: 240 },
    cautions: [
      'Switched on before anything it commands; stays in the licensed band and power.',
      'Where one link carries everything, the old radio is switched off: look at its lamp.',
    ],
    cues: [
      { when: 'one press', shows: 'charge; press and hold starts it' },
      { when: 'bound', shows: 'lamp steady; blinking means no link' },
    ],
    starts: [{ text: 'starts, finds its air unit', seconds: 22, still: false }],
    ...draft,
  });

/** Ground unit with sticks, wheels and a holder: a phone shows the picture, and its app steers nothing. @source [practice] */
export const groundUnitPhone = ground({
  class: 'ground-unit-phone',
  name: 'Ground unit with phone',
  summary: '16 channels · picture on a phone that only shows',
  links: [air(14)],
  controls: [
    ...STICKS,
    ...WHEELS,
    toggle('A', 'switch3', 0.2),
    toggle('B', 'switch3', 0.34),
    toggle('C', 'button', 0.66),
    toggle('D', 'button', 0.8),
  ],
  firstChannels: shipped([...STICK_ORDER, 'left-wheel', 'right-wheel', 'A', 'B', 'C', 'D'], 'D', 12),
  apps: [{ id: 'view', name: 'picture app', shows: [AIR_SHOWS, RTSP], steers: [] }],
});

/** Ground unit with a screen built in: shows every stream and steers cameras on its network. @source [practice] */
export const groundUnitScreen = ground({
  class: 'ground-unit-screen',
  name: 'Ground unit with screen',
  summary: '16 channels · app that shows and steers',
  links: [air(14)],
  controls: [
    ...STICKS,
    ...WHEELS,
    toggle('A', 'switch3', 0.16),
    toggle('B', 'switch3', 0.28),
    toggle('C', 'switch2', 0.4),
    toggle('D', 'button', 0.62),
    toggle('E', 'button', 0.74),
    toggle('F', 'button', 0.86),
  ],
  firstChannels: shipped([...STICK_ORDER, 'left-wheel', 'right-wheel', 'A', 'B', 'C', 'D', 'E', 'F'], 'F', 14),
  apps: [
    { id: 'fly', name: 'payload app', shows: [AIR_SHOWS, RTSP], steers: CAMERA },
    { id: 'look', name: 'second viewer', shows: [RTSP], steers: [] },
  ],
});

/** Tablet with an app that steers what is on its network; joins without wires. @source [practice] */
export const tabletSteering = defineSheet({
  class: 'tablet-steering',
  revision: 1,
  role: 'display',
  name: 'Tablet, app that steers',
  summary: 'own battery · shows streams and steers',
  group: 'Control',
  massG: 0,
  inside: { battery: true, minutes: 480 },
  cues: [{ when: 'no picture comes', shows: 'the app is told which device first' }],
  links: [{ id: 'net', kind: 'ethernet', way: 'listen', pins: {}, params: { address: '192.168.10.11' } }],
  apps: [
    {
      id: 'steer',
      name: 'payload app',
      shows: [RTSP, { kind: 'udp', toldBy: 'the port it listens on' }],
      steers: CAMERA,
    },
  ],
  starts: [{ text: 'app opened, device chosen', seconds: 12, still: false }],
});

/** Phone that shows a camera's own page: what the camera offers there, and nothing of the craft. @source [practice] */
export const phonePage = defineSheet({
  class: 'phone-page',
  revision: 1,
  role: 'display',
  name: 'Phone with camera page',
  summary: 'own battery · palettes and settings of a camera',
  group: 'Control',
  massG: 0,
  inside: { battery: true, minutes: 600 },
  cues: [{ when: 'joined to the camera', shows: 'its page opens in the browser' }],
  links: [{ id: 'net', kind: 'ethernet', way: 'listen', pins: {}, params: {} }],
  apps: [
    {
      id: 'page',
      name: 'camera page',
      shows: [{ kind: 'udp', toldBy: 'the page itself' }],
      steers: CAMERA.filter(
        (what) => !(FLIGHT_WHATS as readonly string[]).includes(what) && what !== 'tilt' && what !== 'pan',
      ),
    },
  ],
  starts: [{ text: 'page opened', seconds: 10, still: false }],
});
