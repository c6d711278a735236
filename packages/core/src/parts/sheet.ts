/**
 * A part sheet: one class of part as data. Ports and pins say what may be wired; links say which
 * conversations it can hold; supplies and sources say what it eats and gives; functions say what it does.
 */
import * as z from 'zod';
import { BOARD_CLASSES, GROUPS, LINK_KINDS } from './kinds.js';

export const idSchema = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9-]*$/, 'must be letters, digits and dashes, starting with a letter or digit')
  .max(64);
const labelSchema = z.string().min(1).max(120);
const bandSchema = z.tuple([z.number(), z.number()]).refine(([low, high]) => low <= high, 'must run from low to high');
const positive = z.number().positive();

const pinAtSchema = z.strictObject({ port: idSchema, pin: z.int().min(1).max(99) });

const pinSchema = z.strictObject({
  n: z.int().min(1).max(99),
  label: labelSchema,
  line: z.enum(['supply', 'ground', 'signal', 'empty']),
  way: z.enum(['in', 'out', 'both']).optional(),
  /** High level a talking pin drives, V. */
  levelV: positive.optional(),
  /** Highest level a listening pin stands, V. */
  toleratesV: positive.optional(),
});

const portSchema = z.strictObject({
  id: idSchema,
  label: labelSchema,
  /** Which side of the box it is drawn on. */
  side: z.enum(['left', 'right']),
  plug: z.strictObject({
    family: labelSchema,
    pins: z.int().min(1).max(99),
    /** Side to which an angled plug sends its lead; a straight one has none. */
    angled: z.enum(['left', 'right', 'up', 'down']).optional(),
  }),
  pins: z.array(pinSchema).min(1),
});

const whenSchema = z.strictObject({ setting: idSchema, value: z.string() });

const linkSchema = z.strictObject({
  id: idSchema,
  kind: z.enum(LINK_KINDS),
  way: z.enum(['talk', 'listen', 'both']),
  /** One-wire links use `data`; serial pairs use `send` and `hear`, as this part names them. */
  pins: z.strictObject({
    data: pinAtSchema.optional(),
    send: pinAtSchema.optional(),
    hear: pinAtSchema.optional(),
  }),
  params: z
    .strictObject({
      baud: z.int().positive().optional(),
      protocol: labelSchema.optional(),
      /** School of scale of a bus: counts by microseconds or by per cent. */
      scale: z.enum(['micro', 'percent']).optional(),
      periodMs: positive.optional(),
      /** Channel from which the device says "auxiliary 1" and on. */
      auxFrom: z.int().min(2).max(16).optional(),
      /** What the device calls its first channel. */
      base: z.int().min(0).max(5).optional(),
      standard: z.enum(['625/50', '525/59.94']).optional(),
      /** Logic upside down on the wire; a bus of the sbus kind always is. */
      inverted: z.boolean().optional(),
      /** Channels it carries; sixteen when left out. */
      channels: z.int().min(1).max(16).optional(),
      /** Series resistor a ladder wants, Ω. */
      seriesOhm: bandSchema.optional(),
      /** Address a network part leaves the maker with. */
      address: z.ipv4().optional(),
    })
    .prefault({}),
  /** Controller resource the link lives on; the one of its own id when left out. */
  resource: idSchema.optional(),
  /** The setting under which this link is live; without it the link is always live. */
  when: whenSchema.optional(),
  /** For a receiver pin: the setting that names the slot it carries. */
  slotSetting: idSchema.optional(),
});

const supplySchema = z.strictObject({
  id: idSchema,
  plus: pinAtSchema,
  minus: pinAtSchema,
  volts: bandSchema,
  /** W for power, A for current, Ω for resistance. A regulator's input draws what its output asks. */
  draw: z.strictObject({
    kind: z.enum(['power', 'current', 'resistance', 'regulator']),
    typical: z.number().min(0),
    peak: z.number().min(0),
  }),
  /** What it takes at the instant of switching on. */
  inrush: z.strictObject({ capacitanceUf: positive, softStartMs: z.number().min(0) }).optional(),
});

