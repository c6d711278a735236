/** Any part that acts on what it hears: decodes it, takes each function's width, moves towards what is asked. */
import { rangeDemand, windowIndex, turnedDemand } from '../../channels/index.js';
import { isWindowed, type PartFunction } from '../../parts/index.js';
import { clamp } from '../../units/index.js';
import { decodeCounts, widthOf } from '../codecs.js';
import type { Axis, BenchPart, HeardFunction } from '../compile.js';
import type { DeviceState, RunState } from '../state.js';
import { approach } from './approach.js';
import { AXIS_MS, onGrid } from './grid.js';
import { endDueMs, endSet, fallenRun, heldAtEnd, isPress, runTo, startRun } from './run-along.js';
import type { Surroundings } from './surroundings.js';

export function startDevice(own: BenchPart): DeviceState {
  const { sheet, functions, hears } = own;
  const untold = functions.map(() => NaN);
  return {
    counts: hears.map(() => []),
    ...{ us: untold, asked: untold, answers: untold },
    joints: sheet.joints.map((joint) => joint.homeDeg),
    toggles: functions.map(() => false),
    toggledMs: untold,
    places: functions.map(() => 0),
    run: startRun(own),
    ...{ nextMs: Infinity, isMoving: false },
  };
}

/** @param isTold whether something that it hears changed at this moment, or it has just woken */
export function stepDevice(own: BenchPart, state: DeviceState, at: Surroundings, isTold: boolean): DeviceState {
  if (!at.isAwake(own.index)) return state;
  const heard = isTold ? listen(own, state, at) : state;
  return heard.nextMs <= at.tMs ? answer(own, heard, at.tMs) : heard;
}

/** Its steps before a moment, as long as it goes on moving as it does: what begins or ends changes what it draws, and is a moment of its own. */
export function movedAhead(own: BenchPart, state: DeviceState, beforeMs: number): DeviceState {
  let now = state;
  while (now.nextMs < beforeMs) {
    const turned = turnedAhead(own, now, beforeMs);
    // one that only turns makes a state for all its steps together
    const next = turned === now ? answer(own, now, now.nextMs) : turned;
    if (next.isMoving !== state.isMoving) break;
    now = next;
  }
  return now;
}

/** Steps in which joints move and no answer changes. The state is given back where the next step is none of these. */
function turnedAhead(own: BenchPart, state: DeviceState, beforeMs: number): DeviceState {
  const { asked, answers } = state;
  // what runs along a line may come to its end
  if (own.ends || !state.isMoving || slew(own, asked, answers, AXIS_MS) !== answers) return state;
  let { joints, nextMs } = state;
  while (nextMs < beforeMs) {
    const next = moveJoints(own, answers, joints, AXIS_MS);
    if (next === joints) break;
    joints = next;
    nextMs += AXIS_MS;
  }
  if (joints === state.joints) return state;
  const { counts, us, toggles, toggledMs, places, run, isMoving } = state;
  return { counts, us, asked, answers, joints, toggles, toggledMs, places, run, nextMs, isMoving };
}

/** What is left of it when its volts are gone: where its axes stood, and nothing that it was told. */
export function fallen(own: BenchPart, { joints, run }: DeviceState): DeviceState {
  return { ...startDevice(own), joints, run: fallenRun(run) };
}

/** Decodes the lines and takes each function's width; arrays stay the same while their figures do. */
function listen(own: BenchPart, state: DeviceState, at: Surroundings): DeviceState {
  let { counts } = state;
  for (let k = 0; k < own.hears.length; k++) {
    const { receiver, line } = own.hears[k]!;
    const { bytes } = at.parts[receiver]!.receives!.lines[line]!;
    const now = bytes ? decodeCounts(at.bench.parts[receiver]!.lines[line]!.kind, bytes, counts[k]!) : counts[k]!;
    if (now !== counts[k]) counts = counts.with(k, now);
  }
  let us: number[] | null = null;
  let asked: number[] | null = null;
  for (let i = 0; i < own.functions.length; i++) {
    const heard = own.functions[i]!;
    if (isAsRead(heard, counts, state.counts)) continue;
    const now = heardUs(heard, counts, at);
    if (Object.is(now, state.us[i])) continue;
    us ??= state.us.slice();
    asked ??= state.asked.slice();
    us[i] = now;
    asked[i] = askedOf(heard, now);
  }
  if (!us && counts === state.counts) return state;
  const { answers, joints, toggles, toggledMs, places, run, isMoving } = state;
  const nextMs = us ? onGrid(at.tMs) : state.nextMs;
  // field by field: this runs on every frame that says something else
  return { counts, us: us ?? state.us, asked: asked ?? state.asked, answers, joints, toggles, toggledMs, places, run, nextMs, isMoving };
}

