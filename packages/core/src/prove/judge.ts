import type { Sights } from '../bench/index.js';
import { valueIn, num } from '../units/index.js';
import type { CheckStep, Expect } from './step.js';

/** How a step stands while controls move: which gesture is next, since when it is done, what was seen before. */
export interface Judging {
  step: CheckStep;
  /** Moves made so far; all made when it equals `step.moves.length`. */
  made: number;
  madeMs: number;
  heldSinceMs: number | null;
  baseline: Sights;
  /** What was last read at the mark of each move; of one that has held, that it did. */
  marks: Readonly<Record<number, AtMark>>;
}

/** What was read while a control stood at a mark. */
interface AtMark {
  /** Since when the control stands there; null while it is elsewhere. */
  sinceMs: number | null;
  holds: boolean;
  seen: readonly Sights[string][];
}

/** Whether a step of the plan held, and what was seen instead. */
export interface Verdict {
  passed: boolean;
  expected: string;
  saw: string;
  tookMs: number;
  /** It was not done, and `saw` says why: neither passed nor failed. */
  skipped?: true;
}

/** A control counts as moved within this of its mark. */
const REACHED = 0.08;
/** An expectation must hold this long. */
const HOLD_MS = 100;
/** What is read at a mark is what the control sends there, not what it sent on its way: time for a radio frame and a pulse, ms. */
const ARRIVES_MS = 80;
/** Time after the gesture before a step is given up, ms, beside what the slowest takes from end to end. */
const PATIENCE_MS = 5000;

export function startJudging(step: CheckStep, sights: Sights, tMs: number): Judging {
  return { step, made: 0, madeMs: tMs, heldSinceMs: null, baseline: sights, marks: {} };
}

/** Takes the next look. Pure; a verdict ends the judging. */
export function judge(
  judging: Judging,
  controls: Readonly<Record<string, number>>,
  sights: Sights,
  tMs: number,
): { judging: Judging; verdict: Verdict | null } {
  const at = followMoves(readAtMarks(judging, controls, sights, tMs), controls, sights, tMs);
  if (at.made < at.step.moves.length || !standsAs(controls, at.step))
    return { judging: { ...at, heldSinceMs: null }, verdict: null };
  const isUnread = at.step.moves.some((m, i) => m.reads && !at.marks[i]?.holds);
  const holds = !isUnread && at.step.expects.every((expect) => meets(expect, sights, at.baseline));
  const heldSinceMs = holds ? (at.heldSinceMs ?? tMs) : null;
  const waitMs = at.step.waitMs ?? 0;
  const done = heldSinceMs !== null && tMs - heldSinceMs >= HOLD_MS && tMs - at.madeMs >= waitMs;
  const givenUp = !done && tMs - at.madeMs >= waitMs + PATIENCE_MS + (at.step.travelMs ?? 0);
  if (!done && !givenUp) return { judging: { ...at, heldSinceMs }, verdict: null };
  const verdict = {
    passed: done,
    expected: at.step.expectText,
    saw: isUnread ? unreadText(at) : sawText(at.step, sights, at.baseline),
    tookMs: (heldSinceMs ?? tMs) - at.madeMs,
  };
  return { judging: { ...at, heldSinceMs }, verdict };
}

function followMoves(
  judging: Judging,
  controls: Readonly<Record<string, number>>,
  sights: Sights,
  tMs: number,
): Judging {
  const { step, made } = judging;
  const next = step.moves[made];
  if (!next || !standsAs(controls, step)) return next ? { ...judging, baseline: sights } : judging;
  if (!reached(controls, next.control, next.to)) return made === 0 ? { ...judging, baseline: sights } : judging;
  return { ...judging, made: made + 1, madeMs: tMs };
}

/** What is read at a mark counts whenever the control stands there, so that a hand may go back. */
function readAtMarks(
  judging: Judging,
  controls: Readonly<Record<string, number>>,
  sights: Sights,
  tMs: number,
): Judging {
  const { step, baseline } = judging;
  let { marks } = judging;
  step.moves.forEach(({ control, to, reads }, i) => {
    const known = marks[i];
    if (!reads || known?.holds) return;
    if (!reached(controls, control, to)) {
      if (known?.sinceMs != null) marks = { ...marks, [i]: { ...known, sinceMs: null } };
      return;
    }
    const sinceMs = known?.sinceMs ?? tMs;
    const holds = tMs - sinceMs >= ARRIVES_MS && reads.every((e) => meets(e, sights, baseline));
    marks = { ...marks, [i]: { sinceMs, holds, seen: reads.map((e) => sights[e.sight] ?? null) } };
  });
  return marks === judging.marks ? judging : { ...judging, marks };
}

