/** The same sheets as other people would write them. */
import {
  carriesNetwork,
  flies,
  hasControls,
  hearsAir,
  hasLens,
  speaksAir,
  type Link,
  type Sheet,
} from '../../src/parts/index.js';
import type { Rig } from '../../src/rig/index.js';

const withSheets = (rig: Rig, change: (sheet: Sheet) => Sheet): Rig => ({
  ...rig,
  sheets: Object.fromEntries(Object.entries(rig.sheets).map(([cls, sheet]) => [cls, change(sheet)])),
});

/**
 * In short: a transmitter that is weighed, receiver pins that name no slot where each has its own, pulses that name where they rest,
 * radios, antennas and networks that go both ways, pins that are one told two by two.
 */
export const saidInShort = (rig: Rig): Rig =>
  withSheets(rig, (sheet) => twoByTwo(bothWays(resting(withoutSlots(weighed(sheet))))));

const BOTH: ReadonlySet<string> = new Set(['radio', 'antenna', 'ethernet']);
const BY_PIN: ReadonlySet<string> = new Set(['pulse', 'sbus', 'ppm', 'composite', 'hdmi']);
/** Its pin says which way it goes. */
const goesByPin = (sheet: Sheet, { kind, pins: { data } }: Link): boolean =>
  BY_PIN.has(kind) &&
  sheet.ports.some(
    (p) => p.id === data?.port && p.pins.some((pin) => pin.n === data.pin && (pin.way === 'in' || pin.way === 'out')),
  );
const bothWays = (sheet: Sheet): Sheet => ({
  ...sheet,
  // that a hub hands on what comes in need not be said, nor that any other box does, nor what chooses
  pictures: carriesNetwork(sheet) || puts(sheet) ? [] : sheet.pictures,
  links: sheet.links.map((l) => (BOTH.has(l.kind) || goesByPin(sheet, l) ? { ...l, way: 'both' as const } : l)),
});

/** It has no lens, and every picture goes out by its one other picture plug. */
const puts = (sheet: Sheet): boolean =>
  !hasLens(sheet) &&
  sheet.pictures.length === 1 &&
  ['listen', 'talk'].every((way) => {
    const plugs = sheet.links.filter((l) => l.way === way && WIRED.has(l.kind)).map((l) => l.id);
    const { inputs, output } = sheet.pictures[0]!;
    return String(plugs) === String(way === 'talk' ? [output] : inputs);
  });
const WIRED: ReadonlySet<string> = new Set(['composite', 'hdmi', 'ribbon']);

const weighed = (sheet: Sheet): Sheet => (hasControls(sheet) && speaksAir(sheet) ? { ...sheet, massG: 650 } : sheet);

/** Each pin tied to the next. */
const twoByTwo = (sheet: Sheet): Sheet => ({
  ...sheet,
  ties: sheet.ties.flatMap((tie) => tie.slice(1).map((pin, i) => [tie[i]!, pin])),
});

/** A pulse above the middle rests below it. */
const resting = (sheet: Sheet): Sheet => ({
  ...sheet,
  functions: sheet.functions.map((fn) => {
    const [acts, more] = fn.windows ?? [];
    if ((fn.takes !== 'pulse' && fn.takes !== 'momentary') || !acts || more || acts.fromUs <= 1500) return fn;
    return { ...fn, windows: [{ fromUs: 800, toUs: acts.fromUs, label: 'rest' }, acts] };
  }),
});

/** Pins whose one slot is their number say nothing of it. */
function withoutSlots(sheet: Sheet): Sheet {
  const out = sheet.links.filter((l) => l.kind === 'pulse' && l.way !== 'listen');
  const isPlain = (l: Link, nth: number): boolean => {
    const setting = sheet.settings.find((s) => s.id === l.slotSetting);
    return setting?.values.length === 1 && setting.values[0] === String(nth + 1);
  };
  if (!hearsAir(sheet) || flies(sheet) || !out.every(isPlain)) return sheet;
  const named = new Set(out.map((l) => l.slotSetting));
  return {
    ...sheet,
    links: sheet.links.map((l) => {
      const { slotSetting, ...rest } = l;
      return slotSetting !== undefined && out.includes(l) ? rest : l;
    }),
    settings: sheet.settings.filter((s) => !named.has(s.id)),
  };
}

/** Controllers that speak several kinds at each of their serial ports by themselves, instead of whatever they are told. */
export const portsByKind = (rig: Rig): Rig =>
  withSheets(rig, (sheet) =>
    flies(sheet)
      ? { ...sheet, links: sheet.links.flatMap(kindsOf), functions: sheet.functions.map((f) => overKinds(sheet, f)) }
      : sheet,
  );

const KINDS = ['crsf', 'mavlink', 'device-serial'] as const;
const isOpen = (l: Link): boolean => l.kind === 'device-serial' && l.params.protocol === undefined;

const kindsOf = (link: Link): Link[] =>
  isOpen(link)
    ? KINDS.map((kind) => ({
        ...link,
        id: kind === 'device-serial' ? link.id : `${link.id}-${kind}`,
        kind,
        resource: link.resource ?? link.id,
      }))
    : [link];

function overKinds({ links }: Sheet, fn: Sheet['functions'][number]): Sheet['functions'][number] {
  const open = new Set(links.filter(isOpen).map((l) => l.id));
  return {
    ...fn,
    askedBy: fn.askedBy.map((way) =>
      way.by === 'device'
        ? way
        : { ...way, over: way.over.flatMap((id) => (open.has(id) ? [id, `${id}-crsf`, `${id}-mavlink`] : [id])) },
    ),
  };
}
