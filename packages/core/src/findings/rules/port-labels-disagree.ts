import { isGivenTo, resourceOf, speechOf } from '../../loom/index.js';
import { sheetOf } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { serialTalks } from './serial-parts.js';

/** One end of the plan says another port than the other: a port is given to a device that is plugged elsewhere. @source [practice] */
export const portLabelsDisagreeRule: Rule = (context) =>
  serialTalks(context).flatMap((c): RuleResult[] => {
    const { rig } = context;
    const wired = resourceOf(c.talker);
    const speech = speechOf(c.listener.link);
    if (speech === undefined) return [];
    const same = serialTalks(context).filter(
      (x) => x.talker.part.id === c.talker.part.id && speechOf(x.listener.link) === speech,
    );
    const used = new Set(same.map((x) => resourceOf(x.talker)?.id));
    const elsewhere = rig.held.find(
      (h) => h.part === c.talker.part.id && isGivenTo(h, speech, c.listener) && !used.has(h.resource),
    );
    const named = elsewhere && sheetOf(rig, c.talker.part.id).resources.find((r) => r.id === elsewhere.resource);
    if (!wired || !elsewhere || !named) return [];
    // it was meant for one whose own port is not given, where there is one
    if (!c.troubles.includes('port not set') && same.some((x) => x.troubles.includes('port not set'))) return [];
    return [
      {
        rule: 'port-labels-disagree',
        mark: 'watch',
        station: 'loom',
        subjects: [c.talker.part.id, c.listener.part.id],
        figures: [
          { name: 'controller', value: c.talker.part.id },
          { name: 'device', value: c.listener.part.id },
          { name: 'plugged', value: wired.label },
          { name: 'given', value: named.label },
          { name: 'protocol', value: speech },
        ],
        fixes: () => [
          {
            label: `Free ${named.label}`,
            edits: [{ kind: 'release', part: elsewhere.part, resource: elsewhere.resource, to: elsewhere.to }],
          },
        ],
      },
    ];
  });
