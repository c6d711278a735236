import { rigNetwork } from '@squallmark/core/rails';
import { labelOf, type Rig } from '@squallmark/core/rig';
import { amps, num, roundTo, seconds, volts } from '@squallmark/core/units';
import { WAKE_KINDS, type WakeKind, type WakePlan } from '@squallmark/core/wake';
import { mendText, powerUp, startMends, wakePlan, type PowerUp, type StartMend } from '@squallmark/core/wake-studies';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { chargeOf } from './charge.js';
import { openRig } from './open-rig.js';

export function wake(
  [file = '']: string[],
  { json, transient, charge, hands = '1', powerDown, kind = 'field' }: Options,
  shell: Shell,
): ExitStatus {
  if (!/^[12]$/.test(hands)) throw new InputProblem(`--hands: "${hands}" is neither 1 nor 2`);
  const rig = openRig(file, shell);
  if (powerDown && transient) throw new InputProblem('--transient is for waking: with --power-down there is none');
  const schedule = wakePlan(rig, powerDown ? 'down' : kindOf(kind), Number(hands));
  if (schedule.kind === 'usb' && transient) throw new InputProblem('--transient is for waking on packs, not over USB');
  const power = transient ? powerUp(rigNetwork(rig), schedule, chargeOf(charge)) : null;
  const mends = power ? startMends(rig, rigNetwork(rig), schedule, power, chargeOf(charge)) : [];
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
        {
          seconds: roundTo(schedule.seconds, 3),
          steps,
          ...ownOrder(schedule),
          ...(power && { power: { ...plainOf(power), mends } }),
        },
        null,
        2,
      ),
    );
  } else if (!schedule.steps.length) {
    shell.out(schedule.kind === 'usb' ? 'no part of this rig has a free USB socket' : 'nothing to wake yet');
  } else {
    for (const s of schedule.steps) {
      const hand = s.hands ? 'hands' : s.still ? 'still' : '';
      const text = s.hands ? s.text : `${labelOf(rig, s.part)}: ${s.text}`;
      shell.out(`${seconds(s.start).padStart(7)}  ${hand.padEnd(5)}  ${text}   (${s.why})`);
    }
    shell.out(`${seconds(schedule.seconds)} in all; never under ${seconds(schedule.floorSeconds)}`);
    for (const line of ownOrderLines(schedule)) shell.out(line);
    if (power) for (const line of powerLines(rig, power, mends)) shell.out(line);
  }
  return power?.resets.length ? 1 : 0;
}

function kindOf(said: string): WakeKind {
  const kind = WAKE_KINDS.find((k) => k === said && k !== 'down');
  if (!kind) throw new InputProblem(`--kind: "${said}" is none of field, bench, usb`);
  return kind;
}

/** What the user's own order costs, and what of it cannot be. */
const ownOrder = ({ pins, against, seconds: own, freeSeconds }: WakePlan): object =>
  pins.length || against.length ? { pins, against, costsS: roundTo(own - (freeSeconds ?? own), 3) } : {};

function ownOrderLines({ steps, against, seconds: own, freeSeconds }: WakePlan): string[] {
  const textOf = (id: string): string => steps.find((s) => s.id === id)?.text ?? id;
  const cost = freeSeconds === null ? [] : [`your own order of steps costs ${seconds(own - freeSeconds)}`];
  return [...cost, ...against.map((pin) => `cannot be: "${textOf(pin.first)}" before "${textOf(pin.then)}"`)];
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
function powerLines(rig: Rig, { mostA, resets, cycles, unknown }: PowerUp, mends: readonly StartMend[]): string[] {
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
    ...mends.map((m) => mendText(rig, m)),
    ...(unknown.length ? [`${unknown.length} inputs whose sheets say no in-rush: none reckoned`] : []),
  ];
}
