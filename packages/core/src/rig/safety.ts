import { drives, flies } from '../parts/index.js';
import { RIG_KINDS } from './kinds.js';
import { partsWithSheets } from './look-up.js';
import { oncePerRig } from './per-rig.js';
import type { Rig } from './rig.js';

/** Kinds of rig that are flown by a transmitter, whether or not their controller lies on this bench. */
const FLOWN: ReadonlySet<string> = new Set(['rotor', 'fixed wing', 'FPV']);

/** What people call a craft, and what stays on the ground or the water. */
const CALLED_A_CRAFT = /rotor|copter|quad|drone|plane|wing|glider|vtol|craft|fpv|airship/i;
const CALLED_OTHERWISE =
  /hover|water|\brov|\bsub|boat|\bcars?\b|ground|hand|mast|jib|crane|robot|carriage|\bline\b|cable|rope/i;

/**
 * It flies: by the kind of the rig; where somebody calls it otherwise than we do, by that word, and where the word says nothing, by a
 * controller that flies on the bench.
 */
export const isFlown = oncePerRig((rig): boolean => {
  const { kind } = rig;
  if (RIG_KINDS.includes(kind)) return FLOWN.has(kind);
  if (CALLED_OTHERWISE.test(kind)) return false;
  return CALLED_A_CRAFT.test(kind) || partsWithSheets(rig).some(({ sheet }) => flies(sheet));
});

/**
 * The first line of every wake and every plan: nothing may turn, run or fall while it is proven. @source [practice]
 * A kind that somebody calls otherwise than we do is a carriage where it is called after a line, or what drives has end stops or a brake.
 */
export function safeLine(rig: Rig): { text: string; note: string } {
  if (isCarriage(rig))
    return { text: 'Line unloaded, carriage in hand', note: 'nobody under the line; both locks looked at twice' };
  const text = isFlown(rig) ? 'Props off' : 'Nothing in reach of what moves';
  return { text, note: 'until every step is proven' };
}

const CALLED_A_CARRIAGE = /carriage|\bline\b|cable|rope/i;
const OF_A_CARRIAGE: ReadonlySet<string> = new Set(['end-stop', 'brake']);

/** A carriage on a line lies on the bench, by the kind of the rig or by what its drive does. */
export function isCarriage(rig: Rig): boolean {
  const driven = partsWithSheets(rig).filter(({ sheet }) => drives(sheet));
  if (CALLED_A_CARRIAGE.test(rig.kind)) return driven.length > 0;
  if (RIG_KINDS.includes(rig.kind)) return false;
  return driven.some(({ sheet }) => sheet.functions.some((f) => OF_A_CARRIAGE.has(f.what)));
}
