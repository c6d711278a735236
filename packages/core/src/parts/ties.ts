import type { PinAt, Sheet } from './sheet.js';

const KNOWN = new WeakMap<Sheet['ties'], Sheet['ties']>();

/** Pins that are one inside the part. Ties that name a pin together are one, in whatever pieces the sheet says it. */
export function tiesOf({ ties }: Pick<Sheet, 'ties'>): Sheet['ties'] {
  let whole = KNOWN.get(ties);
  if (!whole) KNOWN.set(ties, (whole = merged(ties)));
  return whole;
}

/** The tie that a pin is in; undefined for one that stands alone. */
export const tieAt = (sheet: Pick<Sheet, 'ties'>, at: PinAt): Sheet['ties'][number] | undefined =>
  tiesOf(sheet).find((tie) => tie.some((p) => isSame(p, at)));

const isSame = (a: PinAt, b: PinAt): boolean => a.port === b.port && a.pin === b.pin;

function merged(ties: Sheet['ties']): Sheet['ties'] {
  const groups: PinAt[][] = [];
  for (const tie of ties) {
    const met = groups.filter((group) => group.some((a) => tie.some((b) => isSame(a, b))));
    const pins = [...met.flat(), ...tie];
    for (const group of met) groups.splice(groups.indexOf(group), 1);
    groups.push(pins.filter((pin, i) => pins.findIndex((p) => isSame(p, pin)) === i));
  }
  return groups;
}
