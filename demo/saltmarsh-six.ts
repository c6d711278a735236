/**
 * The demo rig, invented: a coastal survey crew counts seal pups on tidal banks. It is left with two stops
 * and some watches on purpose, so that there is something to mend. `npm run demo-file` prints the JSON.
 */
import { SHELF } from '@squallmark/core/shelf';
import { rigSchema } from '@squallmark/core/schemas';
import { emptyRig, type Cable, type PinRef, type Rig, type Shaping, type Wire } from '@squallmark/core/rig';

type At = [forward: number, right: number, up: number, rides?: string];

const PARTS: [id: string, cls: string, label: string, at: At | null, settings?: Record<string, string>][] = [
  ['PK', 'pack-4s', 'Pack 4S', [-40, 0, 45]],
  ['R12', 'regulator-12v', 'Regulator 12 V', [-60, 30, 0]],
  ['R5', 'regulator-5v', 'Regulator 5 V', [-60, -30, 0]],
  ['TX', 'transmitter-16', 'Radio transmitter', null],
  ['RX', 'receiver-16', 'Radio receiver', [-80, 50, 15], { pin1: '13', pin2: '14', pin3: '15' }],
  ['FC', 'flight-controller-6', 'Flight controller', [0, 0, 0]],
  ['GB', 'gimbal-two-axis', 'Gimbal, two axis', [70, 0, -40], { control: 'bus' }],
  ['ZC', 'zoom-camera-serial', 'Zoom camera', [95, 20, -70, 'GB']],
  ['TH', 'thermal-core-5v', 'Thermal core', [95, -20, -70, 'GB'], { control: 'pulse' }],
  ['NC', 'nose-camera', 'Nose camera', [130, 0, 10]],
  ['SW', 'picture-switcher-3', 'Switcher', [40, 0, -10]],
  ['VT', 'video-transmitter-pack', 'Video transmitter', [-110, 0, 10]],
  ['AN', 'antenna-screw', 'Antenna, screw foot', [-150, 0, 60]],
];

const pin = (text: string): PinRef => {
  const [part, port, n] = text.split('.');
  return { part: part!, port: port!, pin: Number(n) };
};

function cable(
  id: string,
  lengthMm: number,
  gaugeAwg: number,
  ...pairs: [from: string, to: string, colour: string][]
): Cable {
  const wires: Wire[] = pairs.map(([from, to, colour]) => ({
    from: pin(from),
    to: pin(to),
    colour,
    gaugeAwg,
    lengthMm,
  }));
  return { id, wires, marked: false, locked: false };
}

/** Two-wire supply lead between two-pin plugs. */
const lead = (id: string, from: string, to: string, lengthMm: number, gaugeAwg: number): Cable =>
  cable(id, lengthMm, gaugeAwg, [`${from}.1`, `${to}.1`, 'red'], [`${from}.2`, `${to}.2`, 'black']);
/** A fuse in the plus wire, near the pack. */
const fused = (amps: number, own: Cable): Cable => ({
  ...own,
  wires: own.wires.map((w, i) => (i ? w : { ...w, inline: { kind: 'fuse' as const, amps } })),
});
/** Signal and ground; the plus pin of the servo plug stays empty. */
const servo = (id: string, from: string, to: string, lengthMm: number): Cable =>
  cable(id, lengthMm, 26, [`${from}.1`, `${to}.1`, 'white'], [`${from}.3`, `${to}.3`, 'black']);
const picture = (id: string, from: string, to: string, lengthMm: number): Cable =>
  cable(
    id,
    lengthMm,
    28,
    [`${from}.1`, to, 'yellow'],
    [`${from}.2`, to.startsWith('SW') ? to.replace(/3$/, '1') : to.replace(/1$/, '2'), 'black'],
  );

