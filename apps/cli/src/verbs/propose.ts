import { analyse } from '@squallmark/core/analysis';
import { writeRig } from '@squallmark/core/files';
import { propose as proposeWiring, type Proposal } from '@squallmark/core/propose';
import { applyEdits } from '@squallmark/core/rig';
import type { ExitStatus, Options, Shell } from '../shell.js';
import { openBrief } from './open-rig.js';

/** Wiring from parts and wishes: choices with their reasons, what stays open and why. */
export function propose([file = '']: string[], { json, to }: Options, shell: Shell): ExitStatus {
  const rig = openBrief(file, shell);
  const proposal = proposeWiring(rig);
  const wired = proposal.edits.length ? applyEdits(rig, proposal.edits).rig : rig;
  if (to !== undefined) shell.write(to, new TextEncoder().encode(writeRig(wired)));
  if (json) shell.out(JSON.stringify({ ...proposal, rig: to === undefined ? wired : undefined }, null, 2));
  else say(proposal, shell);
  return analyse(wired).findings.some((f) => f.mark === 'stop') || proposal.unmet.length ? 1 : 0;
}

function say({ choices, unmet, clashes, points, bound, proven }: Proposal, shell: Shell): void {
  for (const c of choices.filter((x) => x.cable !== null)) {
    const cost = c.cost.map((p) => `${p.why} ${p.points}`).join(', ');
    shell.out(`${(c.cable ?? '').padEnd(4)} ${c.text}\n     for: ${c.demand} · ${cost}`);
  }
  for (const u of unmet) shell.out(`◐ open  ${u.demand}: ${u.why}`);
  for (const clash of clashes.filter((c) => c.demands.length > 1))
    shell.out(`        ${clash.smallest ? 'smallest clash' : 'a clash'}: ${clash.demands.join(' + ')}`);
  shell.out(
    proven ? `${points} points, nothing is cheaper` : `${points} points, at most ${points - bound} from the best`,
  );
}
