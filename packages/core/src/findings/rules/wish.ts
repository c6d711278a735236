import {
  fillChannels,
  doersOfWishes,
  isFlightChain,
  nameOf,
  setUpTwoOperators,
  type Chain,
  type Doer,
} from '../../channels/index.js';
import { carryOut, partsWithSheets, pilotTransmitter, type Edit, type Wish } from '../../rig/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';
import { wishesKept } from './wishes-kept.js';

/** Wishes that are not granted: no part does it, no way reaches it yet, or something else drives it than was named. */
export const wishRule: Rule = (context) => {
  const doers = doersOfWishes(context.rig, context.chains);
  return context.wishes.flatMap((state): RuleResult[] => {
    if (state.state === 'granted') return [];
    const doer = doers.get(state.wish);
    const chain = doer?.chain;
    const { classes } = state;
    return [
      {
        rule:
          state.state === 'impossible'
            ? 'wish-impossible'
            : state.state === 'otherwise'
              ? 'wish-otherwise'
              : 'wish-open',
        mark: 'watch',
        station: state.state === 'otherwise' ? 'channels' : 'brief',
        subjects: subjectsOf(context.rig, state.wish, doer),
        figures: [
          { name: 'wish', value: state.wish.label },
          { name: 'why', value: state.why },
          ...(classes
            ? [{ name: 'classes' as const, value: classes.map((c) => c.name).join(', ') || 'none on the shelf' }]
            : []),
        ],
        fixes: () =>
          state.state === 'impossible'
            ? [{ label: 'Drop the wish', edits: [{ kind: 'removeWish', wish: state.wish.id }] }]
            : chain
              ? askedFix(context, state.wish, chain)
              : [],
      },
    ];
  });
};

/**
 * What the wish is about: the part, and the parts its way runs through. Where it is open which part, those that could; where none
 * could, the hands that would ask for it.
 */
function subjectsOf(rig: RuleContext['rig'], wish: Wish, doer: Doer | undefined): string[] {
  if (doer?.ask) return [...new Set([doer.chain.part.id, ...doer.ask.parts])];
  const chain = doer?.chain;
  if (chain) return [...new Set([chain.part.id, ...chain.path.flatMap((c) => [c.talker.part.id, c.listener.part.id])])];
  if (wish.part) return [wish.part];
  const could = partsWithSheets(rig).filter(({ sheet }) => sheet.functions.some((f) => f.what === wish.what));
  return could.length ? could.map(({ part }) => part.id) : [pilotTransmitter(rig) ?? []].flat();
}

/** Gives a wish what it names, where the wiring is there: its control, channel or operator. None where that takes from others. */
function askedFix({ rig, chains, conversations }: RuleContext, wish: Wish, chain: Chain): Fix[] {
  if (chain.path.some((c) => c.troubles.length) || !chain.transmitter) return [];
  if (isFlightChain(chain)) return [];
  const setUp = wish.by === 'camera operator' && !chain.second ? setUpTwoOperators(rig) : null;
  if (setUp) return setUp.ok && grants(rig, setUp.edits, wish) ? [{ label: 'Hand it over', edits: setUp.edits }] : [];
  const holders = chains.filter(
    (c) => c !== chain && wish.control !== null && c.control?.id === wish.control && !isNamed(rig, c),
  );
  const open = new Set([chain, ...holders].map(nameOf));
  const { edits, unsolved } = fillChannels(rig, { reopen: open, only: open }, chains, conversations);
  if (unsolved || !grants(rig, edits, wish)) return [];
  const label = wish.control ? 'Put it on what was named' : 'Give it a control';
  return [{ label, edits }];
}

/** Its own wish names the control it has. */
const isNamed = (rig: RuleContext['rig'], chain: Chain): boolean =>
  rig.wishes.some((w) => w.what === chain.fn.what && w.control === chain.control?.id);

/** Whether edits grant a wish and take none that is granted away. */
function grants(rig: RuleContext['rig'], edits: Edit[], wish: Wish): boolean {
  const states = edits.length ? wishesKept(rig, carryOut(rig, edits).rig) : null;
  return states?.some((s) => s.wish.id === wish.id && s.state === 'granted') ?? false;
}
