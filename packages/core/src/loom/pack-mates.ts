/** Packs that are used up together: side by side, one on top of the other, or each at a socket of one part. */
import type { PinAt, Source } from '../parts/index.js';
import {
  oncePerSlices,
  partsWithSheets,
  samePin,
  sheetOf,
  wiresAt,
  type Part,
  type PinRef,
  type Rig,
} from '../rig/index.js';
import { Joined, groupBy } from '../units/index.js';
import { findNets } from './nets.js';

/** A pack of cells in a part. */
export interface PackAt {
  part: Part;
  pack: NonNullable<Source['pack']>;
  plus: PinRef;
  minus: PinRef;
}

const packsOf = (rig: Rig): PackAt[] =>
  partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.sources.flatMap(({ pack, plus, minus }) =>
      pack ? [{ part, pack, plus: { part: part.id, ...plus }, minus: { part: part.id, ...minus } }] : [],
    ),
  );

/**
 * A wire that puts one pack on top of another: plus of the one on minus of the other, the outer poles each in use, and no pole on both
 * sides of a pack. @source [practice] packs in series for twice the volts
 */
export function isSeriesWire(rig: Rig, a: PinRef, b: PinRef): boolean {
  const [one, two] = [poleAt(rig, a), poleAt(rig, b)];
  if (!one || !two || a.part === b.part || one.isPlus === two.isPlus) return false;
  const outer = [one.other, two.other];
  const nets = findNets(rig, false);
  return (
    outer.every((pole) => wiresAt(rig, pole).length > 0 && !nets.joined(pole, a)) && !nets.joined(outer[0]!, outer[1]!)
  );
}

/** Which pole of which pack a pin is; null where it is none. */
function poleAt(rig: Rig, at: PinRef): { isPlus: boolean; other: PinRef } | null {
  const pole = (pin: PinAt): PinRef => ({ part: at.part, ...pin });
  for (const { pack, plus, minus } of sheetOf(rig, at.part).sources) {
    if (!pack) continue;
    if (samePin(at, pole(plus))) return { isPlus: true, other: pole(minus) };
    if (samePin(at, pole(minus))) return { isPlus: false, other: pole(plus) };
  }
  return null;
}

const sameVolts = (a: PackAt['pack'], b: PackAt['pack']): boolean =>
  a.cells === b.cells && (a.chemistry ?? 'lithium-polymer') === (b.chemistry ?? 'lithium-polymer');

/**
 * Groups of two and more packs of the same volts that share a load, and so should be charged alike; packs whose pluses are joined
 * whatever their cells.
 */
export const packsTogether = oncePerSlices(['parts', 'cables', 'sheets'], (rig): readonly PackAt[][] => {
  const packs = packsOf(rig);
  if (packs.length < 2) return [];
  const joined = new Joined();
  const nets = findNets(rig);
  const ways = partsWithSheets(rig).map(({ part, sheet }) =>
    sheet.supplies.map((s) => nets.netOf({ part: part.id, ...s.plus })),
  );
  const feedOne = (a: PackAt, b: PackAt): boolean => {
    const [x, y] = [nets.netOf(a.plus), nets.netOf(b.plus)];
    return x !== undefined && y !== undefined && ways.some((inputs) => inputs.includes(x) && inputs.includes(y));
  };
  const inSeries = (a: PackAt, b: PackAt): boolean =>
    rig.cables.some((c) =>
      c.wires.some(
        (w) =>
          [w.from, w.to].some((at) => [a.plus, a.minus].some((pole) => samePin(at, pole))) &&
          [w.from, w.to].some((at) => [b.plus, b.minus].some((pole) => samePin(at, pole))) &&
          isSeriesWire(rig, w.from, w.to),
      ),
    );
  packs.forEach((a, i) =>
    packs.slice(0, i).forEach((b, k) => {
      if (nets.joined(a.plus, b.plus) || (sameVolts(a.pack, b.pack) && (feedOne(a, b) || inSeries(a, b))))
        joined.join(i, k);
    }),
  );
  return [...groupBy([...packs.keys()], (i) => joined.rootOf(i)).values()]
    .filter((some) => some.length > 1)
    .map((some) => some.map((i) => packs[i]!));
});

/** Parts whose packs are used up together with that of this one, itself among them; none where it works alone. */
export const packMates = (rig: Rig, part: string): ReadonlySet<string> =>
  new Set(
    packsTogether(rig)
      .filter((some) => some.some((p) => p.part.id === part))
      .flatMap((some) => some.map((p) => p.part.id)),
  );