const reached = (controls: Readonly<Record<string, number>>, control: string, to: number): boolean =>
  Math.abs((valueIn(controls, control) ?? NaN) - to) <= REACHED;

/** What was set first still stands. A control that the gesture itself moves cannot, and is not waited for. */
function standsAs(controls: Readonly<Record<string, number>>, { setUp, moves }: CheckStep): boolean {
  return Object.entries(setUp).every(
    ([control, to]) => moves.some((m) => m.control === control) || reached(controls, control, to),
  );
}

function meets(expect: Expect, sights: Sights, baseline: Sights): boolean {
  const seen = sights[expect.sight] ?? null;
  if ('is' in expect) return seen === expect.is;
  if ('stays' in expect) return isSame(seen, baseline[expect.sight] ?? null, expect.within);
  if (typeof seen !== 'number') return false;
  if ('near' in expect) return Math.abs(seen - expect.near) <= expect.within;
  const before = baseline[expect.sight];
  return typeof before === 'number' && shorterWay(seen - before, expect.round) * expect.moves > 0;
}

/** How far something went that comes round again after `round`: the way of less than half a turn. */
const shorterWay = (by: number, round?: number): number => (round ? by - round * Math.round(by / round) : by);

const isSame = (a: Sights[string], b: Sights[string], within: number): boolean =>
  typeof a === 'number' && typeof b === 'number' ? Math.abs(a - b) <= within : a === b;

/** The first thing that was not as expected, else what was looked at. */
function sawText(step: CheckStep, sights: Sights, baseline: Sights): string {
  const missed = step.expects.find((expect) => !meets(expect, sights, baseline));
  const isMuch = step.expects.length > 2 || step.waitMs !== undefined || step.moves.some((m) => m.reads);
  if (!missed && isMuch) return step.expectText;
  const odd = missed ?? step.expects[0];
  if (!odd) return 'nothing to see';
  const seen = sights[odd.sight] ?? null;
  return seenText(step, odd, seen, typeof seen === 'number' ? Number(baseline[odd.sight] ?? 0) : undefined);
}

/** What is read at the marks of the moves and never was right: each mark that missed, with what stood there. */
function unreadText({ step, marks }: Judging): string {
  const missed = step.moves.flatMap(({ to, reads }, i) => {
    const mark = marks[i];
    if (!reads || mark?.holds) return [];
    const at = reads.findIndex((e, k) => !meets(e, { [e.sight]: mark?.seen[k] ?? null }, {}));
    const read = reads[Math.max(0, at)]!;
    return [`${seenText(step, read, mark?.seen[Math.max(0, at)] ?? null)} ${markText(to)}`];
  });
  return missed.join(', ');
}

const markText = (to: number): string => (to === 0 ? 'in the middle' : to > 0 ? 'at the high end' : 'at the low end');

const wayText = (by: number): string => (by > 0 ? 'goes up' : by < 0 ? 'goes down' : 'stays');

function seenText(step: CheckStep, { sight, ...expect }: Expect, seen: Sights[string], before?: number): string {
  const name = step.names?.[sight] ?? sight.replace('.', ' ');
  if (seen === null) return `${name}: no answer`;
  if (typeof seen === 'boolean') return `${name}: ${seen ? 'running' : 'not running'}`;
  // how far it came hangs on when one looked; which way it went does not
  if (sight.endsWith('.frames') && typeof seen === 'number' && before !== undefined)
    return `${name}: ${seen > before ? 'arriving' : 'none arrive'}`;
  if ('moves' in expect && typeof seen === 'number' && before !== undefined)
    return `${name}: ${wayText(shorterWay(seen - before, expect.round))}`;
  if ('stays' in expect && typeof seen === 'number' && before !== undefined)
    return `${name}: ${num(before)} → ${num(seen)}`;
  if (typeof seen === 'string') return `${name}: ${step.names?.[seen] ?? seen}`;
  return `${name}: ${num(seen, 'near' in expect && expect.within >= 10 ? 0 : 1)}`;
}
