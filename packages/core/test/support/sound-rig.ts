import { fixesOf } from '../../src/findings/index.js';
import { analyse } from '../../src/analysis/index.js';
import { assignChannels } from '../../src/channels/studies.js';
import { propose } from '../../src/propose/index.js';
import { applyEdits, EditRefused, type Edit, type Rig } from '../../src/rig/index.js';
import { randomRig } from './random-rig.js';

/** A random rig wired by its proposal, its channels assigned, and what the findings still say mended by their fixes. */
export function soundRig(seed: number): Rig {
  const bare = randomRig(seed);
  let rig = applyEdits(bare, propose(bare).edits).rig;
  rig = applyEdits(rig, assignChannels(rig).edits).rig;
  for (let round = 0; round < 4; round++) {
    const fixes = analyse(rig).findings.flatMap((f) => fixesOf(f)[0]?.edits ?? []);
    if (!fixes.length) break;
    rig = fixes.reduce(tryEdit, rig);
  }
  return rig;
}

/** Two findings may want the same thing mended: the second time it no longer fits. */
function tryEdit(rig: Rig, edit: Edit): Rig {
  try {
    return applyEdits(rig, [edit]).rig;
  } catch (error) {
    if (!(error instanceof EditRefused)) throw error;
    return rig;
  }
}
