import { isPack, regulates, turns, type Sheet } from '../parts/index.js';
import { applyEdits, partsThat, samePin, sheetOf, type Edit, type PinRef, type Rig } from '../rig/index.js';
import { rigNetwork } from './rig-network.js';
import { partVolts } from './solve-rails.js';

/** One side of the question whether a wide-input gimbal is fed from the pack or from a steady regulator. */
export interface FeedChoice {
  value: Rig['schools']['gimbalFeed'];
  /** Edits that carry it out; empty when the wiring is so already. */
  edits: Edit[];
  /** Volts at the gimbal from a full pack to a flat one. */
  fullV: number;
  flatV: number;
  /** Inside what the gimbal takes, at both ends. */
  fits: boolean;
}

/** Both sides with their figures, for the first gimbal that has a supply lead; none without pack, regulator and lead. */
export function feedChoices(rig: Rig): FeedChoice[] {
  const gimbal = partsThat(rig, turns)[0];
  const supply = gimbal?.sheet.supplies[0];
  if (!gimbal || !supply) return [];
  const at = { plus: { part: gimbal.part.id, ...supply.plus }, minus: { part: gimbal.part.id, ...supply.minus } };
  const cable = rig.cables.find((c) => c.wires.some((w) => samePin(w.to, at.plus) || samePin(w.from, at.plus)));
  const outlets = { pack: outletOf(rig, isPack, supply.volts), steady: outletOf(rig, regulates, supply.volts) };
  if (!cable || !outlets.pack || !outlets.steady) return [];
  return (['pack', 'steady'] as const).map((value) => {
    const edits = cable.wires.flatMap((wire, index): Edit[] => {
      const near = samePin(wire.to, at.plus) || samePin(wire.to, at.minus) ? 'to' : 'from';
      const far = near === 'to' ? 'from' : 'to';
      const pin = samePin(wire[near], at.plus) ? outlets[value]!.plus : outlets[value]!.minus;
      return samePin(wire[far], pin) ? [] : [{ kind: 'moveEnd', cable: cable.id, wire: index, end: far, pin }];
    });
    const rewired = rigNetwork(edits.length ? applyEdits(rig, edits).rig : rig);
    const [fullV, flatV] = partVolts(rewired, gimbal.part.id, [1, 0]) as [number, number];
    const fits = Math.max(fullV, flatV) <= supply.volts[1] && Math.min(fullV, flatV) >= supply.volts[0];
    return {
      value,
      edits: edits.length ? [...edits, { kind: 'school', choice: { gimbalFeed: value } }] : [],
      fullV,
      flatV,
      fits,
    };
  });
}

function outletOf(
  rig: Rig,
  gives: (sheet: Sheet) => boolean,
  band: readonly [number, number],
): { plus: PinRef; minus: PinRef } | null {
  for (const { part } of partsThat(rig, gives)) {
    for (const source of sheetOf(rig, part.id).sources) {
      const volts = source.regulator?.volts;
      if (volts !== undefined && (volts < band[0] || volts > band[1])) continue;
      return { plus: { part: part.id, ...source.plus }, minus: { part: part.id, ...source.minus } };
    }
  }
  return null;
}
