import { flies } from '../../parts/index.js';
import {
  byEachHand,
  gripOf,
  armsAt,
  asksAt,
  forward,
  restChange,
  type Chain,
  type HandChain,
} from '../../channels/index.js';
import type { Edit, Rig } from '../../rig/index.js';
import type { Figure, Fix, Rule, RuleResult } from '../finding.js';
import { sendFix, whoMoves } from './chain-parts.js';

/** Up or right asks for less, or a button asks while nobody presses it: it works the wrong way. @source [practice] */
export const wrongWayRule: Rule = ({ rig, chains }) =>
  chains.flatMap(byEachHand).flatMap((chain): RuleResult[] => {
    const { part, fn, slot } = chain;
    if (chain.breaks || (flies(chain.sheet) && fn.what !== 'arm') || slot === null) return [];
    const figures = ACTS.has(fn.takes) || fn.what === 'arm' ? askedAtRest(rig, chain) : fallsUpward(chain);
    if (!figures) return [];
    return [
      {
        rule: 'wrong-way',
        mark: 'watch',
        station: 'channels',
        subjects: [part.id],
        figures: [...whoMoves(chain), ...figures],
        // what flies is turned round by whoever flies it
        fixes: () =>
          flies(chain.sheet)
            ? []
            : (restFix(chain, chains) ?? [{ label: 'Turn it round', edits: [turned(rig, chain)] }]),
      },
    ];
  });

/** What acts when it is asked, and is not asked at rest. */
const ACTS: ReadonlySet<string> = new Set(['pulse', 'momentary']);

/** What an axis gives at the ends of its control, where up is less than down. */
function fallsUpward(chain: Chain): Figure<'low' | 'high'>[] | null {
  const [low, high] = [forward(chain, -1), forward(chain, 1)];
  if (!low || !high || !('value' in low.demand) || !('value' in high.demand)) return null;
  if (high.demand.value >= low.demand.value) return null;
  const { unit } = chain.fn.range!;
  return [
    { name: 'low', value: low.demand.value, unit },
    { name: 'high', value: high.demand.value, unit },
  ];
}

/** Width a control sends while nobody touches it, where that is what its function waits for. */
function askedAtRest(rig: Rig, chain: HandChain): Figure<'at rest'>[] | null {
  const { at } = gripOf(rig, chain);
  const rest = forward(chain, at);
  const isAsked = (position: number): boolean =>
    chain.fn.what === 'arm' ? armsAt(chain, position) : asksAt(chain, position);
  return rest && isAsked(at) && !isAsked(1) ? [{ name: 'at rest', value: rest.arrivesUs, unit: 'µs' }] : null;
}

/** Where the press asks something else by the same pulse, it rests between the two. */
function restFix(chain: Chain, chains: readonly Chain[]): Fix[] | null {
  const change = restChange(chain, chains);
  if (!change) return null;
  return chain.shaping!.locked ? [] : [sendFix(chain, 'Let it rest between the two', change)];
}

/** Round at the device where it was told there, else at the transmitter. */
function turned(rig: Rig, { part, fn, setup, second, shaping }: Chain): Edit {
  const { transmitter, channel, reverse } = shaping!;
  // what both hands move is turned round for the one it is wrong for
  return !second && rig.bindings.some((b) => b.part === part.id && b.fn === fn.id)
    ? { kind: 'tune', part: part.id, fn: fn.id, change: { reverse: !setup.reverse } }
    : { kind: 'shape', transmitter, channel, change: { reverse: !reverse } };
}
