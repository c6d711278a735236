import { isFlightChain } from '../../channels/index.js';
import { shapingOf, type Edit } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { homeChannel } from './flight-home.js';

/** A function on a slot that nothing drives, one beside a driven slot that moves nothing: two devices count differently. @source [practice] */
export const numberingBaseRule: Rule = ({ rig, chains }) => {
  const moving = new Set(chains.filter((c) => c.slot !== null).map((c) => `${c.transmitter?.id} ${c.slot}`));
  return chains.flatMap((chain): RuleResult[] => {
    const { slot, transmitter } = chain;
    const binding = rig.bindings.find((b) => b.part === chain.part.id && b.fn === chain.fn.id);
    if (slot === null || !transmitter || chain.control || !binding) return [];
    const driven = (n: number): boolean =>
      Boolean(shapingOf(rig, transmitter.id, n)?.control) && !moving.has(`${transmitter.id} ${n}`);
    // flight goes to where it is at home, not to whatever is beside it
    const meant = isFlightChain(chain)
      ? homeChannel(rig, chains, chain)
      : [slot - 1, slot + 1].find((n) => n >= 1 && n <= 16 && driven(n));
    if (meant === undefined || meant === null) return [];
    const edits: Edit[] = [{ kind: 'bind', binding: { ...binding, slot: meant } }];
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
        fixes: () => [{ label: `Listen on slot ${meant}`, edits }],
      },
    ];
  });
};
