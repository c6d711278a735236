import { betterControl, controlEdits, type Chain } from '../../channels/index.js';
import type { Fix, RuleContext } from '../finding.js';

/** The control that suits a function better and is free; none when there is no such. */
export function useBetter({ rig, chains }: Pick<RuleContext, 'rig' | 'chains'>, chain: Chain): Fix[] {
  const better = betterControl(rig, chains, chain);
  return better ? [{ label: `Use ${better.label}`, edits: controlEdits(rig, chains, chain, better.id) }] : [];
}
