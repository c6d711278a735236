import { fitOf } from '../../channels/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { whoMoves } from './chain-parts.js';
import { useBetter } from './use-better.js';

/** A latching switch where a pulse is wanted. @source [practice] starts once, never stops */
export const pulseRule: Rule = (context) =>
  context.chains
    .filter((c) => !c.breaks && c.fn.takes === 'pulse' && c.control && fitOf(c.fn, c.control).grade !== 'well')
    .map((chain): RuleResult => ({
      rule: 'pulse-from-latch',
      mark: 'watch',
      station: 'channels',
      subjects: [chain.part.id, chain.transmitter!.id],
      figures: [...whoMoves(chain), { name: 'why', value: fitOf(chain.fn, chain.control!).why, source: '[practice]' }],
      fixes: () => useBetter(context, chain),
    }));
