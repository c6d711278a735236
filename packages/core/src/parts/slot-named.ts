import type { Setting } from './sheet.js';

/** An "auxiliary 1" is the channel behind the four that fly. @source [practice] */
const BEFORE_AUX = 4;

/** The slot that a value of a setting names: "7", "slot 7", "CH7", "aux 3"; null for one that names none, as "off". */
export function slotNamed(value: string): number | null {
  const [digits] = /\d+/.exec(value) ?? [];
  if (digits === undefined) return null;
  return Number(digits) + (/\baux/i.test(value) ? BEFORE_AUX : 0);
}

/** The slots that a setting offers, in the order of its values. */
export const slotsNamed = ({ values }: Setting): number[] => values.flatMap((value) => slotNamed(value) ?? []);

/** The value of a setting by which it names a slot; undefined where it has none. */
export const valueNaming = ({ values }: Setting, slot: number): string | undefined =>
  values.find((value) => slotNamed(value) === slot);
