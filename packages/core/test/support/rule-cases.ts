import type { RuleId } from '../../src/findings/index.js';
import { NEW_SHAPING, type Rig, type Shaping, type Wish } from '../../src/rig/index.js';
import { leadOf, smallRig } from './small-rig.js';
import { operatorWish, twoOperators, twoTransmitters } from './two-operators.js';

/** Rule, a rig that raises it, one beside that does not. */
export type RuleCase = [rule: RuleId, raises: () => Rig, silent: () => Rig];

const row = (channel: number, control: string, more: Partial<Shaping> = {}): Shaping => ({
  transmitter: 'TX',
  channel,
  ...NEW_SHAPING,
  control,
  ...more,
});
const wish = (what: string, more: Partial<Wish> = {}): Wish => ({
  id: `W-${what}`,
  what,
  label: what,
  by: 'pilot',
  control: null,
  hand: 'either',
  ...more,
});
const bound = (part: string, fn: string, slot: number) => ({ part, fn, slot, reverse: false });
const BUS = ['RX.bus.1 GB.control.1', 'RX.bus.3 GB.control.3'];
const STICKS = [row(1, 'right-x'), row(2, 'right-y'), row(3, 'left-y'), row(4, 'left-x')];
const FLIGHT = ['roll', 'pitch', 'throttle', 'yaw'].map((fn, i) => bound('FC', fn, i + 1));

/** A two-axis gimbal on the bus; what is on which channel is said. */
function gimbal(rows: Shaping[], bindings: Rig['bindings'], more: Partial<Rig> = {}): Rig {
  const rig = smallRig({ TX: 'transmitter-16', RX: 'receiver-16', GB: 'gimbal-two-axis' }, [BUS], {
    GB: { settings: { control: 'bus' } },
  });
  return { ...rig, shaping: rows, bindings, ...more };
}

/** The same beside a flight controller that flies by channels 1 to 4. */
function craft(rows: Shaping[], bindings: Rig['bindings'], transmitter = 'transmitter-16'): Rig {
  const rig = smallRig(
    { TX: transmitter, RX: 'receiver-16', GB: 'gimbal-two-axis', FC: 'flight-controller-6' },
    [BUS, ['RX.bus.1 FC.bus.1', 'RX.bus.3 FC.bus.3']],
    { GB: { settings: { control: 'bus' } } },
  );
  return { ...rig, shaping: [...STICKS, ...rows], bindings: [...FLIGHT, ...bindings] };
}

/** A transmitter whose sticks fly as in mode 2, set to another. */
const inMode = (mode: string): Rig => {
  const rig = craft([], []);
  return { ...rig, parts: rig.parts.map((p) => (p.id === 'TX' ? { ...p, settings: { ...p.settings, mode } } : p)) };
};

/** A camera of constant power on a regulator that gives so many amps and no more. */
export function limited(amps: number): Rig {
  const rig = structuredClone(
    smallRig({ PK: 'pack-3s', R5: 'regulator-5v', CAM: 'fpv-camera-serial' }, [
      ['PK.out.1 R5.in.1 red', 'PK.out.2 R5.in.2 black'],
      ['R5.out.1 CAM.main.1 red', 'R5.out.2 CAM.main.2 black'],
    ]),
  );
  rig.sheets['regulator-5v']!.sources[0]!.regulator!.limit = { kind: 'constant', amps };
  const [supply] = rig.sheets['fpv-camera-serial']!.supplies;
  supply!.volts = [3, 20];
  supply!.draw = { kind: 'power', typical: 6, peak: 6 };
  return rig;
}

