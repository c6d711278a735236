import { soundWorld, type World } from '@squallmark/core/diagnose';
import { readRig } from '@squallmark/core/files';
import type { Flaw } from '@squallmark/core/bench';
import { applyEdits, type Rig } from '@squallmark/core/rig';
import { problemText } from '@squallmark/core/units';
import * as z from 'zod';
import { InputProblem, type Shell } from '../shell.js';
import { openText, problemsOf } from './open-rig.js';

/** A rig file with what an edit cannot say: what is wrong with its parts, contacts with so many ohms. */
const worldSchema = z.strictObject({
  rig: z.unknown(),
  perturbations: z
    .array(
      z.discriminatedUnion('kind', [
        z.strictObject({
          kind: z.enum(['dead', 'leaning', 'unbalanced', 'disturbed', 'full', 'forgetful', 'slipping', 'tight']),
          part: z.string(),
        }),
        z.strictObject({ kind: z.literal('dead-output'), part: z.string(), link: z.string() }),
        z.strictObject({
          kind: z.literal('drift'),
          part: z.string(),
          source: z.string(),
          share: z.number().min(0.01).max(3),
        }),
        z.strictObject({ kind: z.literal('loose'), cable: z.string() }),
        z.strictObject({
          kind: z.literal('contact'),
          cable: z.string(),
          wire: z.int().min(0).max(63),
          ohm: z.number().min(1e-3).max(1e7),
        }),
      ]),
    )
    .max(100)
    .default([]),
  seed: z.int().optional(),
});

/** The bench as it really is: a rig file, or one with perturbations. @throws {InputProblem} naming file, place and reason */
export function openWorld(file: string, shell: Shell): World {
  const text = openText(file, shell);
  const whole = parsed(text);
  if (typeof whole !== 'object' || whole === null || !('perturbations' in whole || 'rig' in whole))
    return soundWorld(rigOf(file, text));
  const reading = worldSchema.safeParse(whole);
  if (!reading.success) throw new InputProblem(problemsOf(file, reading.error));
  const { rig: plain, perturbations } = reading.data;
  const rig = rigOf(`${file}: rig`, JSON.stringify(plain));
  for (const p of perturbations) {
    const lacks = p.kind === 'contact' ? null : lackingOf(p, rig);
    if (lacks) throw new InputProblem(`${file}: perturbations: ${lacks}`);
  }
  const edits = perturbations.flatMap((p) =>
    p.kind === 'contact'
      ? [{ kind: 'setWire' as const, cable: p.cable, wire: p.wire, inline: { kind: 'resistor' as const, ohm: p.ohm } }]
      : [],
  );
  const flaws = perturbations.filter((p) => p.kind !== 'contact');
  try {
    return { rig: edits.length ? applyEdits(rig, edits).rig : rig, flaws };
  } catch (error) {
    throw new InputProblem(`${file}: perturbations: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** What a perturbation names that the rig has not. */
function lackingOf(flaw: Flaw, { parts, cables, sheets }: Rig): string | null {
  if (flaw.kind === 'loose')
    return cables.some((c) => c.id === flaw.cable) ? null : `no cable "${flaw.cable}" in the rig`;
  const own = parts.find((p) => p.id === flaw.part);
  if (!own) return `no part "${flaw.part}" in the rig`;
  const sheet = sheets[own.class]!;
  if (flaw.kind === 'dead-output' && !sheet.links.some((l) => l.id === flaw.link))
    return `"${flaw.part}" has no link "${flaw.link}"`;
  if (flaw.kind === 'drift' && !sheet.sources.some((s) => s.id === flaw.source && s.regulator))
    return `"${flaw.part}" has no regulated source "${flaw.source}"`;
  return null;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    // the reader of rig files says where
    return null;
  }
}

function rigOf(file: string, text: string) {
  const reading = readRig(text);
  if (reading.ok) return reading.value;
  throw new InputProblem(reading.problems.map((p) => `${file}: ${problemText(p)}`).join('\n'));
}
