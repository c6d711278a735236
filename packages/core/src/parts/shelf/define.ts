import type { CELLS } from '../sheet-words.js';
import type { FunctionWhat, LinkKind, Pin, PinAt, Sheet, SheetDraft } from '../sheet.js';

const EMPTY = {
  cautions: [],
  needs: [],
  firmware: [],
  prep: [],
  cues: [],
  ports: [],
  ties: [],
  links: [],
  supplies: [],
  sources: [],
  settings: [],
  functions: [],
  resources: [],
  joints: [],
  starts: [],
  controls: [],
  pictures: [],
};

/**
 * Fills the defaults of a built-in sheet, as the schema would. The schema itself is applied to every sheet in
 * the tests, so that the shelf loads without the schema library.
 */
export function defineSheet(draft: ShelfDraft): Sheet {
  return {
    ...EMPTY,
    ...draft,
    functions: (draft.functions ?? []).map(withWays),
    links: (draft.links ?? []).map((link) => ({ ...link, params: link.params ?? {} })),
    joints: (draft.joints ?? []).map((joint) => ({ ...joint, homeDeg: joint.homeDeg ?? 0 })),
  };
}

/** A sheet as the shelf writes it: what only channels ask may be said in short. */
export type ShelfDraft = Omit<SheetDraft, 'functions'> & { functions?: FunctionDraft[] };
type FullFunction = NonNullable<SheetDraft['functions']>[number];
/** A function as a shelf sheet writes it. */
export type FunctionDraft = Omit<FullFunction, 'askedBy'> &
  ({ askedBy: FullFunction['askedBy'] } | { over: string[]; firstSlot?: number; slots?: number[] });

function withWays(draft: FunctionDraft): FullFunction {
  if ('askedBy' in draft) return draft;
  const { over, firstSlot, slots, ...rest } = draft;
  const way = { by: 'slot' as const, over, ...(firstSlot ? { firstSlot } : {}), ...(slots ? { slots } : {}) };
  return { ...rest, askedBy: [way] };
}

export const plus = (n: number, label = '+'): Pin => ({ n, label, line: 'supply' });
export const ground = (n: number, label = '−'): Pin => ({ n, label, line: 'ground' });
export const signal = (n: number, label: string, way: 'in' | 'out' | 'both'): Pin => ({
  n,
  label,
  line: 'signal',
  way,
});
export const empty = (n: number, label: string): Pin => ({ n, label, line: 'empty' });
export const at = (port: string, pin: number): PinAt => ({ port, pin });

/** Two-pin supply port of a class: pin 1 plus, pin 2 ground. */
export const supplyPort = (id: string, label: string, side: 'left' | 'right', family = 'two-way 2.0 mm') => ({
  id,
  label,
  side,
  plug: { family, pins: 2 },
  pins: [plus(1), ground(2)],
});

/** Three-pin pulse or bus port: signal, plus, ground. `plusLine` empty when the pin carries no supply. */
export const servoPort = (
  id: string,
  label: string,
  side: 'left' | 'right',
  way: 'in' | 'out',
  plusLine: 'supply' | 'empty' = 'empty',
) => ({
  id,
  label,
  side,
  plug: { family: 'three-way 2.54 mm', pins: 3 },
  pins: [signal(1, 'S', way), plusLine === 'supply' ? plus(2) : empty(2, 'not joined'), ground(3)],
});

/** Two-pin picture port: signal and ground. */
export const picturePort = (id: string, label: string, side: 'left' | 'right', way: 'in' | 'out') => ({
  id,
  label,
  side,
  plug: { family: 'latching 1.25 mm', pins: 2 },
  pins: [signal(1, 'V', way), ground(2)],
});

type Side = 'left' | 'right';
type Volts = [least: number, most: number];

/** Supply on pins 1 and 2 of a port that draws power, W: usual and peak. Class values, @source [practice]. */
export const eats = (port: string, volts: Volts, typical: number, peak: number, id = 'main') => ({
  id,
  plus: at(port, 1),
  minus: at(port, 2),
  volts,
  draw: { kind: 'power' as const, typical, peak },
});

