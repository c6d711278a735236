import { GAUGES, thickestFit, wireMaxA } from '../../rails/index.js';
import { findCable, type Edit } from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

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
    const wanted = GAUGES.find((g) => wireMaxA(g) >= amps && g >= fits);
    const edits = over
      .filter((w) => w.cable === id)
      .map((w): Edit => ({ kind: 'setWire', cable: id, wire: w.wire, gaugeAwg: wanted ?? 10 }));
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
      fixes: wanted === undefined ? [] : [{ label: `Use ${wanted} AWG`, edits }],
    };
  });
};
