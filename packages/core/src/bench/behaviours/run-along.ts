/** A drive on its line: how far it has gone, the ends that its keys set there, and that it goes past none of them. */
import { isWindowed } from '../../parts/index.js';
import type { BenchPart, HeardFunction, RunEnds } from '../compile.js';
import type { RunState } from '../state.js';
import { onGrid } from './grid.js';

/** A drive that has gone nowhere, with no end set: they are not kept through power-off. @source [practice] */
const UNSET: RunState = { placeS: 0, sinceMs: 0, way: 0, ends: [-Infinity, Infinity] };

/** Nearer than this it stands at its end: figures are added up, and fall short by a hair. */
const AT_END_S = 1e-9;

export const startRun = ({ ends }: BenchPart): RunState | null => (ends ? UNSET : null);

/** It stands where it stood, and knows no end. */
export const fallenRun = (run: RunState | null): RunState | null => run && { ...UNSET, placeS: run.placeS };

/**
 * Its place now, after it went so since it was last looked at.
 * @param before answers that it went by until now
 */
export function runTo(own: BenchPart, run: RunState, before: readonly number[], tMs: number): RunState {
  const share = shareOf(own, before);
  const by = (share * (tMs - run.sinceMs)) / 1000;
  // nothing that came up to an end by steps of the grid goes past it
  const placeS = Math.min(Math.max(run.placeS + by, run.ends[0]), run.ends[1]);
  return { placeS, sinceMs: tMs, way: share ? Math.sign(share) : run.way, ends: run.ends };
}

/** A key pressed sets the end that lies the way it last went; of what never went it sets none. */
export function endSet(run: RunState): RunState {
  if (!run.way) return run;
  return { ...run, ends: run.way > 0 ? [run.ends[0], run.placeS] : [run.placeS, run.ends[1]] };
}

/** Answers with the drive standing at its end, where it is asked to go past it. The array before is given back where nothing changes. */
export function heldAtEnd(
  { drive }: RunEnds,
  { placeS, ends }: RunState,
  answers: readonly number[],
  before: readonly number[],
): readonly number[] {
  const to = answers[drive]!;
  if (!(to > 0 ? placeS >= ends[1] - AT_END_S : to < 0 && placeS <= ends[0] + AT_END_S)) return answers;
  const held = answers.with(drive, 0);
  return held.every((a, i) => Object.is(a, before[i])) ? before : held;
}

/** When it comes to the end that lies before it, ms, at a moment of the grid; never where none does. */
export function endDueMs(own: BenchPart, { placeS, ends }: RunState, answers: readonly number[], tMs: number): number {
  const share = shareOf(own, answers);
  if (!share) return Infinity;
  return onGrid(tMs + (1000 * (ends[share > 0 ? 1 : 0] - placeS)) / share);
}

/** It goes along its line: it is somewhere else with every moment, however still the hands are. */
export const isRunning = (own: BenchPart, answers: readonly number[]): boolean => own.ends !== null && shareOf(own, answers) !== 0;

/** How fast it goes, −1…+1 of its full speed. */
function shareOf({ ends, functions }: BenchPart, answers: readonly number[]): number {
  const { drive } = ends!;
  const { range } = functions[drive]!.fn;
  const most = Math.max(Math.abs(range!.from), Math.abs(range!.to));
  return (answers[drive]! || 0) / most;
}

/** Whether a window entered is a press of a key: what springs back is by any, what stands by its highest, of three or more its lowest too. */
export function isPress({ fn }: HeardFunction, window: number): boolean {
  if (window < 0) return false;
  const from = (fn.windows ?? []).map((w) => w.fromUs);
  if (from.length < 2 || !isWindowed(fn)) return true;
  const at = from[window]!;
  return at === Math.max(...from) || (from.length > 2 && at === Math.min(...from));
}
