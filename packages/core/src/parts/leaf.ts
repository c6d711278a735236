/**
 * Leaves of the schemas: each with a title for people, numbers with a unit and bounds as well, so that forms and docs can be
 * made from the one definition. `unit` is what stands behind the figure; `count` for plain numbers of things.
 */
import * as z from 'zod';
import { SEEN_TEXT } from '../units/index.js';

type Meta = Readonly<Record<string, string>> & { title: string };

const meta = (title: string, unit?: string): Meta => (unit === undefined ? { title } : { title, unit });

const ID_RULE = /^[A-Za-z0-9][A-Za-z0-9_-]*$/;
export const idSchema = z
  .string()
  .regex(ID_RULE, 'must be letters, digits, dashes and underscores, starting with a letter or digit')
  .max(64);

/** An id, or a reference to one. */
export const idLeaf = (title: string) => idSchema.meta(meta(title));
const seenText = (most: number) =>
  z
    .string()
    .max(most)
    .regex(SEEN_TEXT, 'holds a character that cannot be seen: a control, or one that turns the writing');
export const textLeaf = (title: string, most = 120) => seenText(most).min(1).meta(meta(title));
/** A text that may be empty. */
export const wordLeaf = (title: string, most = 120) => seenText(most).meta(meta(title));
export const flagLeaf = (title: string) => z.boolean().meta(meta(title));
export const figure = (title: string, unit: string, least: number, most: number) =>
  z.number().min(least).max(most).meta(meta(title, unit));
export const whole = (title: string, unit: string, least: number, most: number) =>
  z.int().min(least).max(most).meta(meta(title, unit));
export const choice = <const T extends readonly [string, ...string[]]>(title: string, values: T) =>
  z.enum(values).meta(meta(title));
export const versionLeaf = (title: string) =>
  z
    .string()
    .regex(/^\d+(\.\d+){0,2}$/, 'must be a version like 4.2')
    .max(24)
    .meta(meta(title));
export const addressLeaf = (title: string) => z.ipv4().max(15).meta(meta(title));

/** Two figures of one unit, low then high. */
export const band = (title: string, unit: string, least: number, most: number) =>
  z
    .tuple([figure(`${title}, from`, unit, least, most), figure(`${title}, to`, unit, least, most)])
    .refine(([low, high]) => low <= high, 'must run from low to high')
    .meta(meta(title, unit));

/** A list with a most, so that a file cannot ask for more than a bench can hold. */
export const listOf = <T extends z.ZodType>(title: string, item: T, most: number) =>
  z.array(item).max(most).meta(meta(title));

/** Most of anything on one sheet. */
export const MOST_ON_SHEET = 128;
/** Servo widths that any device of the trade may take or send, µs. @source [practice] */
export const widthUs = (title: string) => figure(title, 'µs', 0, 3000);
export const slotLeaf = (title: string) => whole(title, 'slot', 1, 16);