/** Its slot says on its own line what it said before: most do, in a frame that says something else. */
const isAsRead = (
  { controller, line, slot }: HeardFunction,
  now: DeviceState['counts'],
  before: DeviceState['counts'],
): boolean => controller === null && line >= 0 && now[line]![slot] === before[line]![slot];

/** Width a function takes now, µs; NaN while nothing has been heard. */
function heardUs({ controller, boxes, line, receiver, slot, scale }: HeardFunction, ownCounts: DeviceState['counts'], at: Surroundings): number {
  if (controller !== null && !(at.isAwake(controller) && boxes.every((box) => at.isAwake(box)))) return NaN;
  if (line < 0) return at.parts[receiver]!.receives!.pulses[slot] ?? NaN;
  const counts = controller === null ? ownCounts : (at.parts[controller]!.does?.counts ?? []);
  const count = counts[line]?.[slot];
  return count === undefined ? NaN : widthOf(scale ?? 'micro', count);
}

function askedOf({ fn, setup }: HeardFunction, us: number): number {
  if (Number.isNaN(us)) return NaN;
  return isWindowed(fn) ? windowIndex(fn, us, setup) : rangeDemand(fn, us, setup);
}

/** One step of the grid towards what is asked; nothing more is due once nothing moved, but the end of a line that it comes to. */
function answer(own: BenchPart, state: DeviceState, tMs: number): DeviceState {
  const before = state.answers;
  const free = slew(own, state.asked, before, AXIS_MS);
  const { ends } = own;
  const run = ends && state.run && keyed(own, runTo(own, state.run, before, tMs), free, before);
  const answers = run ? heldAtEnd(ends, run, free, before) : free;
  const joints = moveJoints(own, answers, state.joints, AXIS_MS);
  const isMoving = joints !== state.joints;
  const isStill = answers === before && !isMoving;
  const { counts, us, asked, toggles, toggledMs, places } = state;
  const nextMs = !isStill ? tMs + AXIS_MS : run ? endDueMs(own, run, answers, tMs) : Infinity;
  // field by field: this runs on every step of a moving axis
  const moved = { counts, us, asked, answers, joints, toggles, toggledMs, places, run, nextMs, isMoving };
  return answers === before ? moved : entered(own, moved, before, tMs);
}

/** Where it runs, with the ends that its keys set as they are pressed. */
const keyed = (own: BenchPart, run: RunState, answers: readonly number[], before: readonly number[]): RunState =>
  answers !== before && own.ends!.keys.some((k) => answers[k] !== before[k] && isPress(own.functions[k]!, answers[k]!))
    ? endSet(run)
    : run;

/** What happens once at the moment a window is entered: a flip, or a step to the next or the one before. */
function entered(own: BenchPart, moved: DeviceState, before: readonly number[], tMs: number): DeviceState {
  const { answers, toggles, toggledMs, places } = moved;
  const enters = (i: number): boolean => answers[i]! >= 0 && !(before[i]! >= 0 && before[i] === answers[i]);
  const pulsed = (i: number): boolean =>
    own.functions[i]!.fn.takes === 'pulse' && answers[i]! >= 0 && !(before[i]! >= 0);
  const stepped = (i: number): boolean => own.functions[i]!.fn.takes === 'steps' && enters(i);
  if (!own.functions.some((_, i) => pulsed(i) || stepped(i))) return moved;
  return {
    ...moved,
    toggles: toggles.map((t, i) => t !== pulsed(i)),
    toggledMs: toggledMs.map((t, i) => (pulsed(i) ? tMs : t)),
    places: places.map((p, i) => (stepped(i) ? p + stepOf(own.functions[i]!, answers[i]!) : p)),
  };
}

/** Of windows that step, the highest goes on, the lowest goes back where there are two or more, one between stays. */
function stepOf({ fn }: HeardFunction, window: number): number {
  const windows = fn.windows ?? [];
  const from = windows.map((w) => w.fromUs);
  const own = from[window]!;
  if (own === Math.max(...from)) return 1;
  return own === Math.min(...from) ? -1 : 0;
}

