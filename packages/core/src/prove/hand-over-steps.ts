import { bySecond, idleAt, movedBy, rangeDemand, sentPulseUs, type Chain } from '../channels/index.js';
import { controlName, labelOf, sheetOf, type Rig } from '../rig/index.js';
import { enabling, stays, stepsOf } from './function-steps.js';
import type { BareStep, Expect, Plan } from './step.js';

/** Longer than any width takes from the second transmitter to an axis that should not move, ms. */
const WATCH_MS = 1200;

/** A chain as the second transmitter drives it, its control named as the bench names it. */
interface Handed {
  pilot: Chain;
  second: Chain;
  by: string;
}

/**
 * Steps for every hand-over that works: without the switch the second transmitter has no effect; with it every
 * handed function follows the second one's control.
 */
export function handOverSteps(plan: Plan, sorted: readonly Chain[]): BareStep[] {
  const handed = sorted.flatMap((chain) => handedOf(plan.rig, chain));
  const taken = new Map(handed.map((h) => [h.pilot, h.second]));
  const alone = handed.filter((h) => !plan.driven.includes(h.pilot)).map((h) => h.second);
  const after: Plan = { ...plan, driven: [...plan.driven.map((c) => taken.get(c) ?? c), ...alone] };
  const seconds = [...new Set(handed.map((h) => h.second.transmitter!.id))];
  return [
    ...seconds.map((id) =>
      beforeStep(
        plan,
        handed.find((h) => h.second.transmitter!.id === id)!,
      ),
    ),
    ...handed.flatMap((h) => {
      const own = stepsOf(after, h.second);
      return own.map((step) => handedStep(plan.rig, step, own, h));
    }),
  ];
}

function handedOf(rig: Rig, chain: Chain): Handed[] {
  const [by, second] = [chain.second?.by, bySecond(chain)];
  if (!by || !second) return [];
  const { control, transmitter } = second;
  const named = {
    ...control,
    id: controlName(rig, transmitter!.id, control.id),
    label: `${transmitter!.label}: ${control.label}`,
  };
  return [{ pilot: chain, second: { ...second, control: named }, by }];
}

function beforeStep({ rig, driven }: Plan, { pilot, second, by }: Handed): BareStep {
  const { fn, part } = pilot;
  const id = second.transmitter!.id;
  return {
    id: `${id}.before`,
    part: id,
    title: `Not handed over: move ${second.control!.label}`,
    expectText: `${labelOf(rig, part.id)} ${fn.label.toLowerCase()} stays`,
    setUp: { ...enabling(pilot, driven), [by]: -1 },
    moves: [{ control: second.control!.id, to: 1 }],
    expects: [stays(pilot)],
    waitMs: WATCH_MS,
  };
}

function handedStep(rig: Rig, step: BareStep, all: readonly BareStep[], { pilot, second, by }: Handed): BareStep {
  const drift = driftOf(rig, pilot);
  return {
    ...step,
    id: `${step.id}.${second.transmitter!.id}`,
    title: `Handed over. ${step.title}`,
    setUp: { ...step.setUp, [by]: 1 },
    // what the pilot's own control has run to its end can go no further that way
    expects: [...step.expects.filter((e) => !('moves' in e && e.moves === drift)), ...movedThere(step, all)],
  };
}

/** Which way a rate runs while the pilot's own control rests and nothing is handed over; 0 where it stands. */
function driftOf(rig: Rig, chain: Chain): number {
  const { fn, setup, control, transmitter } = chain;
  if (fn.takes !== 'rate' || !control || !transmitter) return 0;
  const rest = idleAt(
    { part: transmitter, sheet: sheetOf(rig, transmitter.id) },
    control,
    movedBy(rig, transmitter.id, control.id),
  );
  const value = rangeDemand(fn, sentPulseUs(chain, rest)!, setup);
  return Math.abs(value) < 1 ? 0 : Math.sign(value);
}

/** An axis may stand at the value by the pilot's own control: it must also have come from the other end. */
function movedThere(step: BareStep, all: readonly BareStep[]): Expect[] {
  // a first slow step says nothing of where it came from
  if (!toAnEnd(step)) return [];
  const near = nearOf(step);
  const other = all
    .filter(toAnEnd)
    .map(nearOf)
    .find((o) => o && near && o.near !== near.near);
  return near && other ? [{ sight: near.sight, moves: near.near > other.near ? 1 : -1 }] : [];
}

const toAnEnd = (step: BareStep): boolean => Math.abs(step.moves.at(-1)?.to ?? 0) === 1;

const nearOf = (step: BareStep): Extract<Expect, { near: number }> | undefined =>
  step.expects.find((e): e is Extract<Expect, { near: number }> => 'near' in e);
