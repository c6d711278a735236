import { sheetProblems } from '../parts/index.js';
import { BODY_AXES, inFull } from '../parts/schemas.js';
import type { Rig } from '../rig/index.js';
import { valueIn } from '../units/index.js';

/**
 * A rig with what its sheets and wishes leave unsaid. What is refused is judged as it is meant: a radio that says "both" hears. A sheet
 * that contradicts itself stays as it is, to be told. Flying is not wished for: the roll of a wish is that of a body that turns.
 */
export function rigInFull(rig: Rig): Rig {
  const sheets = Object.fromEntries(
    Object.entries(rig.sheets).map(([cls, sheet]) => [cls, sheetProblems(sheet).length ? sheet : inFull(sheet)]),
  ) as Rig['sheets'];
  const does = (what: string | undefined, part: string | undefined): boolean =>
    rig.parts.some(
      (p) =>
        (part === undefined || p.id === part) && valueIn(sheets, p.class)?.functions.some((fn) => fn.what === what),
    );
  const wishes = rig.wishes.map((w) => {
    const what = BODY_AXES[w.what];
    return what && does(what, w.part) ? { ...w, what } : w;
  });
  return { ...rig, sheets, wishes };
}
