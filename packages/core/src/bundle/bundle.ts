/** A rig with its log in one ZIP: written, read, and laid beside what is there already. */
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import * as z from 'zod';
import { readRig, writeRig } from '../files/index.js';
import { logLineSchema, type LogLine } from '../log/schemas.js';
import { differences, type Difference, type Rig } from '../rig/index.js';
import { Misuse, count, readFailed, readOk, type Problem, type Reading } from '../units/index.js';

const FORMAT = 'squallmark-bundle';
const VERSION = 1;
/** Members: what they are called in the ZIP. */
const NAMES = { about: 'bundle.json', rig: 'rig.json', log: 'log.json', states: 'states.json' } as const;
/** Unpacked, a bundle holds no more, bytes: a ZIP may swell. */
const MOST_BYTES = 64e6;
const MOST_ENTRIES = 100_000;

/** One line of a log as it travels. */
export type BundledEntry = LogLine;

const aboutSchema = z.strictObject({ format: z.literal(FORMAT), version: z.int().min(1) });
const logSchema = z.strictObject({ entries: z.array(logLineSchema).max(MOST_ENTRIES) });

const markSchema = z.string().regex(/^[A-Za-z0-9_-]{6,40}$/);
/** Which states of the rig the machine that wrote the bundle has had: this one, and those it gave away or took in before. */
const statesSchema = z.strictObject({ mark: markSchema, had: z.array(markSchema).max(200) });

/** The states of a rig that a machine has had, by their marks. */
export type BundledStates = z.infer<typeof statesSchema>;

/** Everything of one rig. */
export interface Bundle {
  rig: Rig;
  entries: readonly BundledEntry[];
  /** By this another machine finds the last state that both had. */
  states?: BundledStates;
}

/** The same bytes for the same content: no clock goes into them. */
export function packBundle({ rig, entries, states }: Bundle): Uint8Array {
  const text = (value: unknown): Uint8Array => strToU8(`${JSON.stringify(value, null, 2)}\n`);
  const log = logSchema.parse({ entries });
  const members: Zippable = {
    [NAMES.about]: text({ format: FORMAT, version: VERSION }),
    [NAMES.rig]: strToU8(writeRig(rig)),
    [NAMES.log]: text(log),
    ...(states ? { [NAMES.states]: text(statesSchema.parse(states)) } : {}),
  };
  // ZIP knows no time before 1980; a fixed one keeps equal bundles equal
  return zipSync(members, { level: 6, mtime: new Date(1980, 0, 1) });
}

/** Reads a bundle; every problem names the member and the place in it. Nothing is repaired silently. */
export function readBundle(bytes: Uint8Array): Reading<Bundle> {
  const members = membersOf(bytes);
  if (!members.ok) return members;
  const about = parsed(members.value, NAMES.about, aboutSchema);
  if (!about.ok) return about;
  if (about.value.version > VERSION)
    return readFailed({
      where: `${NAMES.about}: version`,
      what: `version ${about.value.version} was written by a newer Squallmark; this one reads up to ${VERSION}`,
    });
  const text = members.value.get(NAMES.rig);
  if (!text) return readFailed({ where: NAMES.rig, what: 'the bundle has no rig' });
  const rig = readRig(strFromU8(text));
  if (!rig.ok) return readFailed(...within(NAMES.rig, rig.problems));
  const bundle: Bundle = { rig: rig.value, entries: [] };
  if (members.value.has(NAMES.log)) {
    const log = parsed(members.value, NAMES.log, logSchema);
    if (!log.ok) return log;
    bundle.entries = log.value.entries;
  }
  if (members.value.has(NAMES.states)) {
    const states = parsed(members.value, NAMES.states, statesSchema);
    if (!states.ok) return states;
    bundle.states = states.value;
  }
  return readOk(bundle);
}

function membersOf(bytes: Uint8Array): Reading<Map<string, Uint8Array>> {
  let size = 0;
  const filter = ({ name, originalSize }: { name: string; originalSize: number }): boolean => {
    if (!Object.values<string>(NAMES).includes(name)) return false;
    size += originalSize;
    if (size > MOST_BYTES) throw new Misuse(`unpacked it holds more than ${MOST_BYTES / 1e6} MB`);
    return true;
  };
  try {
    return readOk(new Map(Object.entries(unzipSync(bytes, { filter }))));
  } catch (error) {
    const why = error instanceof Misuse ? error.message : 'this is no ZIP, or a damaged one';
    return readFailed({ where: 'top', what: why });
  }
}

function parsed<T>(members: ReadonlyMap<string, Uint8Array>, name: string, schema: z.ZodType<T>): Reading<T> {
  const bytes = members.get(name);
  if (!bytes) return readFailed({ where: name, what: 'is missing: this is no bundle of a rig' });
  let plain: unknown;
  try {
    plain = JSON.parse(strFromU8(bytes));
  } catch (error) {
    return readFailed({ where: name, what: `is no JSON: ${error instanceof Error ? error.message : String(error)}` });
  }
  const reading = schema.safeParse(plain);
  if (reading.success) return readOk(reading.data);
  return readFailed(
    ...reading.error.issues
      .slice(0, 12)
      .map((i) => ({ where: `${name}: ${i.path.join('.') || 'top'}`, what: i.message })),
  );
}

const within = (name: string, problems: readonly Problem[]): Problem[] =>
  problems.map((p) => ({ where: `${name}: ${p.where}`, what: p.what }));

/** What taking a bundle in would do to what is there. */
export interface BundleReport {
  /** What becomes of the rig: it is new, it stays as it is, or it changes so. */
  rig: 'new' | 'same' | 'changed';
  changes: Difference[];
  /** Lines of the log that are not there yet. */
  entries: number;
  text: string;
}

/** @param here the rig of that id, and its log, as they are now; null where there is none */
export function bundleReport(bundle: Bundle, here: Bundle | null): BundleReport {
  const changes = here ? differences(here.rig, bundle.rig) : [];
  const rig = !here ? 'new' : changes.length || here.rig.revision !== bundle.rig.revision ? 'changed' : 'same';
  const entries = newEntries(bundle, here?.entries ?? []).length;
  const about =
    rig === 'new'
      ? `${bundle.rig.name} is new here`
      : rig === 'same'
        ? `${bundle.rig.name} is the same here`
        : `${bundle.rig.name}: ${count(changes.length, 'change')}, revision ${here!.rig.revision} → ${bundle.rig.revision}`;
  return { rig, changes, entries, text: `${about}; ${count(entries, 'new line')} in its log` };
}

/**
 * The last state that both machines had: what both change from.
 * @param kept states given away or taken in here, the oldest first
 */
export const commonState = <S extends { mark: string }>(
  kept: readonly S[],
  theirs: BundledStates | undefined,
): S | undefined => theirs && kept.findLast((s) => s.mark === theirs.mark || theirs.had.includes(s.mark));

/** Lines of a bundle's log that are not there yet. */
export function newEntries({ entries }: Bundle, here: readonly BundledEntry[]): BundledEntry[] {
  const known = new Set(here.map(keyOf));
  return entries.filter((e) => !known.has(keyOf(e)));
}

const keyOf = ({ at, kind, text, revision }: BundledEntry): string => JSON.stringify([at, kind, text, revision]);
