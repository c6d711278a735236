import { drives } from '../parts/index.js';
import { RIG_KINDS } from './kinds.js';
import { partsWithSheets } from './look-up.js';
import type { Rig } from './rig.js';

/** Kinds of rig that are flown by a transmitter, whether or not their controller lies on this bench. */
const FLOWN: ReadonlySet<string> = new Set(['rotor', 'fixed wing', 'FPV']);
export const isFlown = (rig: Pick<Rig, 'kind'>): boolean => FLOWN.has(rig.kind);

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
  if (RIG_KINDS.some(({ kind }) => kind === rig.kind)) return false;
  return driven.some(({ sheet }) => sheet.functions.some((f) => OF_A_CARRIAGE.has(f.what)));
}