/** A gimbal and a board of outlets on one thin lead; what hangs on the board fills an input when it is switched on. */
export function besideInrush(capacitanceUf: number, boards = 1): Rig {
  const each = (of: (i: number) => [string, string][]): Record<string, string> =>
    Object.fromEntries(Array.from({ length: boards }, (_, i) => of(i)).flat());
  const classes = {
    ...{ PK: 'pack-4s', S: 'splice-four', GB: 'gimbal-two-axis' },
    ...each((i) => [
      [`AR${i}`, 'accessory-rails'],
      [`AU${i}`, 'air-unit'],
    ]),
  };
  const rig = smallRig(classes, [
    leadOf('C1', ['PK.out.1 S.in.1 red', 'PK.out.2 S.in.2 black'], { gaugeAwg: 26, lengthMm: 1200 }),
    leadOf('C2', ['S.out1.1 GB.supply.1 red', 'S.out1.2 GB.supply.2 black']),
    ...Array.from({ length: boards }, (_, i) => [
      leadOf(`R${i}`, [`S.out${i + 2}.1 AR${i}.in.1 red`, `S.out${i + 2}.2 AR${i}.in.2 black`]),
      leadOf(`U${i}`, [`AR${i}.rail14.1 AU${i}.supply.1 red`, `AR${i}.rail14.2 AU${i}.supply.2 black`]),
    ]).flat(),
  ]);
  const asked: Record<string, object> = {
    'accessory-rails': { volts: [10, 60] },
    'gimbal-two-axis': { volts: [14.5, 17] },
    'air-unit': { inrush: { capacitanceUf, softStartMs: 2 } },
  };
  const sheets = Object.entries(rig.sheets).map(([cls, s]) => [
    cls,
    { ...s, supplies: s.supplies.map((x) => ({ ...x, ...asked[cls] })) },
  ]);
  const parts = rig.parts.map((p) => (p.id.startsWith('AR') ? { ...p, settings: { ...p.settings, switch: 'on' } } : p));
  return { ...rig, parts, sheets: Object.fromEntries(sheets) as Rig['sheets'] };
}

/** Cameras on some inputs of a switcher whose pulse follows a control. */
function switcher(control: string, inputs: number[]): Rig {
  const cameras = Object.fromEntries(inputs.map((n) => [`K${n}`, 'pinhole-camera']));
  const rig = smallRig({ TX: 'transmitter-16', RX: 'receiver-16', SW: 'picture-switcher-3', ...cameras }, [
    ['RX.pin5.1 SW.select.1', 'RX.pin5.3 SW.select.3'],
    ...inputs.map((n) => [`K${n}.video.1 SW.in${n}.3`, `K${n}.video.2 SW.in${n}.1`]),
  ]);
  return { ...rig, shaping: [row(5, control)] };
}

function narrowed(rig: Rig): Rig {
  return { ...rig, shaping: rig.shaping.map((s) => ({ ...s, lowUs: 1450, highUs: 1550 })) };
}

function onSlots(slots: number[], slot: number): Rig {
  const rig = structuredClone(gimbal([row(slot, 'left-slider')], [bound('GB', 'tilt', slot)]));
  const tilt = rig.sheets['gimbal-two-axis']!.functions.find((f) => f.id === 'tilt')!;
  tilt.askedBy = [{ by: 'slot', over: ['bus'], slots }];
  return rig;
}

function packLead(gaugeAwg: number, amps?: number, gimbalClass = 'gimbal-two-axis'): Rig {
  const fuse = amps === undefined ? {} : { inline: { kind: 'fuse' as const, amps } };
  const lead = leadOf('C1', ['PK.out.1 GB.supply.1 red', 'PK.out.2 GB.supply.2 black'], { gaugeAwg });
  lead.wires[0] = { ...lead.wires[0]!, ...fuse };
  return smallRig({ PK: 'pack-4s', GB: gimbalClass }, [lead]);
}

