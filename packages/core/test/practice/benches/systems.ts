import type { AskedBy } from '../../../src/parts/index.js';
import type { RuleId } from '../../../src/findings/index.js';
import type { Brief } from '../../../src/files/index.js';
import { brief } from '../bench.js';
import type { Proposed } from '../proposed.js';

/** A system that people build, told whole with shelf classes: who asks what, what must be so, what a set-up card must say. */
export interface SystemBench {
  name: string;
  brief: Brief;
  /** Who asks each wish, in the order of the brief. */
  by: AskedBy['by'][];
  claims: [says: string, holds: (now: Proposed) => boolean][];
  /** Watches that remain on the sound rig, since these parts leave no choice. */
  remain?: Partial<Record<RuleId, string>>;
  /** Lines that the set-up cards must hold: part, and a piece of its line. */
  setUp?: [part: string, line: RegExp][];
}

const down = { xMm: 60, yMm: 0, zMm: -60 };
const nose = { xMm: 120, yMm: 0, zMm: 0 };

export const SYSTEMS: SystemBench[] = [
  {
    name: 'Saltpan six: converted to a new link',
    brief: brief(
      'Saltpan six: converted to a new link',
      'rotor',
      [
        ['PK', 'pack-6s'],
        ['PM', 'power-module'],
        ['GU', 'ground-unit-phone'],
        ['LU', 'link-unit-hdmi'],
        ['FC', 'autopilot', { firmware: '4.5' }],
        ['GB', 'gimbal-servo-four'],
        [
          'CA',
          'mirrorless-a',
          { place: { ...down, rides: 'GB' }, prepared: ['remote', 'card', 'usb', 'plane', 'steady'] },
        ],
        ['R12', 'regulator-12v'],
        ['DB', 'dummy-battery-a'],
        ['A1', 'antenna-press'],
        ['A2', 'antenna-press'],
      ],
      [['tilt', { control: 'left-wheel' }]],
    ),
    by: ['slot'],
    remain: { 'no-fixed-camera': 'the one camera rides on the gimbal' },
    claims: [
      ['the bus of the link unit goes where the old receiver sat', (now) => now.has('LU.bus', 'FC')],
      ['the picture goes into the link unit', (now) => now.has('CA.hdmi', 'LU.hdmi')],
      ['tilt is on a channel beyond the four that fly', (now) => (now.slot('GB.tilt') ?? 0) > 4],
    ],
  },
  {
    name: 'Weir rig: hand-held gimbal as a camera head',
    brief: brief(
      'Weir rig: hand-held gimbal as a camera head',
      'hand-held or ground',
      [
        ['GR', 'grip-battery'],
        ['TX', 'transmitter-10'],
        ['RX', 'receiver-bus'],
        ['GB', 'gimbal-hand-held-profiles'],
        [
          'CA',
          'camera-own-battery',
          { place: { ...down, rides: 'GB' }, prepared: ['remote', 'card', 'plane', 'steady'] },
        ],
      ],
      [['pan', { control: 'right-x' }], ['tilt', { control: 'right-y' }], ['record'], ['recentre']],
    ),
    by: ['slot', 'slot', 'slot', 'device'],
    claims: [
      ['the gimbal feeds the receiver on the same plug', (now) => now.feeder('RX') === 'GB'],
      ['pan is on slot 1 and tilt on slot 2', (now) => now.slot('GB.pan') === 1 && now.slot('GB.tilt') === 2],
    ],
    setUp: [['GB', /profile 1/i]],
  },
  {
    name: 'Causeway wing: two operators without wires',
    brief: brief(
      'Causeway wing: two operators without wires',
      'fixed wing',
      [
        ['PK', 'pack-4s'],
        ['R5', 'regulator-5v'],
        ['TX', 'transmitter-10'],
        ['OP', 'operator-remote'],
        ['RT', 'receiver-trainer'],
        ['RX', 'receiver-16'],
        ['FC', 'autopilot', { firmware: '4.5' }],
        ['GB', 'gimbal-two-pulse'],
        ['NC', 'nose-camera', { place: nose }],
        ['VT', 'video-transmitter-pack'],
        ['AN', 'antenna-screw'],
      ],
      [
        ['tilt', { by: 'camera operator' }],
        ['gimbal-mode', { control: 'C' }],
      ],
      { operators: 'two' },
    ),
    by: ['slot', 'slot'],
    claims: [
      ['the receiver of the remote sits in the trainer socket', (now) => now.has('RT', 'TX')],
      ['only tilt is handed over', (now) => now.rig.handOvers[0]?.channels.length === 1],
      ['it is handed over by radio', (now) => now.rig.handOvers[0]?.over === 'wireless'],
    ],
  },
  {
    name: 'Moor eight: mirrorless on an industrial gimbal',
    brief: brief(
      'Moor eight: mirrorless on an industrial gimbal',
      'rotor',
      [
        ['PK', 'pack-6s'],
        ['PM', 'power-module'],
        ['R12', 'regulator-12v'],
        ['R5', 'regulator-5v'],
        ['TX', 'transmitter-16'],
        ['RX', 'receiver-bus'],
        ['FC', 'autopilot', { firmware: '4.5' }],
        ['GB', 'gimbal-pass-through'],
        ['CB', 'control-box-universal', { prepared: ['read', 'grey'] }],
        ['TG', 'position-tagger'],
        [
          'CA',
          'mirrorless-a',
          { place: { ...down, rides: 'GB' }, prepared: ['remote', 'card', 'usb', 'plane', 'steady'] },
        ],
        ['DB', 'dummy-battery-a'],
        ['HU', 'hdmi-air-unit'],
        ['AN', 'antenna-press'],
      ],
      [
        ['tilt', { control: 'left-slider' }],
        ['gimbal-mode', { control: 'C' }],
        ['photo', { control: 'H' }],
      ],
    ),
    by: ['slot', 'slot', 'slot'],
    remain: {
      'no-fixed-camera': 'the one camera rides on the gimbal',
      'scale-school': 'the box counts by per cent, the receiver by microseconds',
    },
    claims: [
      ['the box works the camera over USB', (now) => now.has('CB.camera', 'CA.usb')],
      ['telemetry goes at 500 000', (now) => now.rig.held.some((h) => h.part === 'FC' && h.baud === 500000)],
    ],
    setUp: [
      ['CB', /port [AB].*bus/i],
      ['FC', /500.000/],
    ],
  },
  {
    name: 'Ridge wing: stabilised gimbal and fixed nose camera',
    brief: brief(
      'Ridge wing: stabilised gimbal and fixed nose camera',
      'fixed wing',
      [
        ['PK', 'pack-4s'],
        ['PM', 'power-module'],
        ['R5', 'regulator-5v'],
        ['TX', 'transmitter-16'],
        ['RX', 'receiver-16'],
        ['AP', 'autopilot', { firmware: '4.5' }],
        ['GB', 'gimbal-wing'],
        ['AC', 'action-camera-one-plug', { place: { ...down, rides: 'GB' }, prepared: ['out', 'sleep'] }],
        ['NC', 'nose-camera', { place: nose }],
        ['SW', 'picture-switcher-3'],
        ['OD', 'on-screen-display'],
        ['VT', 'video-transmitter-pack'],
        ['AN', 'antenna-screw'],
      ],
      [
        ['pan', { control: 'right-knob' }],
        ['tilt', { control: 'left-slider' }],
        ['gimbal-mode', { control: 'C' }],
        ['picture', { control: 'F' }],
      ],
    ),
    by: ['slot', 'slot', 'slot', 'slot'],
    claims: [
      [
        'the camera is fed and seen through the gimbal',
        (now) => now.feeder('AC') === 'GB' && now.has('AC', 'GB.camera'),
      ],
      ['the display writes behind the switcher', (now) => now.has('SW.out', 'OD.in') && now.has('OD.out', 'VT.video')],
    ],
  },
  {
    name: 'Estuary six: three network ports, two network cameras',
    brief: brief(
      'Estuary six: three network ports, two network cameras',
      'rotor',
      [
        ['PK', 'pack-4s'],
        ['PM', 'power-module'],
        ['GU', 'ground-unit-screen'],
        ['AU', 'air-unit-combined'],
        ['FC', 'autopilot', { firmware: '4.5' }],
        ['GN', 'gimbal-network-one-plug', { place: down, prepared: ['mounting', 'factory'] }],
        ['NC', 'network-camera-small', { place: nose, prepared: ['turn'] }],
        ['A1', 'antenna-press'],
        ['A2', 'antenna-press'],
      ],
      [['tilt'], ['pan'], ['zoom'], ['record'], ['palette'], ['picture']],
    ),
    by: ['screen', 'screen', 'screen', 'screen', 'screen', 'screen'],
    claims: [
      ['both cameras are on network ports of the air unit', (now) => now.has('GN', 'AU') && now.has('NC', 'AU')],
      [
        'no address is there twice',
        (now) =>
          new Set(['AU', 'GN', 'NC'].map((id) => now.rig.parts.find((p) => p.id === id)?.address ?? id)).size === 3,
      ],
      ['the gimbal is fed over its network plug', (now) => now.feeder('GN') !== null],
    ],
    setUp: [
      ['GN', /visible.*192\.168\.10\.\d+.*\/visible/],
      ['GN', /thermal.*\/thermal/],
      ['GU', /payload app/],
    ],
  },
  {
    name: 'Gorge quad: ribbon camera and network gimbal',
    brief: brief(
      'Gorge quad: ribbon camera and network gimbal',
      'rotor',
      [
        ['PK', 'pack-4s'],
        ['PM', 'power-module'],
        ['GU', 'ground-unit-screen'],
        ['AU', 'ribbon-air-unit-network'],
        ['FC', 'autopilot', { firmware: '4.5' }],
        ['RC', 'ribbon-camera', { place: nose }],
        ['GN', 'gimbal-network-one-plug', { place: down, prepared: ['mounting', 'factory'] }],
        ['A1', 'antenna-press'],
        ['A2', 'antenna-press'],
      ],
      [['tilt'], ['zoom'], ['picture']],
    ),
    by: ['screen', 'screen', 'screen'],
    claims: [
      [
        'the ribbon camera and the gimbal are both on the air unit',
        (now) => now.has('RC', 'AU') && now.has('GN', 'AU'),
      ],
    ],
  },
  {
    name: 'Scarp five: serial camera menu by the sticks',
    brief: brief(
      'Scarp five: serial camera menu by the sticks',
      'FPV',
      [
        ['PK', 'pack-4s'],
        ['R5', 'regulator-5v-small'],
        ['TX', 'transmitter-6'],
        ['RX', 'receiver-16'],
        ['FC', 'flight-controller-6', { firmware: '4.3' }],
        ['CA', 'fpv-camera-serial'],
        ['VS', 'video-power-switch'],
        ['VT', 'video-transmitter-plain'],
        ['AN', 'antenna-screw'],
      ],
      [['menu'], ['radio-power', { control: 'A' }]],
    ),
    by: ['gesture', 'slot'],
    claims: [
      ['no channel is spent on the menu', (now) => now.rig.bindings.every((b) => b.part !== 'CA')],
      ['the pair is crossed on a free serial port', (now) => now.heldFor('FC', 'CA').length === 1],
    ],
    setUp: [['FC', /camera menu/]],
  },
  {
    name: 'Depot eight: two lenses on a closed craft',
    brief: brief(
      'Depot eight: two lenses on a closed craft',
      'rotor',
      [
        ['PK', 'pack-4s'],
        ['R5', 'regulator-5v'],
        ['TX', 'transmitter-16'],
        ['RX', 'receiver-bus'],
        ['FC', 'flight-controller-closed'],
        ['GB', 'gimbal-two-pulse'],
        ['CA', 'two-lens-hdmi', { place: { ...down, rides: 'GB' } }],
        ['PH', 'phone-page'],
        ['HU', 'hdmi-air-unit'],
        ['AN', 'antenna-press'],
      ],
      [
        ['tilt', { control: 'left-slider' }],
        ['gimbal-mode', { control: 'F' }],
        ['display-mode', { control: 'C' }],
        ['record', { control: 'H' }],
        ['palette'],
      ],
    ),
    by: ['slot', 'slot', 'slot', 'slot', 'screen'],
    remain: { 'no-fixed-camera': 'the one camera rides on the gimbal' },
    claims: [
      [
        'display mode and record hang on function ports',
        (now) => now.has('FC', 'CA.display') && now.has('FC', 'CA.record'),
      ],
    ],
  },
  {
    name: 'Harbour eight: body and lens on a big gimbal',
    brief: brief(
      'Harbour eight: body and lens on a big gimbal',
      'rotor',
      [
        ['PK', 'pack-6s'],
        ['PM', 'power-module'],
        ['R12', 'regulator-12v'],
        ['R5', 'regulator-5v'],
        ['TX', 'transmitter-16'],
        ['RX', 'receiver-16'],
        ['FC', 'autopilot', { firmware: '4.5' }],
        ['GB', 'gimbal-outlet', { prepared: ['balance', 'lens', 'stiff'] }],
        [
          'CA',
          'mirrorless-b',
          { place: { ...down, rides: 'GB', joint: 'tilt' }, prepared: ['remote', 'card', 'usb', 'plane', 'steady'] },
        ],
        ['DB', 'dummy-battery-b', { place: { ...down, rides: 'GB', joint: 'tilt' } }],
        ['TR', 'shutter-lead', { place: { ...down, rides: 'GB', joint: 'tilt' } }],
        ['HU', 'hdmi-air-unit'],
        ['AN', 'antenna-press'],
      ],
      [
        ['tilt', { control: 'right-knob' }],
        ['gimbal-mode', { control: 'C' }],
        ['photo', { control: 'H' }],
      ],
    ),
    by: ['slot', 'slot', 'slot'],
    remain: { 'no-fixed-camera': 'the one camera rides on the gimbal' },
    claims: [['the shutter lead works the body', (now) => now.has('TR.usb', 'CA.usb')]],
    setUp: [
      ['CA', /In-body stabilisation off/],
      ['GB', /longer than 85 mm/],
    ],
  },
  {
    name: 'Shoal hexa: bus gimbal with its own camera on a Y lead',
    brief: brief(
      'Shoal hexa: bus gimbal with its own camera on a Y lead',
      'rotor',
      [
        ['PK', 'pack-4s'],
        ['R5', 'regulator-5v'],
        ['TX', 'transmitter-16'],
        ['RX', 'receiver-bus'],
        ['FC', 'flight-controller-6'],
        ['GC', 'gimbal-camera-inside', { place: down }],
        ['VT', 'video-transmitter-pack'],
        ['AN', 'antenna-screw'],
        ['NC', 'nose-camera', { place: nose }],
        ['SW', 'picture-switcher-2'],
      ],
      [['tilt', { control: 'left-slider' }], ['gimbal-mode'], ['look-down'], ['record']],
      { gimbalFeed: 'pack' },
    ),
    by: ['slot', 'slot', 'slot', 'slot'],
    claims: [
      [
        'the four stand on slots 8 to 11',
        (now) => ['tilt', 'mode', 'look-down', 'record'].every((f, i) => now.slot(`GC.${f}`) === 8 + i),
      ],
      ['one bus plug serves controller and gimbal', (now) => now.lead('RX', 'FC') === now.lead('RX', 'GC')],
      ['the gimbal hangs on the pack', (now) => now.feeder('GC') === 'PK'],
    ],
  },
  {
    name: 'Beck quad: key-ladder camera on a pad',
    brief: brief(
      'Beck quad: key-ladder camera on a pad',
      'FPV',
      [
        ['PK', 'pack-4s'],
        ['R5', 'regulator-5v-small'],
        ['TX', 'transmitter-10'],
        ['RX', 'receiver-ppm'],
        ['FC', 'flight-controller-ppm', { firmware: '3.4' }],
        ['CA', 'fpv-camera-ladder'],
        ['VT', 'video-transmitter-5v'],
        ['AN', 'antenna-press'],
      ],
      [['menu']],
    ),
    by: ['gesture'],
    claims: [
      [
        'a resistor of 470 ohm sits in the wire',
        (now) => now.lead('FC', 'CA').wires.some((w) => w.inline?.kind === 'resistor' && w.inline.ohm === 470),
      ],
    ],
    setUp: [['FC', /camera keys/]],
  },
  {
    name: 'Tarn wing: three cameras on a switcher',
    brief: brief(
      'Tarn wing: three cameras on a switcher',
      'fixed wing',
      [
        ['PK', 'pack-3s'],
        ['R5', 'regulator-5v'],
        ['TX', 'transmitter-10'],
        ['RX', 'receiver-8-pins'],
        ['NC', 'nose-camera', { place: nose }],
        ['PC', 'fpv-camera-plain'],
        ['AC', 'action-camera', { prepared: ['out', 'sleep'] }],
        ['SW', 'picture-switcher-3'],
        ['VT', 'video-transmitter-pack'],
        ['AN', 'antenna-screw'],
      ],
      [['picture']],
    ),
    by: ['slot'],
    claims: [
      ['all three come to the switcher', (now) => ['NC', 'PC', 'AC'].every((id) => now.has(id, 'SW'))],
      ['a control of three places chooses', (now) => now.chain('SW.picture').control?.kind === 'switch3'],
    ],
  },
  {
    name: 'Nave line: carriage with a heavy network head',
    brief: brief(
      'Nave line: carriage with a heavy network head',
      'carriage on a line',
      [
        ['P1', 'pack-14s-tool'],
        ['P2', 'pack-14s-tool'],
        ['AR', 'accessory-rails'],
        ['R5', 'regulator-5v'],
        ['CO', 'console-line'],
        ['RX', 'receiver-long-range'],
        ['DR', 'line-drive-bus', { prepared: ['safety', 'tension'] }],
        ['HD', 'head-network', { prepared: ['balance'] }],
        ['NR', 'network-radio'],
        ['NG', 'network-radio-ground'],
        ['HC', 'console-head-network'],
        ['A1', 'antenna-press'],
        ['A2', 'antenna-press'],
        ['A3', 'antenna-screw'],
        ['A4', 'antenna-screw'],
      ],
      [
        ['drive', { control: 'drive-pedal' }],
        ['brake', { control: 'K' }],
        ['end-stop'],
        ['standby'],
        ['pan'],
        ['tilt'],
        ['zoom'],
        ['iris'],
        ['filter'],
        ['focus'],
      ],
    ),
    by: ['slot', 'slot', 'slot', 'slot', 'screen', 'screen', 'screen', 'screen', 'screen', 'screen'],
    claims: [
      ['the head is on the network radio', (now) => now.has('HD.net', 'NR')],
      ['the console hangs on the ground radio', (now) => now.has('HC', 'NG')],
    ],
    setUp: [['DR', /End stops/]],
  },
  {
    name: 'Lime works: servo gimbal on six channels',
    brief: brief(
      'Lime works: servo gimbal on six channels',
      'rotor',
      [
        ['PK', 'pack-4s'],
        ['R5', 'regulator-5v'],
        ['R5B', 'regulator-5v-small'],
        ['TX', 'transmitter-16'],
        ['RX', 'receiver-8-pins'],
        ['GB', 'gimbal-servo-pan'],
        ['TR', 'trigger-photo-record', { place: { ...down, rides: 'GB' } }],
        [
          'CA',
          'mirrorless-a',
          { place: { ...down, rides: 'GB' }, prepared: ['remote', 'card', 'usb', 'plane', 'steady'] },
        ],
        ['DB', 'dummy-battery-a', { place: { ...down, rides: 'GB' } }],
        ['HC', 'hdmi-converter'],
        ['VT', 'video-transmitter-5v'],
        ['AN', 'antenna-press'],
      ],
      [
        ['tilt', { control: 'left-slider' }],
        ['roll-trim', { control: 'right-slider' }],
        ['pan', { control: 'right-knob' }],
        ['gimbal-power', { control: 'C' }],
        ['record'],
        ['interval'],
      ],
    ),
    by: ['slot', 'slot', 'slot', 'slot', 'slot', 'slot'],
    remain: { 'no-fixed-camera': 'the one camera rides on the gimbal' },
    claims: [['the trigger reaches the camera', (now) => now.has('TR', 'CA')]],
  },
  {
    name: 'Scree six: network gimbal with an autopilot',
    brief: brief(
      'Scree six: network gimbal with an autopilot',
      'rotor',
      [
        ['PK', 'pack-6s'],
        ['PM', 'power-module'],
        ['TX', 'transmitter-16'],
        ['AU', 'air-unit'],
        ['AP', 'autopilot', { firmware: '4.5' }],
        ['GL', 'gimbal-network-laser', { place: down, prepared: ['mounting', 'factory'] }],
        ['TB', 'tablet-steering'],
        ['NG', 'network-radio-ground'],
        ['NR', 'network-radio'],
        ['A1', 'antenna-press'],
        ['A2', 'antenna-press'],
        ['A3', 'antenna-screw'],
        ['A4', 'antenna-screw'],
      ],
      [['tilt', { control: 'right-knob' }], ['pan'], ['ranging'], ['palette'], ['photo']],
    ),
    by: ['slot', 'screen', 'screen', 'screen', 'screen'],
    remain: {
      'no-fixed-camera': 'the one camera rides on the gimbal',
      'take-off-untold': 'neither a power nor a mode channel',
    },
    claims: [
      [
        'the mounting is set before power',
        (now) => now.rig.parts.find((p) => p.id === 'GL')!.prepared.includes('mounting'),
      ],
    ],
  },
  {
    name: 'Peat wing: thermal core with its interface',
    brief: brief(
      'Peat wing: thermal core with its interface',
      'fixed wing',
      [
        ['PK', 'pack-4s'],
        ['R5', 'regulator-5v'],
        ['TX', 'transmitter-16'],
        ['RX', 'receiver-payload'],
        ['TI', 'thermal-interface-usb', { prepared: ['ends', 'rows'] }],
        ['TP', 'thermal-two-pulse', { prepared: ['card'] }],
        ['SW', 'picture-switcher-2'],
        ['VT', 'video-transmitter-pack'],
        ['AN', 'antenna-screw'],
      ],
      [
        ['zoom', { part: 'TI' }],
        ['palette', { part: 'TI' }],
        ['calibrate'],
        ['detail'],
        ['noise-rejection'],
        ['record', { part: 'TP' }],
        ['palette', { part: 'TP' }],
        ['picture'],
      ],
    ),
    by: ['slot', 'slot', 'slot', 'slot', 'slot', 'slot', 'slot', 'slot'],
    remain: {
      'pulse-from-latch': 'the one button closes the shutter',
      'scale-school': 'the receiver counts by per cent, the interface by microseconds',
    },
    claims: [
      ['the transmitter hangs on the pack', (now) => now.feeder('VT') === 'PK'],
      ['the strict camera hangs on 5 V', (now) => now.feeder('TP') !== 'PK' && now.feeder('TP') !== null],
    ],
    setUp: [['TI', /slot \d+/]],
  },
];
