import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { analyse } from '@squallmark/core/analysis';
import { compileBench, runBench, setControls, startBench } from '@squallmark/core/bench';
import { readBrief, readRig } from '@squallmark/core/files';
import { propose } from '@squallmark/core/propose';
import { applyEdits, type Rig } from '@squallmark/core/rig';
import { median, type Row } from './bench-rows.js';
import { signalRows } from './bench-signals.js';

/** Measures in one run, prints a table with ratios and writes bench/latest.json. */
export async function bench(first: { total: number }): Promise<void> {
  const rig = demoRig();
  const rows: Row[] = [];
  const one = median(() => analyse({ ...rig }), 60);
  rows.push({ what: 'whole-rig analysis, 1×', value: one, unit: 'ms', goal: 'under 16', met: one < 16 });
  for (const times of [4, 16]) {
    const big = multiply(rig, times);
    const ms = median(() => analyse({ ...big }), times === 4 ? 15 : 5);
    rows.push({
      what: `whole-rig analysis, ${times}×`,
      value: ms,
      unit: 'ms',
      goal: `${(ms / one).toFixed(1)}× of 1×`,
      met: null,
    });
  }
  const again = median(() => analyse(rig, Math.random()), 200);
  rows.push({
    what: 'same rig, another charge',
    value: again,
    unit: 'ms',
    goal: `${(again / one).toFixed(3)}× of whole`,
    met: null,
  });
  const wired = median(() => propose(rig), 10);
  rows.push({
    what: 'proposal, demo rig',
    value: wired,
    unit: 'ms',
    goal: `${(wired / one).toFixed(1)}× of its analysis`,
    met: null,
  });
  const forty = unionRig();
  const big = median(() => propose(forty), 3);
  rows.push({
    what: `proposal, ${forty.parts.length} parts`,
    value: big,
    unit: 'ms',
    goal: 'under 2000',
    met: big < 2000,
  });
  const speed = benchSpeed(rig);
  rows.push({
    what: 'bench simulator against real time',
    value: speed,
    unit: '×',
    goal: 'at least 500',
    met: speed >= 500,
  });
  rows.push(...(await signalRows(rig)));
  const kB = first.total / 1000;
  rows.push({ what: 'first visit, compressed', value: kB, unit: 'kB', goal: 'at most 380', met: kB <= 380 });

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

/** The demo rig with its stops mended: everything is wired, mapped and fed. */
function demoRig(): Rig {
  const reading = readRig(readFileSync('demo/saltmarsh-six.json', 'utf8'));
  if (!reading.ok) throw new Error('the demo rig cannot be read');
  const fixes = analyse(reading.value).findings.filter((f) => f.mark === 'stop');
  return applyEdits(
    reading.value,
    fixes.flatMap((f) => f.fixes[0]?.edits ?? []),
  ).rig;
}

/** The three demo briefs on one bench: their parts and wishes, no wiring. */
function unionRig(): Rig {
  const rigs = ['saltmarsh-six', 'ridgeline-seven', 'glasshouse-line'].map((name, i): Rig => {
    const reading = readBrief(readFileSync(`demo/${name}.brief.json`, 'utf8'));
    if (!reading.ok) throw new Error(`${name}: the brief cannot be read`);
    const own = /"(id|part|rides)":"([A-Z][A-Z0-9]*)"/g;
    return JSON.parse(
      JSON.stringify(reading.value).replace(own, (_whole, key: string, id: string) => `"${key}":"${id}-${i}"`),
    ) as Rig;
  });
  const [first] = rigs as [Rig, ...Rig[]];
  return {
    ...first,
    parts: rigs.flatMap((r) => r.parts),
    wishes: rigs.flatMap((r) => r.wishes),
    sheets: Object.assign({}, ...rigs.map((r) => r.sheets)) as Rig['sheets'],
    held: rigs.flatMap((r) => r.held),
  };
}

/** That many copies side by side in one document, each with its own ids. */
function multiply(rig: Rig, times: number): Rig {
  const copies = Array.from({ length: times }, (_, i) => {
    const text = JSON.stringify({
      parts: rig.parts,
      cables: rig.cables,
      shaping: rig.shaping,
      held: rig.held,
      bindings: rig.bindings,
      wishes: rig.wishes,
    });
    return JSON.parse(
      text.replace(
        /"(id|part|transmitter|rides)":"([A-Za-z0-9]+)"/g,
        (_whole, key: string, id: string) => `"${key}":"${id}-${i}"`,
      ),
    ) as Pick<Rig, 'parts' | 'cables' | 'shaping' | 'held' | 'bindings' | 'wishes'>;
  });
  return {
    ...rig,
    parts: copies.flatMap((c) => c.parts),
    cables: copies.flatMap((c) => c.cables),
    shaping: copies.flatMap((c) => c.shaping),
    held: copies.flatMap((c) => c.held),
    bindings: copies.flatMap((c) => c.bindings),
    wishes: copies.flatMap((c) => c.wishes),
  };
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
