import { sheetOf, type Edit } from '../../rig/index.js';
import { isOneOf } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A port that is wired while a feature whose pins these are too still holds it: all must be released. @source [practice] */
export const portSharedPinsRule: Rule = ({ rig }) =>
  rig.parts.flatMap((part) =>
    sheetOf(rig, part.id).resources.flatMap((resource): RuleResult[] => {
      if (!resource.sharedWith) return [];
      const features = rig.held.filter(
        (h) => h.part === part.id && h.resource === resource.id && isOneOf(resource.sharedWith!, h.to),
      );
      if (!features.length) return [];
      const wired = rig.cables.filter((c) =>
        c.wires.some((w) =>
          [w.from, w.to].some(
            (at) =>
              at.part === part.id &&
              at.port === resource.port &&
              (resource.pin === undefined || resource.pin === at.pin),
          ),
        ),
      );
      if (!wired.length) return [];
      return [
        {
          rule: 'port-shared-pins',
          mark: 'stop',
          station: 'loom',
          subjects: [part.id, ...wired.map((c) => c.id)],
          figures: [
            { name: 'part', value: part.id },
            { name: 'resource', value: resource.label },
            { name: 'holders', value: features.map((f) => f.to).join(', ') },
          ],
          fixes: () => [
            {
              label: 'Release it',
              edits: features.map((f): Edit => ({ kind: 'release', part: f.part, resource: f.resource, to: f.to })),
            },
          ],
        },
      ];
    }),
  );
