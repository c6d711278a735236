import { byEachHand, fitInHand, goesAt, gripOf, isFlightChain, runsAcross, type Chain } from '../../channels/index.js';
import { roundTo } from '../../units/index.js';
import type { Figure, Rule, RuleContext, RuleResult } from '../finding.js';
import { whoMoves } from './chain-parts.js';
import { useBetter } from './use-better.js';

/** A control that does not suit what its function takes. @source [practice] */
export const controlUnfitRule: Rule = (context) =>
  context.chains.flatMap(byEachHand).flatMap((chain): RuleResult[] => {
    const { control, fn } = chain;
    // a latch where a pulse is wanted has a finding of its own
    if (chain.breaks || isFlightChain(chain) || fn.takes === 'pulse') return [];
    // which inputs a switch of pictures reaches is judged by the cameras on them
    if (chain.sheet.pictures.some((p) => p.chosenBy === fn.id) && control.kind.startsWith('switch')) return [];
    const fit = fitInHand(context.rig, chain);
    const across = runsAcross(fn, control);
    if (fit.grade === 'well' && !across) return [];
    return [
      unfit(
        context,
        chain,
        fit.grade === 'well' ? 'runs across what it moves' : fit.why,
        restFigure(chain, gripOf(context.rig, chain).at),
      ),
    ];
  });

function unfit(context: RuleContext, chain: Chain, why: string, rest: Figure<'at rest'>[]): RuleResult {
  return {
    rule: 'control-unfit',
    mark: 'watch',
    station: 'channels',
    subjects: [chain.part.id, chain.transmitter!.id],
    figures: [...whoMoves(chain), { name: 'why', value: why, source: '[practice]' }, ...rest],
    // what the second transmitter sends is chosen there
    fixes: () => (chain.transmitter!.id === chain.second?.transmitter.id ? [] : useBetter(context, chain)),
  };
}

/** What a rate or a drive does while nobody touches its control. */
function restFigure(chain: Chain, idle: number): Figure<'at rest'>[] {
  const value = goesAt(chain, idle);
  return value ? [{ name: 'at rest', value: roundTo(value, 0), unit: chain.fn.range!.unit }] : [];
}
