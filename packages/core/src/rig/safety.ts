import { drives } from '../parts/index.js';
import { partsWithSheets } from './look-up.js';
import type { Rig } from './rig.js';

/** Kinds of rig that are flown by a transmitter, whether or not their controller lies on this bench. */
const FLOWN: ReadonlySet<string> = new Set(['rotor', 'fixed wing', 'FPV']);
export const isFlown = (rig: Pick<Rig, 'kind'>): boolean => FLOWN.has(rig.kind);

/** The first line of every wake and every plan: nothing may turn, run or fall while it is proven. @source [practice] */
export function safeLine(rig: Rig): { text: string; note: string } {
  // a winch on a craft or a boat pulls no carriage
  const onLine = !isFlown(rig) && rig.kind !== 'hand-held or ground';
  if (onLine && partsWithSheets(rig).some(({ sheet }) => drives(sheet)))
    return { text: 'Line unloaded, carriage in hand', note: 'nobody under the line; both locks looked at twice' };
  const text = isFlown(rig) ? 'Props off' : 'Nothing in reach of what moves';
  return { text, note: 'until every step is proven' };
}
