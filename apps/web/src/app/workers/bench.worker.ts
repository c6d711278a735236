import {
  compileBench,
  benchFrame,
  changeOf,
  benchControls,
  runBench,
  setControls,
  slotSight,
  knowsEnds,
  startBench,
  type Bench,
  type BenchFrame,
  type BenchState,
  type Controls,
  type Flaw,
  type FrameChange,
  type Sights,
} from '@squallmark/core/bench';
import {
  judge,
  lookAt,
  looksAt,
  playStep,
  startJudging,
  type CheckStep,
  type Judging,
  type Verdict,
} from '@squallmark/core/prove';
import type { Rig } from '@squallmark/core/rig';
import { expose, releaseProxy, type ProxyMethods } from 'comlink';

type OnFrame = (change: FrameChange, verdict: { step: string; verdict: Verdict } | null) => void;

const FRAME_MS = 1000 / 60;
const LOOK_MS = 10;

let bench: Bench | null = null;
let state: BenchState | null = null;
let judging: Judging | null = null;
let onFrame: (OnFrame & Partial<ProxyMethods>) | null = null;
/** The frame that the page has; null where it has none. */
let told: BenchFrame | null = null;
let last = 0;
let timer: ReturnType<typeof setInterval> | undefined;

function tick(): void {
  if (!bench || !state || !onFrame) return;
  const now = performance.now();
  // a sleeping tab does not owe the time it slept
  let left = Math.min(100, now - last);
  last = now;
  let verdict: Verdict | null = null;
  for (; left > 0; left -= LOOK_MS) {
    state = runBench(bench, state, Math.min(LOOK_MS, left));
    verdict ??= look();
  }
  const frame = benchFrame(bench, state);
  onFrame(changeOf(told, frame), verdict && lastStep ? { step: lastStep, verdict } : null);
  told = frame;
}

let lastStep: string | null = null;

/** Slots of a real line, by the sight of the simulated receiver whose place it takes. */
let real: Sights = {};

function look(): Verdict | null {
  if (!judging || !bench || !state) return null;
  const sights = { ...lookAt(bench, state, looksAt(judging.step)), ...real };
  const seen = judge(judging, benchControls(bench, state), sights, state.tMs);
  lastStep = judging.step.id;
  judging = seen.verdict ? null : seen.judging;
  return seen.verdict;
}

/** The rig as after its wake list, controls at rest. */
const awake = (on: Bench): BenchState => runBench(on, startBench(on, { awake: true }), 100);

const api = {
  /** Compiles the rig and starts it awake, as after the wake list. Controls stay as they were. */
  load(rig: Rig, charge: number, flaws: readonly Flaw[]): void {
    bench = compileBench(rig, charge, flaws);
    state = runBench(bench, startBench(bench, { awake: true, controls: state?.controls ?? {} }), 100);
    judging = null;
  },
  /** Starts what was loaded last once more, awake, with every control at rest. */
  again(): void {
    state = bench && awake(bench);
  },
  /** Nobody looks any more: the rig stays, and nothing goes on. */
  leave(): void {
    clearInterval(timer);
    onFrame?.[releaseProxy]?.();
    onFrame = null;
    judging = null;
    state = null;
    real = {};
  },
  setControls(controls: Controls): void {
    if (state) state = setControls(state, controls);
  },
  /** What a real receiver puts out; its slots are judged instead of those of the first simulated one. */
  line(us: readonly number[] | null): void {
    const receiver = bench?.parts.find((p) => p.does.receives)?.part.id;
    real = us && receiver ? Object.fromEntries(us.map((width, i) => [slotSight(receiver, i + 1), width])) : {};
  },
  rest(): void {
    if (state) state = { ...state, controls: {} };
  },
  /** Watches the user's own hands for this step. */
  watch(step: CheckStep | null): void {
    judging = step && bench && state ? startJudging(step, lookAt(bench, state, looksAt(step)), state.tMs) : null;
  },
  /** Makes the gestures itself, faster than time. */
  play(step: CheckStep): Verdict {
    if (!bench || !state) throw new Error('no rig on the bench');
    judging = null;
    // what is not about the ends of a line is played as after a start, which forgets them
    if (step.kind !== 'ends' && knowsEnds(state)) state = awake(bench);
    const played = playStep(bench, state, step);
    state = played.state;
    return played.verdict;
  },
  run(callback: OnFrame): void {
    onFrame = callback;
    told = null;
    last = performance.now();
    clearInterval(timer);
    timer = setInterval(tick, FRAME_MS);
  },
};

export type BenchWorkerApi = typeof api;

expose(api);
