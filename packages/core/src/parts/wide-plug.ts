/** A plug of many contacts that somebody wrote as a serial pair: one first contact, and all the others with it. */
import type { Link, PinAt, Sheet } from './sheet.js';

/** What goes by all contacts of its plug at once: sending and hearing are no two wires that each do something alone. */
const WIDE: ReadonlySet<Link['kind']> = new Set(['ethernet', 'usb', 'can', 'hdmi', 'ribbon']);

/** The link with all its contacts behind the first one, each pair of wires together; one that is no such pair as it is. */
export function asWidePlug(sheet: Sheet, link: Link): Link {
  const { data, send, hear } = link.pins;
  const first = send ?? hear;
  if (data !== undefined || first === undefined || !WIDE.has(link.kind)) return link;
  const also = link.alsoPins ?? [];
  const own = send && also.find((at) => isPairedWith(sheet, at, send));
  const rest = [own, send ? hear : undefined, ...also.filter((at) => at !== own)];
  return { ...link, pins: { data: first }, alsoPins: rest.filter((at) => at !== undefined) };
}

/** Two contacts that are called alike but for the sign. */
const isPairedWith = (sheet: Sheet, a: PinAt, b: PinAt): boolean =>
  withoutSign(labelOf(sheet, a)) === withoutSign(labelOf(sheet, b));
const withoutSign = (label: string): string => label.replace(/[+\-−–]|[ _]?[PN]$/g, '').trim();
const labelOf = (sheet: Sheet, { port, pin }: PinAt): string =>
  sheet.ports.find((p) => p.id === port)?.pins.find((p) => p.n === pin)?.label ?? `${pin}`;
