import { soundWorld, type World } from '@squallmark/core/diagnose';
import { readRig } from '@squallmark/core/files';
import { applyEdits } from '@squallmark/core/rig';
import { problemText } from '@squallmark/core/units';
import * as z from 'zod';
import { InputProblem, type Shell } from '../shell.js';
import { openText, problemsOf } from './open-rig.js';

/** A rig file with what an edit cannot say: parts that are dead, contacts with so many ohms. */
const worldSchema = z.strictObject({
  rig: z.unknown(),
  perturbations: z
    .array(
      z.discriminatedUnion('kind', [
        z.strictObject({ kind: z.literal('dead'), part: z.string() }),
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
  const lacking = perturbations.find((p) => p.kind === 'dead' && !rig.parts.some((own) => own.id === p.part));
  if (lacking?.kind === 'dead') throw new InputProblem(`${file}: perturbations: no part "${lacking.part}" in the rig`);
  const edits = perturbations.flatMap((p) =>
    p.kind === 'contact'
      ? [{ kind: 'setWire' as const, cable: p.cable, wire: p.wire, inline: { kind: 'resistor' as const, ohm: p.ohm } }]
      : [],
  );
  const dead = new Set(perturbations.flatMap((p) => (p.kind === 'dead' ? [p.part] : [])));
  try {
    return { rig: edits.length ? applyEdits(rig, edits).rig : rig, dead };
  } catch (error) {
    throw new InputProblem(`${file}: perturbations: ${error instanceof Error ? error.message : String(error)}`);
  }
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
