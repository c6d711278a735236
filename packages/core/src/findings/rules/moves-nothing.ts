import {
  byEachHand,
  countedAlike,
  isFlightChain,
  missesOf,
  reachOf,
  stuckIn,
  wholeChange,
  type Chain,
} from '../../channels/index.js';
import { roundTo } from '../../units/index.js';
import type { Figure, Fix, Rule, RuleResult } from '../finding.js';
import { sendFix, whoMoves } from './chain-parts.js';

/** A control whose channel is so flat, or so bent, that what hangs on it does not move, or goes one way and never back. @source [derived] */
export const movesNothingRule: Rule = ({ chains }) =>
  chains
    .filter((c) => !c.breaks && !isFlightChain(c))
    .map(countedAlike)
    .flatMap(byEachHand)
    .flatMap((chain): RuleResult[] => {
      const misses = missesOf(chain);
      // a picture that no place of the switch leaves has a finding of its own
      if (!misses || chain.sheet.pictures.some((p) => p.chosenBy === chain.fn.id)) return [];
      return [
        {
          rule: 'moves-nothing',
          mark: 'watch',
          station: 'channels',
          subjects: [chain.part.id, chain.transmitter.id],
          figures: [
            ...whoMoves(chain),
            ...asked(chain),
            ...(misses === 'all' ? [{ name: 'flat' as const, value: 'flat' }] : []),
          ],
          fixes: () => wholeFix(chain),
        },
      ];
    });

/** What it is asked for all the same. */
function asked(chain: Chain): Figure<'from' | 'to' | 'window'>[] {
  const reach = reachOf(chain);
  if (!reach) return [{ name: 'window', value: stuckIn(chain)?.window ?? 'nothing' }];
  const { unit } = chain.fn.range!;
  return [
    { name: 'from', value: roundTo(reach.from, 1), unit },
    { name: 'to', value: roundTo(reach.to, 1), unit },
  ];
}

function wholeFix(chain: Chain): Fix[] {
  const change = wholeChange(chain);
  return change ? [sendFix(chain, 'Send its whole travel', change)] : [];
}
