import { readFileSync } from 'node:fs';
import { readBrief } from '../../src/files/index.js';
import type { Rig } from '../../src/rig/index.js';

/** Text of a demo brief as it ships. */
export const briefText = (name: string): string =>
  readFileSync(new URL(`../../../../demo/${name}.brief.json`, import.meta.url), 'utf8');

/** A demo brief laid out on the bench, without wiring. */
export function briefRig(name: string): Rig {
  const reading = readBrief(briefText(name));
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  return reading.value;
}
