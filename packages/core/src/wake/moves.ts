/** Where a step of the hands may stand among the others, what forbids the rest, and what it takes to put it there. */
import type { EditOf } from '../rig/index.js';
import { leadsTo, type WakePlan } from './ordered.js';
import type { WakeStep } from './schedule.js';

/** Places of one step among those of the hands, from 0. */
export interface StepRoom {
  /** Where it stands. */
  at: number;
  /** First place it may have. */
  from: number;
  /** Last place it may have. */
  to: number;
  /** What forbids going before the first and behind the last; null where that is the end of the list. */
  noSooner: string | null;
  noLater: string | null;
}

/** Steps of the hands, in their order. */
export const handSteps = ({ steps }: Pick<WakePlan, 'steps'>): WakeStep[] => steps.filter((s) => s.hands);

/** Room of a step of the hands; null for any other. The step's own pins do not hold it back. */
export function roomOf(plan: Pick<WakePlan, 'steps'>, id: string): StepRoom | null {
  const hands = handSteps(plan);
  const at = hands.findIndex((s) => s.id === id);
  if (at < 0) return null;
  // only what the rig itself asks for holds: another step's pin is put anew with this one's place
  const tasks = new Map(plan.steps.map((s) => [s.id, { ...s, wanted: [] }]));
  const others = hands.filter((s) => s.id !== id);
  const before = others.findLastIndex((s) => leadsTo(tasks, s.id, id));
  const after = others.findIndex((s) => leadsTo(tasks, id, s.id));
  const own = hands[at]!;
  return {
    at,
    from: before + 1,
    to: after < 0 ? others.length : after,
    noSooner: before < 0 ? null : holdsBack(plan.steps, others[before]!, own),
    noLater: after < 0 ? null : holdsBack(plan.steps, own, others[after]!),
  };
}

/** Why one step must come before another: by itself, or by something that runs in between. */
function holdsBack(steps: readonly WakeStep[], first: WakeStep, then: WakeStep): string {
  if (then.after.includes(first.id)) return `"${then.text}" waits for "${first.text}"`;
  const tasks = new Map(steps.map((s) => [s.id, { ...s, wanted: [] }]));
  const between = then.after.map((id) => tasks.get(id)!).find((s) => leadsTo(tasks, first.id, s.id));
  return `"${then.text}" waits for "${between?.text ?? first.text}", which comes after "${first.text}"`;
}

/**
 * What puts a step at a place among those of the hands.
 * @param place from 0, among all of them with the step itself moved there
 * @returns the edit, or why the step cannot stand there
 */
export function moveStep(plan: WakePlan, id: string, place: number): EditOf<'pinStep'> | string {
  const room = roomOf(plan, id);
  if (!room) return 'Only steps of the hands can be moved';
  if (place < room.from && room.noSooner) return room.noSooner;
  if (place > room.to && room.noLater) return room.noLater;
  const hands = handSteps(plan);
  const others = hands.filter((s) => s.id !== id);
  const at = Math.max(0, Math.min(others.length, place));
  return {
    kind: 'pinStep',
    step: id,
    text: hands[room.at]!.text,
    behind: others[at - 1]?.id ?? null,
    before: others[at]?.id ?? null,
  };
}

/** What frees a step whose place the user fixed. */
export const freeStep = ({ id, text }: Pick<WakeStep, 'id' | 'text'>): EditOf<'pinStep'> => ({
  ...{ kind: 'pinStep', step: id, text },
  ...{ behind: null, before: null },
});
