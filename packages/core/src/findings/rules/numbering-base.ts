import { isAxis, isFlightChain, pinSetting, repeatedBy, stopsFor, toldOn, type Chain } from '../../channels/index.js';
import { slotsNamed } from '../../parts/index.js';
import { carryOut, shapingOf, sheetOf, type Edit, type Rig } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { homeChannel } from './flight-home.js';

/** The slot that a function on an undriven one may be meant to have: one beside it that is driven and moves nothing, of flight its usual one. */
export function drivenBeside(rig: Rig, chains: readonly Chain[], chain: Chain): number | null {
  const { slot, transmitter } = chain;
  if (slot === null || !transmitter || chain.control || chain.second) return null;
  const { controls } = sheetOf(rig, transmitter.id);
  // an axis of flight goes to no channel that a switch came to be on
  const isSticks = isFlightChain(chain) && isAxis(chain.fn.what);
  const isIdle = (n: number): boolean => {
    const own = shapingOf(rig, transmitter.id, n)?.control;
    return (
      controls.some((c) => c.id === own && (!isSticks || c.kind === 'stick')) &&
      !chains.some((c) => c.slot === n && c.transmitter?.id === transmitter.id)
    );
  };
  // flight goes to where it is at home, not to whatever is beside it
  const home = isFlightChain(chain) ? homeChannel(rig, chains, chain) : null;
  const near = isFlightChain(chain) ? (home === null ? [] : [home]) : [slot - 1, slot + 1];
  return near.find((n) => n >= 1 && n <= 16 && n !== slot && isIdle(n) && canBeTold(rig, chain, n)) ?? null;
}

/** Somebody told it the slot it has, the device or the pin it hangs on, and can tell it another. */
function canBeTold(rig: Rig, chain: Chain, slot: number): boolean {
  const pin = pinSetting(chain);
  return pin
    ? slotsNamed(pin).includes(slot)
    : rig.bindings.some((b) => b.part === chain.part.id && b.fn === chain.fn.id);
}

/** Told another slot, and told it by the same output. */
const isBeside = (other: Chain, chain: Chain): boolean =>
  other.slot !== chain.slot && repeatedBy(other) !== null && repeatedBy(other) === repeatedBy(chain);

/** A drive that is let go by it is told to stop without radio in the same breath. */
function toldSafely(rig: Rig, chains: readonly Chain[], chain: Chain, slot: number): Edit[] {
  const told = toldOn(rig, chain, slot);
  return [...told, ...stopsFor(rig, chains, carryOut(rig, told).rig)];
}

/** A function on a slot that nothing drives, one beside a driven slot that moves nothing: two devices count differently. @source [practice] */
export const numberingBaseRule: Rule = ({ rig, chains }) =>
  chains.flatMap((chain): RuleResult[] => {
    const { slot } = chain;
    const meant = drivenBeside(rig, chains, chain);
    if (slot === null || meant === null) return [];
    return [
      {
        rule: 'numbering-base',
        mark: 'watch',
        station: 'channels',
        subjects: [chain.part.id],
        figures: [
          { name: 'part', value: chain.part.id },
          { name: 'function', value: chain.fn.label },
          { name: 'slot', value: slot },
          { name: 'device calls it', value: chain.deviceNumber ?? slot, source: 'part sheet' },
          { name: 'driven', value: meant },
        ],
        // what hangs on one output goes along, and may do well where it is
        fixes: () =>
          chains.some((c) => isBeside(c, chain))
            ? []
            : [{ label: `Listen on slot ${meant}`, edits: toldSafely(rig, chains, chain, meant) }],
      },
    ];
  });
