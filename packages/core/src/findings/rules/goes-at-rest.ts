import {
  byEachHand,
  countedAlike,
  fitInHand,
  goesAt,
  gripOf,
  isFlightChain,
  stillChange,
  type Chain,
} from '../../channels/index.js';
import { springs, type Control } from '../../parts/index.js';
import { roundTo } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { sendFix, whoMoves } from './chain-parts.js';

/** A drive or an axis that is asked to go while nobody touches its control: its channel rests beside the middle. @source [practice] */
export const goesAtRestRule: Rule = ({ rig, chains }) =>
  chains
    .map(countedAlike)
    .flatMap(byEachHand)
    .flatMap((chain): RuleResult[] => {
      const { control, transmitter, fn, part } = chain;
      if (chain.breaks || isFlightChain(chain) || !standsBetween(chain)) return [];
      const { at, isThrottle } = gripOf(rig, chain);
      // a control that has no place to rest in has a finding of its own; a lever is left where a hand puts it
      if (!rests(control, isThrottle ?? false) || fitInHand(rig, chain).grade !== 'well') return [];
      const value = goesAt(chain, at);
      if (!value) return [];
      return [
        {
          rule: 'goes-at-rest',
          mark: fn.what === 'drive' ? 'stop' : 'watch',
          station: 'channels',
          subjects: [part.id, transmitter.id],
          figures: [...whoMoves(chain), { name: 'at rest', value: roundTo(value, 0), unit: fn.range!.unit }],
          fixes: () => stillFix(chain, at),
        },
      ];
    });

/** Nobody has to put it where it rests: it goes there, or its middle is felt. A throttle stays low. */
const rests = (control: Control, throttle: boolean): boolean =>
  springs(control, throttle) || throttle || control.kind === 'knob' || control.felt === true;

/** Of a range that is not as long each way nobody knows where it stands. */
function standsBetween({ fn: { range } }: Chain): boolean {
  if (!range) return false;
  const [least, most] = [Math.min(range.from, range.to), Math.max(range.from, range.to)];
  return least >= 0 || Math.abs(least + most) < EVEN * (most - least);
}
/** A range is even about its middle to so much of its span. @source [mem] sheets round their ends */
const EVEN = 0.02;

function stillFix(chain: Chain, at: number): Fix[] {
  const change = stillChange(chain, at);
  if (!change) return [];
  const label =
    Object.keys(change).length === 1 && change.subTrimUs !== undefined
      ? `Set its sub-trim to ${change.subTrimUs} µs`
      : 'Let it rest where it stands';
  return [sendFix(chain, label, change)];
}
