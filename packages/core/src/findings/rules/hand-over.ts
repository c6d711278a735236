import {
  fitOf,
  freeSwitch,
  handOverLink,
  isFlightChain,
  runsAcross,
  toldOn,
  type Chain,
} from '../../channels/index.js';
import { flies } from '../../parts/index.js';
import { shapingOf, sheetOf, type HandOver, type Rig } from '../../rig/index.js';
import { PPM } from '../../signals/index.js';
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

const named = (chains: readonly Chain[]): string =>
  listed([...new Set(chains.map((c) => `${c.fn.label.toLowerCase()} of ${c.part.label}`))]);

/** The switch that hands over moves something else too: whoever hands over arms, or changes a mode. */
export const handOverSwitchRule: Rule = ({ rig, chains }) =>
  rig.handOvers.flatMap((handOver): RuleResult[] => {
    const { from, to, control } = handOver;
    const moved = chains.filter((c) => control && c.transmitter?.id === from && c.control?.id === control && !c.breaks);
    if (!moved.length) return [];
    return [
      {
        rule: 'hand-over-switch',
        mark: moved.some(isFlightChain) ? 'stop' : 'watch',
        station: 'channels',
        subjects: [from, to],
        figures: [
          { name: 'from', value: from },
          { name: 'to', value: to },
          { name: 'control', value: moved[0]!.control!.label },
          { name: 'does', value: named(moved) },
        ],
        fixes: () => {
          const free = freeSwitch(rig, from, sheetOf(rig, from).controls);
          const isIdle = !chains.some((c) => c.transmitter?.id === from && c.control?.id === free?.id && !c.breaks);
          return free && isIdle
            ? [
                {
                  label: `Hand over by ${free.label}`,
                  edits: [{ kind: 'handOver', handOver: { ...handOver, control: free.id } }],
                },
              ]
            : [];
        },
      },
    ];
  });

/** A channel that is handed over to one the second transmitter drives by nothing. */
export const handOverEmptyRule: Rule = ({ rig, chains, conversations }) =>
  rig.handOvers.flatMap((handOver): RuleResult[] => {
    if (handOverLink(rig, conversations, handOver).breaks) return [];
    const { from, to, channels } = handOver;
    return channels.flatMap(({ channel, takes }): RuleResult[] => {
      const moved = chains.filter((c) => c.transmitter?.id === from && c.slot === channel);
      if (!moved.length || shapingOf(rig, to, takes)?.control) return [];
      return [
        {
          rule: 'hand-over-empty',
          mark: 'watch',
          station: 'channels',
          subjects: [from, to],
          apart: String(channel),
          figures: [
            { name: 'to', value: to },
            { name: 'channel', value: channel },
            { name: 'takes', value: takes },
            { name: 'functions', value: named(moved) },
          ],
          fixes: () => takeInstead(rig, handOver, channel, moved),
        },
      ];
    });
  });

/** The lowest channel that the second transmitter drives and that nothing else of the hand-over takes; where there is none, a control of its own. */
function takeInstead(rig: Rig, handOver: HandOver, channel: number, [first]: readonly Chain[]): Fix[] {
  const taken = new Set(handOver.channels.map((c) => c.takes));
  const rows = rig.shaping.filter((s) => s.transmitter === handOver.to && s.control);
  const driven = rows.map((s) => s.channel).filter((n) => !taken.has(n) && n <= PPM.channels);
  if (!driven.length) return driveIt(rig, handOver, channel, first!);
  const takes = Math.min(...driven);
  const channels = handOver.channels.map((c) => (c.channel === channel ? { ...c, takes } : c));
  return [{ label: `Take its channel ${takes}`, edits: [{ kind: 'handOver', handOver: { ...handOver, channels } }] }];
}

/** A control of the second transmitter that suits the function and moves nothing else. */
function driveIt(rig: Rig, { to, channels }: HandOver, channel: number, { fn }: Chain): Fix[] {
  const takes = channels.find((c) => c.channel === channel)!.takes;
  const busy = new Set(rig.shaping.filter((s) => s.transmitter === to).map((s) => s.control));
  const { controls } = sheetOf(rig, to);
  const free = controls.filter((c) => !busy.has(c.id) && fitOf(fn, c).grade !== 'no' && !runsAcross(fn, c));
  const best = free.find((c) => fitOf(fn, c).grade === 'well') ?? free[0];
  if (!best) return [];
  const edit = { kind: 'shape' as const, transmitter: to, channel: takes, change: { control: best.id } };
  return [{ label: `Drive it by ${best.label}`, edits: [edit] }];
}
