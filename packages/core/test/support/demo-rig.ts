import { gives, supplyPort } from '../../src/parts/shelf/define.js';
import { fixesOf } from '../../src/findings/index.js';
import { readFileSync } from 'node:fs';
import { readRig } from '../../src/files/index.js';
import { analyse } from '../../src/analysis/index.js';
import { applyEdits, type Rig } from '../../src/rig/index.js';

/** The demo rig as it ships, from its file. */
export const demoRig = (): Rig => demoNamed('saltmarsh-six');

/** One of the rigs that ship. */
export function demoNamed(name: 'saltmarsh-six' | 'ridgeline-seven' | 'glasshouse-line'): Rig {
  const reading = readRig(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8'));
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  return reading.value;
}

/** The demo rig with its stops mended by their own fixes. */
export function mendedRig(): Rig {
  const rig = demoRig();
  const stops = analyse(rig).findings.filter((f) => f.mark === 'stop');
  return applyEdits(
    rig,
    stops.flatMap((f) => fixesOf(f)[0]?.edits ?? []),
  ).rig;
}

/** Rules found on a rig, as `rule mark`. */
export function rulesOf(rig: Rig): string[] {
  return analyse(rig).findings.map((f) => `${f.rule} ${f.mark}`);
}

/** The demo rig whose gimbal has a plug with 5 V for others besides. */
export function handingOn(): Rig {
  const rig = mendedRig();
  const sheet = rig.sheets['gimbal-two-axis']!;
  const ports = [...sheet.ports, supplyPort('aux', '5 V', 'right')];
  const sources = [gives('buck', 'aux', 5, 1, { fedBy: sheet.supplies[0]!.id })];
  return { ...rig, sheets: { ...rig.sheets, [sheet.class]: { ...sheet, ports, sources } } };
}
