import { isObject, migrateSheet } from './migrate-sheet.js';
import { NEW_SCHOOLS } from './empty-rig.js';
import { RIG_VERSION } from './format.js';
import { valueIn } from '../units/index.js';

/** Names that version 1 used for kinds of rig. */
const KINDS_OF_1: Readonly<Record<string, string>> = { 'six-rotor': 'rotor', 'seven-inch quad': 'FPV' };

/** What version 2 added to a part, a cable, a wish and a sheet, as it stands when nothing was said. */
const PART = { prepared: [] };
const CABLE = { locked: false };
const WISH = { hand: 'either' };
const SHEET = { firmware: [], prep: [], cues: [] };

/**
 * A rig document of an older version as this version would have written it: what was added is filled in, what
 * changed its meaning is put right. Anything that is not an older rig is handed on as it is, for the reader to judge.
 */
export function migrateRig(value: unknown): unknown {
  if (!isObject(value)) return value;
  if (value.version === 1) return from3(from2(from1(value)));
  if (value.version === 2) return from3(from2(value));
  return value.version === 3 ? from3(value) : value;
}

/** Names of a channel's shaping that version 4 changed. */
const SHAPING_OF_3: Readonly<Record<string, string>> = {
  expoPct: 'softPct',
  weightPct: 'sharePct',
  offsetPct: 'shiftPct',
  speedS: 'endToEndS',
};

/** Version 4 says who asks a function, names wires, and calls the shaping of a channel by other words. */
function from3(value: Record<string, unknown>): Record<string, unknown> {
  const { sheets, cables, shaping } = value;
  return {
    ...value,
    version: RIG_VERSION,
    sheets: isObject(sheets)
      ? Object.fromEntries(Object.entries(sheets).map(([cls, sheet]) => [cls, migrateSheet(sheet)]))
      : sheets,
    cables: mapObjects(cables, (cable) => ({ ...cable, wires: mapObjects(cable.wires, named) })),
    shaping: mapObjects(shaping, (row) =>
      Object.fromEntries(
        Object.entries(row).map(([key, v]) => [Object.hasOwn(SHAPING_OF_3, key) ? SHAPING_OF_3[key] : key, v]),
      ),
    ),
  };
}

const named = (wire: Record<string, unknown>, at: number): Record<string, unknown> => ({ id: `w${at + 1}`, ...wire });

function mapObjects(list: unknown, change: (item: Record<string, unknown>, at: number) => unknown): unknown {
  return Array.isArray(list) ? list.map((item: unknown, at) => (isObject(item) ? change(item, at) : item)) : list;
}

/** Version 3 added hand-over and fail-safe; there was none before. */
function from2(value: Record<string, unknown>): Record<string, unknown> {
  return { ...value, version: 3, failSafes: value.failSafes ?? [], handOvers: value.handOvers ?? [] };
}

function from1(value: Record<string, unknown>): Record<string, unknown> {
  const { kind, schools, parts, cables, wishes, sheets } = value;
  return {
    ...value,
    version: 2,
    kind: typeof kind === 'string' ? (valueIn(KINDS_OF_1, kind) ?? kind) : kind,
    schools: isObject(schools) ? { ...NEW_SCHOOLS, ...schools } : schools,
    parts: filled(parts, PART),
    cables: filled(cables, CABLE),
    wishes: filled(wishes, WISH),
    sheets: isObject(sheets)
      ? Object.fromEntries(
          Object.entries(sheets).map(([cls, sheet]) => [cls, isObject(sheet) ? { ...SHEET, ...sheet } : sheet]),
        )
      : sheets,
    merges: value.merges ?? [],
    ticked: value.ticked ?? [],
    currency: value.currency ?? '€',
  };
}

const filled = (list: unknown, defaults: object): unknown =>
  Array.isArray(list) ? list.map((item: unknown) => (isObject(item) ? { ...defaults, ...item } : item)) : list;
