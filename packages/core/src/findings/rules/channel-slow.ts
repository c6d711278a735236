import {
  byEachHand,
  gripOf,
  holdingWindow,
  isFlightChain,
  asksAt,
  restPositions,
  secondsBetween,
  secondsToWindow,
  type HandChain,
} from '../../channels/index.js';
import { springs } from '../../parts/index.js';
import type { Rig } from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { sendFix, whoMoves } from './chain-parts.js';

/** A kill is waited for no longer, s. @source [mem] */
const KILL_S = 0.3;
/** A drive let go at full goes on no longer, s. @source [mem] */
const COAST_S = 2;
/** A press that is shorter than this is none, s. @source [mem] */
const PRESS_S = 0.5;

/** A channel that follows its control so slowly that a kill comes late, a drive goes on, or a press is over before it arrives. @source [derived] */
export const channelSlowRule: Rule = ({ rig, chains }) =>
  chains
    .filter((c) => !c.breaks && !isFlightChain(c))
    .flatMap(byEachHand)
    .flatMap((chain): RuleResult[] => {
      const { endToEndS, locked } = chain.shaping;
      const late = endToEndS ? lateOf(rig, chain) : null;
      if (!endToEndS || !late) return [];
      return [
        {
          rule: 'channel-slow',
          mark: late.what === 'holds' ? 'stop' : 'watch',
          station: 'channels',
          subjects: [chain.part.id, chain.transmitter.id],
          figures: [
            ...whoMoves(chain),
            { name: 'late', value: late.what },
            { name: 'after', value: roundTo(late.seconds, 1), unit: 's' },
            { name: 'end to end', value: endToEndS, unit: 's' },
          ],
          fixes: () => (locked ? [] : [sendFix(chain, 'Send it at once', { endToEndS: 0 })]),
        },
      ];
    });

/** What comes too late, and by how much. */
interface Late {
  what: 'holds' | 'goes on' | 'press';
  seconds: number;
}

function lateOf(rig: Rig, chain: HandChain): Late | null {
  const { fn, control } = chain;
  const places = restPositions(control.kind);
  if (fn.what === 'drive') {
    const seconds = Math.max(secondsBetween(chain, 1, 0), secondsBetween(chain, -1, 0));
    return seconds >= COAST_S ? { what: 'goes on', seconds } : null;
  }
  const holds = HOLDS.has(fn.what) ? holdingWindow(fn) : undefined;
  if (holds) {
    const held = places.filter((to) => asksAt(chain, to, holds.label));
    const seconds = Math.max(0, ...held.flatMap((to) => places.map((from) => secondsToWindow(chain, from, to))));
    return seconds > KILL_S ? { what: 'holds', seconds } : null;
  }
  if (!PRESSED.has(fn.takes) || !springs(control)) return null;
  const { at: rest } = gripOf(rig, chain);
  const pressed = places.filter((to) => asksAt(chain, to) && to !== rest);
  const seconds = Math.max(0, ...pressed.map((to) => secondsToWindow(chain, rest, to)));
  return seconds > PRESS_S ? { what: 'press', seconds } : null;
}

const HOLDS: ReadonlySet<string> = new Set(['brake', 'standby']);
const PRESSED: ReadonlySet<string> = new Set(['pulse', 'momentary', 'steps']);