const CABLES: Cable[] = [
  fused(5, lead('C1', 'PK.out', 'R12.in', 120, 18)),
  fused(5, lead('C2', 'PK.out', 'R5.in', 140, 18)),
  cable(
    'C3',
    260,
    26,
    ['RX.bus.1', 'FC.bus.1', 'white'],
    ['RX.bus.3', 'FC.bus.3', 'black'],
    ['RX.bus.1', 'GB.control.1', 'white'],
    ['RX.bus.3', 'GB.control.3', 'black'],
  ),
  lead('C4', 'R5.out', 'FC.supply', 110, 22),
  lead('C5', 'R5.out', 'RX.supply', 150, 26),
  // left uncrossed on purpose: the second stop of the demo
  cable('C6', 300, 28, ['FC.serial4.2', 'ZC.main.3', 'yellow'], ['FC.serial4.3', 'ZC.main.4', 'green']),
  lead('C7', 'R5.out', 'ZC.main', 560, 26),
  lead('C8', 'R12.out', 'GB.supply', 300, 20),
  // on the wrong regulator on purpose: the first stop of the demo
  lead('C9', 'R12.out', 'TH.supply', 560, 22),
  cable(
    'C10',
    220,
    28,
    ['NC.plug.1', 'SW.in1.2', 'red'],
    ['NC.plug.2', 'SW.in1.1', 'black'],
    ['NC.plug.3', 'SW.in1.3', 'yellow'],
  ),
  picture('C11', 'ZC.video', 'SW.in2.3', 400),
  picture('C12', 'TH.video', 'SW.in3.3', 400),
  picture('C13', 'SW.out', 'FC.videoIn.1', 120),
  picture('C14', 'FC.videoOut', 'VT.video.1', 160),
  fused(1, lead('C15', 'PK.out', 'VT.supply', 240, 20)),
  lead('C16', 'R5.out', 'SW.supply', 200, 26),
  servo('C17', 'RX.pin1', 'TH.control', 620),
  servo('C18', 'RX.pin2', 'SW.select', 260),
  servo('C19', 'RX.pin3', 'VT.power', 200),
  cable('C20', 90, 28, ['VT.antenna.1', 'AN.foot.1', 'coax'], ['VT.antenna.2', 'AN.foot.2', 'shield']),
];

const SHAPING: [channel: number, control: string, change?: Partial<Shaping>][] = [
  [1, 'right-x'],
  [2, 'right-y'],
  [3, 'left-y'],
  [4, 'left-x'],
  [7, 'right-slider'],
  [8, 'left-slider', { lowUs: 1012, highUs: 1871 }],
  [9, 'right-knob', { lowUs: 1100, highUs: 1900, deadBandPct: 4 }],
  [10, 'C'],
  [11, 'E'],
  [12, 'H'],
  // the middle of this switch sits low on purpose: a watch of the demo
  [13, 'D', { subTrimUs: -20 }],
  [14, 'F'],
  [15, 'G'],
];

const BINDINGS: [part: string, fn: string, slot: number][] = [
  ['FC', 'roll', 1],
  ['FC', 'pitch', 2],
  ['FC', 'throttle', 3],
  ['FC', 'yaw', 4],
  ['ZC', 'zoom', 7],
  ['GB', 'tilt', 8],
  ['GB', 'pan', 9],
  ['GB', 'mode', 10],
  ['GB', 'look-down', 11],
  ['ZC', 'record', 12],
];

const WISHES: [what: string, label: string][] = [
  ['tilt', 'Tilt'],
  ['pan', 'Pan'],
  ['gimbal-mode', 'Gimbal mode'],
  ['look-down', 'Look down'],
  ['record', 'Record'],
  ['zoom', 'Zoom'],
  ['palette', 'Palette'],
  ['picture', 'Picture'],
  ['radio-power', 'Radio power'],
  ['focus', 'Focus'],
];

/** The whole document, checked against its schema. */
export function saltmarshSix(): Rig {
  const used = new Set(PARTS.map(([, cls]) => cls));
  return rigSchema.parse({
    ...emptyRig('saltmarsh-six', 'Saltmarsh Six', 'rotor'),
    revision: 14,
    wishes: WISHES.map(([what, label], i) => ({ id: `W${i + 1}`, what, label })),
    sheets: Object.fromEntries(SHELF.filter((s) => used.has(s.class)).map((s) => [s.class, s])),
    parts: PARTS.map(([id, cls, label, at, settings = {}]) => ({
      id,
      class: cls,
      label,
      settings,
      ...(at ? { place: { xMm: at[0], yMm: at[1], zMm: at[2], ...(at[3] ? { rides: at[3] } : {}) } } : {}),
      ...(id === 'FC' ? { firmware: '4.3' } : {}),
    })),
    cables: CABLES,
    shaping: SHAPING.map(([channel, control, change = {}]) => ({
      transmitter: 'TX',
      channel,
      control,
      lowUs: 1000,
      highUs: 2000,
      ...change,
    })),
    held: [
      { part: 'FC', resource: 'serial4', to: 'camera menu', baud: 115200 },
      { part: 'FC', resource: 'p7', to: 'LED strip' },
      { part: 'FC', resource: 'p7', to: 'lap beacon' },
    ],
    bindings: BINDINGS.map(([part, fn, slot]) => ({ part, fn, slot })),
  });
}
