/**
 * Every change of a rig is one of these: small, typed, serialisable. {@link applyEdit} carries them out.
 */
import * as z from 'zod';
import { idSchema, sheetSchema } from '../parts/schemas.js';
import { pinRefSchema, rigSchema, schoolsSchema, shapingSchema } from './rig.js';

const part = rigSchema.shape.parts.element;
const cable = rigSchema.shape.cables.element;
const wish = rigSchema.shape.wishes.element;
const held = rigSchema.shape.held.element;
const binding = rigSchema.shape.bindings.element;
/** A wire by its place in the cable, from 0, or by its id. */
const wireIndex = z.union([z.int().min(0).max(63), idSchema]);

type Bare<S extends z.ZodRawShape> = {
  [K in keyof S]: z.ZodOptional<S[K] extends z.ZodDefault<infer T> ? T : S[K]>;
};

/** The fields of an object that may each be changed: one that is left out stays as it is, and is not what it is when nothing is said. */
const changeOf = <S extends z.ZodRawShape>({ shape }: { shape: S }): z.ZodObject<Bare<S>, z.core.$strict> => {
  const fields = Object.entries(shape).map(([name, field]) => [
    name,
    z.optional(field instanceof z.ZodDefault ? field.unwrap() : field),
  ]);
  return z.strictObject(Object.fromEntries(fields) as Bare<S>);
};

