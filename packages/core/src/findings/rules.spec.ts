import { describe, expect, it } from 'vitest';
import { rulesOf } from '../../test/support/demo-rig.js';
import { PRACTICE_CASES, PRACTICE_NO_FIX, type RuleCase } from '../../test/support/rule-cases.js';
import { screenOn, tuning } from '../../test/support/screens.js';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { analyse } from '../analysis/index.js';
import {
  applyEdits,
  newPart,
  NEW_SHAPING,
  sheetOf,
  type Edit,
  type FailSafe,
  type Held,
  type Rig,
  type Shaping,
} from '../rig/index.js';
import { fixesOf, type RuleId } from './index.js';
import { RULE_IDS } from './wording.js';

/** Rules whose raising and staying silent is shown on the demo rig, in findings.spec.ts. */
const ON_THE_DEMO: RuleId[] = [
  'supply-range',
  'supply-none',
  'supply-thin',
  'regulator-overload',
  'regulator-dropout',
  'pair-not-crossed',
  'pair-half',
  'talkers-collide',
  'polarity',
  'ground-missing',
  'ground-twice',
  'pad-held-twice',
  'port-used-twice',
  'wrong-type',
  'port-not-set',
  'look-alike',
  'window-thin',
  'pulse-from-latch',
  'one-control-many',
  'two-on-one-slot',
  'scale-school',
  'wish-impossible',
  'wish-open',
  'bench-missing',
];

const at = (xMm: number, yMm: number, zMm: number, rides?: string) => ({
  place: { xMm, yMm, zMm, ...(rides ? { rides } : {}) },
});
const serial = (port: string, cam = 'CAM', plug = 'main'): string[] => [
  `FC.${port}.2 ${cam}.${plug}.4`,
  `FC.${port}.3 ${cam}.${plug}.3`,
];
const held = (resource: string, to: string, baud?: number): Held => ({
  part: 'FC',
  resource,
  to,
  ...(baud ? { baud } : {}),
});
const row = (channel: number, control: string): Shaping => ({
  transmitter: 'TX',
  channel,
  ...NEW_SHAPING,
  control,
});

const CAMERA = { FC: 'flight-controller-3', CAM: 'fpv-camera-serial' };
const LADDER = { FC: 'flight-controller-3', CAM: 'fpv-camera-ladder' };
const ladder = (pin: number, ohm?: number) =>
  leadOf(
    'C1',
    [`FC.pads.${pin} CAM.main.3`, 'FC.supply.2 CAM.main.2'],
    ohm ? { inline: { kind: 'resistor', ohm } } : {},
  );
const ANTENNAS = { RX: 'receiver-twin-link', A1: 'antenna-press', A2: 'antenna-press' };
const FEET = [['RX.antenna1.1 A1.foot.1'], ['RX.antenna2.1 A2.foot.1']];
const STRAP = { FC: 'flight-controller-3', CAM: 'fpv-camera-strap' };
const NETWORK = { CAM: 'thermal-network', NR: 'network-radio' };
const CRAFT = { GB: 'gimbal-two-axis', CAM: 'nose-camera', FIX: 'nose-camera' };

const BUS: [Record<string, string>, string[][]] = [
  {
    TX: 'transmitter-10',
    RX: 'receiver-16',
    GB: 'gimbal-two-axis',
    FC: 'flight-controller-6',
    T2: 'transmitter-operator',
  },
  [
    ['RX.bus.1 GB.control.1', 'RX.bus.3 GB.control.3'],
    ['RX.bus.1 FC.bus.1', 'RX.bus.3 FC.bus.3'],
    ['T2.trainer.1 TX.trainer.1', 'T2.trainer.2 TX.trainer.2'],
  ],
];
const PARTS = { GB: { settings: { control: 'bus' } }, TX: { settings: { trainer: 'teaches' } } };
/** Pan by rate on channel 7, with the device's own settings and what the receiver does without radio. */
const steered = (told: object, failSafe?: Pick<FailSafe, 'does' | 'valueUs'>): Rig =>
  smallRig(...BUS, PARTS, {
    shaping: [row(7, 'left-slider')],
    bindings: [{ part: 'GB', fn: 'pan', slot: 7, reverse: false, ...told }],
    failSafes: failSafe ? [{ receiver: 'RX', slot: 7, ...failSafe }] : [],
  });
