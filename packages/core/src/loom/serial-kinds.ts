/** What is said over a serial pair, and whether its two ends understand each other. */
import { LINK_WORDS, type Link, type LinkKind, type Sheet } from '../parts/index.js';
import { isSameName } from '../units/index.js';

/** Kinds that say by themselves what is spoken. */
const NAMED: ReadonlySet<LinkKind> = new Set(['mavlink', 'crsf']);

/** What a device speaks over its pair, as its port is told: by the name on its sheet, else by the kind. Undefined where neither says. */
export const speechOf = ({ kind, params }: Link): string | undefined =>
  params.protocol ?? (NAMED.has(kind) ? LINK_WORDS[kind] : undefined);

/** What a pad is given to that plays a camera's keys: by the name on its sheet, else as the trade calls it. */
export const keysOf = ({ params }: Link): string => params.protocol ?? 'camera keys';

/** A port that speaks whatever it is told to. */
const isOpen = ({ kind, params }: Link): boolean => kind === 'device-serial' && params.protocol === undefined;

/** Whether two ends of a pair can understand each other: they speak the same, or one of them is a port that is told what to speak. */
export function speakAlike(a: Link, b: Link): boolean {
  if (isOpen(a) || isOpen(b)) return true;
  if (a.kind !== b.kind) return false;
  const [one, two] = [a.params.protocol, b.params.protocol];
  return one === undefined || two === undefined || isSameName(one, two);
}

/** Whether a port speaks as a device does without being told: it speaks nothing else. */
export const speaksAlready = ({ sheet, link }: { sheet: Sheet; link: Link }, device: Link): boolean =>
  !isOpen(link) && speakAlike(link, device) && !sheet.links.some((l) => l !== link && hearsAt(l, link));

const hearsAt = ({ pins: { send: a, hear: b } }: Link, { pins: { send: x, hear: y } }: Link): boolean =>
  [
    [a, x],
    [b, y],
  ].some(([one, other]) => one && one.port === other?.port && one.pin === other.pin);

/** A serial link: it sends, hears, or both, over wires of their own. */
export const isSerial = ({ pins }: Link): boolean => pins.send !== undefined || pins.hear !== undefined;

/** Whether one end can say anything that the other can hear. */
export const canSay = (a: Link, b: Link): boolean => a.pins.send !== undefined && b.pins.hear !== undefined;

/** Share by which two speeds may differ and still be understood. @source [mem] a byte is read from its start bit, half a bit off at most */
const SPEED_SHARE = 0.03;

/** Whether two ends that nobody tells their speed run at the same; what names none takes any, and so does what can be set to the other's. */
export function sameSpeed(a: { sheet: Sheet; link: Link }, b: { sheet: Sheet; link: Link }): boolean {
  const [one, two] = [a.link.params.baud, b.link.params.baud];
  if (one === undefined || two === undefined) return true;
  return Math.abs(one - two) <= SPEED_SHARE * Math.max(one, two) || canBeSet(a.sheet, two) || canBeSet(b.sheet, one);
}

const canBeSet = ({ settings }: Sheet, baud: number): boolean =>
  settings.some((s) => s.values.some((value) => Number(value) === baud));
