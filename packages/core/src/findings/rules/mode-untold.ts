import { modeStop, nameOf, type Chain } from '../../channels/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';
import { tellFunction } from './tell-function.js';

/** A function that is driven, and works only in a mode that nothing reaches. */
export const modeUntoldRule: Rule = (context) =>
  context.chains.flatMap((chain): RuleResult[] => {
    const why = chain.breaks ? null : modeStop(context.rig, context.chains, chain);
    if (why === null) return [];
    const mode = chain.sheet.functions.find((f) => f.id === chain.fn.enabledIn!.fn)!;
    return [
      {
        rule: 'mode-untold',
        mark: 'watch',
        station: 'channels',
        subjects: [chain.part.id],
        figures: [
          { name: 'part', value: chain.part.id },
          { name: 'function', value: chain.fn.label },
          { name: 'mode', value: mode.label },
          { name: 'in', value: chain.fn.enabledIn!.windows.join(', '), source: 'part sheet' },
          { name: 'why', value: why },
        ],
        fixes: () => tellMode(context, chain),
      },
    ];
  });

function tellMode(context: RuleContext, chain: Chain): Fix[] {
  const mode = context.chains.find((c) => c.part.id === chain.part.id && c.fn.id === chain.fn.enabledIn!.fn);
  const fix =
    mode &&
    tellFunction(context, mode, (now) => {
      const own = now.find((c) => nameOf(c) === nameOf(chain));
      return own !== undefined && modeStop(context.rig, now, own) === null;
    });
  return fix ? [fix] : [];
}
