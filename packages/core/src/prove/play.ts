import {
  benchControls,
  isQuiet,
  quietened,
  runBench,
  setControls,
  turnsCraft,
  type Bench,
  type BenchState,
  type Sights,
} from '../bench/index.js';
import { Misuse } from '../units/index.js';
import { judge, startJudging, type Verdict } from './judge.js';
import { looker, looksAt } from './look.js';
import type { CheckStep } from './step.js';

/** Time for a set-up to settle and for a flick to be long enough to be heard, ms. */
const SETTLE_MS = 400;
const FLICK_MS = 120;
/** A control nearer to its mark than this share of half its travel stands at it. */
const AWAY = 0.2;
/** No line waits longer from frame to frame, ms. */
const FRAME_MS = 50;
/** Past any judge's patience. */
const FOR_EVER_MS = 1e7;
/** How often the judge looks, ms. */
const LOOK_MS = 10;

/**
 * Makes a step's gestures on the simulated transmitter, from idle controls, and judges what the bench gives.
 * @param hasty does not wait while the bench is quiet: what holds then holds for ever, what does not never will
 * @throws {Misuse} for a step that only eyes can tell
 */
export function playStep(
  bench: Bench,
  from: BenchState,
  step: CheckStep,
  { hasty = false }: { hasty?: boolean } = {},
): { state: BenchState; verdict: Verdict } {
  if (step.byEye) throw new Misuse(`step "${step.id}" is for eyes, and cannot be played`);
  // a plan may be played on another rig than its own: what is not there cannot be moved
  if (!step.moves.every((m) => isOnBench(bench, m.control)))
    return { state: from, verdict: { passed: false, expected: step.expectText, saw: 'no answer', tookMs: 0 } };
  // time that a quiet bench was not run for has passed all the same, for whoever waits
  let skippedMs = 0;
  const stand = (now: BenchState, forMs: number): BenchState => {
    const then = hasty ? quietened(bench, now, forMs) : runBench(bench, now, forMs);
    skippedMs += forMs - (then.tMs - now.tMs);
    return then;
  };
  let state = stand({ ...from, controls: {} }, SETTLE_MS);
  // a control that is set first and then moved starts where it was set
  const awayFirst = step.moves[0] ? { [step.moves[0].control]: restAway(bench, step) } : {};
  state = stand(setControls(state, { ...awayFirst, ...step.setUp }), SETTLE_MS);
  const looks = looksAt(step);
  const read = looker(bench, looks);
  let judging = startJudging(step, read(state), state.tMs + skippedMs);
  const rest = new Rest(step);
  const look = (): Verdict | null => {
    const sights = read(state);
    const lookOnce = (atMs: number): Verdict | null => {
      const seen = judge(judging, benchControls(bench, state), sights, atMs);
      judging = seen.judging;
      return seen.verdict;
    };
    const verdict = lookOnce(state.tMs + skippedMs);
    if (verdict || !hasty || judging.made < step.moves.length) return verdict;
    // what stands still stays so: it holds for ever, or never will
    return rest.look(sights, state.tMs, isQuiet(bench, state)) ? lookOnce(state.tMs + skippedMs + FOR_EVER_MS) : null;
  };
  for (const move of step.moves) {
    look();
    state = setControls(state, { [move.control]: move.to });
    look();
    state = stand(state, Math.max(FLICK_MS, move.holdMs ?? 0));
  }
  for (;;) {
    const verdict = look();
    if (verdict) return { state: radiosOn(bench, state), verdict };
    state = runBench(bench, state, LOOK_MS);
  }
}

const isOnBench = ({ parts }: Bench, control: string): boolean =>
  turnsCraft(control) || parts.some((p) => p.radio === control || Object.values(p.names).includes(control));

/** Whether anything that a step looks at still moves: the bench is quiet, and what counts frames, if that is looked at, has had time for one. */
class Rest {
  private last: readonly (Sights[string] | undefined)[] = [];
  private sinceMs = 0;
  private readonly counters: readonly string[];

  constructor(step: CheckStep) {
    this.counters = looksAt(step).filter((sight) => sight.endsWith('.frames'));
  }

  look(sights: Sights, tMs: number, isQuietNow: boolean): boolean {
    if (!this.counters.length) return isQuietNow;
    const now = this.counters.map((sight) => sights[sight]);
    if (!isQuietNow || now.length !== this.last.length || now.some((s, i) => !Object.is(s, this.last[i]))) {
      this.last = now;
      this.sinceMs = tMs;
    }
    return tMs - this.sinceMs >= FRAME_MS;
  }
}

/** A transmitter that was switched off for a step is on again after it. */
function radiosOn(bench: Bench, state: BenchState): BenchState {
  const off = bench.parts.filter((p) => (state.controls[p.radio] ?? 1) < 0);
  return off.length ? setControls(state, Object.fromEntries(off.map((p) => [p.radio, 1]))) : state;
}

/** A control starts at rest; where that is its mark, at the other end, so that the gesture can be told from standing there. */
function restAway(bench: Bench, step: CheckStep): number {
  const { control, to } = step.moves[0]!;
  if (turnsCraft(control)) return 0;
  if (step.moves.length > 1) return to;
  const rest = bench.parts.flatMap((p) =>
    p.sheet.controls.filter((c) => p.names[c.id] === control).map((c) => p.idle[c.id]!),
  )[0];
  if (rest !== undefined && Math.abs(rest - to) > AWAY) return rest;
  return to === 1 ? -1 : 1;
}
