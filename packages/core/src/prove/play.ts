import {
  BENCH_STEP_MS,
  LOST_AFTER_MS,
  benchControls,
  runBench,
  setControls,
  stepBench,
  type Bench,
  type BenchState,
  type Sights,
} from '../bench/index.js';
import { Misuse } from '../units/index.js';
import { judge, startJudging, type Judging, type Verdict } from './judge.js';
import { lookAt, looksAt } from './look.js';
import { looksOf, type CheckStep } from './step.js';

/** Time for a set-up to settle and for a flick to be long enough to be heard, ms. */
const SETTLE_MS = 400;
const FLICK_MS = 120;
/** A control nearer to its mark than this share of half its travel stands at it. */
const AWAY = 0.2;
/** What has not moved for so long will not: everything that answers begins to at the next frame. */
const AT_REST_MS = 350;
/** Past any judge's patience. */
const FOR_EVER_MS = 1e7;
/** How often the judge looks, ms. */
const LOOK_MS = 10;

/**
 * Makes a step's gestures on the simulated transmitter, from idle controls, and judges what the bench gives.
 * @param hasty gives a step up as soon as nothing it looks at has moved for longer than anything on the bench waits
 * @throws {Misuse} for a step that only eyes can tell
 */
export function playStep(
  bench: Bench,
  from: BenchState,
  step: CheckStep,
  { hasty = false }: { hasty?: boolean } = {},
): { state: BenchState; verdict: Verdict } {
  if (step.byEye) throw new Misuse(`step "${step.id}" is for eyes, and cannot be played`);
  let state = runBench(bench, { ...from, controls: {} }, SETTLE_MS);
  // a control that is set first and then moved starts where it was set
  const awayFirst = step.moves[0] ? { [step.moves[0].control]: restAway(bench, step) } : {};
  state = runBench(bench, setControls(state, { ...awayFirst, ...step.setUp }), SETTLE_MS);
  const looks = looksAt(step);
  let judging = startJudging(step, lookAt(bench, state, looks), state.tMs);
  const rest = new Rest(step, restMsOf(bench, step));
  const look = (): Verdict | null => {
    const sights = lookAt(bench, state, looks);
    const isAtRest = rest.look(sights, state.tMs, judging);
    const atMs = hasty && isAtRest ? state.tMs + FOR_EVER_MS : state.tMs;
    const seen = judge(judging, benchControls(bench, state), sights, atMs);
    judging = seen.judging;
    return seen.verdict;
  };
  for (const move of step.moves) {
    look();
    state = setControls(state, { [move.control]: move.to });
    look();
    state = runBench(bench, state, FLICK_MS);
  }
  for (;;) {
    const verdict = look();
    if (verdict) return { state: radiosOn(bench, state), verdict };
    for (let ms = 0; ms < LOOK_MS; ms += BENCH_STEP_MS) state = stepBench(bench, state);
  }
}

/** A receiver gives the radio up after a second; a slow channel may reach a window at any time, and is waited for. */
function restMsOf({ parts }: Bench, { setUp, moves }: CheckStep): number {
  if (parts.some((p) => p.shaping.some((s) => s.endToEndS))) return Infinity;
  const moved = new Set([...Object.keys(setUp), ...moves.map((m) => m.control)]);
  return AT_REST_MS + (parts.some((p) => moved.has(p.radio)) ? LOST_AFTER_MS : 0);
}

/** Whether anything that a step looks at still moves. */
class Rest {
  private last = '';
  private sinceMs = 0;

  constructor(
    private readonly step: CheckStep,
    private readonly restMs: number,
  ) {}

  look(sights: Sights, tMs: number, { made, heldSinceMs, madeMs }: Judging): boolean {
    const now = JSON.stringify(looksOf(this.step).map((e) => sights[e.sight] ?? null));
    if (now !== this.last || made < this.step.moves.length || heldSinceMs !== null) {
      this.last = now;
      this.sinceMs = tMs;
    }
    return tMs - Math.max(this.sinceMs, madeMs + (this.step.waitMs ?? 0)) >= this.restMs;
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
  if (step.moves.length > 1) return to;
  const rest = bench.parts.flatMap((p) =>
    p.sheet.controls.filter((c) => p.names[c.id] === control).map((c) => p.idle[c.id]!),
  )[0];
  if (rest !== undefined && Math.abs(rest - to) > AWAY) return rest;
  return to === 1 ? -1 : 1;
}
