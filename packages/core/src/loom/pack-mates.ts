/** Packs that are used up together: side by side, one on top of the other, or each at a socket of one part. */
import type { PinAt, Source } from '../parts/index.js';
import {
  oncePerSlices,
  partsWithSheets,
  pinKey,
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
  const onNet = groupBy([...packs.keys()], (i) => nets.netOf(packs[i]!.plus));
  const join = (some: readonly number[], alike: boolean): void =>
    some.forEach((i, k) => {
      const first = some.slice(0, k).find((j) => !alike || sameVolts(packs[i]!.pack, packs[j]!.pack));
      if (first !== undefined) joined.join(i, first);
    });
  for (const [net, side] of onNet) if (net !== undefined) join(side, false);
  for (const { part, sheet } of partsWithSheets(rig)) {
    const inputs = new Set(sheet.supplies.map((s) => nets.netOf({ part: part.id, ...s.plus })));
    if (inputs.size > 1)
      join(
        [...inputs].flatMap((net) => (net === undefined ? [] : (onNet.get(net) ?? []))),
        true,
      );
  }
  const placeOf = new Map(packs.flatMap((p, i) => [p.plus, p.minus].map((pole) => [pinKey(pole), i] as const)));
  for (const { from, to } of rig.cables.flatMap((c) => c.wires)) {
    const [i, k] = [placeOf.get(pinKey(from)), placeOf.get(pinKey(to))];
    if (i !== undefined && k !== undefined && isSeriesWire(rig, from, to)) join([i, k], true);
  }
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