/** Pan by rate on a stick that nothing flies by. */
const panned = (change: Partial<Shaping>): Rig =>
  smallRig({ TX: 'transmitter-10', RX: 'receiver-16', GB: 'gimbal-two-axis' }, BUS[1].slice(0, 1), PARTS, {
    shaping: [{ ...row(7, 'right-x'), ...change }],
    bindings: [{ part: 'GB', fn: 'pan', slot: 7, reverse: false }],
  });
/** A drive on the pedal and its kill on a switch, whose channel is told otherwise. */
const carriage = (change: Partial<Shaping>): Rig =>
  smallRig(
    { TX: 'console-line', RX: 'receiver-16', DR: 'line-drive-bus' },
    [['RX.bus.1 DR.bus.1', 'RX.bus.3 DR.bus.3']],
    {},
    {
      shaping: [row(7, 'drive-pedal'), { ...row(8, 'K'), ...change }],
      bindings: [
        { part: 'DR', fn: 'drive', slot: 7, reverse: false },
        { part: 'DR', fn: 'brake', slot: 8, reverse: false },
      ],
    },
  );
const handed = (channels: { channel: number; takes: number }[], control = 'A'): Rig =>
  smallRig(...BUS, PARTS, {
    shaping: [row(3, 'left-y'), row(7, 'left-slider')],
    bindings: [
      { part: 'GB', fn: 'pan', slot: 7, reverse: false },
      { part: 'FC', fn: 'throttle', slot: 3, reverse: false },
    ],
    handOvers: [{ from: 'TX', to: 'T2', over: 'trainer lead', control, channels }],
  });
const drivenBySecond = (rig: Rig): Rig =>
  applyEdits(rig, [
    { kind: 'shape', transmitter: 'T2', channel: 5, change: { control: sheetOf(rig, 'T2').controls[0]!.id } },
  ]).rig;

/** What raises a rule, and the nearest thing that does not. */
/** A sender on channel 1, and a screen that looks for it on some channel. */
const screened = (channel: string): Rig => {
  const rig = smallRig({ VT: 'video-transmitter-pack' });
  const sheet = sheetOf(rig, 'VT');
  return applyEdits(rig, [
    { kind: 'resheet', sheet: { ...sheet, settings: [...sheet.settings, tuning('1')] } },
    { kind: 'addPart', part: newPart('SC', 'own-screen', 'Screen'), sheet: screenOn(channel) },
  ]).rig;
};

