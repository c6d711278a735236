import { gatesOf } from '../channels/index.js';
import { nextId, partsWithSheets, type Edit, type Rig, type Wish } from '../rig/index.js';

/**
 * Wishes that others stand on: what is wished and works only in a mode that nothing tells wants that mode told too. Only where one
 * part could do the wish; which of several does it is for the proposal to say.
 */
export function gateWishes(rig: Rig): Edit[] {
  const all = partsWithSheets(rig);
  const wishes: Wish[] = [...rig.wishes];
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
      wishes.push({
        ...{ id: nextId('W', wishes), what: fn.what, label: fn.label, part: only.part.id },
        ...{ by: wish.by, control: null, hand: 'either' },
      });
    }
  }
  return wishes.slice(rig.wishes.length).map((wish) => ({ kind: 'addWish', wish }));
}
