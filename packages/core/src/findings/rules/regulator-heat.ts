import { sheetOf } from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { moveFixes } from './supply-parts.js';

/** Heat a small linear regulator gets rid of without a sink, where its sheet does not say, W. @source [practice] 1–2 W */
const HEAT_W = 1.5;

/** A linear regulator that turns more into heat than it gets rid of, at a full pack. */
export const regulatorHeatRule: Rule = (context) =>
  context.full.nodes.flatMap((node): RuleResult[] => {
    const source = sheetOf(context.rig, node.part).sources.find((s) => s.id === node.terminal);
    if (node.allowed || source?.kind !== 'linear' || !source.regulator) return [];
    const input = context.full.nodes.find((n) => n.part === node.part && n.terminal === source.regulator!.fedBy);
    const peak = context.flat.nodes.find((n) => n.part === node.part && n.terminal === node.terminal)!;
    const stands = source.regulator.heatW ?? HEAT_W;
    const heatW = input ? (input.volts - node.volts) * Math.max(node.amps, peak.amps) : 0;
    if (heatW <= stands) return [];
    const loads = context.full.nodes.filter((n) => n.allowed && n.fedBy === node.part);
    return [
      {
        rule: 'regulator-heat',
        mark: 'stop',
        station: 'rails',
        subjects: [node.part, ...loads.map((n) => n.part)],
        figures: [
          { name: 'part', value: node.part },
          { name: 'in', value: roundTo(input!.volts, 2), unit: 'V', source: 'network solve' },
          { name: 'out', value: roundTo(node.volts, 2), unit: 'V', source: 'network solve' },
          { name: 'amps', value: roundTo(Math.max(node.amps, peak.amps), 2), unit: 'A', source: 'network solve' },
          { name: 'heat', value: roundTo(heatW, 1), unit: 'W', source: '[derived] volts lost times current' },
          { name: 'stands', value: stands, unit: 'W', source: source.regulator.heatW ? 'part sheet' : '[practice]' },
        ],
        fixes: () => (loads.length === 1 ? moveFixes(context, loads[0]!) : []),
      },
    ];
  });