const CASES: [rule: RuleId, raises: () => Rig, silent: () => Rig][] = [
  [
    'back-feed',
    () =>
      smallRig({ U: 'usb-bench-lead', FC: 'flight-controller-3', R5: 'regulator-5v', PK: 'pack-4s' }, [
        ['U.plug.1 FC.usb.1', 'U.plug.3 FC.usb.3'],
        ['R5.out.1 FC.supply.1', 'R5.out.2 FC.supply.2'],
        ['PK.out.1 R5.in.1', 'PK.out.2 R5.in.2'],
      ]),
    () => smallRig({ A: 'pack-4s', B: 'pack-4s', R5: 'regulator-5v' }, [['A.out.1 R5.in.1'], ['B.out.1 R5.in.1']]),
  ],
  [
    'source-off',
    () =>
      smallRig({ AR: 'accessory-rails', HD: 'head-heavy' }, [['AR.rail24.1 HD.supply.1', 'AR.rail24.2 HD.supply.2']]),
    () =>
      smallRig({ AR: 'accessory-rails', HD: 'head-heavy' }, [['AR.rail24.1 HD.supply.1', 'AR.rail24.2 HD.supply.2']], {
        AR: { settings: { switch: 'on' } },
      }),
  ],
  [
    'hdmi-powered',
    () =>
      smallRig({ CAM: 'mirrorless-a', HC: 'hdmi-converter', PK: 'pack-4s', R5: 'regulator-5v' }, [
        ['CAM.hdmi.1 HC.in.1', 'CAM.hdmi.2 HC.in.2'],
        ['PK.out.1 R5.in.1', 'PK.out.2 R5.in.2'],
      ]),
    () =>
      smallRig({ CAM: 'mirrorless-a', HC: 'hdmi-converter', R5: 'regulator-5v' }, [
        ['CAM.hdmi.1 HC.in.1'],
        ['R5.out.1 HC.supply.1', 'R5.out.2 HC.supply.2'],
      ]),
  ],
  [
    'wire-overloaded',
    () =>
      smallRig({ PK: 'pack-14s-tool', LD: 'line-drive' }, [
        leadOf('C1', ['PK.out.1 LD.supply.1', 'PK.out.2 LD.supply.2'], { gaugeAwg: 26 }),
      ]),
    () =>
      smallRig({ PK: 'pack-14s-tool', LD: 'line-drive' }, [
        leadOf('C1', ['PK.out.1 LD.supply.1', 'PK.out.2 LD.supply.2'], { gaugeAwg: 14 }),
      ]),
  ],
  [
    'connector-overloaded',
    () =>
      smallRig(
        {
          PK: 'pack-4s',
          R5: 'power-module',
          A: 'action-camera',
          B: 'action-camera',
          C: 'action-camera',
          D: 'action-camera',
        },
        [
          ['PK.out.1 R5.in.1', 'PK.out.2 R5.in.2'],
          ...['A', 'B', 'C', 'D'].map((x) => [`R5.out.1 ${x}.supply.1`, `R5.out.2 ${x}.supply.2`]),
        ],
      ),
    () =>
      smallRig({ PK: 'pack-4s', R5: 'regulator-5v', A: 'action-camera' }, [
        ['PK.out.1 R5.in.1', 'PK.out.2 R5.in.2'],
        ['R5.out.1 A.supply.1', 'R5.out.2 A.supply.2'],
      ]),
  ],
  [
    'starved-splice',
    () =>
      smallRig({ PK: 'pack-4s', R5: 'regulator-5v', SP: 'splice-four', A: 'action-camera', B: 'action-camera' }, [
        ['PK.out.1 R5.in.1', 'PK.out.2 R5.in.2'],
        leadOf('C2', ['R5.out.1 SP.in.1', 'R5.out.2 SP.in.2'], { gaugeAwg: 24, lengthMm: 900 }),
        ['SP.out1.1 A.supply.1', 'SP.out1.2 A.supply.2'],
        ['SP.out2.1 B.supply.1', 'SP.out2.2 B.supply.2'],
      ]),
    () =>
      smallRig({ PK: 'pack-4s', R5: 'regulator-5v', SP: 'splice-four', A: 'action-camera', B: 'action-camera' }, [
        ['PK.out.1 R5.in.1', 'PK.out.2 R5.in.2'],
        leadOf('C2', ['R5.out.1 SP.in.1', 'R5.out.2 SP.in.2'], { gaugeAwg: 18 }),
        ['SP.out1.1 A.supply.1', 'SP.out1.2 A.supply.2'],
        ['SP.out2.1 B.supply.1', 'SP.out2.2 B.supply.2'],
      ]),
  ],
  [
    'packs-unequal',
    () => smallRig({ A: 'pack-4s', B: 'pack-3s', R5: 'regulator-5v' }, [['A.out.1 R5.in.1'], ['B.out.1 R5.in.1']]),
    () => smallRig({ A: 'pack-4s', B: 'pack-4s', R5: 'regulator-5v' }, [['A.out.1 R5.in.1'], ['B.out.1 R5.in.1']]),
  ],
  [
    'fuse-missing',
    () => smallRig({ PK: 'pack-4s', R5: 'regulator-5v' }, [['PK.out.1 R5.in.1', 'PK.out.2 R5.in.2']]),
    () =>
      smallRig({ PK: 'pack-4s', F: 'fuse-holder', R5: 'regulator-5v' }, [
        ['PK.out.1 F.in.1', 'PK.out.2 F.in.2'],
        ['F.out.1 R5.in.1', 'F.out.2 R5.in.2'],
      ]),
  ],
  [
    'port-too-slow',
    () => tooSlow(),
    () => smallRig(CAMERA, [serial('serial1')], {}, { held: [held('serial1', 'camera menu', 115200)] }),
  ],
  [
    'port-listens-only',
    () => smallRig(CAMERA, [serial('serial3')], {}, { held: [held('serial3', 'camera menu', 115200)] }),
    () => smallRig(CAMERA, [serial('serial2')], {}, { held: [held('serial2', 'camera menu', 115200)] }),
  ],
  [
    'port-shared-pins',
    () => smallRig(CAMERA, [serial('serial2')], {}, { held: [held('serial2', 'compass bus')] }),
    () => smallRig(CAMERA, [serial('serial2')], {}, { held: [held('serial2', 'camera menu', 115200)] }),
  ],
  [
    'port-labels-disagree',
    () => smallRig(CAMERA, [serial('serial2')], {}, { held: [held('serial1', 'camera menu', 115200)] }),
    () => smallRig(CAMERA, [serial('serial1')], {}, { held: [held('serial1', 'camera menu', 115200)] }),
  ],
  [
    'serial-not-inverted',
    () =>
      smallRig({ RX: 'receiver-bus', FC: 'flight-controller-3' }, [['RX.bus.1 FC.serial2.3', 'RX.bus.3 FC.serial2.4']]),
    () =>
      smallRig({ RX: 'receiver-bus', FC: 'flight-controller-3' }, [['RX.bus.1 FC.serial1.3', 'RX.bus.3 FC.serial1.4']]),
  ],
  [
    'pad-held',
    () => smallRig(LADDER, [ladder(5, 470)], {}, { held: [held('p5', 'LED strip'), held('p5', 'lap beacon')] }),
    () => smallRig(LADDER, [ladder(5, 470)], {}, { held: [held('p5', 'camera keys')] }),
  ],
  ['pad-no-timer', () => smallRig(LADDER, [ladder(8, 470)]), () => smallRig(LADDER, [ladder(1, 470)])],
  ['ladder-resistor', () => smallRig(LADDER, [ladder(1)]), () => smallRig(LADDER, [ladder(1, 470)])],
  [
    'y-two-talkers',
    () => smallRig({ A: 'receiver-16', GB: 'gimbal-two-axis' }, [['A.bus.1 GB.control.1', 'A.pin1.1 GB.control.1']]),
    () =>
      smallRig({ A: 'receiver-16', GB: 'gimbal-two-axis', TH: 'thermal-core-5v' }, [
        ['A.bus.1 GB.control.1', 'A.bus.1 TH.control.1'],
      ]),
  ],
  [
    'strap-other-type',
    () => smallRig(STRAP, [serial('serial1')]),
    () => smallRig(STRAP, [serial('serial1')], { CAM: { settings: { menu: 'serial' } } }),
  ],
  [
    'level-mismatch',
    () => fiveVolts(),
    () =>
      smallRig({ RX: 'receiver-serial-link', FC: 'flight-controller-3' }, [
        ['FC.serial1.2 RX.main.4', 'FC.serial1.3 RX.main.3'],
      ]),
  ],
  [
    'joint-no-slack',
    () =>
      smallRig(
        { FC: 'flight-controller-6', GB: 'gimbal-two-axis', CAM: 'zoom-camera-serial' },
        [leadOf('C1', ['FC.serial1.2 CAM.main.4'], { lengthMm: 150 })],
        { FC: at(0, 0, 0), GB: at(60, 0, 0), CAM: at(90, 0, -30, 'GB') },
      ),
    () =>
      smallRig(
        { FC: 'flight-controller-6', GB: 'gimbal-two-axis', CAM: 'zoom-camera-serial' },
        [leadOf('C1', ['FC.serial1.2 CAM.main.4'], { lengthMm: 400 })],
        { FC: at(0, 0, 0), GB: at(60, 0, 0), CAM: at(90, 0, -30, 'GB') },
      ),
  ],
  [
    'cable-short',
    () =>
      smallRig({ PK: 'pack-4s', R5: 'regulator-5v' }, [['PK.out.1 R5.in.1']], { PK: at(0, 0, 0), R5: at(200, 50, 0) }),
    () =>
      smallRig({ PK: 'pack-4s', R5: 'regulator-5v' }, [['PK.out.1 R5.in.1']], { PK: at(0, 0, 0), R5: at(100, 50, 0) }),
  ],
  ['plug-angled', () => angled('left'), () => angled('right')],
  [
    'antenna-missing',
    () => smallRig({ VT: 'video-transmitter-5v', A1: 'antenna-press' }),
    () =>
      smallRig({ VT: 'video-transmitter-5v', A1: 'antenna-press' }, [
        ['VT.antenna.1 A1.foot.1', 'VT.antenna.2 A1.foot.2'],
      ]),
  ],
  [
    'antenna-crossed',
    () => smallRig(ANTENNAS, FEET, { A1: at(0, 0, 0), A2: at(0, 20, 0) }),
    () => smallRig(ANTENNAS, FEET, { A1: at(0, 0, 0), A2: at(0, 90, 0) }),
  ],
  [
    'antenna-near-compass',
    () => smallRig({ CO: 'compass', A1: 'antenna-press' }, [], { CO: at(0, 0, 0), A1: at(50, 0, 0) }),
    () => smallRig({ CO: 'compass', A1: 'antenna-press' }, [], { CO: at(0, 0, 0), A1: at(150, 0, 0) }),
  ],
  [
    'antenna-screened',
    () => smallRig({ PK: 'pack-4s', A1: 'antenna-press' }, [], { PK: at(0, 0, 0), A1: at(10, 0, 0) }),
    () => smallRig({ PK: 'pack-4s', A1: 'antenna-press' }, [], { PK: at(0, 0, 0), A1: at(10, 0, 80) }),
  ],
  [
    'magnet-near-compass',
    () => smallRig({ CO: 'compass', SD: 'magnetic-driver' }),
    () => smallRig({ CO: 'compass', SD: 'magnetic-driver' }, [], { CO: at(0, 0, 0), SD: at(400, 0, 0) }),
  ],
  ['screen-untuned', () => screened('2'), () => screened('1')],
  [
    'standard-mix',
    () =>
      smallRig({ SW: 'picture-switcher-3', A: 'fpv-camera-serial', B: 'pinhole-camera' }, [
        ['A.video.1 SW.in1.3'],
        ['B.video.1 SW.in2.3'],
      ]),
    () =>
      smallRig({ SW: 'picture-switcher-3', A: 'fpv-camera-serial', B: 'action-camera' }, [
        ['A.video.1 SW.in1.3'],
        ['B.video.1 SW.in2.3'],
      ]),
  ],
  [
    'picture-nowhere',
    () => smallRig({ A: 'pinhole-camera', VT: 'video-transmitter-5v' }),
    () =>
      smallRig({ A: 'pinhole-camera', VT: 'video-transmitter-5v' }, [['A.video.1 VT.video.1', 'A.video.2 VT.video.2']]),
  ],
  [
    'no-fixed-camera',
    () => smallRig(CRAFT, [], { CAM: at(0, 0, 0, 'GB'), FIX: at(0, 0, 0, 'GB') }),
    () => smallRig(CRAFT, [], { CAM: at(0, 0, 0, 'GB') }),
  ],
  [
    'port-told-other',
    () => smallRig({ RX: 'receiver-bus', CB: 'control-box-universal' }, [['RX.bus.1 CB.a.3', 'RX.bus.3 CB.a.6']]),
    () =>
      smallRig({ RX: 'receiver-bus', CB: 'control-box-universal' }, [['RX.bus.1 CB.a.3', 'RX.bus.3 CB.a.6']], {
        CB: { told: { a: 'bus' } },
      }),
  ],
  ['address-twice', () => smallRig(NETWORK, [], { CAM: { address: '192.168.10.2' } }), () => smallRig(NETWORK)],
  ['subnet-other', () => smallRig(NETWORK, [], { CAM: { address: '10.0.0.5' } }), () => smallRig(NETWORK)],
  ['wrong-way', () => steered({ reverse: true }), () => steered({})],
  ['moves-nothing', () => panned({ sharePct: 0 }), () => panned({ sharePct: 30 })],
  ['channel-slow', () => carriage({ endToEndS: 3 }), () => carriage({ endToEndS: 0.4 })],
  ['goes-at-rest', () => panned({ subTrimUs: 60 }), () => panned({})],
  ['fail-safe-acts', () => steered({}, { does: 'hold' }), () => steered({}, { does: 'value', valueUs: 1500 })],
  ['hand-over-flight', () => handed([{ channel: 3, takes: 3 }]), () => handed([{ channel: 7, takes: 5 }])],
  ['hand-over-broken', () => handed([]), () => handed([{ channel: 7, takes: 5 }])],
  [
    'hand-over-switch',
    () => handed([{ channel: 7, takes: 5 }], 'left-slider'),
    () => handed([{ channel: 7, takes: 5 }]),
  ],
  [
    'hand-over-empty',
    () => handed([{ channel: 7, takes: 5 }]),
    () => drivenBySecond(handed([{ channel: 7, takes: 5 }])),
  ],
  [
    'signal-missing',
    () => smallRig({ RX: 'receiver-16', FC: 'flight-controller-6' }, [['RX.bus.3 FC.bus.3']]),
    () => smallRig({ RX: 'receiver-16', FC: 'flight-controller-6' }, [['RX.bus.1 FC.bus.1', 'RX.bus.3 FC.bus.3']]),
  ],
  [
    'pack-unused',
    () => smallRig({ A: 'pack-4s', R5: 'regulator-5v' }, [['A.out.2 R5.in.2']]),
    () => smallRig({ A: 'pack-4s', R5: 'regulator-5v' }, [['A.out.1 R5.in.1', 'A.out.2 R5.in.2']]),
  ],
  ['numbering-base', () => boundTo(7, 6), () => boundTo(7, 7)],
  [
    'flight-undriven',
    () => flown([]),
    () => flown(['right-x', 'right-y', 'left-y', 'left-x'].map((c, i) => row(i + 1, c))),
  ],
  [
    'flight-unfit',
    () => flown(['right-x', 'right-y', 'left-y', 'A'].map((c, i) => row(i + 1, c))),
    () => flown(['right-x', 'right-y', 'left-y', 'left-x'].map((c, i) => row(i + 1, c))),
  ],
  ['output-two-slots', () => onOneOutput(7, 8), () => onOneOutput(7, 7)],
  ['pin-other-slot', () => pulledBy(5, 6), () => pulledBy(5, 5)],
  [
    'prep-open',
    () => smallRig({ CAM: 'action-camera' }),
    () => smallRig({ CAM: 'action-camera' }, [], { CAM: { prepared: ['out', 'sleep'] } }),
  ],
  [
    'firmware-unknown',
    () => smallRig(CAMERA, [serial('serial1')]),
    () => smallRig(CAMERA, [serial('serial1')], { FC: { firmware: '4.2' } }),
  ],
  [
    'firmware-old',
    () => smallRig(CAMERA, [serial('serial1')], { FC: { firmware: '3.2.5' } }),
    () => smallRig(CAMERA, [serial('serial1')], { FC: { firmware: '3.10' } }),
  ],
  [
    'board-too-small',
    () =>
      smallRig({ FC: 'flight-controller-3', GB: 'gimbal-pass-through' }, [
        ['FC.serial1.2 GB.telemetry.2', 'FC.serial1.3 GB.telemetry.1'],
      ]),
    () =>
      smallRig({ FC: 'autopilot', GB: 'gimbal-pass-through' }, [
        ['FC.serial1.2 GB.telemetry.2', 'FC.serial1.3 GB.telemetry.1'],
      ]),
  ],
];

