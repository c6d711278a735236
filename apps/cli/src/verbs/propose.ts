import { analyse } from '@squallmark/core/analysis';
import { moverOf } from '@squallmark/core/channels';
import { writeRig } from '@squallmark/core/files';
import type { Proposal } from '@squallmark/core/propose';
import { applyEdits, editSentence, labelOf, type Edit, type Rig } from '@squallmark/core/rig';
import { num } from '@squallmark/core/units';
import type { ExitStatus, Options, Shell } from '../shell.js';
import { proposeFor } from '../proven.js';
import { openBrief } from './open-rig.js';

/** Wiring from parts and wishes: choices with their reasons, what stays open and why. */
export async function propose([file = '']: string[], { json, to }: Options, shell: Shell): Promise<ExitStatus> {
  const rig = openBrief(file, shell);
  const { proposal, unproven } = await proposeFor(rig);
  if (unproven) shell.err(unproven);
  const wired = proposal.edits.length ? applyEdits(rig, proposal.edits).rig : rig;
  if (to !== undefined) shell.write(to, new TextEncoder().encode(writeRig(wired)));
  if (json) shell.out(JSON.stringify({ ...proposal, rig: to === undefined ? wired : undefined }, null, 2));
  else say(rig, wired, proposal, shell);
  return analyse(wired).findings.some((f) => f.mark === 'stop') || proposal.unmet.length ? 1 : 0;
}

function say(rig: Rig, wired: Rig, proposal: Proposal, shell: Shell): void {
  const { choices, unmet, clashes, idle, points, bound, proven } = proposal;
  for (const c of choices.filter((x) => x.cable !== null)) {
    const cost = c.cost.map((p) => `${p.why} ${p.points}`).join(', ');
    shell.out(`${(c.cable ?? '').padEnd(4)} ${c.text}\n     for: ${c.demand} · ${cost}`);
  }
  for (const e of proposal.edits)
    if (e.kind === 'addWish')
      shell.out(`wish ${e.wish.label} of ${labelOf(rig, e.wish.part ?? '')}: others work only in some of it`);
  // what is set, strapped, given to ports and put on channels, in the order of the hands
  for (const e of settled(proposal.edits)) shell.out(`set  ${editSentence(rig, e)}`);
  for (const row of analyse(wired).channels.rows.filter((r) => r.moves.length))
    shell.out(
      `ch ${String(row.channel).padStart(2)}  ${moverOf(row) ?? 'nothing'}: ${row.moves.map((m) => `${m.partLabel} ${m.fn.label.toLowerCase()}`).join(', ')}`,
    );
  for (const i of idle) shell.out(`○ idle  ${labelOf(rig, i.part)}: ${i.why}`);
  for (const u of unmet) shell.out(`◐ open  ${u.demand}: ${u.why}`);
  for (const clash of clashes.filter((c) => c.demands.length > 1))
    shell.out(`        ${clash.smallest ? 'smallest clash' : 'a clash'}: ${clash.demands.join(' + ')}`);
  shell.out(
    proven
      ? `${num(points)} points, nothing is cheaper`
      : `${num(points)} points, at most ${num(points - bound)} from the best`,
  );
}

/** What is set in the end: a hand-over grows channel by channel, and is said once. */
function settled(edits: readonly Edit[]): Edit[] {
  const sets = edits.filter((e) => SETS.has(e.kind));
  const isGrown = (e: Edit, i: number): boolean =>
    e.kind === 'handOver' &&
    sets.some(
      (x, j) =>
        j > i && x.kind === 'handOver' && x.handOver.from === e.handOver.from && x.handOver.to === e.handOver.to,
    );
  return sets.filter((e, i) => !isGrown(e, i));
}

const SETS: ReadonlySet<string> = new Set(['set', 'hold', 'release', 'failSafe', 'handOver', 'note']);
