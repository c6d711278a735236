import { sees, turns } from '../../parts/index.js';
import { partsWithSheets } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Kinds of rig that are flown by their picture. */
const FLOWN: ReadonlySet<string> = new Set(['rotor', 'fixed wing', 'FPV']);

/** Only stabilised pictures on a craft that is flown: they hide its attitude. @source [practice] fly on a fixed camera, frame on the gimbal */
export const noFixedCameraRule: Rule = ({ rig }) => {
  const cameras = partsWithSheets(rig).filter(({ sheet }) => sees(sheet));
  const riding = cameras.filter(({ part, sheet }) => part.place?.rides !== undefined || turns(sheet));
  if (!FLOWN.has(rig.kind) || !riding.length || riding.length < cameras.length) return [];
  return [
    {
      rule: 'no-fixed-camera',
      mark: 'watch',
      station: 'brief',
      subjects: riding.map(({ part }) => part.id),
      figures: [
        { name: 'cameras', value: riding.map(({ part }) => part.label).join(', ') },
        { name: 'count', value: riding.length },
        { name: 'kind', value: rig.kind },
      ],
      fixes: () => [],
    } satisfies RuleResult,
  ];
};