/** Input of a regulator on pins 1 and 2 of a port: draws what its outputs ask. */
export const regulatorIn = (port: string, volts: Volts, id = 'in') => ({
  id,
  plus: at(port, 1),
  minus: at(port, 2),
  volts,
  draw: { kind: 'regulator' as const, typical: 0, peak: 0 },
});

/** Regulated output on pins 1 and 2 of a port, fed by supply `in`. Class figures, @source [practice]. */
export const gives = (
  kind: 'buck' | 'linear' | 'boost' | 'buck-boost' | 'stolen',
  port: string,
  volts: number,
  maxA: number,
  more: {
    dropoutV?: number;
    efficiency?: number;
    quiescentA?: number;
    fedBy?: string;
    outOhm?: number;
    id?: string;
  } = {},
) => ({
  id: more.id ?? port,
  kind,
  plus: at(port, 1),
  minus: at(port, 2),
  maxA,
  outOhm: more.outOhm ?? 0.01,
  regulator: {
    volts,
    dropoutV: more.dropoutV ?? 1,
    efficiency: more.efficiency ?? 0.9,
    quiescentA: more.quiescentA ?? 0.015,
    fedBy: more.fedBy ?? 'in',
  },
});

/** A lithium pack with its cautions. Resistance and weight of a usual class, @source [practice]. */
export function packSheet(
  cells: number,
  capacityMah: number,
  massG: number,
  outOhm: number,
  maxA: number,
  { chemistry, ...more }: Partial<SheetDraft> & { chemistry?: (typeof CELLS)[number] } = {},
): Sheet {
  const family = more.ports?.[0]?.plug.family ?? 'spark-safe 5 mm';
  return defineSheet({
    class: `pack-${cells}s`,
    revision: 1,
    role: 'pack',
    name: `Pack ${cells}S`,
    summary: `${capacityMah.toLocaleString('en').replace(/,/g, ' ')} mAh`,
    group: 'Power',
    massG,
    // about two grams a cubic centimetre, in the usual proportions of a pack
    sizeMm: packSizeMm(massG),
    cautions: [
      'Lithium pack: never charge or leave it unattended, never use a damaged cell; fuse near the pack.',
      'Pack strap on before it is joined.',
    ],
    cues: [{ when: 'one press of its button, where it has one', shows: 'charge; press and hold starts it' }],
    ...more,
    ports: [supplyPort('out', 'out', 'right', family)],
    sources: [
      {
        id: 'pack',
        kind: 'pack',
        plus: at('out', 1),
        minus: at('out', 2),
        maxA,
        outOhm,
        pack: { cells, capacityMah, ...(chemistry ? { chemistry } : {}) },
      },
    ],
  });
}

/** Long, wide and high of a pack of this weight. @source [practice] density and shape of a usual pack */
function packSizeMm(massG: number): [number, number, number] {
  const high = Math.cbrt((massG * 500) / 6);
  return [Math.round(high * 3), Math.round(high * 2), Math.round(high)];
}

/** Serial port of a board: 5 V, TX, RX, ground. */
export const serialPort = (id: string, label: string, side: Side, family = 'latching 1.25 mm') => ({
  id,
  label,
  side,
  plug: { family, pins: 4 },
  pins: [
    plus(1, '5 V'),
    { ...signal(2, 'TX', 'out'), levelV: 3.3 },
    { ...signal(3, 'RX', 'in'), toleratesV: 5 },
    ground(4, 'GND'),
  ],
});

/** Serial plug of a device that brings no supply: TX, RX, ground. */
export const deviceSerialPort = (id: string, label: string, side: Side, family = 'latching 1.0 mm') => ({
  id,
  label,
  side,
  plug: { family, pins: 3 },
  pins: [{ ...signal(1, 'TX', 'out'), levelV: 3.3 }, { ...signal(2, 'RX', 'in'), toleratesV: 5 }, ground(3, 'GND')],
});

