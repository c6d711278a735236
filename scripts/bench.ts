import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { analyse } from '@squallmark/core/analysis';
import { compileBench, runBench, setControls, startBench } from '@squallmark/core/bench';
import { propose, proposeProven, type ProgrammeSolver } from '@squallmark/core/propose';
import { casebookOf, scoreOf } from '@squallmark/core/diagnose';
import { planOf } from '@squallmark/core/prove';
import type { Rig } from '@squallmark/core/rig';
import loadHighs from 'highs';
import { DEMOS, demoNamed, demoRig, practiceRig, unionOfDemos } from './bench-rigs.js';
import { largeRows } from './bench-large.js';
import { pageRows } from './bench-page.js';
import { median, type Row } from './bench-rows.js';
import { recordingRows } from './bench-recordings.js';
import { sceneRows } from './bench-scene.js';
import { signalRows } from './bench-signals.js';
import { supplyRows } from './bench-supplies.js';

/** Measures in one run, prints a table with ratios and writes bench/latest.json. */
export async function bench(first: { total: number }): Promise<void> {
  const rig = demoRig();
  // what a hand feels first, on a machine that nothing has worked on for minutes
  const felt = await pageRows('apps/web/dist/browser');
  const large = await largeRows('apps/web/dist/browser');
  const rows: Row[] = [...analysisRows(rig), ...(await proposalRows(rig))];
  const [handled, idle] = [benchSpeed(rig, true), benchSpeed(rig, false)];
  rows.push(
    {
      ...{ what: 'bench against real time, two axes swept', value: handled, unit: '×' },
      ...{ goal: 'at least 2000', met: handled >= 2000 },
    },
    { what: 'bench against real time, nobody there', value: idle, unit: '×', goal: '', met: null },
    ...DEMOS.flatMap((name) => faultRows(name, demoNamed(name))),
  );
  rows.push(...supplyRows());
  rows.push(...(await signalRows(rig)));
  rows.push(...recordingRows());
  const kB = first.total / 1000;
  rows.push({ what: 'first visit, compressed', value: kB, unit: 'kB', goal: 'at most 380', met: kB <= 380 });

  rows.push(...felt, ...(await sceneRows()), ...large, sizeRow(felt, large));

  for (const r of rows) {
    const mark = r.met === null ? ' ' : r.met ? '○' : '◆';
    console.log(
      `${mark} ${r.what.padEnd(36)} ${r.value.toFixed(r.value < 10 ? 2 : 0).padStart(8)} ${r.unit.padEnd(3)}  ${r.goal}`,
    );
  }
  mkdirSync('bench', { recursive: true });
  const machine = { node: process.version, cores: cpus().length };
  writeFileSync('bench/latest.json', `${JSON.stringify({ date: new Date().toISOString(), machine, rows }, null, 2)}\n`);
}

/** What the size of a rig adds to a switch of stations, whatever the machine: the large stage beside the demo. */
function sizeRow(felt: readonly Row[], large: readonly Row[]): Row {
  const slowest = (rows: readonly Row[]): number => rows.find((r) => r.what.includes('switch of stations'))!.value;
  const value = slowest(large) / slowest(felt);
  return { what: 'switch on the stage to one on the demo', value, unit: '×', goal: 'under 1.5', met: value < 1.5 };
}

/** The same rig as nothing has been worked out of it. */
const anew = (rig: Rig): Rig => ({ ...rig, parts: [...rig.parts], cables: [...rig.cables], held: [...rig.held] });

