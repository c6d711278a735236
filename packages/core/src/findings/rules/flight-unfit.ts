import { isAxis, isFlightChain, type Chain } from '../../channels/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { whoMoves } from './chain-parts.js';

/**
 * An axis of flight on a switch, which knows full one way and full the other; what arms or sets a mode on a stick, which is moved to
 * fly. Two channels are exchanged. Who flies sets that; no fix touches it. @source [practice]
 */
export const flightUnfitRule: Rule = ({ chains }) =>
  chains.filter((c) => isFlightChain(c) && !c.breaks && isUnfit(c)).map(result);

const isUnfit = ({ fn, control }: Chain): boolean =>
  control !== null && (isAxis(fn.what) ? isSwitch(control.kind) : control.kind === 'stick');

const isSwitch = (kind: string): boolean => kind.startsWith('switch') || kind === 'button';

const result = (chain: Chain): RuleResult => ({
  rule: 'flight-unfit',
  mark: isAxis(chain.fn.what) ? 'watch' : 'stop',
  station: 'channels',
  subjects: [chain.part.id, chain.transmitter!.id],
  figures: [
    ...whoMoves(chain),
    { name: 'slot', value: chain.slot! },
    { name: 'by', value: isAxis(chain.fn.what) ? 'switch' : 'stick' },
  ],
  fixes: () => [],
});
