import { nameOf, shutGate, shutToPilot, type Chain, type ShutGate } from '../../channels/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';
import { tellFunction } from './tell-function.js';

/** A function that is driven, and works only in a mode, or a power state, that nothing reaches. */
export const modeUntoldRule: Rule = (context) =>
  context.chains.flatMap((chain): RuleResult[] => {
    const shut = chain.breaks ? null : shutFor(context, context.chains, chain);
    if (shut === null) return [];
    const { gate, why } = shut;
    return [
      {
        rule: 'mode-untold',
        mark: 'watch',
        station: 'channels',
        subjects: [chain.part.id],
        figures: [
          { name: 'part', value: chain.part.id },
          { name: 'function', value: chain.fn.label },
          { name: 'mode', value: gate.fn.label },
          { name: 'in', value: gate.windows.join(', '), source: 'part sheet' },
          { name: 'why', value: why },
        ],
        fixes: () => tellGate(context, chain, gate.fn.id),
      },
    ];
  });

/** Shut to everybody, or to the pilot while nothing is handed over. */
const shutFor = ({ rig }: RuleContext, chains: readonly Chain[], chain: Chain): ShutGate | null =>
  shutGate(rig, chains, chain) ?? shutToPilot(chains, chain);

function tellGate(context: RuleContext, chain: Chain, gate: string): Fix[] {
  const by = context.chains.find((c) => c.part.id === chain.part.id && c.fn.id === gate);
  const fix =
    by &&
    tellFunction(context, by, (now) => {
      const own = now.find((c) => nameOf(c) === nameOf(chain));
      return own !== undefined && shutFor(context, now, own) === null;
    });
  return fix ? [fix] : [];
}
