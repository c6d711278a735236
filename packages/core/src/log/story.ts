/** What happened to one part, lead or pack, told in a sentence from its lines. */
import { count, listed, num } from '../units/index.js';
import type { LogLine, PackUse } from './schemas.js';

/** Lines about a subject, in their order. */
export const linesAbout = <L extends Pick<LogLine, 'about'>>(lines: readonly L[], subject: string): L[] =>
  lines.filter((l) => l.about?.includes(subject));

/** What its lines come to: how often it was changed, proved, used; empty where nothing is known of it. */
export function storyOf(lines: readonly LogLine[], subject: string): string {
  const own = linesAbout(lines, subject);
  const of = (kind: LogLine['kind']): LogLine[] => own.filter((l) => l.kind === kind);
  const [changes, proofs, wakes, notes] = (['change', 'proof', 'wake', 'note'] as const).map(of);
  const bad = (all: readonly LogLine[]): number => all.filter((l) => l.bad).length;
  return [
    ...(changes!.length ? [`changed ${times(changes!.length)}`] : []),
    ...(proofs!.length ? [`${count(proofs!.length, 'line')} of proof, ${bad(proofs!)} not so`] : []),
    ...(wakes!.length ? [`${count(wakes!.length, 'step')} of waking, ${bad(wakes!)} not so`] : []),
    ...(notes!.length ? [count(notes!.length, 'note')] : []),
    ...packStory(own, subject),
  ].join(' · ');
}

const times = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);

/** Sessions of a pack: how many, how long, how deep it went, and how it stood last. */
function packStory(own: readonly LogLine[], subject: string): string[] {
  const sessions = own.flatMap((l) => (l.session ? [l.session] : []));
  if (!sessions.length || !subject.startsWith('pack ')) return [];
  const name = subject.slice('pack '.length);
  const uses = sessions.flatMap((s) => s.packs.filter((p) => p.name === name));
  const minutes = sessions.reduce((sum, s) => sum + (s.minutes ?? 0), 0);
  const after = uses.flatMap((u) => u.afterV ?? []);
  const said = [
    count(sessions.length, 'session'),
    ...(minutes ? [`${num(minutes)} min`] : []),
    ...(after.length ? [`lowest ${num(Math.min(...after), 2)} V at rest`] : []),
    ...lastOf(uses),
  ];
  return [listed(said)];
}

function lastOf(uses: readonly PackUse[]): string[] {
  const last = uses.findLast((u) => u.beforeV !== undefined && u.afterV !== undefined);
  return last ? [`last from ${num(last.beforeV!, 2)} to ${num(last.afterV!, 2)} V`] : [];
}
