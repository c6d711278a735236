import { demandOf, inputSpan, seenPulseUs, type Chain } from '../../channels/index.js';
import type { FailSafe } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A rate this small stands still, share of its range. */
const STILL = 0.02;

/** What a slot does when the radio is lost: starts a recording, keeps a camera turning, raises a radio's power. @source [practice] */
export const failSafeRule: Rule = ({ rig, chains }) =>
  rig.failSafes.flatMap((set) =>
    chains.flatMap((chain): RuleResult[] => {
      const first = chain.path[0];
      if (chain.breaks || chain.slot !== set.slot || first?.talker.part.id !== set.receiver) return [];
      const acts = actOf(chain, set);
      if (!acts) return [];
      const safe: FailSafe = { receiver: set.receiver, slot: set.slot, does: 'value', valueUs: acts.safeUs };
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
          fixes: [{ label: `Send ${acts.safeUs} µs instead`, edits: [{ kind: 'failSafe', failSafe: safe }] }],
        },
      ];
    }),
  );

/** What happens, and the width at which it does not; null when the setting is harmless. */
function actOf(chain: Chain, { does, valueUs }: FailSafe): { act: string; safeUs: number } | null {
  const { fn, told } = chain;
  if (fn.takes === 'rate') {
    const [lowUs, highUs] = inputSpan(fn, told);
    const safeUs = Math.round((lowUs + highUs) / 2);
    if (does === 'hold') return { act: 'keeps turning as it was', safeUs };
    const demand = does === 'value' ? demandOf(fn, seenPulseUs(chain, valueUs!), told) : null;
    const most = Math.max(Math.abs(fn.range!.from), Math.abs(fn.range!.to));
    return demand && 'value' in demand && Math.abs(demand.value) > STILL * most
      ? { act: 'turns by itself', safeUs }
      : null;
  }
  if (does !== 'value') return null;
  const demand = demandOf(fn, seenPulseUs(chain, valueUs!), told);
  if (!('window' in demand) || demand.window === null) return null;
  if (fn.what === 'record' || fn.what === 'photo') return { act: 'starts by itself', safeUs: outside(chain) };
  const [least] = [...fn.windows!].sort((a, b) => a.fromUs - b.fromUs);
  if (fn.what === 'radio-power' && demand.window !== least!.label)
    return { act: `goes to ${demand.window}`, safeUs: Math.round((Math.max(988, least!.fromUs) + least!.toUs) / 2) };
  return null;
}

/** A width in none of the windows: the low end, else the high one. */
function outside({ fn, told }: Chain): number {
  const free = [1000, 1500, 2000].find((us) => {
    const demand = demandOf(fn, us, told);
    return 'window' in demand && demand.window === null;
  });
  return free ?? 1000;
}
