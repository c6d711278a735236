import { forward, restPositions } from '../../channels/index.js';
import { isWindowed } from '../../parts/index.js';
import { roundTo } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A middle position nearer than this to the edge of its window is worth a look, µs. @source [practice] */
const THIN_US = 10;

/** Middle positions that fall outside every window, or only just inside one. */
export const windowRule: Rule = ({ chains }) =>
  chains.flatMap((chain): RuleResult[] => {
    if (
      !isWindowed(chain.fn) ||
      chain.fn.takes === 'pulse' ||
      !chain.control ||
      !restPositions(chain.control.kind).includes(0) ||
      chain.control.kind !== 'switch3'
    )
      return [];
    const at = forward(chain, 0);
    const window = chain.fn.windows!.find((w) => at && 'window' in at.demand && w.label === at.demand.window);
    const middle = [...chain.fn.windows!].sort((a, b) => a.fromUs - b.fromUs)[1];
    if (!at || !middle) return [];
    const spare = window ? Math.min(at.seenUs - window.fromUs, window.toUs - at.seenUs) : -1;
    if (spare >= THIN_US) return [];
    const trim = Math.round((middle.fromUs + middle.toUs) / 2 - at.seenUs);
    return [
      {
        rule: window ? 'window-thin' : 'window-missed',
        mark: 'watch',
        station: 'channels',
        subjects: [chain.part.id],
        figures: [
          { name: 'control', value: chain.control.label },
          { name: 'part', value: chain.part.id },
          { name: 'window', value: middle.label },
          { name: 'sent', value: roundTo(at.seenUs, 1), unit: 'µs' },
          { name: 'from', value: middle.fromUs, unit: 'µs', source: 'part sheet' },
          { name: 'to', value: middle.toUs, unit: 'µs', source: 'part sheet' },
          { name: 'spare', value: Math.max(0, roundTo(spare, 1)), unit: 'µs' },
        ],
        fixes: [
          {
            label: `Trim to ${Math.round(at.seenUs + trim)}`,
            edits: [
              {
                kind: 'shape',
                transmitter: chain.transmitter!.id,
                channel: chain.slot!,
                change: { subTrimUs: chain.shaping!.subTrimUs + trim },
              },
            ],
          },
        ],
      },
    ];
  });
