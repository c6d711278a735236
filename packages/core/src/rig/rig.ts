/**
 * The rig document, `squallmark-rig` version 3: the one definition of what is stored and exported.
 * It carries the part sheets it uses, so that a file means the same on every bench.
 */
import * as z from 'zod';
import { idSchema, sheetSchema } from '../parts/schemas.js';
import { RIG_FORMAT, RIG_VERSION, WIDTHS_US } from './format.js';

const textSchema = z.string().min(1).max(120);
const widthSchema = z.number().min(WIDTHS_US.least).max(WIDTHS_US.most);

export const pinRefSchema = z.strictObject({ part: idSchema, port: idSchema, pin: z.int().min(1).max(99) });

/** Where a part sits, mm from the craft's middle: forward, right, up. */
const placeSchema = z.strictObject({
  xMm: z.number().min(-5000).max(5000),
  yMm: z.number().min(-5000).max(5000),
  zMm: z.number().min(-5000).max(5000),
  /** The part whose joint it rides on; it sits on the frame when left out. */
  rides: idSchema.optional(),
});

const partSchema = z.strictObject({
  id: idSchema,
  class: idSchema,
  label: textSchema,
  settings: z.record(idSchema, z.string()).default({}),
  /** Ticked off as lying on the bench. */
  onBench: z.boolean().default(true),
  place: placeSchema.optional(),
  /** Firmware noted on the part, like 4.2.1. */
  firmware: z
    .string()
    .regex(/^\d+(\.\d+){0,2}$/, 'must be a version like 4.2')
    .optional(),
  /** Ids of the sheet's prep list that are done. */
  prepared: z.array(idSchema).default([]),
  /** Network address, where the part has one; the maker's when left out. */
  address: z.ipv4().optional(),
  /** What it cost, in the rig's currency. */
  price: z.number().min(0).max(1e6).optional(),
});

const wireSchema = z.strictObject({
  from: pinRefSchema,
  to: pinRefSchema,
  colour: z.string().max(24),
  gaugeAwg: z.int().min(10).max(36),
  lengthMm: z.number().min(1).max(20000),
  /** What sits in the middle of the wire. */
  inline: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('resistor'), ohm: z.number().positive().max(1e7) }),
      z.strictObject({ kind: z.literal('fuse'), amps: z.number().positive().max(500) }),
      z.strictObject({ kind: z.literal('diode') }),
      z.strictObject({ kind: z.literal('inverter') }),
    ])
    .optional(),
});

const cableSchema = z.strictObject({
  id: idSchema,
  wires: z.array(wireSchema).min(1),
  /** A marked adapter: its crossed plugs are on purpose. */
  marked: z.boolean().default(false),
  /** Kept as it is by every proposal. */
  locked: z.boolean().default(false),
});

/** Several leads that meet in one keyed plug, put on at the field in one movement. */
const mergeSchema = z.strictObject({
  id: idSchema,
  label: textSchema,
  cables: z.array(idSchema).min(2),
});

export const shapingSchema = z.strictObject({
  transmitter: idSchema,
  channel: z.int().min(1).max(16),
  control: idSchema.nullable(),
  lowUs: widthSchema,
  highUs: widthSchema,
  subTrimUs: z.number().min(-200).max(200).default(0),
  reverse: z.boolean().default(false),
  deadBandPct: z.number().min(0).max(50).default(0),
  expoPct: z.number().min(-100).max(100).default(0),
  /** Heights of the curve at equal steps of the control, per cent, from its low end to its high end; instead of the curve. */
  points: z.array(z.number().min(-100).max(100)).min(2).max(17).optional(),
  /** How much of the control is sent, per cent; 100 when left out. */
  weightPct: z.number().min(-125).max(125).optional(),
  /** Added after the weight, per cent of travel. */
  offsetPct: z.number().min(-100).max(100).optional(),
  /** Seconds the channel takes from end to end at its fastest; at once when left out. */
  speedS: z.number().min(0).max(25).optional(),
  /** Kept as it is by every assignment, with all that is on its slot. */
  locked: z.boolean().optional(),
});

