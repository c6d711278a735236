import { isPack, regulates, turns, type Sheet, type Supply } from '../parts/index.js';
import { carryOut, labelOf, partsThat, samePin, sheetOf, type Edit, type PinRef, type Rig } from '../rig/index.js';
import { atPeak, rigNetwork } from './rig-network.js';
import { partVolts, solveRigNetwork } from './solve-rails.js';

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
  /** What the gimbal hangs on, as people call it. */
  from: string;
  /** How far its volts move when everything on the bench goes from usual to its peak and back, half charged, V. */
  rippleV: number;
  /** Turned into heat in all regulators at a full pack, W. */
  heatW: number;
  /** What hangs on the same outlet, and goes dark with it. */
  shares: string[];
}

/** Of the middle of a run. */
const HALF = 0.5;

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
    const rewired = edits.length ? carryOut(rig, edits).rig : rig;
    return {
      value,
      edits: edits.length ? [...edits, { kind: 'school', choice: { gimbalFeed: value } }] : [],
      ...figuresOf(rewired, gimbal.part.id, supply),
    };
  });
}

function figuresOf(rig: Rig, gimbal: string, { id, volts }: Supply): Omit<FeedChoice, 'value' | 'edits'> {
  const network = rigNetwork(rig);
  const [fullV, flatV] = partVolts(network, gimbal, [1, 0]) as [number, number];
  const [usualV] = partVolts(network, gimbal, [HALF]) as [number];
  const [peakV] = partVolts(atPeak(network), gimbal, [HALF]) as [number];
  const { nodes, lostW } = solveRigNetwork(network, 1);
  const fedBy = nodes.find((n) => n.part === gimbal && n.terminal === id)?.fedBy ?? null;
  const beside = nodes.filter((n) => n.fedBy !== null && n.fedBy === fedBy && n.part !== gimbal).map((n) => n.part);
  return {
    ...{ fullV, flatV, rippleV: Math.abs(usualV - peakV), heatW: lostW.regulators },
    fits: Math.max(fullV, flatV) <= volts[1] && Math.min(fullV, flatV) >= volts[0],
    from: fedBy === null ? 'nothing' : labelOf(rig, fedBy),
    shares: [...new Set(beside)].map((part) => labelOf(rig, part)),
  };
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
