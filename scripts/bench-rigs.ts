import { readFileSync } from 'node:fs';
import { analyse } from '@squallmark/core/analysis';
import { readBrief, readRig } from '@squallmark/core/files';
import { fixesOf } from '@squallmark/core/findings';
import { propose } from '@squallmark/core/propose';
import { applyEdits, type Rig } from '@squallmark/core/rig';
import { BENCHES } from '../packages/core/test/practice/benches/index.js';
import { Proposed } from '../packages/core/test/practice/proposed.js';

export const DEMOS = ['saltmarsh-six', 'ridgeline-seven', 'glasshouse-line'] as const;

/** The demo rig with its stops mended: everything is wired, mapped and fed. */
export const demoRig = (): Rig => demoNamed('saltmarsh-six');

/** A demo with its stops mended. */
export function demoNamed(name: (typeof DEMOS)[number]): Rig {
  const reading = readRig(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!reading.ok) throw new Error(`the demo ${name} cannot be read`);
  const fixes = analyse(reading.value).findings.filter((f) => f.mark === 'stop');
  return applyEdits(
    reading.value,
    fixes.flatMap((f) => fixesOf(f)[0]?.edits ?? []),
  ).rig;
}

function bareDemo(name: string): Rig {
  const reading = readBrief(readFileSync(`demo/${name}.brief.json`, 'utf8'));
  if (!reading.ok) throw new Error(`${name}: the brief cannot be read`);
  return reading.value;
}

/** The demo briefs on one bench, each so many times: their parts and wishes, no wiring. */
export function unionOfDemos(times: number): Rig {
  const briefs = DEMOS.map(bareDemo);
  return joined(Array.from({ length: times }, () => briefs).flat());
}

/**
 * Benches of practice as proposed, side by side until there are so many parts: no bench twice, the demos last. Below 30 parts one
 * bench of about that size.
 */
export function practiceRig(parts: number): Rig {
  const wired = BENCHES.map((b) => Proposed.of(b.brief).rig);
  const demos = DEMOS.map(bareDemo).map((rig) => applyEdits(rig, propose(rig).edits).rig);
  const bySize = [...wired].sort((a, b) => b.parts.length - a.parts.length);
  const [fits] = bySize.filter((r) => r.parts.length <= parts);
  if (parts <= 30 && fits) return fits;
  const taken: Rig[] = [];
  for (const rig of [...bySize, ...demos]) {
    if (taken.reduce((sum, r) => sum + r.parts.length, 0) >= parts) break;
    taken.push(rig);
  }
  return joined(taken);
}

/** Rigs side by side in one document, each with its own ids. */
function joined(rigs: readonly Rig[]): Rig {
  const own = rigs.map((rig, i) => {
    const { parts, cables, shaping, held, bindings, wishes, sheets } = rig;
    const text = JSON.stringify({ parts, cables, shaping, held, bindings, wishes, handOvers: rig.handOvers ?? [] });
    const renamed = text.replace(
      /"(id|part|transmitter|rides|from|to|by|first|second)":"([A-Z][A-Z0-9]*)"/g,
      (_whole, key: string, id: string) => `"${key}":"${id}-${i}"`,
    );
    return { ...(JSON.parse(renamed) as Rig), sheets };
  });
  return {
    ...rigs[0]!,
    merges: [],
    parts: own.flatMap((r) => r.parts),
    cables: own.flatMap((r) => r.cables ?? []),
    shaping: own.flatMap((r) => r.shaping ?? []),
    held: own.flatMap((r) => r.held ?? []),
    bindings: own.flatMap((r) => r.bindings ?? []),
    wishes: own.flatMap((r) => r.wishes ?? []),
    handOvers: [],
    sheets: Object.assign({}, ...own.map((r) => r.sheets)) as Rig['sheets'],
  };
}
