import type { Sheet } from '../parts/index.js';
import { applyEdits, EditRefused, type Rig } from '../rig/index.js';
import { count, num, signed } from '../units/index.js';
import { analyse } from './analyse.js';

/** What a changed sheet does to a rig that uses its class. */
export interface SheetEffect {
  /** How many parts of the rig are of this class. */
  parts: number;
  figures: { name: string; before: string; after: string }[];
  raised: string[];
  gone: string[];
  /** Why the rig could not take the sheet; null when it can. */
  refused: string | null;
}

/** Compares the rig as it is with the rig under the sheet as typed. */
export function sheetEffect(rig: Rig, sheet: Sheet): SheetEffect {
  const parts = rig.parts.filter((p) => p.class === sheet.class).length;
  const before = analyse(rig);
  try {
    const after = analyse(applyEdits(rig, [{ kind: 'resheet', sheet }]).rig);
    const titles = (a: typeof before): string[] => a.findings.map((f) => f.title);
    return {
      parts,
      figures: figuresOf(before).map(([name, value], i) => ({ name, before: value, after: figuresOf(after)[i]![1] })),
      raised: titles(after).filter((t) => !titles(before).includes(t)),
      gone: titles(before).filter((t) => !titles(after).includes(t)),
      refused: null,
    };
  } catch (error) {
    if (!(error instanceof EditRefused)) throw error;
    return { parts, figures: [], raised: [], gone: [], refused: error.reason };
  }
}

function figuresOf({ brief, rails, wake, findings }: ReturnType<typeof analyse>): [string, string][] {
  return [
    ['wishes', `${brief.granted} / ${brief.wanted}`],
    ['stops', count(findings.filter((f) => f.mark === 'stop').length, 'stop')],
    ['lowest margin', rails.lowestMargin ? `${signed(rails.lowestMargin.volts, 2)} V` : '–'],
    ['pack', `${num(rails.now.packA, 2)} A`],
    ['wake', `${num(wake.seconds, 1)} s`],
    ['mass', `${num(brief.massG)} g`],
  ];
}
