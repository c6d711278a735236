import type { LinkEnd } from '../../loom/index.js';
import { eyeLinks, isWorkedOver, worksEye } from '../../parts/index.js';
import { findPin, partsWithSheets, wiresAt, type Rig } from '../../rig/index.js';
import { leadBetween } from './lead-between.js';
import type { Fix, Rule, RuleResult } from '../finding.js';

/** A box or trigger that is told to work a camera, and no light, contact or lead of its own reaches one. */
export const reachMissingRule: Rule = ({ rig, chains, conversations }) =>
  partsWithSheets(rig).flatMap(({ part, sheet }): RuleResult[] => {
    const links = eyeLinks(sheet);
    if (!links.length) return [];
    const told = chains.filter((c) => c.part.id === part.id && c.path.length && worksEye(c.fn));
    const reaches = conversations.some(
      (c) => c.talker.part.id === part.id && links.some((l) => l.id === c.talker.link.id) && !c.troubles.length,
    );
    const wished = told.filter((c) => !c.breaks || rig.wishes.some((w) => w.what === c.fn.what));
    if (!wished.length || reaches || links.some((l) => isMisplaced(rig, part.id, l))) return [];
    return [
      {
        rule: 'reach-missing',
        mark: 'stop',
        station: 'loom',
        subjects: [part.id],
        figures: [
          { name: 'part', value: part.id },
          { name: 'over', value: links.map((l) => l.kind).join(' or '), source: 'part sheet' },
          { name: 'functions', value: wished.map((c) => c.fn.label.toLowerCase()).join(', ') },
        ],
        fixes: () => leadFix(rig, { part, sheet, links }),
      },
    ];
  });

/** Its wire ends on a supply or a ground: that is told of, and comes first. */
const isMisplaced = (rig: Rig, part: string, { pins: { data } }: LinkEnd['link']): boolean =>
  data !== undefined &&
  wiresAt(rig, { part, ...data }).some(({ wire, far }) => {
    const line = findPin(rig, wire[far])?.pin.line;
    return line === 'supply' || line === 'ground';
  });

function leadFix(rig: Rig, own: Pick<LinkEnd, 'part' | 'sheet'> & { links: LinkEnd['link'][] }): Fix[] {
  for (const link of own.links)
    for (const { part, sheet } of partsWithSheets(rig))
      for (const eye of sheet.links.filter((l) => l.kind === link.kind && isWorkedOver(sheet, l))) {
        const lead = leadBetween(rig, { ...own, link, live: true }, { part, sheet, link: eye, live: true });
        if (lead) return [{ label: `Lead to ${part.label}`, edits: [lead] }];
      }
  return [];
}
