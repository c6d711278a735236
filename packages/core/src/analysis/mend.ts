import { fixesOf, type Finding, type Fix, type RuleId } from '../findings/index.js';
import { carryOut, EditRefused, type Rig } from '../rig/index.js';
import { analyse } from './analyse.js';

/** Which findings are to be mended: stops alone, all, or those of one rule. */
export interface MendWhat {
  all?: boolean;
  rule?: RuleId;
}

/** A rig after mending, with what was done and what is left. */
export interface Mended {
  rig: Rig;
  /** What was done, in order. */
  done: { finding: Finding; fix: Fix }[];
  /** Findings of the kind asked for that are left: hands, or another part, must mend them. */
  left: Finding[];
}

/** Fixes one after the other, each on the rig the one before left, until none is left to do. */
const MOST_FIXES = 200;

/**
 * Carries out the first fix of each finding, gravest first, and looks again after each. A wish is never dropped by it, and a
 * finding whose fix did not mend it is not tried again.
 */
export function mendRig(rig: Rig, what: MendWhat = {}): Mended {
  const done: Mended['done'] = [];
  const tried = new Set<string>();
  const isAsked = (f: Finding): boolean => (what.rule ? f.rule === what.rule : what.all === true || f.mark === 'stop');
  let now = rig;
  for (let n = 0; n < MOST_FIXES; n++) {
    const finding = analyse(now).findings.find((f) => isAsked(f) && !tried.has(f.id) && fixOf(f));
    const fix = finding && fixOf(finding);
    if (!finding || !fix) break;
    tried.add(finding.id);
    try {
      now = carryOut(now, fix.edits).rig;
    } catch (error) {
      if (error instanceof EditRefused) continue;
      throw error;
    }
    done.push({ finding, fix });
  }
  return { rig: now, done, left: analyse(now).findings.filter(isAsked) };
}

/** The first fix that changes the rig and not what is wished of it. */
export const fixOf = (finding: Finding): Fix | null =>
  fixesOf(finding).find((fix) => !fix.edits.some((e) => e.kind === 'removeWish')) ?? null;
