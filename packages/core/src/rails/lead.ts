/** What a supply lead between two plugs must be: its gauge, and the fuse that guards it. */
import { SMALL_MOHM, connectorOf, type Supply } from '../parts/index.js';
import { findPin, type PinRef, type Rig, type Wire } from '../rig/index.js';
import { PACK_LEAD_AWG, fuseFor, fuseUpTo, gaugeFor, wireMaxA } from './wire.js';

/** Volts a lead may lose at its peak. @source [practice] */
const DROP_V = 0.06;

const portFamily = (rig: Rig, at: PinRef): string => findPin(rig, at)!.port.plug.family;

/** Thickest wire that the plugs at two pins take, AWG; null where neither says. */
export function thickestFit(rig: Rig, ...pins: PinRef[]): number | null {
  const known = pins.flatMap((at) => connectorOf(portFamily(rig, at)).thickestAwg ?? []);
  return known.length ? Math.max(...known) : null;
}

/** What the plugs' contacts at both ends of a wire add to it, Ω. */
export const contactsOhm = (rig: Rig, { from, to, gaugeAwg }: Pick<Wire, 'from' | 'to' | 'gaugeAwg'>): number =>
  [from, to].reduce((ohm, at) => {
    const family = findPin(rig, at)?.port.plug.family;
    return family === undefined ? ohm : ohm + (connectorOf(family).contactMohm ?? sizedMohm(gaugeAwg)) / 1000;
  }, 0);

/** A contact loses so much at what its wire may carry, mV. @source [derived] most sizes of the table lose 11 to 33, a few up to 80 */
const CONTACT_MV = 20;

/** Resistance of a contact of which only the wire in it is known, mΩ: a thick wire sits in a large one. */
const sizedMohm = (gaugeAwg: number): number => Math.min(SMALL_MOHM, CONTACT_MV / wireMaxA(gaugeAwg));

/** What a supply asks for at its peak between two voltages, A: of so many watts most at the low one, through a resistance at the high one. */
export function mostA({ kind, peak }: Supply['draw'], [low, high]: readonly [number, number]): number {
  if (kind === 'power') return peak / low;
  if (kind === 'current') return peak;
  return kind === 'resistance' && peak > 0 ? high / peak : 0;
}

/** Gauge of a supply lead: what it carries asks for, the least of a pack lead, never thicker than its plugs take. */
export function leadGauge(rig: Rig, from: PinRef, to: PinRef, amps: number, lengthMm: number, atPack: boolean): number {
  const wanted = Math.min(gaugeFor(amps, lengthMm, DROP_V), atPack ? PACK_LEAD_AWG : 36);
  return Math.max(wanted, thickestFit(rig, from, to) ?? 0);
}

/** Current that a wire and the plugs at its ends carry, A. */
export function carriesA(rig: Rig, gaugeAwg: number, ...pins: PinRef[]): number {
  const plugs = pins.flatMap((at) => connectorOf(portFamily(rig, at)).maxA ?? []);
  return Math.min(wireMaxA(gaugeAwg), ...plugs);
}

/** Fuse for a lead: above its peak, never above what wire and plugs carry; null where none fits between. */
export function fuseOf(rig: Rig, gaugeAwg: number, peakA: number, ...pins: PinRef[]): number | null {
  const most = fuseUpTo(carriesA(rig, gaugeAwg, ...pins));
  return most === null || most < peakA ? null : Math.min(most, fuseFor(peakA));
}
