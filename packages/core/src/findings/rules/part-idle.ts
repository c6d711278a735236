import { idleReason } from '../../loom/index.js';
import type { Source } from '../../parts/index.js';
import type { Rails } from '../../rails/index.js';
import { partsWithSheets, sheetOf, wiresAt, type Rig } from '../../rig/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { currentWith } from './after-edits.js';
import { packLacks } from './pack-lacks.js';

/** A part that is wired and fed, and that nothing talks to and that tells nobody: it eats and does nothing. @source [practice] */
export const partIdleRule: Rule = ({ rig, conversations, full }) =>
  partsWithSheets(rig).flatMap(({ part, sheet }): RuleResult[] => {
    const fed = full.nodes.some((n) => n.part === part.id && n.allowed && n.fedBy !== null);
    const why = fed ? idleReason(rig, conversations, part.id, sheet) : null;
    if (why === null) return [];
    return [
      {
        rule: 'part-idle',
        mark: 'watch',
        station: 'loom',
        subjects: [part.id],
        figures: [
          { name: 'part', value: part.id },
          { name: 'why', value: why },
        ],
        fixes: () => [],
      },
    ];
  });

/** A pack with leads on it that takes no part: one of its two wires is there, or its balance plug, and the other leads nowhere. */
export const packUnusedRule: Rule = ({ rig, flat }) =>
  partsWithSheets(rig).flatMap(({ part, sheet }): RuleResult[] => {
    const [cells] = sheet.sources.filter((s) => s.pack);
    const lacks = cells && packLacks(rig, part.id, sheet);
    if (!lacks) return [];
    return [
      {
        rule: 'pack-unused',
        mark: lacks === 'minus' ? 'stop' : 'watch',
        station: 'loom',
        subjects: [part.id],
        figures: [
          { name: 'part', value: part.id },
          { name: 'lacks', value: lacks },
        ],
        fixes: () => beside(rig, flat, part.id, cells, lacks),
      },
    ];
  });

/** The lead that has one wire of the pack gets the other, to the pin beside the far end. */
function beside(rig: Rig, flat: Rails, part: string, cells: Source, lacks: 'plus' | 'minus'): Fix[] {
  const [own, line] = lacks === 'plus' ? [cells.minus, 'supply'] : [cells.plus, 'ground'];
  for (const { cable, wire, far } of wiresAt(rig, { part, ...own })) {
    const port = sheetOf(rig, wire[far].part).ports.find((p) => p.id === wire[far].port);
    const pins = port?.pins.filter((p) => p.line === line) ?? [];
    if (pins.length !== 1) continue;
    const { gaugeAwg, lengthMm } = wire;
    const to = { ...wire[far], pin: pins[0]!.n };
    const colour = lacks === 'plus' ? 'red' : 'black';
    const added = { from: { part, ...cells[lacks] }, to, colour, gaugeAwg, lengthMm };
    return [currentWith(rig, flat, `Add the ${lacks} wire`, [{ kind: 'addWire', cable: cable.id, wire: added }])];
  }
  return [];
}