/** HDMI socket: the lead brings everything; its 5 V pin feeds nobody. @source [std HDMI 1.4, mem] at least 55 mA, no more */
export const hdmiPort = (
  id: string,
  label: string,
  side: Side,
  way: 'in' | 'out',
  size: 'full' | 'mini' | 'micro',
) => ({
  id,
  label,
  side,
  plug: { family: `HDMI ${size}`, pins: 3 },
  pins: [signal(1, 'picture', way), ground(2, 'shield'), empty(3, '5 V, for nobody')],
});

export const ethernetPort = (id: string, label: string, side: Side, family = 'Ethernet 4-way 1.25 mm') => ({
  id,
  label,
  side,
  plug: { family, pins: 1 },
  pins: [signal(1, 'pairs', 'both')],
});

export const usbPort = (id: string, label: string, side: Side, power: 'supply' | 'empty' = 'empty') => ({
  id,
  label,
  side,
  plug: { family: 'USB receptacle', pins: 3 },
  pins: [power === 'supply' ? plus(1, '5 V') : empty(1, '5 V, not joined'), signal(2, 'data', 'both'), ground(3)],
});

export const antennaPort = (id: string, label: string, way: 'in' | 'out', family: 'coax screw' | 'coax press') => ({
  id,
  label,
  side: 'right' as const,
  plug: { family, pins: 2 },
  pins: [signal(1, 'core', way), ground(2, 'shield')],
});

/** A one-wire link on a port's pin 1. */
export const wire = (
  id: string,
  kind: LinkKind,
  way: 'talk' | 'listen' | 'both',
  port: string,
  params: LinkDraft['params'] = {},
  more: Partial<Pick<LinkDraft, 'when' | 'resource' | 'slotSetting'>> & { pin?: number } = {},
): LinkDraft => {
  const { pin = 1, ...rest } = more;
  return { id, kind, way, pins: { data: at(port, pin) }, params: params ?? {}, ...rest };
};

type LinkDraft = NonNullable<SheetDraft['links']>[number];

/** Windows by thirds. @source [practice] below about 1333 µs, 1333–1667, above */
export const thirds = (a: string, b: string, c: string) => [
  { fromUs: 800, toUs: 1333, label: a },
  { fromUs: 1333, toUs: 1667, label: b },
  { fromUs: 1667, toUs: 2200, label: c },
];

export const halves = (a: string, b: string) => [
  { fromUs: 800, toUs: 1500, label: a },
  { fromUs: 1500, toUs: 2200, label: b },
];

export const windows = (
  id: string,
  label: string,
  what: FunctionWhat,
  over: string[],
  list: ReturnType<typeof halves>,
  more: Partial<FunctionDraft> = {},
): FunctionDraft => ({ id, label, what, takes: 'windows', over, windows: list, ...more });

export const ranged = (
  id: string,
  label: string,
  what: FunctionWhat,
  takes: 'position' | 'rate',
  over: string[],
  from: number,
  to: number,
  unit: '°' | '°/s' | '×' | '%',
  more: Partial<FunctionDraft> = {},
): FunctionDraft => ({ id, label, what, takes, over, rangeUs: [1000, 2000], range: { from, to, unit }, ...more });

export const flick = (id: string, label: string, what: FunctionWhat, over: string[], cue: string): FunctionDraft => ({
  id,
  label,
  what,
  takes: 'pulse',
  over,
  windows: [{ fromUs: 1650, toUs: 2200, label: 'pulse' }],
  cue,
});

/** The four a flight controller obeys. */
export const flightFunctions = (over: string[]): FunctionDraft[] => [
  ranged('roll', 'Roll', 'roll', 'position', over, -100, 100, '%'),
  ranged('pitch', 'Pitch', 'pitch', 'position', over, -100, 100, '%'),
  ranged('throttle', 'Throttle', 'throttle', 'position', over, 0, 100, '%'),
  ranged('yaw', 'Yaw', 'yaw', 'position', over, -100, 100, '%'),
];

/** A setting with two values that a switch on the part makes. */
export const busOrPulse = (value: 'bus' | 'pulse') => ({
  id: 'control',
  label: 'Control type',
  values: ['bus', 'pulse'],
  default: value,
  how: 'switch on the device' as const,
});

export const whenSet = (setting: string, value: string) => ({ when: { setting, value } });
