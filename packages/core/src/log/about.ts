import { wayTo, type Rig } from '../rig/index.js';
import type { Session } from './schemas.js';
import { subject } from './subject.js';

/** Lists whose items are called by the part they belong to, and by how many of them. */
const OF_PARTS: Readonly<Record<string, number>> = {
  bindings: 1,
  shaping: 1,
  failSafes: 1,
  held: 1,
  handOvers: 2,
};

/** Parts and leads that are otherwise in one state of a rig than in another, as subjects; each once. */
export function aboutChange(before: Rig, after: Rig): string[] {
  const found = wayTo(before, after).flatMap(({ path: [root, name] }) => {
    if (name === undefined) return [];
    if (root === 'parts') return [subject('part', name)];
    if (root === 'cables') return [subject('lead', name)];
    const owners = name.split(' ').slice(0, OF_PARTS[root!] ?? 0);
    return owners.map((id) => subject('part', id));
  });
  return [...new Set(found)];
}

/** Packs that a session used, as subjects. */
export const aboutSession = ({ packs }: Session): string[] => [...new Set(packs.map((p) => subject('pack', p.name)))];
