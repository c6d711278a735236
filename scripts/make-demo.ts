/** Prints the demo rigs as their files: `npm run demo-file`. One is wired by hand, two by the proposal for their briefs. */
import { readFileSync, writeFileSync } from 'node:fs';
import { readBrief, writeRig } from '@squallmark/core/files';
import { propose } from '@squallmark/core/propose';
import { applyEdits, type Rig } from '@squallmark/core/rig';
import { saltmarshSix } from '../demo/saltmarsh-six.js';

const file = (name: string): URL => new URL(`../demo/${name}`, import.meta.url);

function proposed(name: string): Rig {
  const reading = readBrief(readFileSync(file(`${name}.brief.json`), 'utf8'));
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  return applyEdits(reading.value, propose(reading.value).edits).rig;
}

/** Without blanks: the first visit fetches it. */
const write = (name: string, rig: Rig): void =>
  writeFileSync(file(`${name}.json`), `${JSON.stringify(JSON.parse(writeRig(rig)))}\n`);

write('saltmarsh-six', saltmarshSix());
for (const name of ['ridgeline-seven', 'glasshouse-line']) write(name, proposed(name));
