import { handOverLink, toldOn, type Chain } from '../../channels/index.js';
import { flies } from '../../parts/index.js';
import type { HandOver, Rig } from '../../rig/index.js';
import { listed } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { homeChannel } from './flight-home.js';

/** A flight channel that the second transmitter can have. @source [practice] only the camera is handed over */
export const handOverFlightRule: Rule = ({ rig, chains }) =>
  rig.handOvers.flatMap((handOver): RuleResult[] => {
    const flight = handOver.channels.filter(({ channel }) => chains.some((c) => fliesOn(c, handOver, channel)));
    if (!flight.length) return [];
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
        fixes: () => keepFlight(rig, chains, handOver),
      },
    ];
  });

/** Flight channels stay with the pilot; from one that a payload listens to as well, flight goes back to where it is at home. */
function keepFlight(rig: Rig, chains: readonly Chain[], handOver: HandOver): Fix[] {
  const flown = (channel: number): Chain[] => chains.filter((c) => fliesOn(c, handOver, channel));
  const isShared = (channel: number): boolean =>
    flown(channel).length > 0 && chains.some((c) => c.second && c.slot === channel && !flies(c.sheet));
  const astray = handOver.channels.filter((c) => isShared(c.channel)).flatMap((c) => flown(c.channel));
  const moves = astray.map((chain) => ({ chain, home: homeChannel(rig, chains, chain) }));
  if (moves.some(({ home }) => home === null)) return [];
  const left = handOver.channels.filter((c) => !flown(c.channel).length || isShared(c.channel));
  const back = moves.map(({ chain, home }) => `${chain.fn.label.toLowerCase()} back to channel ${home}`);
  return [
    {
      label: back.length ? `Move ${listed(back)}` : 'Keep flight with the pilot',
      edits: [
        ...(left.length < handOver.channels.length
          ? [{ kind: 'handOver' as const, handOver: { ...handOver, channels: left } }]
          : []),
        ...moves.flatMap(({ chain, home }) => toldOn(rig, chain, home!)),
      ],
    },
  ];
}

const fliesOn = (chain: Chain, { from }: HandOver, channel: number): boolean =>
  flies(chain.sheet) && chain.slot === channel && chain.transmitter?.id === from;

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
