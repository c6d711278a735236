import type { PracticeBench } from '../bench.js';
import type { Proposed } from '../proposed.js';
import * as T from '../traps.js';
import { BRIEFS } from './briefs.js';

type Says = [says: string, holds: (now: Proposed) => boolean];
const claims = (...list: Says[]): PracticeBench['claims'] => list.map(([says, holds]) => ({ says, holds }));
const fed = (part: string, by: string): Says => [`${part} is fed by ${by}`, (p) => p.feeder(part) === by];
const by = (name: string, control: string): Says => [`${name} follows ${control}`, (p) => p.control(name) === control];
const from5 = (name: string): Says => [`${name} keeps off the flight channels`, (p) => (p.slot(name) ?? 0) >= 5];
const joined = (a: string, b: string): Says => [`${a} goes to ${b}`, (p) => p.has(a, b)];
/** Roll 1, pitch 2, throttle 3, yaw 4, on the sticks of mode 2. */
const flies = (board: string): Says => [
  'flight has channels 1 to 4 and its sticks',
  (p) =>
    (['roll', 'pitch', 'throttle', 'yaw'] as const).every(
      (axis, i) =>
        p.slot(`${board}.${axis}`) === i + 1 &&
        p.control(`${board}.${axis}`) === ['right-x', 'right-y', 'left-y', 'left-x'][i],
    ),
];
const yLead = (receiver: string, ...parts: string[]): Says => [
  `one Y lead from ${receiver} to ${parts.join(' and ')}`,
  (p) => parts.every((id) => p.lead(`${receiver}.bus`, id).id === p.lead(`${receiver}.bus`, parts[0]!).id),
];
/** Signals and antennas before any supply lead, packs last. */
const handsInOrder: Says = [
  'signals and antennas before supplies, packs last',
  (p) => {
    const plugs = p.hands.filter((h) => h.kind === 'plug').map((h) => p.kindOfStep(h));
    const order = plugs.map((kind) => ['antenna', 'signal', 'supply', 'pack'].indexOf(kind));
    return order.length > 0 && order.every((at, i) => i === 0 || order[i - 1]! <= at);
  },
];