/** A drive on its receiver's pins, with or without its brake and its fail-safe. */
function carriage(brake: boolean, failSafeUs: number | null): Rig {
  const rig = smallRig({ TX: 'console-pedals', RX: 'receiver-twin-link', DR: 'line-drive' }, [
    ['RX.pin1.1 DR.drive.1', 'RX.pin1.3 DR.drive.3'],
    ...(brake ? [['RX.pin2.1 DR.brake.1', 'RX.pin2.3 DR.brake.3']] : []),
  ]);
  return {
    ...rig,
    kind: 'carriage on a line',
    shaping: [row(1, 'pedal'), row(2, 'K')],
    failSafes: failSafeUs === null ? [] : [{ receiver: 'RX', slot: 1, does: 'value', valueUs: failSafeUs }],
  };
}

/** An infra-red trigger on a pin, with or without its light at the camera. */
const trigger = (light: boolean): Rig => ({
  ...smallRig({ TX: 'transmitter-16', RX: 'receiver-16', IR: 'infra-red-trigger', CA: 'mirrorless-a' }, [
    ['RX.pin5.1 IR.in1.1', 'RX.pin5.3 IR.in1.3'],
    ...(light ? [['IR.light.1 CA.eye.1']] : []),
  ]),
  shaping: [row(5, 'H')],
});

const linear = (camera: string, pack: string): Rig =>
  smallRig({ PK: pack, L5: 'linear-5v', R5: 'regulator-5v', CA: camera }, [
    ['PK.out.1 L5.in.1 red', 'PK.out.2 L5.in.2 black'],
    ['PK.out.1 R5.in.1 red', 'PK.out.2 R5.in.2 black'],
    ['L5.out.1 CA.supply.1 red', 'L5.out.2 CA.supply.2 black'],
  ]);

const box = (told: boolean): Rig =>
  smallRig({ PK: 'pack-4s', RX: 'receiver-16', CB: 'camera-control-box' }, [
    ['PK.out.1 CB.supply.1 red', 'PK.out.2 CB.supply.2 black'],
    ...(told ? [['RX.bus.1 CB.bus.1', 'RX.bus.3 CB.bus.3']] : []),
  ]);

const MODES = [bound('GB', 'pan', 6), bound('GB', 'mode', 7)];

