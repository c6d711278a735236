import { gatesOf } from '../channels/index.js';
import { nextId, partsWithSheets, type Edit, type Rig, type Wish } from '../rig/index.js';

/** A mode that is wished for because another wish works only in it. */
export interface GateWish {
  wish: Wish;
  /** The wish that stands on it. */
  under: string;
}

/**
 * Wishes that others stand on: what is wished and works only in a mode that nothing tells wants that mode told too. Only where one
 * part could do the wish; which of several does it is for the proposal to say.
 */
export function gateWishes(rig: Rig): GateWish[] {
  const all = partsWithSheets(rig);
  const wishes: Wish[] = [...rig.wishes];
  const gates: GateWish[] = [];
  for (const wish of rig.wishes) {
    const doing = all.flatMap(({ part, sheet }) =>
      wish.part === undefined || wish.part === part.id
        ? sheet.functions.filter((fn) => fn.what === wish.what).map((fn) => ({ part, sheet, fn }))
        : [],
    );
    const [only] = doing;
    if (!only || doing.length > 1) continue;
    for (const { fn, openUntold } of gatesOf(only.sheet, only.fn)) {
      const isWished = wishes.some((w) => w.what === fn.what && (w.part ?? only.part.id) === only.part.id);
      if (openUntold || isWished) continue;
      const gate: Wish = {
        ...{ id: nextId('W', wishes), what: fn.what, label: fn.label, part: only.part.id },
        ...{ by: wish.by, control: null, hand: 'either' },
      };
      wishes.push(gate);
      gates.push({ wish: gate, under: wish.id });
    }
  }
  return gates;
}

/** Those that are of use: a mode that stays open as well as what stands on it is not wished for. */
export const usefulGates = (gates: readonly GateWish[], open: ReadonlySet<string>): GateWish[] =>
  gates.filter(({ wish, under }) => !open.has(wish.id) || !open.has(under));

export const gateEdits = (gates: readonly GateWish[]): Edit[] => gates.map(({ wish }) => ({ kind: 'addWish', wish }));
