import { idleReason } from '../../loom/index.js';
import type { Source } from '../../parts/index.js';
import type { Rails } from '../../rails/index.js';
import { partsWithSheets, sheetOf, wiresAt, type Rig } from '../../rig/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { currentWith } from './after-edits.js';
import { onePins } from './plus-in-lead.js';

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

/** A pack with leads on it that takes no part: its minus is joined, or its balance plug, and its plus is not. */
export const packUnusedRule: Rule = ({ rig, flat }) =>
  partsWithSheets(rig).flatMap(({ part, sheet }): RuleResult[] => {
    const [cells] = sheet.sources.filter((s) => s.pack);
    const hasLeads = rig.cables.some((c) => c.wires.some((w) => w.from.part === part.id || w.to.part === part.id));
    if (!cells || !hasLeads || onePins(rig, { part: part.id, ...cells.plus }).some((at) => wiresAt(rig, at).length))
      return [];
    return [
      {
        rule: 'pack-unused',
        mark: 'watch',
        station: 'loom',
        subjects: [part.id],
        figures: [{ name: 'part', value: part.id }],
        fixes: () => plusBeside(rig, flat, part.id, cells),
      },
    ];
  });

/** The lead that has the pack's minus gets its plus, to the supply pin beside the far end. */
function plusBeside(rig: Rig, flat: Rails, part: string, { plus, minus }: Source): Fix[] {
  for (const { cable, wire, far } of wiresAt(rig, { part, ...minus })) {
    const port = sheetOf(rig, wire[far].part).ports.find((p) => p.id === wire[far].port);
    const beside = port?.pins.filter((p) => p.line === 'supply') ?? [];
    if (beside.length !== 1) continue;
    const { gaugeAwg, lengthMm } = wire;
    const to = { ...wire[far], pin: beside[0]!.n };
    const added = { from: { part, ...plus }, to, colour: 'red', gaugeAwg, lengthMm };
    return [currentWith(rig, flat, 'Add the plus wire', [{ kind: 'addWire', cable: cable.id, wire: added }])];
  }
  return [];
}