export const PRACTICE_CASES: RuleCase[] = [
  ['start-fails', () => limited(1.5), () => limited(3)],
  ['start-resets', () => besideInrush(2200), () => besideInrush(100)],
  [
    'wish-otherwise',
    () =>
      gimbal([row(5, 'right-slider')], [bound('GB', 'tilt', 5)], {
        wishes: [wish('tilt', { control: 'left-slider' })],
      }),
    () =>
      gimbal([row(5, 'left-slider')], [bound('GB', 'tilt', 5)], { wishes: [wish('tilt', { control: 'left-slider' })] }),
  ],
  [
    'control-unfit',
    () => gimbal([row(6, 'left-slider'), row(7, 'C')], MODES),
    () => gimbal([row(6, 'right-knob'), row(7, 'C')], MODES),
  ],
  ['window-unreached', () => switcher('A', [1, 2]), () => switcher('A', [1, 3])],
  ['input-empty', () => switcher('B', [1, 3]), () => switcher('B', [1, 2])],
  ['slot-not-allowed', () => onSlots([8, 9], 6), () => onSlots([8, 9], 8)],
  [
    'channel-beyond',
    () => craft([row(9, 'A')], [bound('GB', 'look-down', 9)], 'transmitter-6'),
    () => craft([row(5, 'A')], [bound('GB', 'look-down', 5)], 'transmitter-6'),
  ],
  [
    'flight-shared',
    () => craft([], [bound('GB', 'tilt', 3)]),
    () => craft([row(8, 'left-slider')], [bound('GB', 'tilt', 8)]),
  ],
  ['stick-mode', () => inMode('1'), () => inMode('2')],
  [
    'mode-untold',
    () => gimbal([row(6, 'right-knob')], [bound('GB', 'pan', 6)]),
    () => gimbal([row(6, 'right-knob'), row(7, 'C')], MODES),
  ],
  ['operators-idle', () => handed(), () => twoOperators()],
  [
    'take-off-untold',
    () => gimbal([row(6, 'right-knob')], [bound('GB', 'pan', 6)]),
    () => gimbal([row(6, 'right-knob'), row(7, 'C')], MODES),
  ],
  [
    'signal-misplaced',
    () => smallRig({ RX: 'receiver-16', GB: 'gimbal-two-axis' }, [['RX.bus.1 GB.control.3', 'RX.bus.3 GB.control.1']]),
    () => smallRig({ RX: 'receiver-16', GB: 'gimbal-two-axis' }, [BUS]),
  ],
  [
    'plug-mismatch',
    () =>
      smallRig({ DB: 'dummy-battery-a', CA: 'mirrorless-b' }, [
        ['DB.out.1 CA.battery.1 red', 'DB.out.2 CA.battery.2 black'],
      ]),
    () =>
      smallRig({ DB: 'dummy-battery-b', CA: 'mirrorless-b' }, [
        ['DB.out.1 CA.battery.1 red', 'DB.out.2 CA.battery.2 black'],
      ]),
  ],
  ['part-idle', () => box(false), () => box(true)],
  ['radio-none', () => radio(false), () => radio(true)],
  ['reach-missing', () => trigger(false), () => trigger(true)],
  [
    'photo-untold',
    () => smallRig({ CA: 'mirrorless-a', TG: 'position-tagger' }),
    () => smallRig({ CA: 'mirrorless-a', TG: 'position-tagger' }, [['CA.shoe.1 TG.flash.1', 'CA.shoe.2 TG.flash.3']]),
  ],
  ['fuse-too-large', () => packLead(20, 30), () => packLead(20, 7.5)],
  ['fuse-too-small', () => packLead(20, 1), () => packLead(20, 5)],
  ['pack-lead-thin', () => packLead(26, 2), () => packLead(20, 5)],
  [
    'wire-too-thick',
    () =>
      smallRig({ R5: 'regulator-5v', RX: 'receiver-16' }, [
        leadOf('C1', ['R5.out.1 RX.supply.1 red', 'R5.out.2 RX.supply.2 black'], { gaugeAwg: 14 }),
      ]),
    () =>
      smallRig({ R5: 'regulator-5v', RX: 'receiver-16' }, [
        leadOf('C1', ['R5.out.1 RX.supply.1 red', 'R5.out.2 RX.supply.2 black'], { gaugeAwg: 22 }),
      ]),
  ],
  ['regulator-heat', () => linear('action-camera', 'pack-4s'), () => linear('thermal-core-5v', 'pack-2s')],
  ['drive-fail-safe', () => carriage(true, 2000), () => carriage(true, 1500)],
  ['drive-no-brake', () => carriage(false, 1500), () => carriage(true, 1500)],
  ['window-missed', () => narrowed(switcher('B', [1, 2])), () => switcher('B', [1, 2])],
];

/** A receiver on a controller's bus, with or without a transmitter on the bench. */
const radio = (there: boolean): Rig =>
  smallRig({ RX: 'receiver-16', AP: 'autopilot', ...(there ? { TX: 'transmitter-16' } : {}) }, [
    leadOf('C1', ['RX.bus.1 AP.bus.1 green', 'RX.bus.3 AP.bus.3 black']),
  ]);

/** Two transmitters on a live lead, with a wish for the operator and nothing handed over. */
function handed(): Rig {
  const rig = twoTransmitters();
  const parts = rig.parts.map((p) => (p.id === 'TX' ? { ...p, settings: { ...p.settings, trainer: 'teaches' } } : p));
  return { ...rig, parts, wishes: [operatorWish('W1', 'tilt')] };
}

/** Rules of these cases that hands alone can mend. */
export const PRACTICE_NO_FIX: RuleId[] = [
  'start-fails',
  'start-resets',
  'input-empty',
  'plug-mismatch',
  'part-idle',
  'radio-none',
  'drive-no-brake',
];