/** Answers follow what is asked, some at their own speed. The array before is given back while nothing changes. */
function slew(own: BenchPart, asked: readonly number[], before: readonly number[], dtMs: number): readonly number[] {
  let next: number[] | null = null;
  for (let i = 0; i < asked.length; i++) {
    const from = before[i]!;
    const { fn, setup, gates } = own.functions[i]!;
    if (Object.is(asked[i], from) && !gates.length) continue;
    const isShut = gates.length > 0 && gates.some((gate) => !isOpen(gate, before));
    const speed = fn.slewPerS && (fn.slewPerS * (setup.speedPct ?? 100)) / 100;
    // a latch stays as it was told while the width is between its windows; outside its only one it is off
    const stays = fn.takes === 'latch' && (fn.windows?.length ?? 0) > 1;
    let to = stays && asked[i] === -1 && from >= 0 ? from : asked[i]!;
    if (isShut) to = Number.isNaN(to) ? to : shutTo(fn, from);
    // what is shut is so at once: a brake waits for no ramp
    else if (!Number.isNaN(from) && !Number.isNaN(to)) {
      if (setup.smoothingMs && !isWindowed(fn)) to = smoothed(from, to, dtMs / setup.smoothingMs);
      if (speed) to = approach(from, to, (speed * dtMs) / 1000);
    }
    if (Object.is(to, from)) continue;
    next ??= before.slice();
    next[i] = to;
  }
  return next ?? before;
}

/** A gate that nothing tells, or that is told a width in none of its windows, has its own say. */
function isOpen({ by, open, openUntold, openBetween }: HeardFunction['gates'][number], answers: readonly number[]): boolean {
  const at = answers[by];
  if (at === undefined || Number.isNaN(at)) return openUntold;
  return at < 0 ? openBetween : open.includes(at);
}

/** What becomes of a function that may not act: a speed ends, what is a state or a place stays, what is done once is not done. */
function shutTo({ what, takes }: PartFunction, from: number): number {
  if (takes === 'rate' || what === 'drive') return 0;
  return takes === 'pulse' || takes === 'steps' || takes === 'momentary' ? -1 : from;
}

/** Joints follow their mover inside their limits, go home when it is shut off, obey a driving window first. */
function moveJoints(
  own: BenchPart,
  answers: readonly number[],
  before: readonly number[],
  dtMs: number,
): readonly number[] {
  let next: number[] | null = null;
  for (let j = 0; j < own.axes.length; j++) {
    const to = jointTo(own, own.axes[j]!, answers, before[j]!, dtMs);
    if (to === before[j]) continue;
    next ??= before.slice();
    next[j] = to;
  }
  return next ?? before;
}

function jointTo(own: BenchPart, axis: Axis, answers: readonly number[], from: number, dtMs: number): number {
  const { joint, mover } = axis;
  if (axis.powers.length && !hasPower(axis, answers)) return from;
  const reach = (joint.speedDegPerS * dtMs) / 1000;
  if (axis.driver >= 0 && answers[axis.driver] === axis.driverWindow) return approach(from, axis.driverDeg, reach);
  const asked = answers[mover];
  if (asked === undefined || Number.isNaN(asked)) return from;
  if (axis.gateWindows && !axis.gateWindows.includes(axis.gate < 0 ? 0 : answers[axis.gate]!))
    return approach(from, joint.homeDeg, reach);
  const { fn } = own.functions[mover]!;
  const { turn } = axis;
  const turned = turn?.windows.includes(turn.by < 0 ? 0 : answers[turn.by]!) ?? false;
  const demand = turned ? turnedDemand(fn, joint, asked) : asked;
  if ((fn.takes === 'rate') !== turned) return turnedBy(joint, from, clamp((demand * dtMs) / 1000, -reach, reach));
  return approach(from, clamp(demand, joint.minDeg, joint.maxDeg), reach);
}

/** Whatever gives a joint its power does; a width in none of its windows leaves it as it is. */
function hasPower({ powers }: Axis, answers: readonly number[]): boolean {
  for (const { by, windows } of powers) if (answers[by]! >= 0 && !windows.includes(answers[by]!)) return false;
  return true;
}

/** A joint by so many degrees further: to its stop, or round over its slip ring. */
function turnedBy({ minDeg, maxDeg, endless }: Axis['joint'], from: number, byDeg: number): number {
  const to = from + byDeg;
  if (!endless) return clamp(to, minDeg, maxDeg);
  const round = maxDeg - minDeg;
  return to > maxDeg ? to - round : to < minDeg ? to + round : to;
}

/** First-order smoothing; the last hair of the way is taken at once, so that it comes to rest. */
function smoothed(from: number, to: number, share: number): number {
  const next = from + (to - from) * (1 - Math.exp(-share));
  return Math.abs(to - next) < 1e-3 ? to : next;
}
