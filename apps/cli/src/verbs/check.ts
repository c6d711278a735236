import { analyse } from '@squallmark/core/analysis';
import { SHELF } from '@squallmark/core/shelf';
import type { ExitStatus, Options, Shell } from '../shell.js';
import { openRig } from './open-rig.js';

const SIGN = { stop: '◆', watch: '◐', clear: '○' } as const;

export function check([file = '']: string[], { json }: Options, shell: Shell): ExitStatus {
  const { findings } = analyse(openRig(file, shell), 1, SHELF);
  if (json) {
    const plain = findings.map(({ rule, mark, subjects, figures, title, text }) => ({
      rule,
      mark,
      subjects,
      figures,
      text: `${title}. ${text}`,
    }));
    shell.out(JSON.stringify({ findings: plain }, null, 2));
  } else {
    for (const f of findings) shell.out(`${SIGN[f.mark]} ${f.mark.padEnd(5)} ${f.title}\n        ${f.text}`);
    if (!findings.length) shell.out('○ clear');
  }
  return findings.some((f) => f.mark === 'stop') ? 1 : 0;
}