const sourceSchema = z.strictObject({
  id: idSchema,
  kind: z.enum(['pack', 'buck', 'linear', 'boost', 'buck-boost', 'stolen']),
  plus: pinAtSchema,
  minus: pinAtSchema,
  maxA: positive,
  /** Resistance seen looking into the output. */
  outOhm: positive,
  pack: z.strictObject({ cells: z.int().min(1).max(24), capacityMah: positive }).optional(),
  regulator: z
    .strictObject({
      volts: positive,
      dropoutV: z.number().min(0),
      efficiency: z.number().gt(0).max(1),
      quiescentA: z.number().min(0),
      fedBy: idSchema,
    })
    .optional(),
  /** What a source that is no part of the rig holds at its output, V: a computer's USB lead. */
  fixedV: positive.optional(),
  /** The setting under which it gives anything; without it, always. */
  when: whenSchema.optional(),
});

const settingSchema = z.strictObject({
  id: idSchema,
  label: labelSchema,
  values: z.array(labelSchema).min(1),
  default: z.string(),
  how: z.enum(['switch on the device', 'app', 'menu', 'strap at start']),
  /** Where its value can be seen. */
  shows: labelSchema.optional(),
});

const windowSchema = z.strictObject({ fromUs: z.number(), toUs: z.number(), label: labelSchema });

const functionSchema = z.strictObject({
  id: idSchema,
  label: labelSchema,
  /** What the user would call it, whichever part gives it. */
  what: z.enum([
    'throttle',
    'yaw',
    'pitch',
    'roll',
    'tilt',
    'pan',
    'gimbal-mode',
    'look-down',
    'record',
    'zoom',
    'palette',
    'picture',
    'radio-power',
    'focus',
    'photo',
    'menu',
    'recentre',
    'roll-trim',
    'gimbal-power',
    'exposure',
    'ranging',
    'drive',
    'brake',
    'calibrate',
  ]),
  /**
   * position, rate: follow the width · windows: one of several states · latch: two states, by level · momentary: acts while
   * inside its window · steps: next or previous at each entry · pulse: once at each entry
   */
  takes: z.enum(['position', 'rate', 'windows', 'latch', 'momentary', 'steps', 'pulse']),
  /** Links by which it can be told. */
  over: z.array(idSchema).min(1),
  rangeUs: bandSchema.optional(),
  /** Demand at the two ends of `rangeUs`. */
  range: z.strictObject({ from: z.number(), to: z.number(), unit: z.enum(['°', '°/s', '×', '%']) }).optional(),
  windows: z.array(windowSchema).optional(),
  joint: idSchema.optional(),
  /** Slot it listens to as the maker ships it, counted from 1. */
  firstSlot: z.int().min(1).max(16).optional(),
  /** Slots it can be told on, where not any. */
  slots: z.array(z.int().min(1).max(16)).min(1).optional(),
  /** Works only while another function of the part stands in one of these windows. */
  enabledIn: z.strictObject({ fn: idSchema, windows: z.array(labelSchema).min(1) }).optional(),
  /** In this window it drives a joint to an angle, whatever else is asked of it. */
  drives: z.strictObject({ window: labelSchema, joint: idSchema, deg: z.number() }).optional(),
  /** How fast the answer follows, in the range's unit a second; at once when left out. */
  slewPerS: positive.optional(),
  /** Where a person sees that it happened. */
  cue: labelSchema.optional(),
});

const resourceSchema = z.strictObject({
  id: idSchema,
  label: labelSchema,
  kind: z.enum(['serial', 'pad']),
  port: idSchema,
  highestBaud: z.int().positive().optional(),
  timer: z.boolean().optional(),
  /** Pin of the port a pad sits on. */
  pin: z.int().min(1).max(99).optional(),
  /** A serial port that can turn its line upside down. */
  inverter: z.boolean().optional(),
  receiveOnly: z.boolean().optional(),
  /** Features whose pins these are too: all must be released before it is given away. */
  sharedWith: z.array(labelSchema).optional(),
  /** What it is given to when new. */
  heldWhenNew: z.array(labelSchema).optional(),
});

const jointSchema = z.strictObject({
  id: idSchema,
  label: labelSchema,
  minDeg: z.number(),
  maxDeg: z.number(),
  speedDegPerS: positive,
  /** Where it rests when no function may move it. */
  homeDeg: z.number().default(0),
});

