import { findPin, nextId, sheetOf, wiresAt, type Cable, type PinRef, type Rig, type Wire } from '../rig/index.js';
import { tieAt } from '../parts/index.js';
import { leadLength } from './lengths.js';
import { cableOf, portsCanJoin } from './pin-map.js';

/** A lead, new or one wire longer, that brings the volts of a source from a plug other than its own. */
export interface Tap {
  cable: Cable;
  /** Where it is taken. */
  plus: PinRef;
}

/** Thin, as a lead of its own would be begun; whoever takes it makes it as thick as its current asks. */
const AWG = 26;

/**
 * Leads that bring a supply the volts that stand beside signals on the plugs of another part: the wire that a lead between the two
 * lacks first; of a row of such plugs then from one that is free, then by a Y in the lead of one that is not. What such a plug's
 * signal says concerns nobody there.
 * @source [practice] a second receiver is fed from a spare servo plug, or by the plus of the Y lead it hears by
 */
export function tapsOf(rig: Rig, source: PinRef, to: { plus: PinRef; minus: PinRef }): Tap[] {
  if (wiresAt(rig, to.plus).length) return [];
  const places = onePins(rig, source).filter(({ part }) => part !== to.plus.part);
  const between = places.flatMap((plus): Tap[] => {
    const lead = rig.cables.find((c) => endsAt(c, plus) && endsAt(c, to.plus) && !c.locked);
    const hasReturn = wiresAt(rig, to.minus).length > 0;
    return lead && hasReturn
      ? [{ plus, cable: { ...lead, wires: [...lead.wires, wire(rig, plus, to.plus, 'red')] } }]
      : [];
  });
  // a plug that stands alone with its volts is made for one thing; several in a row are a rail
  const rail = new Set(places.map(({ port }) => port)).size > 1 ? places : [];
  const others = rail.flatMap((plus): Tap[] => {
    const [own, other] = [findPin(rig, plus)?.port, findPin(rig, to.plus)?.port];
    const ground = own?.pins.find((p) => p.line === 'ground');
    if (!own || !other || !ground || !portsCanJoin(own, other)) return [];
    const wires = [wire(rig, plus, to.plus, 'red'), wire(rig, { ...plus, pin: ground.n }, to.minus, 'black')];
    const [lead, ...more] = rig.cables.filter((c) => endsAt(c, plus));
    if (!lead) return [{ plus, cable: cableOf(nextId('C', rig.cables), wires) }];
    return more.length || lead.locked ? [] : [{ plus, cable: { ...lead, wires: [...lead.wires, ...wires] } }];
  });
  const isNew = ({ cable }: Tap): boolean => !rig.cables.some((c) => c.id === cable.id);
  return [...between, ...others.filter(isNew), ...others.filter((t) => !isNew(t))];
}

/** The rig with a tap in it. */
export const withTap = (rig: Rig, { cable }: Tap): Rig => ({
  ...rig,
  cables: rig.cables.some((c) => c.id === cable.id)
    ? rig.cables.map((c) => (c.id === cable.id ? cable : c))
    : [...rig.cables, cable],
});

const endsAt = ({ wires }: Cable, { part, port }: PinRef): boolean =>
  wires.some((w) => [w.from, w.to].some((at) => at.part === part && at.port === port));

/** A pin, and those that are one with it inside its part. */
export function onePins(rig: Rig, at: PinRef): PinRef[] {
  return (tieAt(sheetOf(rig, at.part), at) ?? [at]).map((p) => ({ part: at.part, port: p.port, pin: p.pin }));
}

function wire(rig: Rig, from: PinRef, to: PinRef, colour: string): Wire {
  return { from, to, colour, gaugeAwg: AWG, lengthMm: leadLength(rig, from.part, to.part).needMm };
}
