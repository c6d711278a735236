import { bySecond, isFlightChain, missesOf, reachOf, wholeChange, type Chain } from '../../channels/index.js';
import { roundTo } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';

/** A control whose channel is so flat, or so bent, that what hangs on it does not move, or goes one way and never back. @source [derived] */
export const movesNothingRule: Rule = ({ chains }) =>
  chains
    .filter((c) => !c.breaks && !isFlightChain(c))
    .flatMap((c) => [c, bySecond(c)])
    .flatMap((chain): RuleResult[] => {
      const misses = chain?.control && chain.transmitter ? missesOf(chain) : null;
      if (!chain || !misses) return [];
      const { from, to } = reachOf(chain)!;
      const { unit } = chain.fn.range!;
      return [
        {
          rule: 'moves-nothing',
          mark: 'watch',
          station: 'channels',
          subjects: [chain.part.id, chain.transmitter!.id],
          figures: [
            { name: 'control', value: chain.control!.label },
            { name: 'part', value: chain.part.id },
            { name: 'function', value: chain.fn.label },
            { name: 'from', value: roundTo(from, 1), unit },
            { name: 'to', value: roundTo(to, 1), unit },
            ...(misses === 'all' ? [{ name: 'flat' as const, value: 'flat' }] : []),
          ],
          fixes: () => wholeFix(chain),
        },
      ];
    });

function wholeFix(chain: Chain): Fix[] {
  const change = wholeChange(chain);
  if (!change) return [];
  return [
    {
      label: 'Send its whole travel',
      edits: [{ kind: 'shape', transmitter: chain.transmitter!.id, channel: channelOf(chain), change }],
    },
  ];
}

/** The channel of its own transmitter that it goes out on. */
const channelOf = ({ shaping }: Chain): number => shaping!.channel;
