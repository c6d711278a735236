import { analyse, fixOf } from '@squallmark/core/analysis';
import { SHELF } from '@squallmark/core/shelf';
import type { ExitStatus, Options, Shell } from '../shell.js';
import { openRig } from './open-rig.js';

export const SIGN = { stop: '◆', watch: '◐', clear: '○' } as const;

/** Findings of a rig, each with what mends it. */
export function check([file = '']: string[], { json }: Options, shell: Shell): ExitStatus {
  const { findings } = analyse(openRig(file, shell), 1, SHELF);
  if (json) {
    const plain = findings.map((f) => {
      const { rule, mark, subjects, figures, silences, title, text } = f;
      const fix = fixOf(f);
      return {
        rule,
        mark,
        subjects,
        figures,
        silences,
        text: `${title}. ${text}`,
        fix: fix && { text: fix.label, edits: fix.edits },
      };
    });
    shell.out(JSON.stringify({ findings: plain }, null, 2));
  } else {
    for (const f of findings) {
      const fix = fixOf(f);
      shell.out(
        `${SIGN[f.mark]} ${f.mark.padEnd(5)} ${f.title}\n        ${f.text}${fix ? `\n        → ${fix.label}` : ''}`,
      );
    }
    if (!findings.length) shell.out('○ clear');
  }
  return findings.some((f) => f.mark === 'stop') ? 1 : 0;
}
