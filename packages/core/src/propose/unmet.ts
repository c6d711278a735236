import { labelOf } from '../rig/index.js';
import { listed } from '../units/index.js';
import { otherAir } from './air-modes.js';
import type { PosedProblem } from './wiring-problem.js';
import type { Demand } from './poser.js';
import type { Option } from './problem.js';
import { shortageText } from './shortage.js';

/** A demand that stays open, and why. */
export interface Unmet {
  demand: string;
  wish: string | null;
  part: string | null;
  why: string;
}

/** A demand as a person reads it. */
export const demandText = ({ demands }: PosedProblem, need: string): string => demands.get(need)?.text ?? need;

/** Ways to meet each need, of some options. */
function waysTo(options: readonly Option[]): Map<string, Option[]> {
  const ways = new Map<string, Option[]>();
  for (const option of options.filter((o) => !o.open))
    for (const need of option.covers) {
      const known = ways.get(need);
      if (known) known.push(option);
      else ways.set(need, [option]);
    }
  return ways;
}

/** Where every way to meet a need ends: at itself or at a need that its ways wake; null when some way is open. */
function deadEnds(options: readonly Option[]): (need: string) => string | null {
  const ways = waysTo(options);
  const known = new Map<string, string | null>();
  const endOf = (need: string): string | null => {
    if (known.has(need)) return known.get(need)!;
    // what wakes itself again is no reason
    known.set(need, null);
    const own = ways.get(need) ?? [];
    const ends = own.map((way) => way.wakes.map(endOf).find((end) => end !== null) ?? null);
    const end = !own.length ? need : ends.every((e) => e !== null) ? ends[0]! : null;
    known.set(need, end);
    return end;
  };
  return endOf;
}

/** Why a demand stays open whose ways all end at another; a supply names what would have fed it itself. */
function lackOf({ view }: PosedProblem, demand: Demand, end: Demand): string {
  if (end === demand || demand.need.startsWith('feed ')) return demand.lacks();
  const why = end.lacks();
  const label = end.part !== null && end.part !== demand.part ? labelOf(view.rig, end.part) : '';
  return label && !why.includes(label) ? `${label}: ${why}` : why;
}

const MOST_NAMED = 4;

/** What a proposal left open, each with the reason: nothing here meets it, or what it clashes with. */
export function unmetOf(
  posed: PosedProblem,
  open: readonly Option[],
  clashes: string[][],
  chosen: ReadonlySet<string>,
): Unmet[] {
  const ways = waysTo(posed.problem.options);
  const endOf = deadEnds(posed.thought);
  return open.map((option) => {
    const need = option.covers[0]!;
    const demand = posed.demands.get(need)!;
    const why = ways.has(need)
      ? shortageText(posed, need, chosen) || airText(posed, need, ways) || clashText(posed, need, clashes)
      : lackOf(posed, demand, posed.demands.get(endOf(need) ?? need)!);
    return { demand: demand.text, wish: demand.wish, part: demand.part, why };
  });
}

/** A wish for one transmitter, where all that could do it hears another. */
function airText({ view, demands }: PosedProblem, need: string, ways: ReadonlyMap<string, readonly Option[]>): string {
  const apart = (ways.get(need) ?? []).map((way) => otherAir(way, (n) => ways.get(n) ?? []));
  const first = apart[0];
  if (!first || apart.some((a) => !a) || demands.get(need)?.wish === null) return '';
  const others = listed(first.others.map((id) => labelOf(view.rig, id)));
  return `it is asked of ${labelOf(view.rig, first.own)}, and what could tell it hears ${others}`;
}

function clashText(posed: PosedProblem, need: string, clashes: string[][]): string {
  const clash = clashes.find((c) => c.includes(need)) ?? clashes[0] ?? [];
  const against = clash.filter((n) => n !== need).map((n) => demandText(posed, n));
  const more = against.length - MOST_NAMED;
  if (!against.length) return 'the parts run out';
  return `not together with: ${against.slice(0, MOST_NAMED).join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
}
