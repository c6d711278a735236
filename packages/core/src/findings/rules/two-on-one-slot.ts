import {
  chainsOfWishes,
  channelEdits,
  freeChannel,
  isAxis,
  isFlightChain,
  mayLeave,
  mismatchOf,
  repeatedBy,
  toldOn,
  type Chain,
} from '../../channels/index.js';
import type { Rig } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { homeChannel } from './flight-home.js';

/** Two functions that obey one slot; two axes of one controller fly as one. A payload on a channel that flies is another finding. */
export const oneSlotRule: Rule = ({ rig, chains }) => {
  // a plug for a bus in a pulse pin: its functions are all on the slot of that pin only while it stays there
  const isHeard = (c: Chain): boolean =>
    c.path.every(({ kind, troubles }) => kind !== 'pulse' || !troubles.includes('wrong type'));
  const onSlot = chains.filter((c) => c.slot !== null && c.carrier && c.transmitter && isHeard(c));
  return [...groupBy(onSlot, (c) => `${c.transmitter!.id} ${c.slot}`).values()].flatMap((same): RuleResult[] => {
    if (same.length < 2 || areMeant(rig, chains, same) || isOneInput(same)) return [];
    const astray = same.filter(isFlightChain);
    if (astray.length && !isFlownTogether(same)) return [];
    return [
      {
        rule: 'two-on-one-slot',
        mark: astray.length ? 'stop' : 'watch',
        station: 'channels',
        subjects: [...new Set(same.map((c) => c.part.id))],
        apart: String(same[0]!.slot!),
        figures: [
          { name: 'slot', value: same[0]!.slot! },
          { name: 'count', value: same.length },
          { name: 'functions', value: same.map((c) => `${c.part.label} ${c.fn.label.toLowerCase()}`).join(', ') },
        ],
        // what hangs on one pin has the slot of that pin, whichever it is
        fixes: () =>
          astray.length ? sentHome(rig, chains, astray) : isOnePinFor(same) ? [] : parted(rig, chains, same),
      },
    ];
  });
};

/** An axis of flight, and something else that its controller reads there. A switch that arms and sets a mode may be one. */
const isFlownTogether = (same: readonly Chain[]): boolean =>
  same.every(isFlightChain) &&
  same.some((axis) => isAxis(axis.fn.what) && same.some((c) => c !== axis && c.part.id === axis.part.id));

/** The axis that is not where it is looked for goes there. */
function sentHome(rig: Rig, chains: readonly Chain[], flown: readonly Chain[]): Fix[] {
  for (const chain of flown) {
    const home = homeChannel(rig, chains, chain);
    if (home !== null && home !== chain.slot)
      return [{ label: `Move ${chain.fn.label.toLowerCase()} to channel ${home}`, edits: toldOn(rig, chain, home) }];
  }
  return [];
}

const pinOf = (chain: Chain): string | null => {
  const [first] = chain.path;
  return first?.kind === 'pulse' ? `${first.talker.part.id}.${first.talker.link.id}` : repeatedBy(chain);
};

/**
 * Several that do the same, each of them wished for: by one pin or output, since that is split for them (two cameras of a mapper, by a Y
 * lead), or by one control that all the wishes name. What does one thing and another is meant where both are so: a winch in and out by
 * the two contacts of a box on one pin.
 */
function areMeant(rig: Rig, chains: readonly Chain[], same: readonly Chain[]): boolean {
  const wished = chainsOfWishes(rig, chains);
  if (!same.every((c) => wished.has(c))) return false;
  const pins = new Set(same.map(pinOf));
  const named = new Set(same.map((c) => wished.get(c)!.control));
  const [onePin, oneControl] = [pins, named].map((all) => all.size === 1 && !all.has(null));
  return new Set(same.map((c) => c.fn.what)).size > 1 ? onePin! && oneControl! : onePin! || oneControl!;
}

/** One input of one part, in whose windows it does one thing or another: a trigger that films low and shoots high, a key that sets either end. */
function isOneInput(same: readonly Chain[]): boolean {
  const inputs = new Set(same.map(({ part, path }) => `${part.id}.${path.at(-1)?.listener.link.id}`));
  if (inputs.size > 1 || same.some((c) => !c.fn.windows?.length)) return false;
  const windows = same.flatMap((c) => c.fn.windows!.map((w) => ({ ...w, of: c })));
  const overlap = (a: (typeof windows)[number], b: typeof a): boolean => a.fromUs < b.toUs && b.fromUs < a.toUs;
  return windows.every((a) => windows.every((b) => a.of === b.of || !overlap(a, b)));
}

/** Two of them are told by one and the same pin, or output. */
const isOnePinFor = (same: readonly Chain[]): boolean => {
  const pins = same.map(pinOf).filter((pin) => pin !== null);
  return new Set(pins).size < pins.length;
};

/** The one that is not driven as it was wished moves, else one that nobody wished for, else the last; none that would lose its wish. */
function parted(rig: Rig, chains: readonly Chain[], same: readonly Chain[]): Fix[] {
  const wishes = chainsOfWishes(rig, chains);
  const rank = (c: Chain): number => {
    const wish = wishes.get(c);
    return wish ? (mismatchOf(rig, wish, c) === null ? 2 : 0) : 1;
  };
  const [moves] = same
    .toReversed()
    .filter((c) => !c.shaping?.locked && mayLeave(rig, chains, c))
    .sort((a, b) => rank(a) - rank(b));
  const free = moves ? freeChannel(rig, chains, moves) : null;
  if (!moves || free === null) return [];
  const label = `Move ${moves.fn.label.toLowerCase()} to channel ${free}`;
  return [{ label, edits: channelEdits(rig, chains, moves, free) }];
}