/** Whole analyses of rigs like those of practice, from one bench to two dozen side by side. */
function analysisRows(rig: Rig): Row[] {
  const sizes = [practiceRig(13), practiceRig(30), practiceRig(100), practiceRig(300)];
  const times = sizes.map((r) => median(() => analyse(anew(r)), Math.max(5, Math.round(900 / r.parts.length))));
  const [, thirty] = times as [number, number];
  const rows = sizes.map(({ parts }, i): Row => {
    const ratio = times[i]! / thirty;
    const row = { what: `whole-rig analysis, ${parts.length} parts`, value: times[i]!, unit: 'ms' };
    if (i === 1) return { ...row, goal: 'under 16', met: thirty < 16 };
    if (i === 3) return { ...row, goal: `${ratio.toFixed(1)}× of 30, under 12×`, met: ratio < 12 };
    return { ...row, goal: `${ratio.toFixed(1)}× of 30`, met: null };
  });
  analyse(rig, 0.3);
  const again = median(() => analyse(rig, Math.random()), 200);
  const goal = `${(again / thirty).toFixed(3)}× of 30 parts`;
  return [...rows, { what: 'same rig, another charge', value: again, unit: 'ms', goal, met: null }];
}

/** A first answer at once, and the proven one by the solver of integer programmes. */
async function proposalRows(rig: Rig): Promise<Row[]> {
  const solver = (await loadHighs()) as ProgrammeSolver;
  const row = (what: string, run: () => unknown, times: number, most: number | null): Row => {
    const value = median(run, times);
    return { what, value, unit: 'ms', goal: most ? `under ${most}` : '', met: most ? value < most : null };
  };
  const [forty, eighty] = [unionOfDemos(1), unionOfDemos(2)];
  const size = (r: Rig): string => `${r.parts.length} parts`;
  return [
    row('proposal, demo rig', () => propose(rig), 10, null),
    row(`first answer, ${size(forty)}`, () => propose(forty), 3, 2000),
    row(`proven, ${size(forty)}`, () => proposeProven(forty, solver), 3, 500),
    row(`proven, ${size(eighty)}`, () => proposeProven(eighty, solver), 3, 3000),
  ];
}

/** Simulated over real milliseconds: two axes swept and record pressed by hands that are looked at sixty times a second, or nobody there. */
function benchSpeed(rig: Rig, isHandled: boolean): number {
  const compiled = compileBench(rig);
  let state = startBench(compiled, { awake: true });
  const stretch = (frames: number): void => {
    for (let k = 0; k < frames; k++) {
      const to = Math.sin(k / 60);
      if (isHandled)
        state = setControls(state, { 'left-slider': to, 'right-knob': -to, C: 1, H: k % 60 < 10 ? 1 : -1 });
      state = runBench(compiled, state, 1000 / 60);
    }
  };
  stretch(3600);
  const speeds = Array.from({ length: 5 }, () => {
    const from = performance.now();
    stretch(3600);
    return 60_000 / (performance.now() - from);
  }).sort((a, b) => a - b);
  return speeds[2]!;
}

/** The table of every single fault, and the search for each of them. */
function faultRows(name: string, rig: Rig): Row[] {
  const plan = planOf(rig);
  casebookOf(rig, plan);
  const since = performance.now();
  const book = casebookOf(rig, plan);
  const seconds = (performance.now() - since) / 1000;
  const { faults, noticed, firstOrEqual, mean, random, bound } = scoreOf(book);
  const plain = (what: string, value: number, unit: string): Row => ({
    what: `${name}: ${what}`,
    value,
    unit,
    goal: '',
    met: null,
  });
  return [
    {
      what: `${name}: table of ${faults.length} faults, ${plan.length} steps`,
      value: seconds,
      unit: 's',
      goal: 'under 2',
      met: seconds < 2,
    },
    plain('faults noticed', (100 * noticed) / faults.length, '%'),
    plain('of these named first or among equals', noticed ? (100 * firstOrEqual) / noticed : 0, '%'),
    plain('measurements to a cause', mean.measurements, ''),
    plain('in any order', random.measurements, ''),
    plain('never under', bound.measurements, ''),
    plain('minutes to a cause', mean.minutes, 'min'),
    plain('in any order', random.minutes, 'min'),
    plain('never under', bound.minutes, 'min'),
  ];
}
