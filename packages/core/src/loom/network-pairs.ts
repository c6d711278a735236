/** The two pairs of a network lead: straight or crossed, any two plugs of today sort that out by themselves. @source [mem] automatic crossing */
import type { Link, PinAt } from '../parts/index.js';
import type { Part } from '../rig/index.js';
import { Joined } from '../units/index.js';
import type { Nets } from './nets.js';

/** A link of a part. */
interface End {
  part: Pick<Part, 'id'>;
  link: Link;
}

/** Contacts of a network plug with both its pairs. */
const BOTH_PAIRS = 4;

const pinsOf = ({ link }: End): PinAt[] => [...(link.pins.data ? [link.pins.data] : []), ...(link.alsoPins ?? [])];

const netAt = (nets: Nets, { part }: End, at: PinAt): number | undefined => nets.netOf({ part: part.id, ...at });

/** Where a link of one wire is met: on the net of its pin; one of a network with all its contacts, on what any of them is joined to. */
export function placesOf<E extends End>(nets: Nets, ends: readonly E[]): (end: E) => number | undefined {
  const joined = new Joined();
  const wide = ends.filter((e) => e.link.kind === 'ethernet' && e.link.alsoPins?.length);
  for (const end of wide) {
    const [first, ...rest] = pinsOf(end).flatMap((at) => netAt(nets, end, at) ?? []);
    for (const net of rest) joined.join(first!, net);
  }
  return (end) => {
    const at = pinsOf(end).map((pin) => netAt(nets, end, pin));
    const net = wide.includes(end) ? at.find((n) => n !== undefined) : at[0];
    return net === undefined ? undefined : joined.rootOf(net);
  };
}

/** Both pairs of one plug are joined to those of the other, each to its like or each to the other one, and no wire of a pair to the other wire. */
export function isCrossedWhole(nets: Nets, a: End, b: End): boolean {
  const [own, other] = [pinsOf(a), pinsOf(b)];
  if (own.length !== BOTH_PAIRS || other.length !== BOTH_PAIRS) return false;
  return own.every((at, i) => {
    const net = netAt(nets, a, at);
    const far = other[(i + BOTH_PAIRS / 2) % BOTH_PAIRS]!;
    return net !== undefined && net === netAt(nets, b, far);
  });
}
