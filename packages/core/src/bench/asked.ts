/** Whether what a screen asks comes to the part that does it. */
import { asksOf, type Ask } from '../channels/index.js';
import type { PartFunction } from '../parts/index.js';
import type { Bench, BenchPart } from './compile.js';
import { isAwakeAt, partIndex } from './run.js';
import type { BenchState } from './state.js';

/** Sight of a function that an app asks, and what it reads when all is well. */
export const askedSight = (part: string, fn: string): string => `${part}.${fn}-asked`;
export const ANSWERS = 'answers';

const ofScreens = ({ sheet }: BenchPart): PartFunction[] =>
  sheet.functions.filter((fn) => fn.askedBy.some((way) => way.by === 'screen'));

/** Ways from a screen that reach a function, first the one that its sheet prefers. */
const waysTo = ({ rig }: Bench, { part }: BenchPart, fn: PartFunction): Ask[] =>
  asksOf(rig, { part, fn }).filter((ask) => ask.way.by === 'screen' && !ask.breaks);

/** Each function that a screen may ask: by any way of which all parts are awake. */
export const askedSights = (bench: Bench, own: BenchPart): [string, (state: BenchState) => string | null][] =>
  ofScreens(own).map((fn) => {
    const ways = waysTo(bench, own, fn).map((ask) => ask.parts.map((id) => partIndex(bench, id)));
    return [
      askedSight(own.part.id, fn.id),
      (state) => (ways.some((way) => way.every((i) => isAwakeAt(state, i))) ? ANSWERS : null),
    ];
  });

/** All that an answer hangs on, to be compared. */
export const askedText = (bench: Bench, own: BenchPart): unknown =>
  ofScreens(own).map((fn) => [
    fn.id,
    waysTo(bench, own, fn).map((ask) =>
      ask.parts.map((id) => {
        const { feed, startsMs } = bench.parts[partIndex(bench, id)]!;
        return [id, feed, startsMs];
      }),
    ),
  ]);
