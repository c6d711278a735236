import type { PartFunction } from '../../src/parts/index.js';
import type { Rig } from '../../src/rig/index.js';

/** The same rig with every function of one kind on its sheets said otherwise. */
export const otherFunctions = (rig: Rig, what: PartFunction['what'], change: Partial<PartFunction>): Rig => ({
  ...rig,
  sheets: Object.fromEntries(
    Object.entries(rig.sheets).map(([cls, sheet]) => [
      cls,
      { ...sheet, functions: sheet.functions.map((f) => (f.what === what ? { ...f, ...change } : f)) },
    ]),
  ),
});