/** Rules that no single edit mends: the text says what to do instead. */
const NO_FIX: RuleId[] = [
  ...PRACTICE_NO_FIX,
  'packs-unequal',
  'standard-mix',
  'connector-overloaded',
  'picture-nowhere',
  'no-fixed-camera',
  'board-too-small',
  'port-too-slow',
  'flight-undriven',
  'flight-unfit',
];

/** The camera faster than any port: the port's figure is turned down on the sheet. */
function tooSlow(): Rig {
  const rig = structuredClone(
    smallRig(CAMERA, [serial('serial1')], {}, { held: [held('serial1', 'camera menu', 115200)] }),
  );
  for (const r of rig.sheets['flight-controller-3']!.resources) if (r.kind === 'serial') r.highestBaud = 57600;
  return rig;
}

function fiveVolts(): Rig {
  const rig = structuredClone(
    smallRig({ RX: 'receiver-serial-link', FC: 'flight-controller-3' }, [
      ['FC.serial1.2 RX.main.4', 'FC.serial1.3 RX.main.3'],
    ]),
  );
  rig.sheets['flight-controller-3']!.ports.find((p) => p.id === 'serial1')!.pins[1]!.levelV = 5;
  return rig;
}

function angled(side: 'left' | 'right'): Rig {
  const rig = structuredClone(
    smallRig({ PK: 'pack-4s', R5: 'regulator-5v' }, [leadOf('C1', ['PK.out.1 R5.in.1'], { lengthMm: 160 })], {
      PK: at(0, 0, 0),
      R5: at(0, 100, 0),
    }),
  );
  rig.sheets['pack-4s']!.ports[0]!.plug.angled = side;
  return rig;
}

