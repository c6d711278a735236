import { inlineText, labelOf, type Merge, type PinRef, type Rig } from '../rig/index.js';

/** Fewest ways of a plug that several leads are merged into. @source [practice] six or more */
const FEWEST_WAYS = 6;

/** One way of a merged plug. */
export interface MergedPin {
  /** Number of the contact, from 1. */
  n: number;
  /** Null for the way that is blocked, so that the plug goes in one way only. */
  wire: { cable: string; from: string; to: string; colour: string; gaugeAwg: number; note: string } | null;
}

/** A plug as made: contact by contact, leads that share it merged. */
export interface MergedPlug {
  id: string;
  label: string;
  cables: string[];
  pins: MergedPin[];
}

/**
 * Pin plan of a merged plug: supplies first, then grounds, then signals, so that what could do harm sits together; the way
 * after the first is blocked as the key, and ways are added up to an even number.
 */
export function mergedPlug(rig: Rig, merge: Merge): MergedPlug {
  const wires = rig.cables
    .filter((c) => merge.cables.includes(c.id))
    .flatMap((c) => c.wires.map((w) => ({ cable: c.id, wire: w })))
    .sort((a, b) => rank(a.wire.colour) - rank(b.wire.colour));
  const ways = Math.max(FEWEST_WAYS, Math.ceil((wires.length + 1) / 2) * 2);
  const pins = Array.from({ length: ways }, (_, i): MergedPin => {
    const at = i === 0 ? 0 : i - 1;
    const own = i === 1 ? undefined : wires[at];
    return { n: i + 1, wire: own ? { cable: own.cable, ...lineText(rig, own.wire) } : null };
  });
  return { id: merge.id, label: merge.label, cables: merge.cables, pins };
}

const rank = (colour: string): number => (colour === 'red' ? 0 : colour === 'black' ? 1 : 2);

function lineText(rig: Rig, wire: Rig['cables'][number]['wires'][number]) {
  const end = (at: PinRef): string => `${labelOf(rig, at.part)} ${at.port} ${at.pin}`;
  return {
    from: end(wire.from),
    to: end(wire.to),
    colour: wire.colour,
    gaugeAwg: wire.gaugeAwg,
    note: wire.inline ? inlineText(wire.inline) : '',
  };
}
