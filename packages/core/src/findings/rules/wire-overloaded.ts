import { GAUGES, thickestFit, wireMaxA, type Rails } from '../../rails/index.js';
import { findCable, type Cable, type Edit, type Rig } from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { flatAfter, currentWith } from './after-edits.js';

/** A wire that carries more than its gauge may, at a flat pack and everything at its peak. */
export const wireOverloadedRule: Rule = ({ rig, flat }) => {
  const over = flat.wires.filter((w) => Math.abs(w.amps) > wireMaxA(findCable(rig, w.cable)!.wires[w.wire]!.gaugeAwg));
  return [...new Set(over.map((w) => w.cable))].map((id): RuleResult => {
    const amps = Math.max(...over.filter((w) => w.cable === id).map((w) => Math.abs(w.amps)));
    const cable = findCable(rig, id)!;
    const gauge = Math.max(...over.filter((w) => w.cable === id).map((w) => cable.wires[w.wire]!.gaugeAwg));
    return {
      rule: 'wire-overloaded',
      mark: 'stop',
      station: 'rails',
      subjects: [id],
      figures: [
        { name: 'cable', value: id },
        { name: 'amps', value: roundTo(amps, 2), unit: 'A', source: 'network solve' },
        { name: 'gauge', value: gauge, unit: 'AWG' },
        { name: 'may carry', value: wireMaxA(gauge), unit: 'A', source: '[mem] table of chassis wiring' },
      ],
      fixes: () => thickEnough(rig, flat, cable, amps),
    };
  });
};

/**
 * The thinnest gauge that carries what then flows, as far as the plugs take it. A thicker wire loses less, and what was starved
 * behind it draws more: so it is tried on the network.
 */
function thickEnough(rig: Rig, flat: Rails, cable: Cable, amps: number): Fix[] {
  const fits = Math.max(...cable.wires.map((w) => thickestFit(rig, w.from, w.to) ?? GAUGES.at(-1)!));
  for (const gaugeAwg of GAUGES) {
    if (wireMaxA(gaugeAwg) < amps || gaugeAwg < fits) continue;
    const edits = thickened(cable, gaugeAwg, amps);
    const carried = flatAfter(rig, edits)
      .wires.filter((w) => w.cable === cable.id)
      .every((w) => Math.abs(w.amps) <= wireMaxA(Math.min(gaugeAwg, cable.wires[w.wire]!.gaugeAwg)));
    if (carried) return [currentWith(rig, flat, `Use ${gaugeAwg} AWG`, edits)];
  }
  return [];
}

/** Every wire of the lead that is thinner, where one is too thin for what its worst one carries. */
const thickened = (cable: Cable, gaugeAwg: number, amps: number): Edit[] =>
  cable.wires.flatMap((w, wire) =>
    wireMaxA(w.gaugeAwg) < amps && w.gaugeAwg > gaugeAwg ? [{ kind: 'setWire', cable: cable.id, wire, gaugeAwg }] : [],
  );
