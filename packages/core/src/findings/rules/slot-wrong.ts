import {
  carriedBy,
  channelEdits,
  flightChannels,
  flightSlot,
  freeChannel,
  isFlightChain,
  mayLeave,
  toldOn,
  type Chain,
} from '../../channels/index.js';
import { slotsOf } from '../../parts/index.js';
import { sheetOf } from '../../rig/index.js';
import type { Figure, Fix, Rule, RuleContext, RuleResult } from '../finding.js';
import { homeChannel } from './flight-home.js';
import { useBetter } from './use-better.js';

const told = (chains: readonly Chain[]): Chain[] => chains.filter((c) => c.slot !== null && c.carrier && c.transmitter);

/** Moves a function to a channel that it may have; none when all are taken or its row is locked. */
function moved(context: RuleContext, chain: Chain): Fix[] {
  const { rig, chains } = context;
  if (isFlightChain(chain)) return backInPlace(context, chain);
  // a slot over a wire that talks otherwise is an accident of the wiring: moved, it would drag along what else hangs there
  if (chain.path.some((way) => way.troubles.includes('wrong type'))) return [];
  const stays = chain.shaping?.locked || !mayLeave(rig, chains, chain);
  const to = stays ? null : freeChannel(rig, chains, chain);
  return to === null ? [] : [{ label: `Move it to channel ${to}`, edits: channelEdits(rig, chains, chain, to) }];
}

/** An axis of flight goes to the channel where it is looked for and to whatever flies it there, nowhere else. */
function backInPlace({ rig, chains }: RuleContext, chain: Chain): Fix[] {
  const home = homeChannel(rig, chains, chain);
  return home === null ? [] : [{ label: `Move it to channel ${home}`, edits: toldOn(rig, chain, home) }];
}

function base(
  chain: Chain,
): Pick<RuleResult, 'mark' | 'station' | 'subjects'> & { figures: Figure<'part' | 'function' | 'slot'>[] } {
  return {
    mark: 'stop',
    station: 'channels',
    subjects: [chain.part.id, chain.transmitter!.id],
    figures: [
      { name: 'part', value: chain.part.id },
      { name: 'function', value: chain.fn.label },
      { name: 'slot', value: chain.slot! },
    ],
  };
}

/** A function told on a slot that its device does not listen to. */
export const slotNotAllowedRule: Rule = (context) =>
  told(context.chains).flatMap((chain): RuleResult[] => {
    const slots = slotsOf(chain.fn);
    if (!slots || slots.includes(chain.slot!)) return [];
    const own = base(chain);
    return [
      {
        ...own,
        rule: 'slot-not-allowed',
        figures: [...own.figures, { name: 'listens on', value: slots.join(', '), source: 'part sheet' }],
        fixes: () => moved(context, chain),
      },
    ];
  });

/** A channel that the transmitter, the receiver or a lead on the way does not carry. */
export const channelBeyondRule: Rule = (context) =>
  told(context.chains).flatMap((chain): RuleResult[] => {
    const most = carriedBy(chain, sheetOf(context.rig, chain.transmitter!.id));
    if (chain.slot! <= most) return [];
    const own = base(chain);
    return [
      {
        ...own,
        rule: 'channel-beyond',
        figures: [...own.figures, { name: 'carried', value: most, source: 'part sheet' }],
        fixes: () => moved(context, chain),
      },
    ];
  });

/** A payload asked by a channel, or by a stick, that flies the craft. @source [practice] it must not fly so */
export const flightSharedRule: Rule = (context) => {
  const flying = flightChannels(context.rig, context.chains);
  return told(context.chains).flatMap((chain): RuleResult[] => {
    const channels = flying.get(chain.transmitter!.id);
    if (!channels || isFlightChain(chain)) return [];
    if (channels.has(chain.slot!)) return [flownToo(context, chain, chain.slot!, () => moved(context, chain))];
    const stick = context.rig.shaping.find(
      (s) =>
        s.transmitter === chain.transmitter!.id &&
        channels.has(s.channel) &&
        s.control &&
        s.control === chain.control?.id,
    );
    if (!stick) return [];
    return [flownToo(context, chain, stick.channel, () => useBetter(context, chain))];
  });
};

function flownToo(context: RuleContext, chain: Chain, channel: number, fixes: () => Fix[]): RuleResult {
  const own = base(chain);
  return { ...own, rule: 'flight-shared', figures: [...own.figures, ...flownBy(context, chain, channel)], fixes };
}

function flownBy({ rig, chains }: RuleContext, chain: Chain, channel: number): Figure<'control' | 'flies'>[] {
  const by = chains.filter(
    (c) =>
      isFlightChain(c) &&
      flightSlot(rig, c) === channel &&
      (!c.transmitter || c.transmitter.id === chain.transmitter!.id),
  );
  return [
    { name: 'control', value: chain.control?.label ?? 'nothing' },
    { name: 'flies', value: by.map((c) => c.fn.label.toLowerCase()).join(', ') },
  ];
}