const startSchema = z.strictObject({ text: labelSchema, seconds: z.number().min(0), still: z.boolean() });

const controlSchema = z.strictObject({
  id: idSchema,
  label: labelSchema,
  kind: z.enum(['stick', 'slider', 'knob', 'switch3', 'switch2', 'button']),
  /** Springs back when let go. Sticks and buttons do anyway. */
  sprung: z.boolean().optional(),
  /** Where it sits on the face, 0…1 across and down. */
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1),
});

const roleSchema = z.enum([
  'transmitter',
  'pack',
  'regulator',
  'receiver',
  'controller',
  'gimbal',
  'camera',
  'switcher',
  'video-transmitter',
  'splice',
  'fuse',
  'converter',
  'overlay',
  'display',
  'network',
  'trigger',
  'compass',
  'antenna',
  'tool',
  'drive',
]);

export const sheetSchema = z.strictObject({
  class: idSchema,
  revision: z.int().min(1),
  role: roleSchema,
  name: labelSchema,
  summary: labelSchema,
  group: z.enum(GROUPS),
  massG: z.number().min(0),
  cautions: z.array(labelSchema).default([]),
  needs: z.array(labelSchema).default([]),
  /** Firmware the controller it hangs on must have. Flashing erases the configuration of most boards. */
  firmware: z
    .array(
      z.strictObject({
        what: labelSchema,
        least: z.string().regex(/^\d+(\.\d+){0,2}$/, 'must be a version like 4.2'),
        board: z.enum(BOARD_CLASSES).optional(),
        erases: z.boolean(),
      }),
    )
    .default([]),
  /** Class of a controller's own board. */
  board: z.enum(BOARD_CLASSES).optional(),
  /** Settings to make on the part before it is fitted. */
  prep: z.array(z.strictObject({ id: idSchema, text: labelSchema })).default([]),
  /** Lights, beeps and captions, and what they mean. */
  cues: z.array(z.strictObject({ when: labelSchema, shows: labelSchema })).default([]),
  sizeMm: z.tuple([positive, positive, positive]).optional(),
  /** Holds a magnet: kept away from a compass. */
  magnetic: z.boolean().optional(),
  ports: z.array(portSchema).default([]),
  /** Supply pins joined inside the part. Ground pins are always one. */
  ties: z.array(z.array(pinAtSchema).min(2)).default([]),
  links: z.array(linkSchema).default([]),
  supplies: z.array(supplySchema).default([]),
  sources: z.array(sourceSchema).default([]),
  settings: z.array(settingSchema).default([]),
  functions: z.array(functionSchema).default([]),
  resources: z.array(resourceSchema).default([]),
  joints: z.array(jointSchema).default([]),
  starts: z.array(startSchema).default([]),
  controls: z.array(controlSchema).default([]),
  /** What a new transmitter sends on each channel. */
  firstChannels: z.array(z.strictObject({ channel: z.int().min(1).max(16), control: idSchema })).optional(),
  /** What a camera sees across, from widest to longest lens, degrees, and picture points across. */
  view: z.strictObject({ wideDeg: positive, teleDeg: positive, pointsAcross: positive }).optional(),
  /** Picture paths: which input link feeds which output link. Several inputs are chosen by a function. */
  pictures: z
    .array(z.strictObject({ inputs: z.array(idSchema).min(1), output: idSchema, chosenBy: idSchema.optional() }))
    .default([]),
});

export type Sheet = z.infer<typeof sheetSchema>;
export type SheetDraft = z.input<typeof sheetSchema>;
export type Port = Sheet['ports'][number];
export type Pin = Port['pins'][number];
export type PinAt = z.infer<typeof pinAtSchema>;
export type Link = Sheet['links'][number];
export type Supply = Sheet['supplies'][number];
export type Source = Sheet['sources'][number];
export type PartFunction = Sheet['functions'][number];
export type FunctionWhat = PartFunction['what'];
export type PulseWindow = z.infer<typeof windowSchema>;
export type Resource = Sheet['resources'][number];
export type Joint = Sheet['joints'][number];
export type Control = Sheet['controls'][number];
export type LinkKind = Link['kind'];
export type Setting = Sheet['settings'][number];
export type Role = Sheet['role'];
