import { panHolds, standsAtTakeOff } from '../../channels/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';
import { tellFunction } from './tell-function.js';

/** A craft whose gimbal is to stand for take-off, and no channel that can make it. @source [practice] a free pan axis spins */
export const takeOffRule: Rule = (context) => {
  const { rig, chains } = context;
  return standsAtTakeOff(rig)
    .filter(({ part }) => chains.some((c) => c.part.id === part.id && c.path.length) && !panHolds(chains, part.id))
    .map(({ part, sheet }): RuleResult => ({
      rule: 'take-off-untold',
      mark: 'watch',
      station: 'wake',
      subjects: [part.id],
      figures: [
        { name: 'part', value: part.id },
        { name: 'school', value: rig.schools.takeOff },
        {
          name: 'by',
          value: sheet.functions.find((f) => HOLDING.has(f.what))?.label.toLowerCase() ?? '',
        },
        {
          name: 'reached',
          value: chains.some((c) => c.part.id === part.id && HOLDING.has(c.fn.what) && !c.breaks) ? 1 : 0,
        },
      ],
      fixes: () => tellHold(context, part.id),
    }));
};

/** What can hold pan: a power state, a mode. */
const HOLDING: ReadonlySet<string> = new Set(['gimbal-power', 'gimbal-mode']);

function tellHold(context: RuleContext, part: string): Fix[] {
  const by = context.chains.find((c) => c.part.id === part && HOLDING.has(c.fn.what) && c.breaks);
  const fix = by && tellFunction(context, by, (now) => panHolds(now, part) !== null);
  return fix ? [fix] : [];
}
