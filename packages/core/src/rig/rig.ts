/**
 * The rig document, `squallmark-rig` version 1: the one definition of what is stored and exported.
 * It carries the part sheets it uses, so that a file means the same on every bench.
 */
import * as z from 'zod';
import { idSchema, sheetSchema } from '../parts/index.js';
import { RIG_FORMAT, RIG_VERSION } from './format.js';

const textSchema = z.string().min(1).max(120);

export const pinRefSchema = z.strictObject({ part: idSchema, port: idSchema, pin: z.int().min(1).max(99) });

const partSchema = z.strictObject({
  id: idSchema,
  class: idSchema,
  label: textSchema,
  settings: z.record(idSchema, z.string()).default({}),
  /** Ticked off as lying on the bench. */
  onBench: z.boolean().default(true),
});

const wireSchema = z.strictObject({
  from: pinRefSchema,
  to: pinRefSchema,
  colour: z.string().max(24),
  gaugeAwg: z.int().min(10).max(36),
  lengthMm: z.number().min(1).max(20000),
});

const cableSchema = z.strictObject({
  id: idSchema,
  wires: z.array(wireSchema).min(1),
  /** A marked adapter: its crossed plugs are on purpose. */
  marked: z.boolean().default(false),
});

export const shapingSchema = z.strictObject({
  transmitter: idSchema,
  channel: z.int().min(1).max(16),
  control: idSchema.nullable(),
  lowUs: z.number().min(800).max(2200),
  highUs: z.number().min(800).max(2200),
  subTrimUs: z.number().min(-200).max(200).default(0),
  reverse: z.boolean().default(false),
  deadBandPct: z.number().min(0).max(50).default(0),
  expoPct: z.number().min(-100).max(100).default(0),
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
});

const wishSchema = z.strictObject({
  id: idSchema,
  what: textSchema,
  label: textSchema,
  by: z.enum(['pilot', 'camera operator']).default('pilot'),
  control: idSchema.nullable().default(null),
});

export const schoolsSchema = z.strictObject({
  gimbalFeed: z.enum(['pack', 'steady']).default('steady'),
  takeOff: z.enum(['pan off', 'locked']).default('pan off'),
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
});

export type Rig = z.infer<typeof rigSchema>;
export type Part = Rig['parts'][number];
export type Cable = Rig['cables'][number];
export type Wire = Cable['wires'][number];
export type PinRef = z.infer<typeof pinRefSchema>;
export type Shaping = Rig['shaping'][number];
export type Held = Rig['held'][number];
export type Binding = Rig['bindings'][number];
export type Wish = Rig['wishes'][number];
export type Schools = Rig['schools'];
