import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { analyse } from '@squallmark/core/analysis';
import { compileBench, runBench, setControls, startBench } from '@squallmark/core/bench';
import { propose, proposeProven, type ProgrammeSolver } from '@squallmark/core/propose';
import type { Rig } from '@squallmark/core/rig';
import loadHighs from 'highs';
import { demoRig, practiceRig, unionOfDemos } from './bench-rigs.js';
import { pageRows } from './bench-page.js';
import { median, type Row } from './bench-rows.js';
import { signalRows } from './bench-signals.js';
import { supplyRows } from './bench-supplies.js';

/** Measures in one run, prints a table with ratios and writes bench/latest.json. */
export async function bench(first: { total: number }): Promise<void> {
  const rig = demoRig();
  const rows: Row[] = [...analysisRows(rig), ...(await proposalRows(rig))];
  const speed = benchSpeed(rig);
  rows.push({
    what: 'bench simulator against real time',
    value: speed,
    unit: '×',
    goal: 'at least 500',
    met: speed >= 500,
  });
  rows.push(...supplyRows());
  rows.push(...(await signalRows(rig)));
  const kB = first.total / 1000;
  rows.push({ what: 'first visit, compressed', value: kB, unit: 'kB', goal: 'at most 380', met: kB <= 380 });

  rows.push(...(await pageRows('apps/web/dist/browser')));

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

/** Whole analyses of rigs like those of practice, from one bench to two dozen side by side. */
function analysisRows(rig: Rig): Row[] {
  const sizes = [practiceRig(13), practiceRig(30), practiceRig(100), practiceRig(300)];
  const times = sizes.map((r) => median(() => analyse({ ...r }), Math.max(5, Math.round(900 / r.parts.length))));
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

/** Simulated over real milliseconds, with controls that keep the axes moving. */
function benchSpeed(rig: Rig): number {
  const compiled = compileBench(rig);
  let state = startBench(compiled, { awake: true });
  const stretch = (ms: number): void => {
    for (let t = 0; t < ms; t += 1000) {
      const to = Math.sin(t / 3000);
      state = setControls(state, { 'left-slider': to, 'right-knob': -to, C: 1, 'right-slider': to, F: Math.round(to) });
      state = runBench(compiled, state, 1000);
    }
  };
  stretch(60_000);
  const speeds = Array.from({ length: 5 }, () => {
    const from = performance.now();
    stretch(60_000);
    return 60_000 / (performance.now() - from);
  }).sort((a, b) => a - b);
  return speeds[2]!;
}
