/** Lines of several wires: where their plugs meet, and what of them may be changed over. */
import type { Link, LinkKind, PinAt, Sheet } from '../parts/index.js';
import type { Part } from '../rig/index.js';
import { Joined } from '../units/index.js';
import type { Nets } from './nets.js';

/** A link of a part. */
interface End {
  part: Pick<Part, 'id'>;
  sheet: Sheet;
  link: Link;
}

/** Kinds whose wires may be joined to the wrong ones of their like: they meet then, and say nothing. */
const OF_SEVERAL: ReadonlySet<LinkKind> = new Set(['ethernet', 'can', 'usb']);

/** Contacts of a network plug with both its pairs, and of one whose sheet has a contact a pair. */
const BOTH_PAIRS: ReadonlySet<number> = new Set([2, 4]);

const pinsOf = ({ link }: End): PinAt[] => [...(link.pins.data ? [link.pins.data] : []), ...(link.alsoPins ?? [])];

const netAt = (nets: Nets, { part }: End, at: PinAt): number | undefined => nets.netOf({ part: part.id, ...at });

const isSignal = ({ sheet }: End, { port, pin }: PinAt): boolean =>
  sheet.ports.find((p) => p.id === port)?.pins.find((p) => p.n === pin)?.line === 'signal';

/** Where a link of one wire is met: on the net of its pin; one of several wires, on what any of them is joined to. */
export function placesOf<E extends End>(nets: Nets, ends: readonly E[]): (end: E) => number | undefined {
  const joined = new Joined();
  const netsOf = (end: E): number[] =>
    pinsOf(end).flatMap((at) => (isSignal(end, at) ? (netAt(nets, end, at) ?? []) : []));
  const wide = new Set(ends.filter((e) => OF_SEVERAL.has(e.link.kind) && e.link.alsoPins?.length));
  for (const end of wide) {
    const [first, ...rest] = netsOf(end);
    for (const net of rest) joined.join(first!, net);
  }
  return (end) => {
    const net = wide.has(end) ? netsOf(end)[0] : netAt(nets, end, end.link.pins.data!);
    return net === undefined ? undefined : joined.rootOf(net);
  };
}

/**
 * Both pairs of one network plug are joined to those of the other, each to its like or each to the other one, and no wire of a pair to
 * the other wire: any two plugs of today sort that out by themselves. @source [mem] automatic crossing
 */
export function isCrossedWhole(nets: Nets, a: End, b: End): boolean {
  const [own, other] = [pinsOf(a), pinsOf(b)];
  if (a.link.kind !== 'ethernet' || own.length !== other.length || !BOTH_PAIRS.has(own.length)) return false;
  return own.every((at, i) => {
    const net = netAt(nets, a, at);
    const far = other[(i + own.length / 2) % own.length]!;
    return net !== undefined && net === netAt(nets, b, far);
  });
}
