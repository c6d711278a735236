import { labelOf } from '../rig/index.js';
import type { PosedProblem } from './pose.js';
import type { Demand } from './poser.js';
import type { Option } from './problem.js';

/** A demand that stays open, and why. */
export interface Unmet {
  demand: string;
  wish: string | null;
  part: string | null;
  why: string;
}

/** A demand as a person reads it. */
export const demandText = ({ demands }: PosedProblem, need: string): string => demands.get(need)?.text ?? need;

/** The need at which every way to meet one ends, itself or one that its ways wake; null when some way is open. */
function deadEnd(options: readonly Option[], need: string, above: readonly string[] = []): string | null {
  const ways = options.filter((o) => !o.open && o.covers.includes(need));
  if (!ways.length) return need;
  const ends = ways.map(
    (way) =>
      way.wakes.flatMap((w) => (above.includes(w) ? [] : (deadEnd(options, w, [...above, need]) ?? [])))[0] ?? null,
  );
  return ends.every((end) => end !== null) ? ends[0]! : null;
}

/** Why a demand stays open whose ways all end at another; a supply names what would have fed it itself. */
function lackOf({ view }: PosedProblem, demand: Demand, end: Demand): string {
  if (end === demand || demand.need.startsWith('feed ')) return demand.lacks();
  const why = end.lacks();
  const label = end.part !== null && end.part !== demand.part ? labelOf(view.rig, end.part) : '';
  return label && !why.includes(label) ? `${label}: ${why}` : why;
}

const MOST_NAMED = 4;

/** What a proposal left open, with the reason: nothing here meets it, or what it clashes with. */
export function unmetOf(posed: PosedProblem, option: Option, clashes: string[][]): Unmet {
  const need = option.covers[0]!;
  const demand: Demand = posed.demands.get(need)!;
  const ways = posed.problem.options.some((o) => !o.open && o.covers.includes(need));
  const dead = ways ? null : (deadEnd(posed.thought, need) ?? need);
  const clash = clashes.find((c) => c.includes(need)) ?? clashes[0];
  const against = (clash ?? []).filter((n) => n !== need).map((n) => demandText(posed, n));
  const why = dead
    ? lackOf(posed, demand, posed.demands.get(dead)!)
    : against.length
      ? `not together with: ${against.slice(0, MOST_NAMED).join(', ')}${against.length > MOST_NAMED ? ` and ${against.length - MOST_NAMED} more` : ''}`
      : 'the parts run out';
  return { demand: demand.text, wish: demand.wish, part: demand.part, why };
}
