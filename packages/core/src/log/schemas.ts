/** Shapes of the log as it lies in files: a line, and a session. Apart from the rest, so that who only reads lines loads no checker. */
import * as z from 'zod';
import { SESSION } from './bounds.js';

const within = ({ least, most }: { least: number; most: number }): z.ZodNumber => z.number().min(least).max(most);
const words = (most: number): z.ZodString => z.string().trim().min(1).max(most);

const packUseSchema = z.strictObject({
  /** What is written on it. */
  name: words(60),
  /** Volts at rest, before and after. */
  beforeV: within(SESSION.volts).optional(),
  afterV: within(SESSION.volts).optional(),
});

export const sessionSchema = z.strictObject({
  /** Time that it ran. */
  minutes: within(SESSION.minutes).optional(),
  ambientC: within(SESSION.ambientC).optional(),
  windMps: within(SESSION.windMps).optional(),
  /** Who flew or drove. */
  pilot: words(80).optional(),
  /** Who had the payload. */
  operator: words(80).optional(),
  packs: z.array(packUseSchema).max(SESSION.packs),
  /** Cues that were agreed on, what was seen. */
  words: words(SESSION.words).optional(),
});

/** One session; what was not noted is left out. */
export type Session = z.infer<typeof sessionSchema>;
/** A pack as it was used in a session. */
export type PackUse = Session['packs'][number];

const LINE_KINDS = ['change', 'wake', 'proof', 'note', 'file', 'session'] as const;

/** What a line is about: `part GB`, `lead C6`, `pack Blue 1`. */
const subjectSchema = z.string().regex(/^(part|lead|pack) .{1,80}$/);

export const logLineSchema = z.strictObject({
  /** RFC 3339. */
  at: z.iso.datetime({ offset: true }),
  kind: z.enum(LINE_KINDS),
  text: z.string().max(4000),
  revision: z.int().min(0),
  about: z.array(subjectSchema).max(400).optional(),
  /** Something was not as it should be. */
  bad: z.boolean().optional(),
  session: sessionSchema.optional(),
});

/** Shapes of a line: RFC 3339 time, kind, words, revision of the rig, what it is about. */
export type LogLine = z.infer<typeof logLineSchema>;
/** What kind of thing a line tells. */
export type LineKind = LogLine['kind'];
