/** Which way a wire of a lead is drawn says nothing: its ends are told by the part they lie at. */
import type { PinRef, Wire } from './rig.js';

/** One of the two ends of a wire, as it is drawn. */
export type WireEnd = 'from' | 'to';
export const WIRE_ENDS = ['to', 'from'] as const;

/** The end of a wire that lies at a part. */
export const endAt = (wire: Wire, part: string): WireEnd | undefined =>
  WIRE_ENDS.find((end) => wire[end].part === part);

/**
 * The ends of two wires that lie at one part: the far one of the first, else its near one.
 * @param at whether that part will do
 */
export function endsTogether(a: Wire, b: Wire, at?: (pin: PinRef) => boolean): [WireEnd, WireEnd] | undefined {
  for (const end of WIRE_ENDS) {
    const other = endAt(b, a[end].part);
    if (other && (!at || at(a[end]))) return [end, other];
  }
  return undefined;
}
