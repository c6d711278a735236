import {
  casebookOf,
  propose,
  rank,
  searchOn,
  widened,
  type Answers,
  type Casebook,
  type Ranked,
} from '@squallmark/core/diagnose';
import { planOf } from '@squallmark/core/prove';
import { num, percent, roundTo } from '@squallmark/core/units';
import * as z from 'zod';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { openRig, openJson, problemsOf } from './open-rig.js';
import { openWorld } from './open-world.js';

/** Suspects that are told. */
const MOST_TOLD = 20;

/** What steps of the plan gave, and what was measured since. */
const answersSchema = z.object({
  verdicts: z
    .array(z.object({ step: z.string(), passed: z.boolean(), saw: z.string().optional() }))
    .max(2000)
    .default([]),
  readings: z
    .array(z.object({ where: z.string(), reading: z.string() }))
    .max(2000)
    .default([]),
});

/** Which fault explains what was seen, and what to measure next; with a bench as it really is, the whole way to the cause. */
export function find([file = '']: string[], { json, answers: from, on }: Options, shell: Shell): ExitStatus {
  const rig = openRig(file, shell);
  if (from === undefined) throw new InputProblem('--answers: the verdicts of the plan are missing');
  const book = casebookOf(rig, planOf(rig));
  const answers = openAnswers(from, book, shell);
  if (on === undefined) return printNext(book, answers, json, shell);
  const steps = book.sound.steps.flatMap((s) => {
    const seen = answers.steps.get(s.step);
    return seen ? [{ ...s, ...seen, saw: seen.saw ?? s.saw }] : [];
  });
  const { ranked, measurements, minutes } = searchOn(book, steps, openWorld(on, shell), answers.readings);
  const cause = ranked[0] ? plainSuspect(ranked[0]) : null;
  if (json) {
    const taken = measurements.map(({ what, reading }) => ({ what, reading }));
    const suspects = ranked.slice(0, MOST_TOLD).map(plainSuspect);
    shell.out(JSON.stringify({ cause, measurements: taken, minutes: roundTo(minutes, 2), suspects }, null, 2));
  } else {
    for (const m of measurements) shell.out(`${m.what}: ${m.reading}`);
    for (const r of ranked.slice(0, 3)) shell.out(suspectText(r));
    shell.out(`${measurements.length} measurements, ${num(minutes, 1)} min`);
  }
  return 0;
}

function openAnswers(file: string, book: Casebook, shell: Shell): Answers {
  const plain = openJson(file, shell);
  const reading = answersSchema.safeParse(plain);
  if (!reading.success) throw new InputProblem(problemsOf(file, reading.error));
  const { verdicts, readings } = reading.data;
  const known = new Set(book.sound.steps.map((s) => s.step));
  const odd = verdicts.find((v) => !known.has(v.step));
  if (odd) throw new InputProblem(`${file}: verdicts: the plan of this rig has no step "${odd.step}"`);
  return {
    steps: new Map(verdicts.map(({ step, passed, saw }) => [step, { passed, ...(saw === undefined ? {} : { saw }) }])),
    readings: new Map(
      readings.map(({ where, reading: said }) => {
        const at = book.measures.findIndex((m) => m.where === where || m.id === where);
        if (at < 0) throw new InputProblem(`${file}: readings: nothing is measured at "${where}" on this rig`);
        return [at, said] as const;
      }),
    ),
  };
}

function printNext(singles: Casebook, answers: Answers, json: boolean, shell: Shell): ExitStatus {
  const book = widened(singles, answers);
  const ranked = rank(book, answers);
  const next = propose(book, answers);
  if (json) {
    const plainNext = next && {
      ...{ kind: next.measure.kind, where: next.measure.where, minutes: next.measure.minutes },
      expects: next.expects.map(({ suspects, reading }) => ({ suspects, reading })),
    };
    shell.out(JSON.stringify({ suspects: ranked.slice(0, MOST_TOLD).map(plainSuspect), next: plainNext }, null, 2));
    return 0;
  }
  for (const r of ranked.slice(0, 5)) shell.out(suspectText(r));
  if (next) {
    shell.out(`next: ${next.measure.where} (${num(next.measure.minutes, 1)} min)`);
    for (const e of next.expects) shell.out(`  ${e.reading}: ${e.suspects.slice(0, 4).join(', ')}`);
  }
  return 0;
}

const plainSuspect = ({ fault, weight }: Ranked): object => ({
  fault: fault?.id ?? null,
  text: fault?.text ?? 'something else',
  weight: roundTo(weight, 4),
  remedy: fault?.remedy.text ?? null,
});

const suspectText = ({ fault, weight }: Ranked): string =>
  `${percent(weight).padStart(5)}  ${fault ? `${fault.text} → ${fault.remedy.text}` : 'something else'}`;