function boundTo(driven: number, slot: number): Rig {
  const rig = smallRig(
    { TX: 'transmitter-16', RX: 'receiver-16', GB: 'gimbal-two-axis' },
    [['RX.bus.1 GB.control.1', 'RX.bus.3 GB.control.3']],
    { GB: { settings: { control: 'bus' } } },
  );
  return {
    ...rig,
    shaping: [row(driven, 'left-slider')],
    bindings: [{ part: 'GB', fn: 'tilt', slot, reverse: false }],
  };
}

/** A controller that rolls by channel 1, and what its transmitter sends. */
const flown = (shaping: Shaping[]): Rig => ({
  ...smallRig({ TX: 'transmitter-16', RX: 'receiver-16', FC: 'flight-controller-6' }, [
    ['RX.bus.1 FC.bus.1', 'RX.bus.3 FC.bus.3'],
  ]),
  shaping,
  bindings: ['roll', 'pitch', 'throttle', 'yaw'].map((fn, i) => ({ part: 'FC', fn, slot: i + 1, reverse: false })),
});

/** Two gimbals on one output of a controller, each given a slot. */
/** A servo on an output of a receiver, noted on some slot. */
function pulledBy(pin: number, slot: number): Rig {
  const rig = smallRig({ TX: 'transmitter-16', RX: 'receiver-6-pins', A: 'gimbal-servo-pan' }, [
    [`RX.pin${pin}.1 A.tilt.1`, `RX.pin${pin}.3 A.tilt.3`],
  ]);
  return {
    ...rig,
    shaping: [row(5, 'left-slider'), row(6, 'right-slider')],
    bindings: [{ part: 'A', fn: 'tilt', slot, reverse: false }],
  };
}

