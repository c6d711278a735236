/** Packs that stand on top of one another, since something here wants their volts together. */
import { packV } from '../rails/index.js';
import type { Sheet, Source, Supply } from '../parts/index.js';
import type { Part } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import type { BenchView } from './bench-view.js';

/** Packs of one class in series, the lowest first: its minus and the plus of the last are what they give by. */
export interface Stack {
  packs: readonly Part[];
  sheet: Sheet;
  /** One of them as its sheet has it. */
  each: Source;
}

/** More are put together by nobody at a bench. */
const MOST = 4;
/** Charge above which a pack spends most of a run. @source [mem] */
export const MOST_OF_A_RUN = 0.3;

type Parts = BenchView['parts'];
/** By what locked leads end on, which each view of a bench has of its own. */
const STACKS = new WeakMap<ReadonlySet<string>, readonly Stack[]>();

/**
 * Stacks that a bench needs: all packs of one class, where some supply takes their volts together and nothing here gives it any that it
 * takes. Packs that a locked cable is on stand as they do.
 */
export function stacksOf({ parts, taken }: Pick<BenchView, 'parts' | 'taken'>): readonly Stack[] {
  let known = STACKS.get(taken);
  if (!known) STACKS.set(taken, (known = findStacks(parts, taken)));
  return known;
}

function findStacks(parts: Parts, taken: ReadonlySet<string>): Stack[] {
  const packs = parts.filter(({ sheet }) => sheet.sources.length === 1 && sheet.sources[0]!.pack);
  return [...groupBy(packs, ({ part }) => part.class).values()].flatMap((own): Stack[] => {
    const { sheet } = own[0]!;
    const [each] = sheet.sources as [Source];
    const isFree = own.every(({ part }) =>
      [each.plus, each.minus].every((at) => !taken.has(`${part.id}.${at.port}.${at.pin}`)),
    );
    if (own.length < 2 || own.length > MOST || !isFree || !isWanted(parts, each, own.length)) return [];
    return [{ packs: own.map(({ part }) => part), sheet, each }];
  });
}

/** Somebody takes so many together and no source here by itself, and nobody takes one of them and nothing else that there then is. */
function isWanted(parts: Parts, each: Source, count: number): boolean {
  const { pack } = each;
  const suits = (volts: readonly [number, number], [low, high]: readonly [number, number]): boolean =>
    volts[0] >= low && volts[1] <= high;
  const usual = (cells: number): readonly [number, number] => [
    packV(cells, MOST_OF_A_RUN, pack!.chemistry),
    packV(cells, 1, pack!.chemistry),
  ];
  const others = parts.flatMap(({ sheet }) => sheet.sources.filter((s) => s !== each).map(usualOf));
  const [one, all] = [usual(pack!.cells), usual(pack!.cells * count)];
  const takes = (volts: readonly [number, number], by: Supply): boolean => suits(volts, by.volts);
  const asking = parts.flatMap(({ sheet }) => sheet.supplies.filter((s) => !s.optional));
  const open = asking.filter((s) => !others.some((volts) => takes(volts, s)));
  return open.some((s) => takes(all, s) && !takes(one, s)) && open.every((s) => takes(all, s) || !takes(one, s));
}

const usualOf = ({ fixedV, regulator, pack }: Source): readonly [number, number] => {
  const fixed = fixedV ?? regulator?.volts;
  if (fixed !== undefined) return [fixed, fixed];
  const { cells = 0, chemistry } = pack ?? {};
  return [packV(cells, MOST_OF_A_RUN, chemistry), packV(cells, 1, chemistry)];
};

/** What a stack gives, as if it were one pack. */
export const stackSource = ({ packs, each }: Stack): Source => ({
  ...each,
  outOhm: each.outOhm * packs.length,
  pack: { ...each.pack!, cells: each.pack!.cells * packs.length },
});