export const editSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('rename'), name: z.string().min(1).max(120) }),
  z.strictObject({ kind: z.literal('addPart'), part, sheet: sheetSchema }),
  z.strictObject({ kind: z.literal('removePart'), part: idSchema }),
  z.strictObject({ kind: z.literal('relabel'), part: idSchema, label: z.string().min(1).max(120) }),
  z.strictObject({ kind: z.literal('tick'), part: idSchema, onBench: z.boolean() }),
  z.strictObject({ kind: z.literal('set'), part: idSchema, setting: idSchema, value: z.string() }),
  z.strictObject({ kind: z.literal('addCable'), cable }),
  z.strictObject({ kind: z.literal('removeCable'), cable: idSchema }),
  z.strictObject({
    kind: z.literal('moveEnd'),
    cable: idSchema,
    wire: wireIndex,
    end: z.enum(['from', 'to']),
    pin: pinRefSchema,
  }),
  z.strictObject({ kind: z.literal('removeWire'), cable: idSchema, wire: wireIndex }),
  z.strictObject({ kind: z.literal('addWire'), cable: idSchema, wire: cable.shape.wires.element }),
  z.strictObject({
    kind: z.literal('setWire'),
    cable: idSchema,
    wire: wireIndex,
    gaugeAwg: z.int().min(4).max(36).optional(),
    lengthMm: z.number().min(1).max(200_000).optional(),
    colour: z.string().max(24).optional(),
    /** Null takes it out. */
    inline: cable.shape.wires.element.shape.inline.unwrap().nullable().optional(),
  }),
  /** Swaps the far ends of the cable's two serial wires. */
  z.strictObject({ kind: z.literal('crossPair'), cable: idSchema }),
  z.strictObject({ kind: z.literal('markAdapter'), cable: idSchema, marked: z.boolean() }),
  z.strictObject({
    kind: z.literal('shape'),
    transmitter: idSchema,
    channel: z.int().min(1).max(16),
    change: changeOf(shapingSchema.omit({ transmitter: true, channel: true }))
      /** Null takes the points away: the smooth curve again. */
      .extend({ points: shapingSchema.shape.points.unwrap().nullable().optional() }),
  }),
  z.strictObject({ kind: z.literal('bind'), binding }),
  /** Changes how a device takes a function it is told already. Null takes the setting back to the maker's. */
  z.strictObject({
    kind: z.literal('tune'),
    part: idSchema,
    fn: idSchema,
    change: z.strictObject({
      reverse: z.boolean().optional(),
      speedPct: binding.shape.speedPct.unwrap().nullable().optional(),
      deadBandPct: binding.shape.deadBandPct.unwrap().nullable().optional(),
      smoothingMs: binding.shape.smoothingMs.unwrap().nullable().optional(),
      lowUs: binding.shape.lowUs.unwrap().nullable().optional(),
      highUs: binding.shape.highUs.unwrap().nullable().optional(),
    }),
  }),
  z.strictObject({ kind: z.literal('failSafe'), failSafe: rigSchema.shape.failSafes.unwrap().element }),
  /** The slot does without radio what the receiver does by itself. */
  z.strictObject({
    kind: z.literal('noFailSafe'),
    receiver: idSchema,
    slot: rigSchema.shape.failSafes.unwrap().element.shape.slot,
  }),
  /** Sets or replaces the hand-over between two transmitters. */
  z.strictObject({ kind: z.literal('handOver'), handOver: rigSchema.shape.handOvers.unwrap().element }),
  z.strictObject({ kind: z.literal('noHandOver'), from: idSchema, to: idSchema }),
  z.strictObject({ kind: z.literal('unbind'), part: idSchema, fn: idSchema }),
  z.strictObject({ kind: z.literal('hold'), held }),
  z.strictObject({ kind: z.literal('release'), part: idSchema, resource: idSchema, to: z.string() }),
  z.strictObject({ kind: z.literal('addWish'), wish }),
  z.strictObject({ kind: z.literal('removeWish'), wish: idSchema }),
  z.strictObject({ kind: z.literal('school'), choice: changeOf(schoolsSchema) }),
  /** Changes what is known of a wish: by whom, which hand, which control, which part. */
  z.strictObject({
    kind: z.literal('setWish'),
    wish: idSchema,
    change: changeOf(wish.omit({ id: true, what: true, label: true })).extend({
      part: idSchema.nullable().optional(),
      channel: wish.shape.channel.unwrap().nullable().optional(),
    }),
  }),
  z.strictObject({ kind: z.literal('rigKind'), rigKind: z.string().min(1).max(120) }),
  /** Null takes the note off the part. */
  z.strictObject({
    kind: z.literal('note'),
    part: idSchema,
    change: z.strictObject({
      place: part.shape.place.unwrap().nullable().optional(),
      firmware: part.shape.firmware.unwrap().nullable().optional(),
      address: part.shape.address.unwrap().nullable().optional(),
      price: part.shape.price.unwrap().nullable().optional(),
      charge: part.shape.charge.unwrap().nullable().optional(),
      told: part.shape.told.unwrap().nullable().optional(),
      profile: part.shape.profile.unwrap().nullable().optional(),
      bound: part.shape.bound.unwrap().nullable().optional(),
    }),
  }),
  z.strictObject({ kind: z.literal('prepare'), part: idSchema, item: idSchema, done: z.boolean() }),
  z.strictObject({ kind: z.literal('tickItem'), item: z.string().min(1).max(120), on: z.boolean() }),
  /** Puts a step of waking right behind one and before another, in place of what was wanted of it; null for neither frees it. */
  z.strictObject({
    kind: z.literal('pinStep'),
    step: z.string().min(1).max(240),
    /** The step in words, for the log. */
    text: z.string().min(1).max(240),
    behind: z.string().min(1).max(240).nullable(),
    before: z.string().min(1).max(240).nullable(),
  }),
  z.strictObject({ kind: z.literal('lock'), cable: idSchema, locked: z.boolean() }),
  z.strictObject({ kind: z.literal('merge'), merge: rigSchema.shape.merges.unwrap().element }),
  z.strictObject({ kind: z.literal('unmerge'), merge: idSchema }),
  z.strictObject({ kind: z.literal('currency'), currency: z.string().min(1).max(8) }),
  /** Puts another sheet in the place of a class the rig uses. */
  z.strictObject({ kind: z.literal('resheet'), sheet: sheetSchema }),
  /** Sets places of the rig to what they were: the way back of other edits. Told by names, never by place in a list. */
  z.strictObject({
    kind: z.literal('restore'),
    at: z.array(
      z.strictObject({
        /** From the rig down, a list's item by its name: `cables`, `C3`, `wires`, `w2`, `gaugeAwg`. */
        path: z.array(z.string().min(1).max(500)).min(1).max(8),
        /** What stands there; absent where nothing does. */
        value: z.unknown().optional(),
        /** Of an item that comes anew: the one it comes after, null for the first. */
        after: z.string().nullable().optional(),
      }),
    ),
  }),
]);

/** One change of a rig, by what it means at the bench. */
export type Edit = z.infer<typeof editSchema>;
/** Kinds of edit. */
export type EditKind = Edit['kind'];
/** The edit of a kind. */
export type EditOf<K extends EditKind> = Extract<Edit, { kind: K }>;