/** The corpus: every brief with what a practitioner would claim of its proposal, and the traps put into it. */
export const BENCHES: PracticeBench[] = [
  {
    name: 'heath',
    brief: BRIEFS.heath,
    claims: claims(
      flies('AP'),
      by('SW.picture', 'F'),
      by('VT.power', 'G'),
      from5('SW.picture'),
      from5('GB.tilt'),
      fed('AP', 'PM'),
      yLead('RX', 'AP', 'GB'),
      ['the thermal core gets 5 V from a regulator', (p) => ['R5', 'PM'].includes(p.feeder('TH') ?? '')],
      handsInOrder,
    ),
    traps: [
      T.otherControl('SW.picture', 'A'),
      T.onFlight('GB.tilt', 3),
      T.pinOnFlight('RX', '*', 1, 'SW'),
      T.misplaced('SW.out', 'VT.video', 'VT.video.1', 'VT.video.2'),
      T.setting('GB', 'control', 'pulse', 'wrong-type', 'Switch it to bus'),
      T.narrowEnds('GB.mode'),
      T.noAntenna('VT', 'AN'),
      T.fuse('PK', 'GB', 'PK.out.1', 30),
      T.gauge('PK', 'VT', 26, 'pack-lead-thin'),
      T.unfit('GB.pan', 'right-slider'),
      T.noPicture('TH', 'SW'),
    ],
  },
  {
    name: 'quarry',
    brief: BRIEFS.quarry,
    claims: claims(
      by('GB.tilt', 'right-y'),
      by('GB.roll-trim', 'left-slider'),
      by('GB.mode', 'B'),
      by('GB.power', 'C'),
      by('IR.record', 'D'),
      fed('HC', 'R5'),
      fed('CA', 'DB'),
      joined('IR.light', 'CA.eye'),
      ['the converter does not hang on the HDMI socket', (p) => p.feeder('HC') !== null],
      ['no wire but light between trigger and eye', (p) => p.lead('IR.light', 'CA').wires.length === 1],
    ),
    traps: [
      T.unfed('R5', 'HC.supply'),
      T.leadOff('IR.light', 'CA.eye', 'reach-missing', 'IR', 'Lead to'),
      T.leadOff('RX', 'GB.mode', 'wish-open', 'GB', null),
      T.latched('IR.record', 'A'),
      T.otherControl('GB.power', 'A'),
      T.wrongRail('R5', 'RX.supply', 'PK.out'),
      T.unprepared('CA', 'remote'),
      T.noFuse('PK', 'DB', 'PK.out.1'),
      T.gauge('R5', 'RX.supply', 14, 'wire-too-thick'),
    ],
    remain: { 'control-unfit': 'the sprung stick was asked for' },
  },
  {
    name: 'fen',
    brief: BRIEFS.fen,
    claims: claims(
      flies('FC'),
      yLead('RX', 'FC', 'GB'),
      by('GB.tilt', 'left-slider'),
      by('GB.look-down', 'E'),
      fed('GB', 'R12'),
      joined('NC', 'FC.videoIn'),
      joined('FC.videoOut', 'VT'),
      handsInOrder,
    ),
    traps: [
      T.onFlight('GB.pan', 1),
      T.twoOnOne('GB.pan', 'GB.tilt'),
      T.wrongRail('R12', 'GB', 'R5.out'),
      T.oneBeside('GB.look-down', 9),
      T.misplaced('RX.bus', 'GB.bus', 'GB.bus.1', 'GB.bus.3'),
      T.reversedChannel('GB.tilt'),
      T.barsTogether('GB.pan', 12),
      T.unfit('GB.pan', 'right-slider'),
      T.reversedSupply('R5', 'FC.supply', 'FC.supply.1', 'FC.supply.2'),
    ],
  },
  {
    name: 'scree',
    brief: BRIEFS.scree,
    claims: claims(
      flies('FC'),
      [
        'a resistor of 470 Ω in the key wire',
        (p) => p.lead('FC.pads', 'CA').wires.some((w) => w.inline?.kind === 'resistor' && w.inline.ohm === 470),
      ],
      ['the bus goes to the port with an inverter', (p) => p.has('RX.bus', 'FC.serial1')],
      joined('CA.video', 'FC.videoIn'),
    ),
    traps: [
      T.resistor('FC.pads', 'CA', 'CA.main.3', null),
      T.resistor('FC.pads', 'CA', 'CA.main.3', 10000),
      T.padHeld('FC', 'CA'),
      T.firmware('FC', '3.1', 'CA'),
      T.noAntenna('VT', 'AN'),
      T.misplaced('CA.video', 'FC.videoIn', 'FC.videoIn.1', 'FC.videoIn.2'),
      T.portFree('FC', 'CA'),
    ].slice(0, 6),
  },
  {
    name: 'orchard',
    brief: BRIEFS.orchard,
    claims: claims(
      by('DR.drive', 'pedal'),
      by('DR.brake', 'K'),
      by('HD.pan', 'joy-x'),
      by('TN.zoom', 'zoom-ring'),
      fed('HD', 'AR'),
      ['both packs are joined', (p) => p.has('P1', 'P2')],
      [
        'without radio the drive stops',
        (p) => p.rig.failSafes.some((f) => f.slot === p.slot('DR.drive') && f.valueUs === 1500),
      ],
      ['the accessory switch is on', (p) => p.rig.parts.find((x) => x.id === 'AR')!.settings.switch === 'on'],
      [
        'nothing is said of take-off',
        (p) => !p.analysis.wake.steps.some((s) => /take-off|throttle/i.test(s.text + s.note)),
      ],
    ),
    traps: [
      T.packReads('P2', 52),
      T.failSafe('DR.drive', 'RX', 'value', 2000, 'drive-fail-safe', 'Stop at'),
      T.failSafe('DR.drive', 'RX', 'hold', undefined, 'drive-fail-safe', 'Stop at'),
      T.leadOff('RX', 'DR.brake', 'drive-no-brake', 'DR', null),
      T.setting('AR', 'switch', 'off', 'source-off', 'Accessory switch on'),
      T.noAntenna('NR', 'A3'),
      T.fuse('P2', 'DR', 'DR.supply.1', 60),
      T.otherControl('DR.brake', 'A'),
    ],
  },
  {
    name: 'marl',
    brief: BRIEFS.marl,
    claims: claims(by('TH.palette', 'B'), from5('TH.palette'), fed('TH', 'R5'), fed('VT', 'PK'), [
      'the regulator holds 5 V at a flat pack',
      (p) => !p.analysis.findings.some((f) => f.rule === 'regulator-dropout'),
    ]),
    traps: [
      T.wrongRail('R5', 'TH.supply', 'PK.out'),
      T.setting('TH', 'control', 'bus', 'wrong-type', 'Switch it to pulse'),
      T.otherControl('TH.palette', 'A'),
      T.misplaced('TH.video', 'VT.video', 'VT.video.1', 'VT.video.2'),
      T.narrowEnds('TH.palette'),
      T.unfed('R5', 'RX.supply'),
      T.fuse('PK', 'VT', 'PK.out.1', 0.1, 'fuse-too-small'),
    ],
  },
  {
    name: 'lagoon',
    brief: BRIEFS.lagoon,
    claims: claims(
      flies('AP'),
      fed('AP', 'PM'),
      yLead('AU', 'AP', 'TN'),
      joined('TN.net', 'AU'),
      by('TN.picture', 'C'),
      by('TN.ranging', 'E'),
      [
        'the regulator that nothing needs is told',
        (p) => p.proposal.idle.some((i) => i.part === 'R12' && i.why.includes('12 V')),
      ],
      ['no ground beside the network pairs', (p) => p.lead('TN.net', 'AU').wires.length === 1],
    ),
    traps: [
      T.address('TN', '192.168.10.1', 'address-twice'),
      T.address('TN', '10.0.0.9', 'subnet-other'),
      T.onFlight('TN.zoom', 2),
      T.noAntenna('AU', 'A1'),
      T.straight('AP', 'AU.serial'),
      T.portSpeed('AP', 'AU.serial', 57600),
      T.wrongRail('PM', 'AP.supply', 'PK.out'),
      T.otherControl('TN.picture', 'D'),
    ],
  },
  {
    name: 'chapel',
    brief: BRIEFS.chapel,
    claims: claims(
      flies('FC'),
      joined('T2.trainer', 'T1.trainer'),
      [
        'only the camera is handed over',
        (p) =>
          p.rig.handOvers[0]?.channels.length === 1 && p.rig.handOvers[0].channels[0]!.channel === p.slot('GB.tilt'),
      ],
      ['the operator has the tilt', (p) => p.chain('GB.tilt').second?.control != null],
      ['the cameras are on inputs 1 and 3', (p) => p.has('CA', 'SW.in1') && p.has('NC', 'SW.in3')],
    ),
    traps: [
      {
        says: 'the lead plugged and nobody handed over',
        put: (p) => p.rig.handOvers.map((h) => ({ kind: 'noHandOver', from: h.from, to: h.to })),
        rule: 'operators-idle',
        about: 'T1',
        fix: 'Hand the camera over',
      },
      {
        says: 'the throttle handed over too',
        put: (p) =>
          p.rig.handOvers.map((h) => ({
            kind: 'handOver',
            handOver: { ...h, channels: [...h.channels, { channel: 3, takes: 3 }] },
          })),
        rule: 'hand-over-flight',
        about: 'T1',
        because: { channels: '3' },
        fix: 'Keep flight',
      },
      {
        says: 'a camera on the middle input',
        put: (p) => p.movePort('NC', 'SW.in3', 'in2'),
        rule: 'window-unreached',
        about: 'SW',
        fix: 'Plug it into input',
      },
      T.unprepared('CA', 'out'),
      T.setting('T1', 'trainer', 'off', 'hand-over-broken', 'One pilot alone'),
      T.onFlight('GB.mode', 4),
      T.noPicture('CA', 'SW'),
    ],
  },
  {
    name: 'cirque',
    brief: BRIEFS.cirque,
    claims: claims(
      flies('FC'),
      by('VT.power', 'G'),
      [
        'three serial ports, one each',
        (p) => new Set(p.rig.held.filter((h) => h.part === 'FC').map((h) => h.resource)).size >= 3,
      ],
      ['the picture brings no second ground', (p) => p.lead('CA.video', 'FC').wires.length === 1],
    ),
    traps: [
      T.straight('FC', 'CA'),
      T.straight('FC', 'VT.serial'),
      T.portFree('FC', 'CA'),
      T.portSpeed('FC', 'CA', 9600),
      T.firmware('FC', '3.2', 'CA'),
      T.wireOff('FC', 'CA.main', 'CA.main.3', 'pair-half', 'CA', 'Add the other wire'),
      T.misplaced('FC.videoOut', 'VT.video', 'VT.video.1', 'VT.video.2'),
      T.otherControl('VT.power', 'E'),
    ],
  },
  {
    name: 'regatta',
    brief: BRIEFS.regatta,
    claims: claims(
      by('GB.pan', 'right-x'),
      by('GB.tilt', 'right-y'),
      ['pan on 1 and tilt on 2, as it is shipped', (p) => p.slot('GB.pan') === 1 && p.slot('GB.tilt') === 2],
      fed('GB', 'PK'),
    ),
    traps: [
      T.setting('GB', 'control', 'pulse', 'wrong-type', 'Switch it to bus'),
      T.twoOnOne('GB.tilt', 'GB.pan'),
      T.unfit('GB.pan', 'left-y'),
      T.beyond('GB.tilt', 9),
      T.reversedChannel('GB.pan'),
      T.unfed('R5', 'RX.supply'),
    ],
  },
  {
    name: 'tower',
    brief: BRIEFS.tower,
    claims: claims(
      flies('FC'),
      by('ZB.zoom', 'right-slider'),
      by('ZB.record', 'H'),
      joined('ZB.hdmi', 'HU'),
      joined('NC', 'FC.videoIn'),
      ['the zoom block is on its volts', (p) => p.feeder('ZB') === 'R12'],
    ),
    traps: [
      T.wrongRail('R12', 'ZB.supply', 'PK.out'),
      T.latched('ZB.record', 'E'),
      T.straight('FC', 'ZB.serial'),
      T.portSpeed('FC', 'ZB.serial', 115200),
      T.noAntenna('HU', 'A1'),
      T.noPicture('ZB', 'HU'),
      T.barsTogether('ZB.zoom', 14),
    ],
  },
  {
    name: 'kiln',
    brief: BRIEFS.kiln,
    claims: claims(flies('FC'), joined('RC.ribbon', 'RU.ribbon'), fed('RC', 'R5'), fed('RU', 'PK'), joined('RU', 'AN')),
    traps: [
      T.wrongRail('R5', 'RC.supply', 'PK.out'),
      T.noAntenna('RU', 'AN'),
      T.noPicture('RC', 'RU'),
      T.barsTogether('FC.yaw', 9),
      T.unfed('R5', 'FC.supply'),
      T.fuse('PK', 'RU', 'PK.out.1', 40),
      T.gauge('PK', 'R5', 28, 'pack-lead-thin'),
    ],
  },
  {
    name: 'peat',
    brief: BRIEFS.peat,
    claims: claims(
      flies('FC'),
      by('TI.palette', 'C'),
      by('TI.zoom', 'left-slider'),
      by('TI.record', 'H'),
      from5('TI.palette'),
      from5('TI.record'),
      ['pulses on pins of the receiver', (p) => p.chain('TI.palette').carrier === 'pulse'],
    ),
    traps: [
      T.pinOnFlight('RX', '*', 3, 'TI'),
      T.latched('TI.record', 'E'),
      T.otherControl('TI.palette', 'D'),
      T.misplaced('RX', 'TI.palette', 'TI.palette.1', 'TI.palette.3'),
      T.setting('TI', 'control', 'bus', 'wrong-type', 'Switch it to pulse'),
      T.unfit('TI.zoom', 'F'),
      T.noAntenna('RX', 'A1'),
    ],
  },
  {
    name: 'moraine',
    brief: BRIEFS.moraine,
    claims: claims(
      flies('FC'),
      yLead('RX', 'FC', 'TI'),
      by('TI.palette', 'C'),
      by('TI.calibrate', 'H'),
      from5('TI.palette'),
    ),
    traps: [
      T.setting('TI', 'control', 'pulse', 'wrong-type', 'Switch it to bus'),
      T.onFlight('TI.zoom', 4),
      T.unfit('TI.calibrate', 'E'),
      T.narrowEnds('TI.palette'),
      T.twoOnOne('TI.palette', 'TI.zoom'),
      T.noAntenna('VT', 'AN'),
    ],
  },
  {
    name: 'delta',
    brief: BRIEFS.delta,
    claims: claims(
      flies('AP'),
      fed('AP', 'PM'),
      joined('AP', 'GB.telemetry'),
      joined('CP', 'AP.can'),
      by('GB.tilt', 'left-slider'),
    ),
    traps: [
      T.straight('AP', 'GB'),
      T.portSpeed('AP', 'GB', 57600),
      T.portFree('AP', 'GB'),
      T.firmware('AP', '4.1', 'GB'),
      T.otherControl('GB.mode', 'D'),
      T.unfit('GB.pan', 'left-slider'),
      T.unbound('GB.mode', 'mode-untold', 'Tell it mode too'),
    ],
  },
  {
    name: 'abbey',
    brief: BRIEFS.abbey,
    claims: claims(
      flies('FC'),
      joined('CB.camera', 'CA.usb'),
      fed('CA', 'DB'),
      joined('CA.hdmi', 'HU'),
      by('CB.record', 'H'),
    ),
    traps: [
      T.leadOff('CB.camera', 'CA.usb', 'reach-missing', 'CB', 'Lead to'),
      T.wireOff('RX.bus', 'CB.bus', 'CB.bus.1', 'wish-open', 'CB', null),
      T.latched('CB.record', 'E'),
      T.unfit('CB.zoom', 'left-slider'),
      T.onFlight('CB.zoom', 1),
      T.unprepared('CA', 'usb'),
      T.noAntenna('HU', 'AN'),
    ],
    remain: { 'scale-school': 'the box counts by the other school, and there is no other box' },
  },
  {
    name: 'harbour',
    brief: BRIEFS.harbour,
    claims: claims(
      by('T1.zoom', 'left-slider'),
      by('T1.palette', 'C'),
      joined('T1.net', 'ES'),
      joined('T2.net', 'ES'),
      joined('ES.up', 'NR'),
      ['no address twice', (p) => !p.analysis.findings.some((f) => f.rule === 'address-twice')],
    ),
    traps: [
      T.address('T2', '192.168.10.64', 'address-twice'),
      T.address('T2', '172.16.0.4', 'subnet-other'),
      T.otherControl('T1.zoom', 'right-slider'),
      T.noAntenna('NR', 'AN'),
      T.noPicture('T2', 'ES'),
      T.narrowEnds('T1.palette'),
      T.unfed('PK', 'ES'),
    ],
  },
  {
    name: 'spit',
    brief: BRIEFS.spit,
    claims: claims(
      flies('AP'),
      joined('RX.ppm', 'AP.ppm'),
      joined('AP', 'GB.tilt'),
      by('GB.tilt', 'left-slider'),
      by('GB.mode', 'C'),
    ),
    traps: [
      T.otherControl('GB.mode', 'B'),
      T.onFlight('GB.tilt', 2),
      T.beyond('GB.tilt', 11),
      T.narrowEnds('GB.mode'),
      T.misplaced('AP', 'GB.mode', 'GB.mode.1', 'GB.mode.3'),
      T.noAntenna('VT', 'AN'),
    ],
  },
  {
    name: 'gorge',
    brief: BRIEFS.gorge,
    claims: claims(
      flies('FC'),
      by('SW.picture', 'A'),
      ['both cameras are wired, though of two standards', (p) => p.has('A', 'SW') && p.has('B', 'SW')],
      [
        'on the first and the last input',
        (p) => p.has('A', 'SW.in1') !== p.has('A', 'SW.in3') && p.has('B', 'SW.in1') !== p.has('B', 'SW.in3'),
      ],
    ),
    traps: [
      T.pinOnFlight('RX', '*', 2, 'SW'),
      T.noPicture('B', 'SW'),
      T.barsTogether('SW.picture', 10),
      T.fuse('PK', 'VT', 'PK.out.1', 20),
      T.misplaced('SW.out', 'FC.videoIn', 'FC.videoIn.1', 'FC.videoIn.2'),
      T.otherControl('SW.picture', 'B'),
    ],
    remain: { 'standard-mix': 'the two cameras are of two standards' },
  },
  {
    name: 'vineyard',
    brief: BRIEFS.vineyard,
    claims: claims(
      flies('FC'),
      ['the menu goes over serial, as was chosen', (p) => p.chain('CA.menu').carrier === 'device-serial'],
      ['the strap says serial', (p) => p.rig.parts.find((x) => x.id === 'CA')!.settings.menu === 'serial'],
    ),
    traps: [
      T.setting('CA', 'menu', 'ladder', 'strap-other-type', 'Toggle it to serial'),
      T.straight('FC', 'CA'),
      T.portSpeed('FC', 'CA', 19200),
      T.firmware('FC', '3.2', 'CA'),
      T.noAntenna('VT', 'AN'),
      T.wrongRail('R5', 'VT.supply', 'PK.out'),
    ],
  },
  {
    name: 'weir',
    brief: BRIEFS.weir,
    claims: claims(
      by('TH.palette', 'B'),
      ['on channel 5, as was asked', (p) => p.slot('TH.palette') === 5],
      fed('TH', 'R5'),
      joined('TH.video', 'DI'),
    ),
    traps: [
      T.wrongRail('R5', 'TH.supply', 'PK.out'),
      T.otherControl('TH.palette', 'A'),
      T.misplaced('TH.video', 'DI.video', 'DI.video.1', 'DI.video.2'),
      T.narrowEnds('TH.palette'),
      T.noPicture('TH', 'DI'),
      T.reversedSupply('R5', 'RX.supply', 'RX.supply.1', 'RX.supply.2'),
    ],
  },
  {
    name: 'mast',
    brief: BRIEFS.mast,
    claims: claims(flies('FC'), fed('RU', 'VS'), fed('VS', 'PK'), by('VS.power', 'G'), joined('RC.ribbon', 'RU')),
    traps: [
      T.otherControl('VS.power', 'E'),
      T.pinOnFlight('RX', '*', 4, 'VS'),
      T.noAntenna('RU', 'AN'),
      T.unfed('VS', 'RU', 'Lead from'),
      T.misplaced('RX', 'VS.switch', 'VS.switch.1', 'VS.switch.3'),
      T.noFuse('PK', 'VS', 'PK.out.1'),
    ],
  },
  {
    name: 'estuary',
    brief: BRIEFS.estuary,
    claims: claims(
      flies('AP'),
      by('GB.tilt', 'left-slider'),
      by('SW.picture', 'F'),
      by('CB.record', 'H'),
      from5('TI.palette'),
      fed('CA', 'DB'),
      ['the network picture reaches the radio', (p) => p.has('T1.net', 'NR') || p.has('ES.up', 'NR')],
      handsInOrder,
    ),
    traps: [
      T.onFlight('GB.tilt', 1),
      T.otherControl('SW.picture', 'B'),
      T.leadOff('CB.camera', 'CA.usb', 'reach-missing', 'CB', 'Lead to'),
      T.noAntenna('VT', 'A4'),
      T.latched('CB.record', 'E'),
      T.narrowEnds('GB.mode'),
    ],
    remain: { 'scale-school': 'the box counts by the other school', 'standard-mix': 'cameras of two standards' },
  },
  {
    name: 'viaduct',
    brief: BRIEFS.viaduct,
    claims: claims(
      by('DR.drive', 'pedal'),
      by('DR.brake', 'K'),
      by('SW.picture', 'A'),
      fed('HD', 'AR'),
      fed('CA', 'DB'),
      [
        'without radio the drive stops',
        (p) => p.rig.failSafes.some((f) => f.slot === p.slot('DR.drive') && f.valueUs === 1500),
      ],
    ),
    traps: [
      T.packReads('P1', 50),
      T.failSafe('DR.drive', 'RX', 'hold', undefined, 'drive-fail-safe', 'Stop at'),
      T.leadOff('RX', 'DR.brake', 'drive-no-brake', 'DR', null),
      T.otherControl('DR.drive', 'brake-pedal'),
      T.leadOff('CB.camera', 'CA.usb', 'reach-missing', 'CB', 'Lead to'),
      T.setting('AR', 'switch', 'off', 'source-off', 'Accessory switch on'),
    ],
    remain: { 'scale-school': 'the box counts by the other school', 'standard-mix': 'two standards' },
  },
];
