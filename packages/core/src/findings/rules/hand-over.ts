import { handOverLink, type Chain } from '../../channels/index.js';
import { flies } from '../../parts/index.js';
import type { HandOver } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A flight channel that the second transmitter can have. @source [practice] only the camera is handed over */
export const handOverFlightRule: Rule = ({ rig, chains }) =>
  rig.handOvers.flatMap((handOver): RuleResult[] => {
    const flight = handOver.channels.filter(({ channel }) => chains.some((c) => fliesOn(c, channel)));
    if (!flight.length) return [];
    const left = handOver.channels.filter((c) => !flight.includes(c));
    return [
      {
        rule: 'hand-over-flight',
        mark: 'stop',
        station: 'channels',
        subjects: [handOver.from, handOver.to],
        figures: [
          { name: 'from', value: handOver.from },
          { name: 'to', value: handOver.to },
          { name: 'channels', value: flight.map((c) => c.channel).join(', ') },
        ],
        fixes: () => [
          {
            label: 'Keep flight with the pilot',
            edits: [{ kind: 'handOver', handOver: { ...handOver, channels: left } }],
          },
        ],
      },
    ];
  });

const fliesOn = (chain: Chain, channel: number): boolean =>
  flies(chain.sheet) && chain.slot === channel && chain.transmitter !== null;

/** A hand-over that has no effect. */
export const handOverBrokenRule: Rule = ({ rig, conversations }) =>
  rig.handOvers.flatMap((handOver): RuleResult[] => {
    const { breaks } = handOverLink(rig, conversations, handOver);
    const why = breaks ?? (handOver.channels.length ? null : 'no channel is handed over');
    return why === null ? [] : [brokenOf(handOver, why)];
  });

function brokenOf(handOver: HandOver, why: string): RuleResult {
  return {
    rule: 'hand-over-broken',
    mark: 'watch',
    station: 'channels',
    subjects: [handOver.from, handOver.to],
    figures: [
      { name: 'from', value: handOver.from },
      { name: 'to', value: handOver.to },
      { name: 'why', value: why },
    ],
    fixes: () => [{ label: 'One pilot alone', edits: [{ kind: 'noHandOver', from: handOver.from, to: handOver.to }] }],
  };
}
