import { arrivingUs, demandOf, inputSpan, receiversOf, stopsDrive, type Chain } from '../../channels/index.js';
import { restWindow } from '../../parts/index.js';
import { isFlown, type FailSafe, type Rig } from '../../rig/index.js';
import { num } from '../../units/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';

/** A throttle no higher is at idle, %. @source [mem] */
const IDLE_PCT = 5;
/** A rate this small stands still, share of its range. */
const STILL = 0.02;

/** What a slot does when the radio is lost: starts a recording, keeps a camera turning, raises a radio's power. @source [practice] */
export const failSafeRule: Rule = (context) =>
  context.rig.failSafes.flatMap((set) =>
    context.chains.flatMap((chain): RuleResult[] => {
      if (chain.breaks || chain.slot !== set.slot || !receiversOf(context.conversations, chain).has(set.receiver))
        return [];
      // a drive that goes on is a stop of its own
      if (chain.fn.what === 'drive') return [];
      const acts = actOf(context.rig, chain, set);
      if (!acts) return [];
      return [
        {
          rule: 'fail-safe-acts',
          mark: 'watch',
          station: 'channels',
          subjects: [chain.part.id, set.receiver],
          figures: [
            { name: 'part', value: chain.part.id },
            { name: 'receiver', value: set.receiver },
            { name: 'function', value: chain.fn.label },
            { name: 'slot', value: set.slot },
            { name: 'act', value: acts.act },
            { name: 'set', value: set.does === 'value' ? `${set.valueUs} µs` : set.does },
          ],
          fixes: () =>
            acts.safeUs === null || startsDrive(context, set, acts.safeUs) ? [] : sendInstead(set, acts.safeUs),
        },
      ];
    }),
  );

/** A width sent at which a rate stands still: the middle of what the device takes, or as near as the way there lets through. */
function stillUs(chain: Chain): number | null {
  const [lowUs, highUs] = inputSpan(chain.fn, chain.setup);
  const middle = Math.round((lowUs + highUs) / 2);
  for (let off = 0; off <= 120; off += 2)
    for (const us of [middle + off, middle - off]) if (isStill(chain, us)) return us;
  return null;
}

function isStill(chain: Chain, us: number): boolean {
  const { fn, setup } = chain;
  const demand = demandOf(fn, arrivingUs(chain, us), setup);
  const most = Math.max(Math.abs(fn.range!.from), Math.abs(fn.range!.to));
  return !('value' in demand) || Math.abs(demand.value) <= STILL * most;
}

/** Whether a drive on the same slot, stopped as it is set now, would go on by another width. */
const startsDrive = ({ chains, conversations }: RuleContext, set: FailSafe, valueUs: number): boolean =>
  chains.some(
    (c) =>
      (c.fn.what === 'drive' || c.fn.what === 'brake') &&
      c.slot === set.slot &&
      receiversOf(conversations, c).has(set.receiver) &&
      stopsDrive(c, set) &&
      !stopsDrive(c, { ...set, does: 'value', valueUs }),
  );

function sendInstead({ receiver, slot }: FailSafe, valueUs: number): Fix[] {
  const failSafe: FailSafe = { receiver, slot, does: 'value', valueUs };
  return [{ label: `Send ${valueUs} µs instead`, edits: [{ kind: 'failSafe', failSafe }] }];
}

/** What happens, and the width at which it does not, where there is one; null when the setting is harmless. */
function actOf(rig: Rig, chain: Chain, { does, valueUs }: FailSafe): { act: string; safeUs: number | null } | null {
  const { fn, setup } = chain;
  if (fn.takes === 'rate') {
    const safeUs = stillUs(chain);
    if (does === 'hold') return { act: 'keeps turning as it was', safeUs };
    return does === 'value' && !isStill(chain, valueUs!) ? { act: 'turns by itself', safeUs } : null;
  }
  if (does !== 'value') return null;
  const demand = demandOf(fn, arrivingUs(chain, valueUs!), setup);
  // who flies is told, and mends it: no fix touches a flight channel
  if (fn.what === 'throttle')
    return 'value' in demand && demand.value > IDLE_PCT && (isFlown(rig) || !isMiddle(chain, valueUs!))
      ? { act: `goes to ${num(demand.value)} %`, safeUs: null }
      : null;
  if (!('window' in demand) || demand.window === null || demand.window === restWindow(fn.windows)?.label) return null;
  if (fn.what === 'record' || fn.what === 'photo') return { act: 'starts by itself', safeUs: restingUs(chain) };
  const [least] = [...fn.windows!].sort((a, b) => a.fromUs - b.fromUs);
  if (fn.what === 'radio-power' && demand.window !== least!.label)
    return { act: `goes to ${demand.window}`, safeUs: Math.round((Math.max(988, least!.fromUs) + least!.toUs) / 2) };
  return null;
}

/** What drives or floats stands in the middle of its throttle where that goes both ways, and few sheets say so. @source [practice] */
function isMiddle(chain: Chain, us: number): boolean {
  const [lowUs, highUs] = inputSpan(chain.fn, chain.setup);
  return Math.abs(arrivingUs(chain, us) - (lowUs + highUs) / 2) <= STILL * (highUs - lowUs);
}

/** A width at which it does nothing: the low end, else the middle or the high one; null where it always does something. */
function restingUs({ fn, setup }: Chain): number | null {
  const rest = restWindow(fn.windows)?.label;
  const still = [1000, 1500, 2000].find((us) => {
    const demand = demandOf(fn, us, setup);
    return 'window' in demand && (demand.window === null || demand.window === rest);
  });
  return still ?? null;
}
