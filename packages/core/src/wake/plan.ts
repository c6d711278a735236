/** The list to be worked through: which kind of power-up, and how many hands. */
import { rigNetwork, solveRigNetwork, type Rails } from '../rails/index.js';
import { isFlown, type Rig } from '../rig/index.js';
import { orderTasks, type WakeKind, type WakePlan } from './ordered.js';
import { powerDownTasks } from './power-down.js';
import type { WakeTask } from './task.js';
import { wakeTasks } from './tasks.js';
import { usbTasks } from './usb-tasks.js';

/** What a kind of power-up takes. */
function tasksOf(rig: Rig, kind: WakeKind, rails?: Rails): WakeTask[] {
  if (kind === 'down') return powerDownTasks(rig);
  if (kind === 'usb') return usbTasks(rig);
  const tasks = wakeTasks(rig, rails ?? solveRigNetwork(rigNetwork(rig), 1));
  return kind === 'bench' ? atTheBench(rig, tasks) : tasks;
}

/** Steps that belong to the field: on the bench nothing takes off, runs along a line or sends at full power. */
const FIELD_ONLY: ReadonlySet<string> = new Set(['check:takeoff', 'check:drive', 'check:power']);

function atTheBench(rig: Rig, tasks: readonly WakeTask[]): WakeTask[] {
  const gone = new Set(tasks.filter((t) => FIELD_ONLY.has(t.id)).map((t) => t.id));
  return tasks
    .filter((t) => !gone.has(t.id))
    .map((t) => {
      const after = t.after.filter((id) => !gone.has(id));
      if (t.id === 'safe' && isFlown(rig))
        return { ...t, after, text: 'Props off, craft held down', note: 'they stay off at the bench' };
      if (t.id.endsWith(':antenna'))
        return { ...t, after, note: 'or a dummy load; lowest power, air over what runs hot' };
      return { ...t, after };
    });
}

/**
 * The shortest order of a list with what the user wants of it.
 * @param pairs of hands, 1 or 2
 */
export const wakePlan = (rig: Rig, kind: WakeKind = 'field', pairs = 1, rails?: Rails): WakePlan =>
  orderTasks(rig, tasksOf(rig, kind, rails), kind, pairs);
