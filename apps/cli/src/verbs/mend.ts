import { mendRig } from '@squallmark/core/analysis';
import { writeRig } from '@squallmark/core/files';
import { isRuleId } from '@squallmark/core/findings';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { SIGN } from './check.js';
import { openRig } from './open-rig.js';

/** Does the fixes of a rig's stops, of all its findings, or of one rule, and says what it did and what is left. */
export function mend([file = '']: string[], { json, all, rule, to }: Options, shell: Shell): ExitStatus {
  if (rule !== undefined && !isRuleId(rule))
    throw new InputProblem(`--rule: no rule "${rule}"; check RIG.json --json names them`);
  const { rig, done, left } = mendRig(openRig(file, shell), { all, ...(rule === undefined ? {} : { rule }) });
  if (to !== undefined) shell.write(to, new TextEncoder().encode(writeRig(rig)));
  if (json) {
    const plain = {
      done: done.map(({ finding, fix }) => ({
        rule: finding.rule,
        text: finding.title,
        fix: { text: fix.label, edits: fix.edits },
      })),
      left: left.map(({ rule: of, mark, title }) => ({ rule: of, mark, text: title })),
      ...(to === undefined ? { rig } : {}),
    };
    shell.out(JSON.stringify(plain, null, 2));
  } else {
    for (const { finding, fix } of done) shell.out(`→ ${fix.label}: ${finding.title}`);
    for (const f of left) shell.out(`${SIGN[f.mark]} ${f.mark.padEnd(5)} ${f.title}: for your hands`);
    if (!done.length && !left.length) shell.out('○ nothing to mend');
  }
  return left.some((f) => f.mark === 'stop') ? 1 : 0;
}