/** What a receiver puts out on a slot when the radio is lost. */
const failSafeSchema = z.strictObject({
  receiver: idSchema,
  slot: z.int().min(1).max(16),
  does: z.enum(['hold', 'value', 'none']),
  valueUs: widthSchema.optional(),
});

/** A second transmitter that has some channels of the first while a switch on the first says so. */
const handOverSchema = z.strictObject({
  from: idSchema,
  to: idSchema,
  over: z.enum(['trainer lead', 'wireless']),
  /** Control of the first transmitter that hands over; it takes back in every other place. */
  control: idSchema.nullable(),
  channels: z.array(
    z.strictObject({
      channel: z.int().min(1).max(16),
      /** Channel of the second transmitter that is taken. */
      takes: z.int().min(1).max(16),
    }),
  ),
});

const heldSchema = z.strictObject({
  part: idSchema,
  resource: idSchema,
  to: textSchema,
  baud: z.int().positive().optional(),
});

const bindingSchema = z.strictObject({
  part: idSchema,
  fn: idSchema,
  /** Bus slot as the bus counts, from 1. */
  slot: z.int().min(1).max(16),
  reverse: z.boolean().default(false),
  /** The device's own settings for this axis; as the maker leaves it when left out. */
  speedPct: z.number().min(5).max(100).optional(),
  deadBandPct: z.number().min(0).max(50).optional(),
  smoothingMs: z.number().min(0).max(2000).optional(),
  /** The device's own end points: the widths it takes for the ends of its range. */
  lowUs: widthSchema.optional(),
  highUs: widthSchema.optional(),
});

const wishSchema = z.strictObject({
  id: idSchema,
  what: textSchema,
  label: textSchema,
  by: z.enum(['pilot', 'camera operator']).default('pilot'),
  control: idSchema.nullable().default(null),
  hand: z.enum(['either', 'left', 'right']).default('either'),
  /** The part that must do it, where several could. */
  part: idSchema.optional(),
});

export const schoolsSchema = z.strictObject({
  gimbalFeed: z.enum(['pack', 'steady']).default('steady'),
  takeOff: z.enum(['off', 'pan off', 'locked']).default('pan off'),
  /** How the receiver reaches the payload: one bus with a Y lead, or a servo lead each. */
  reach: z.enum(['bus', 'servo leads']).default('bus'),
  menuOver: z.enum(['serial', 'ladder']).default('serial'),
  operators: z.enum(['alone', 'two']).default('alone'),
  links: z.enum(['one', 'two']).default('one'),
});

export const rigSchema = z.strictObject({
  format: z.literal(RIG_FORMAT),
  version: z.literal(RIG_VERSION),
  id: idSchema,
  name: textSchema,
  kind: textSchema,
  revision: z.int().min(0),
  wishes: z.array(wishSchema),
  schools: schoolsSchema,
  sheets: z.record(idSchema, sheetSchema),
  parts: z.array(partSchema),
  cables: z.array(cableSchema),
  shaping: z.array(shapingSchema),
  held: z.array(heldSchema),
  bindings: z.array(bindingSchema),
  failSafes: z.array(failSafeSchema).default([]),
  handOvers: z.array(handOverSchema).default([]),
  merges: z.array(mergeSchema).default([]),
  /** Leads and tools ticked off on the bench, by the id the bench list gives them. */
  ticked: z.array(textSchema).default([]),
  /** What prices are counted in, as the user writes it. */
  currency: z.string().min(1).max(8).default('€'),
});

export type Rig = z.infer<typeof rigSchema>;
export type Part = Rig['parts'][number];
export type Cable = Rig['cables'][number];
export type Wire = Cable['wires'][number];
export type PinRef = z.infer<typeof pinRefSchema>;
export type Place = z.infer<typeof placeSchema>;
export type Merge = Rig['merges'][number];
export type Inline = NonNullable<Wire['inline']>;
export type Shaping = Rig['shaping'][number];
export type Held = Rig['held'][number];
export type Binding = Rig['bindings'][number];
export type FailSafe = Rig['failSafes'][number];
export type HandOver = Rig['handOvers'][number];
export type Wish = Rig['wishes'][number];
export type Schools = Rig['schools'];
