import { GAUGES, thickestFit, wireMaxA } from '../../rails/index.js';
import { findCable, type Cable, type Edit } from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A thicker wire loses less, and what is regulated down the line then draws somewhat more. */
const RISES = 1.15;

/** A wire that carries more than its gauge may, at a flat pack and everything at its peak. */
export const wireOverloadedRule: Rule = ({ rig, flat }) => {
  const over = flat.wires.filter((w) => Math.abs(w.amps) > wireMaxA(findCable(rig, w.cable)!.wires[w.wire]!.gaugeAwg));
  return [...new Set(over.map((w) => w.cable))].map((id): RuleResult => {
    const amps = Math.max(...over.filter((w) => w.cable === id).map((w) => Math.abs(w.amps)));
    const cable = findCable(rig, id)!;
    const gauge = Math.max(...over.filter((w) => w.cable === id).map((w) => cable.wires[w.wire]!.gaugeAwg));
    const fits = Math.max(
      10,
      ...over
        .filter((w) => w.cable === id)
        .map((w) => thickestFit(rig, cable.wires[w.wire]!.from, cable.wires[w.wire]!.to) ?? 10),
    );
    const wanted = GAUGES.find((g) => wireMaxA(g) >= amps * RISES && g >= fits);
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
      fixes: () =>
        wanted === undefined ? [] : [{ label: `Use ${wanted} AWG`, edits: thickened(cable, wanted, amps) }],
    };
  });
};

/** Every wire of the lead that is too thin for what its worst one carries. */
const thickened = (cable: Cable, gaugeAwg: number, amps: number): Edit[] =>
  cable.wires.flatMap((w, wire) =>
    wireMaxA(w.gaugeAwg) < amps && w.gaugeAwg > gaugeAwg ? [{ kind: 'setWire', cable: cable.id, wire, gaugeAwg }] : [],
  );