function onOneOutput(...slots: number[]): Rig {
  const rig = smallRig(
    { TX: 'transmitter-16', RX: 'receiver-16', FC: 'autopilot', A: 'gimbal-servo-pan', B: 'gimbal-servo-pan' },
    [
      ['RX.bus.1 FC.bus.1', 'RX.bus.3 FC.bus.3'],
      ['FC.aux1.1 A.tilt.1', 'FC.aux1.3 A.tilt.3'],
      ['FC.aux1.1 B.tilt.1', 'FC.aux1.3 B.tilt.3'],
    ],
  );
  return {
    ...rig,
    shaping: [row(7, 'left-slider')],
    bindings: slots.map((slot, i) => ({ part: 'AB'[i]!, fn: 'tilt', slot, reverse: false })),
  };
}

const rules = (rig: Rig): string[] => rulesOf(rig).map((r) => r.split(' ')[0]!);

const ALL: RuleCase[] = [...CASES, ...PRACTICE_CASES];

describe('an axis of flight that is told no channel', () => {
  const about = (...fns: string[]): string[] =>
    findingsOf({
      ...flown([row(1, 'right-x'), row(2, 'right-y')]),
      bindings: fns.map((fn, i) => ({ part: 'FC', fn, slot: i + 1, reverse: false })),
    });
  const findingsOf = (rig: Rig): string[] =>
    analyse(rig).findings.flatMap((f) => (f.rule === 'flight-undriven' ? [f.title] : []));

  it('is told of where others of its controller are given theirs, and not where none is', () => {
    expect(about('roll', 'pitch')).toEqual([expect.stringMatching(/yaw/)]);
    expect(about('roll')).toEqual([expect.stringMatching(/pitch.*yaw|yaw.*pitch/)]);
    expect(about()).toEqual([]);
  });
});

