import { subject, type LogLine } from '@squallmark/core/log';
import type { Rig } from '@squallmark/core/rig';
import type { Option } from '../../kit/fields/choice';

/** Everything that lines can be looked up by: parts and leads of the rig, packs of its sessions, and what is there no more. */
export function subjectsOf(rig: Rig, lines: readonly Pick<LogLine, 'about'>[]): Option<string | null>[] {
  const here = [
    ...rig.parts.map((p) => ({ value: subject('part', p.id), label: p.label })),
    ...rig.cables.map((c) => ({ value: subject('lead', c.id), label: `Lead ${c.id}` })),
  ];
  const known = new Set(here.map((o) => o.value));
  const others = [...new Set(lines.flatMap((l) => l.about ?? []))].filter((s) => !known.has(s)).sort();
  return [{ value: null, label: 'all' }, ...here, ...others.map((value) => ({ value, label: labelOf(value) }))];
}

const labelOf = (value: string): string =>
  value.startsWith('pack ') ? `Pack ${value.slice('pack '.length)}` : `${value}, there no more`;
