import { labelOf } from '@squallmark/core/rig';
import { roundTo, seconds } from '@squallmark/core/units';
import { scheduleWake, wakeTasks } from '@squallmark/core/wake';
import type { ExitStatus, Options, Shell } from '../shell.js';
import { openRig } from './open-rig.js';

export function wake([file = '']: string[], { json }: Options, shell: Shell): ExitStatus {
  const rig = openRig(file, shell);
  const schedule = scheduleWake(wakeTasks(rig));
  if (json) {
    const textOf = new Map(schedule.steps.map((s) => [s.id, s.text]));
    const steps = schedule.steps.map((s) => ({
      start: roundTo(s.start, 3),
      seconds: s.seconds,
      part: s.part,
      text: s.text,
      after: s.after.map((id) => textOf.get(id)!),
    }));
    shell.out(JSON.stringify({ seconds: roundTo(schedule.seconds, 3), steps }, null, 2));
  } else {
    for (const s of schedule.steps) {
      const hand = s.hands ? 'hands' : s.still ? 'still' : '';
      const text = s.hands ? s.text : `${labelOf(rig, s.part)}: ${s.text}`;
      shell.out(`${seconds(s.start).padStart(7)}  ${hand.padEnd(5)}  ${text}   (${s.why})`);
    }
    shell.out(`${seconds(schedule.seconds)} in all; never under ${seconds(schedule.floorSeconds)}`);
  }
  return 0;
}