describe('the sticks of flight', () => {
  const about = (...controls: string[]) => {
    const found = analyse(flown(controls.map((c, i) => row(i + 1, c)))).findings;
    return found.flatMap((f) =>
      ['stick-mode', 'flight-unfit'].includes(f.rule) ? [`${f.mark} ${f.title} ${f.text}`] : [],
    );
  };

  it('go the way that they move the craft', () => {
    expect(about('right-x', 'right-y', 'left-y', 'left-x')).toEqual([]);
    expect(about('right-y', 'right-x', 'left-y', 'left-x')).toEqual([
      expect.stringMatching(/^watch .*roll is on the right stick ↕ and pitch is on the right stick ↔/),
    ]);
  });

  it('of a set without modes fly what they are called by, or else go its way', () => {
    const STICKS = ['left-x', 'left-y', 'right-x', 'right-y'];
    const withoutModes = (labels: string[], ...controls: string[]) => {
      const rig = flown(controls.map((c, i) => row(i + 1, c)));
      const own = rig.sheets[rig.parts.find((p) => p.id === 'TX')!.class]!;
      const called = own.controls.map((c) => ({ ...c, label: labels[STICKS.indexOf(c.id)] ?? c.label }));
      const sheets = { ...rig.sheets, [own.class]: { ...own, settings: [], controls: called } };
      return analyse({ ...rig, sheets }).findings.flatMap((f) =>
        f.rule === 'stick-mode' ? [`${f.mark} ${f.title}. ${f.text}`] : [],
      );
    };
    const words = ['Rudder', 'Throttle', 'Aileron', 'Elevator'];
    expect(withoutModes(words, 'right-x', 'right-y', 'left-y', 'left-x')).toEqual([]);
    expect(withoutModes(words, 'right-y', 'right-x', 'left-y', 'left-x')).toEqual([
      expect.stringMatching(/^watch .* than it says\. Roll is on the Elevator and pitch is on the Aileron\. Are two/),
    ]);
    expect(withoutModes(words, 'right-x', 'left-y', 'right-y', 'left-x')).toEqual([
      expect.stringMatching(/^stop .* Elevator springs back there/),
    ]);
    const letters = ['a ↔', 'b ↕', 'c ↔', 'd ↕'];
    // where its throttle is, such a set does not say
    expect(withoutModes(letters, 'right-x', 'left-y', 'right-y', 'left-x')).toEqual([]);
    expect(withoutModes(letters, 'right-y', 'right-x', 'left-y', 'left-x')).toEqual([
      expect.stringMatching(/^watch .*Roll is on the d ↕ and pitch is on the c ↔\./),
    ]);
  });

  it('are sticks', () => {
    expect(about('right-x', 'right-y', 'left-y', 'A')).toEqual([expect.stringMatching(/^watch Yaw .* switch A/)]);
  });
});

