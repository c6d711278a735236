import { rigNetwork } from '@squallmark/core/rails';
import { labelOf, type Rig } from '@squallmark/core/rig';
import { amps, num, roundTo, seconds, volts } from '@squallmark/core/units';
import { powerDownTasks, powerUp, scheduleWake, wakeTasks, type PowerUp } from '@squallmark/core/wake';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { chargeOf } from './charge.js';
import { openRig } from './open-rig.js';

export function wake(
  [file = '']: string[],
  { json, transient, charge, hands = '1', powerDown }: Options,
  shell: Shell,
): ExitStatus {
  if (!/^[12]$/.test(hands)) throw new InputProblem(`--hands: "${hands}" is neither 1 nor 2`);
  const rig = openRig(file, shell);
  if (powerDown && transient) throw new InputProblem('--transient is for waking: with --power-down there is none');
  const schedule = scheduleWake(powerDown ? powerDownTasks(rig) : wakeTasks(rig), Number(hands));
  const power = transient ? powerUp(rigNetwork(rig), schedule, chargeOf(charge)) : null;
  if (json) {
    const textOf = new Map(schedule.steps.map((s) => [s.id, s.text]));
    const steps = schedule.steps.map((s) => ({
      start: roundTo(s.start, 3),
      seconds: s.seconds,
      part: s.part,
      text: s.text,
      after: s.after.map((id) => textOf.get(id)!),
    }));
    shell.out(
      JSON.stringify(
        { seconds: roundTo(schedule.seconds, 3), steps, ...(power && { power: plainOf(power) }) },
        null,
        2,
      ),
    );
  } else {
    for (const s of schedule.steps) {
      const hand = s.hands ? 'hands' : s.still ? 'still' : '';
      const text = s.hands ? s.text : `${labelOf(rig, s.part)}: ${s.text}`;
      shell.out(`${seconds(s.start).padStart(7)}  ${hand.padEnd(5)}  ${text}   (${s.why})`);
    }
    shell.out(`${seconds(schedule.seconds)} in all; never under ${seconds(schedule.floorSeconds)}`);
    if (power) for (const line of powerLines(rig, power)) shell.out(line);
  }
  return power?.resets.length ? 1 : 0;
}

function plainOf({ mostA, resets, cycles, unknown }: PowerUp): object {
  return {
    mostA: { amps: roundTo(mostA.amps, 3), atS: roundTo(mostA.atS, 6) },
    resets: resets.map((r) => ({ ...r, atS: roundTo(r.atS, 6), leastV: roundTo(r.leastV, 3) })),
    cycles: cycles.map((c) => ({ ...c, fromS: roundTo(c.fromS, 6), periodS: roundTo(c.periodS, 6) })),
    unknown,
    leftOut: ['inductance'],
  };
}

/** What the supplies did, in words. */
function powerLines(rig: Rig, { mostA, resets, cycles, unknown }: PowerUp): string[] {
  return [
    `packs give at most ${amps(mostA.amps)}, at ${num(mostA.atS, 3)} s; inductance is left out`,
    ...resets.map(
      (r) =>
        `${labelOf(rig, r.part)} falls to ${volts(r.leastV)} at ${num(r.atS, 3)} s and resets: it needs ${volts(r.floorV)}${r.step ? ` (with ${r.step})` : ''}`,
    ),
    ...cycles.map(
      (c) =>
        `${labelOf(rig, c.part)} starts, dies and starts again every ${num(c.periodS * 1000, 1)} ms, from ${num(c.fromS, 3)} s on`,
    ),
    ...(unknown.length ? [`${unknown.length} inputs whose sheets say no in-rush: none reckoned`] : []),
  ];
}
