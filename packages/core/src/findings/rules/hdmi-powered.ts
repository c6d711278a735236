import type { Rule, RuleResult } from '../finding.js';
import { bandFigures, leadFixes } from './supply-parts.js';
import { mostA } from '../../rails/index.js';
import { roundTo, valueIn } from '../../units/index.js';

/** Least current an HDMI source must give on its 5 V pin, A. @source [std HDMI 1.4, mem] at least 55 mA, no more is asked */
const HDMI_A = 0.055;

/** A converter with a picture lead and no supply of its own: it lights, dies, lights again. @source [practice] */
export const hdmiPoweredRule: Rule = (context) =>
  context.full.nodes.flatMap((node): RuleResult[] => {
    if (!node.allowed || node.fedBy !== null) return [];
    const hears = context.conversations.some(
      (c) => c.kind === 'hdmi' && c.listener.part.id === node.part && c.listener.sheet.pictures.length > 0,
    );
    if (!hears) return [];
    const supply = valueIn(context.rig.sheets, context.rig.parts.find((p) => p.id === node.part)!.class)!.supplies.find(
      (s) => s.id === node.terminal,
    )!;
    return [
      {
        rule: 'hdmi-powered',
        mark: 'stop',
        station: 'loom',
        alsoAt: ['rails'],
        subjects: [node.part],
        figures: [
          ...bandFigures(context.rig, node),
          {
            name: 'wants',
            value: roundTo(mostA(supply.draw, supply.volts), 2),
            unit: 'A',
            source: 'part sheet',
          },
          { name: 'socket gives', value: HDMI_A, unit: 'A', source: '[std HDMI 1.4, mem]' },
        ],
        fixes: () => leadFixes(context, node),
      },
    ];
  });