describe('a fix', () => {
  const of = (rig: Rig, rule: string) =>
    analyse(rig).findings.flatMap((f) => (f.rule === rule ? [fixesOf(f).map((x) => x.edits)] : []));

  it('puts no second plug on a pin that another lead has', () => {
    const parts = { RX: 'receiver-16', FC: 'flight-controller-6', GB: 'gimbal-two-axis' };
    const bus = ['RX.bus.1 FC.bus.1', 'RX.bus.3 FC.bus.3'];
    expect(of(smallRig(parts, [['RX.bus.3 FC.bus.3']]), 'signal-missing')).toEqual([[[expect.anything()]]]);
    expect(
      of(smallRig(parts, [bus, ['RX.bus.3 GB.control.3']], { GB: { settings: { control: 'bus' } } }), 'signal-missing'),
    ).toEqual([[]]);
  });

  it('that lets a drive go says how it stops without radio', () => {
    const rig = smallRig({ TX: 'transmitter-16', RX: 'receiver-16', LD: 'line-drive-bus' }, [
      ['RX.bus.1 LD.bus.1', 'RX.bus.3 LD.bus.3'],
    ]);
    const undriven: Rig = {
      ...rig,
      shaping: [row(7, 'right-x')],
      bindings: [{ part: 'LD', fn: 'drive', slot: 6, reverse: false }],
    };
    const [[edits]] = of(undriven, 'numbering-base') as [[Edit[]]];
    expect(edits.map((e) => e.kind)).toEqual(['bind', 'failSafe']);
  });
});

describe('every rule', () => {
  it('is at least one of forty and has a test here or on the demo rig', () => {
    const all = [...RULE_IDS];
    expect(all.length).toBeGreaterThanOrEqual(40);
    expect([...ON_THE_DEMO, ...ALL.map(([rule]) => rule)].sort()).toEqual(all.sort());
  });

  it.each(ALL)('%s is raised, worded, sourced and mended by its fix', (rule, raises) => {
    const rig = raises();
    const finding = analyse(rig).findings.find((f) => f.rule === rule);
    expect(finding, rules(rig).join(', ')).toBeDefined();
    expect(`${finding!.title} ${finding!.text}`).not.toMatch(/undefined|NaN|\[object/);
    expect(finding!.figures.length).toBeGreaterThan(0);
    expect(finding!.source).not.toBe('');
    if (NO_FIX.includes(rule)) return expect(fixesOf(finding!)).toEqual([]);
    const before = rules(rig).filter((r) => r === rule).length;
    const after = rules(applyEdits(rig, fixesOf(finding!)[0]!.edits).rig).filter((r) => r === rule).length;
    expect(after).toBeLessThan(before);
  });

  it('takes a plus on a second plug of a pack for its plus', () => {
    const rig = structuredClone(smallRig({ A: 'pack-4s', R5: 'regulator-5v' }, [['A.out.2 R5.in.2']]));
    const pack = rig.sheets['pack-4s']!;
    pack.ports.push({ ...structuredClone(pack.ports[0]!), id: 'more' });
    pack.ties.push([
      { port: 'out', pin: 1 },
      { port: 'more', pin: 1 },
    ]);
    expect(rules(rig)).toContain('pack-unused');
    const wire = { from: { part: 'A', port: 'more', pin: 1 }, to: { part: 'R5', port: 'in', pin: 1 } };
    const lead = { ...wire, colour: 'red', gaugeAwg: 16, lengthMm: 100 };
    const joined = applyEdits(rig, [{ kind: 'addWire', cable: rig.cables[0]!.id, wire: lead }]).rig;
    expect(rules(joined)).not.toContain('pack-unused');
  });

  it.each(ALL)('%s stays silent beside it', (rule, _raises, silent) => expect(rules(silent())).not.toContain(rule));
});
