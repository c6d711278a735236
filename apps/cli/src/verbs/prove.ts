import {
  Player,
  casebookOf,
  scoreOf,
  soundWorld,
  unseenFaults,
  type Played,
  type Score,
} from '@squallmark/core/diagnose';
import { looksOf, planOf, type CheckStep } from '@squallmark/core/prove';
import type { Rig } from '@squallmark/core/rig';
import { count, num, percent, roundTo } from '@squallmark/core/units';
import type { ExitStatus, Options, Shell } from '../shell.js';
import { openRig } from './open-rig.js';
import { openWorld } from './open-world.js';

/** The check plan of a rig: printed, played on a bench, or held against every fault. */
export function prove([file = '']: string[], { json, play, faults, on }: Options, shell: Shell): ExitStatus {
  const rig = openRig(file, shell);
  const plan = planOf(rig);
  if (faults) return printFaults(rig, plan, json, shell);
  if (play || on !== undefined) return printPlay(rig, plan, on, json, shell);
  return printPlan(rig, plan, json, shell);
}

function printPlan(rig: Rig, plan: readonly CheckStep[], json: boolean, shell: Shell): ExitStatus {
  const book = casebookOf(rig, plan);
  const unseen = unseenFaults(book);
  if (json) {
    const steps = plan.map((s) => ({
      id: s.id,
      asks: [s.setUpText, s.title].filter(Boolean).join(': '),
      expects: s.expectText,
      watches: s.byEye ? [s.expectText] : [...new Set(looksOf(s).map((e) => s.names?.[e.sight] ?? e.sight))],
      dependsOn: s.dependsOn,
      ...(s.byEye ? { byEye: true } : {}),
    }));
    const coverage = {
      faults: book.faults.length,
      noticed: book.faults.length - unseen.length,
      unseen: unseen.map(({ fault, why }) => ({ fault: fault.id, text: fault.text, why })),
    };
    shell.out(JSON.stringify({ steps, coverage }, null, 2));
    return 0;
  }
  plan.forEach((s, i) => {
    shell.out(
      `${String(i + 1).padStart(3)}  ${s.title}${s.setUpText ? ` (first: ${s.setUpText})` : ''}\n     → ${s.expectText}${s.byEye ? ', by eye' : ''}`,
    );
  });
  shell.out(`notices ${book.faults.length - unseen.length} of ${count(book.faults.length, 'single fault')}`);
  return 0;
}

function printPlay(
  rig: Rig,
  plan: readonly CheckStep[],
  on: string | undefined,
  json: boolean,
  shell: Shell,
): ExitStatus {
  const verdicts = new Player(plan).play(on === undefined ? soundWorld(rig) : openWorld(on, shell));
  if (json) {
    shell.out(JSON.stringify({ verdicts }, null, 2));
  } else {
    const title = new Map(plan.map((s) => [s.id, s.title]));
    for (const v of verdicts) shell.out(verdictText(v, title.get(v.step) ?? v.step));
    shell.out(`${verdicts.filter((v) => v.passed).length} of ${verdicts.length} passed`);
  }
  return verdicts.every((v) => v.passed) ? 0 : 1;
}

const verdictText = ({ passed, expected, saw }: Played, title: string): string =>
  `${passed ? '○' : '◆'} ${title}${passed ? '' : `: ${expected} expected, ${saw}`}`;

function printFaults(rig: Rig, plan: readonly CheckStep[], json: boolean, shell: Shell): ExitStatus {
  const since = performance.now();
  const score = scoreOf(casebookOf(rig, plan));
  const seconds = roundTo((performance.now() - since) / 1000, 2);
  if (json) {
    shell.out(JSON.stringify({ ...plainScore(score), seconds }, null, 2));
    return 0;
  }
  const { noticed, firstOrEqual, mean, random, bound, faults } = score;
  for (const f of faults.filter((x) => x.unseen)) shell.out(`not noticed: ${f.fault.text}; ${f.unseen}`);
  const effort = (e: Score['mean']): string => `${num(e.measurements, 1)} measurements, ${num(e.minutes, 1)} min`;
  shell.out(`${noticed} of ${count(faults.length, 'single fault')} noticed`);
  shell.out(
    `${percent(noticed ? firstOrEqual / noticed : 0)} of these named first or among equals, with ${effort(mean)}`,
  );
  shell.out(`in any order ${effort(random)}; never under ${effort(bound)}`);
  return 0;
}

const plainScore = ({ faults, noticed, firstOrEqual, mean, random, bound }: Score): object => ({
  faults: faults.map(({ fault, noticedBy, rank, equals, measurements, minutes, unseen }) => ({
    ...{ id: fault.id, kind: fault.kind, text: fault.text, noticedBy, rank, equals, measurements },
    minutes: roundTo(minutes, 2),
    ...(unseen === null ? {} : { unseen }),
  })),
  ...{ noticed, firstOrEqual },
  mean: rounded(mean),
  random: rounded(random),
  bound: rounded(bound),
});

const rounded = ({ measurements, minutes }: Score['mean']): object => ({
  measurements: roundTo(measurements, 3),
  minutes: roundTo(minutes, 3),
});
