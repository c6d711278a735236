import { connectorOf } from '../../parts/index.js';
import { findCable, findPin, labelOf, portLabel } from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A plug's contact that carries more than its family may, with everything at its peak. */
export const connectorOverloadedRule: Rule = ({ rig, flat }) => {
  const through = new Map<string, { amps: number; part: string; port: string; cables: Set<string> }>();
  for (const { cable, wire, amps } of flat.wires) {
    const { from, to } = findCable(rig, cable)!.wires[wire]!;
    for (const at of [from, to]) {
      const key = `${at.part}.${at.port}.${at.pin}`;
      const known = through.get(key) ?? { amps: 0, part: at.part, port: at.port, cables: new Set<string>() };
      known.amps += Math.abs(amps);
      known.cables.add(cable);
      through.set(key, known);
    }
  }
  const worst = new Map<string, RuleResult>();
  for (const [key, { amps, part, port, cables }] of through) {
    const [, , pin] = key.split('.');
    const family = findPin(rig, { part, port, pin: Number(pin) })!.port.plug.family;
    const { maxA } = connectorOf(family);
    if (maxA === null || amps <= maxA || worst.has(`${part}.${port}`)) continue;
    worst.set(`${part}.${port}`, {
      rule: 'connector-overloaded',
      mark: 'watch',
      station: 'rails',
      subjects: [part, ...cables],
      figures: [
        { name: 'part', value: labelOf(rig, part) },
        { name: 'port', value: portLabel(rig, { part, port }) },
        { name: 'family', value: family },
        { name: 'amps', value: roundTo(amps, 2), unit: 'A', source: 'network solve' },
        { name: 'may carry', value: maxA, unit: 'A', source: '[practice] usual rating of the size' },
      ],
      fixes: () => [],
    });
  }
  return [...worst.values()];
};
