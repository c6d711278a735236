import { isPair, isOtherSpeed, portsCanJoin, type LinkEnd } from '../loom/index.js';
import { LINK_WORDS, type Pin, type PinAt } from '../parts/index.js';
import { num } from '../units/index.js';
import type { ClassEnd, Unit } from './bench-view.js';
import { portOf } from './outlets.js';

/** What keeps two links from being joined by a lead, in words when they are asked for; null when nothing does. */
export function barred(a: Unit, b: Unit, talker: ClassEnd, listener: ClassEnd): (() => string) | null {
  const [from, to] = [portOf(a.sheet, a.port), portOf(b.sheet, b.port)];
  if (!portsCanJoin(from, to))
    return () =>
      `no lead joins ${a.part.label} ${from.label} (${from.plug.family}) to ${b.part.label} ${to.label} (${to.plug.family})`;
  return (
    otherWires(talker.end, listener.end) ??
    otherSpeed(talker.end, listener.end) ??
    tooHigh(talker.end, listener.end) ??
    unsuited(a, listener.end, b.part.label) ??
    unsuited(b, talker.end, a.part.label)
  );
}

/** A picture over two wires that are each other's return, and one over a wire and a ground, meet through a box alone. */
function otherWires(a: LinkEnd, b: LinkEnd): (() => string) | null {
  if (a.link.kind !== 'composite' || b.link.kind !== 'composite' || isPair(a) === isPair(b)) return null;
  const [pair, single] = isPair(a) ? [a, b] : [b, a];
  return () =>
    `${pair.part.label} has its picture on a pair of wires, and ${single.part.label} on one wire and its ground`;
}

/** Why two ends that nobody tells a speed do not understand each other; null when they do. */
function otherSpeed(a: LinkEnd, b: LinkEnd): (() => string) | null {
  if (a.link.kind !== b.link.kind || !isOtherSpeed(a, b)) return null;
  return () =>
    `${a.part.label} speaks ${LINK_WORDS[a.link.kind]} at ${a.link.params.baud} baud, and ${b.part.label} at ${b.link.params.baud}`;
}

/** High levels a talker drives must be stood by the listener, both ways for a pair. */
function tooHigh(talker: LinkEnd, listener: LinkEnd): (() => string) | null {
  const [a, b] = [talker.link.pins, listener.link.pins];
  return over(talker, a.data ?? a.send, listener, b.data ?? b.hear) ?? over(listener, b.send, talker, a.hear);
}

function over(from: LinkEnd, at: PinAt | undefined, to: LinkEnd, into: PinAt | undefined): (() => string) | null {
  const [driven, stood] = [pinAt(from, at)?.levelV, pinAt(to, into)?.toleratesV];
  if (driven === undefined || stood === undefined || driven <= stood) return null;
  return () => `${from.part.label} drives ${num(driven)} V into ${to.part.label}, which stands ${num(stood)} V`;
}

const pinAt = ({ sheet }: LinkEnd, at: PinAt | undefined): Pin | undefined =>
  at && sheet.ports.find((p) => p.id === at.port)?.pins.find((p) => p.n === at.pin);

/** Fast enough, both ways where the device needs it, with a timer for key ladders; else why not. */
function unsuited({ resource, part }: Unit, other: LinkEnd, device: string): (() => string) | null {
  if (!resource) return null;
  const { baud, seriesOhm } = other.link.params;
  const where = (): string => `${part.label} ${resource.label}`;
  if (resource.kind === 'pad')
    return resource.timer || !seriesOhm ? null : () => `${where()} has no timer, and ${device} is told by a key ladder`;
  if (resource.highestBaud !== undefined && baud !== undefined && baud > resource.highestBaud)
    return () => `${where()} goes to ${resource.highestBaud} baud, and ${device} wants ${baud}`;
  return resource.receiveOnly && other.link.way === 'both'
    ? () => `${where()} only hears, and ${device} must be told`
    : null;
}
