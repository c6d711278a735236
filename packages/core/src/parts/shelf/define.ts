import type { Pin, PinAt, Sheet, SheetDraft } from '../sheet.js';

const EMPTY = {
  cautions: [],
  needs: [],
  ports: [],
  ties: [],
  links: [],
  supplies: [],
  sources: [],
  settings: [],
  functions: [],
  resources: [],
  joints: [],
  starts: [],
  controls: [],
  pictures: [],
};

/**
 * Fills the defaults of a built-in sheet, as the schema would. The schema itself is applied to every sheet in
 * the tests, so that the shelf loads without the schema library.
 */
export function defineSheet(draft: SheetDraft): Sheet {
  return {
    ...EMPTY,
    ...draft,
    links: (draft.links ?? []).map((link) => ({ ...link, params: link.params ?? {} })),
    joints: (draft.joints ?? []).map((joint) => ({ ...joint, homeDeg: joint.homeDeg ?? 0 })),
  };
}

export const plus = (n: number, label = '+'): Pin => ({ n, label, line: 'supply' });
export const ground = (n: number, label = '−'): Pin => ({ n, label, line: 'ground' });
export const signal = (n: number, label: string, way: 'in' | 'out' | 'both'): Pin => ({
  n,
  label,
  line: 'signal',
  way,
});
export const empty = (n: number, label: string): Pin => ({ n, label, line: 'empty' });
export const at = (port: string, pin: number): PinAt => ({ port, pin });

/** Two-pin supply port of a class: pin 1 plus, pin 2 ground. */
export const supplyPort = (id: string, label: string, side: 'left' | 'right', family = 'two-way 2.0 mm') => ({
  id,
  label,
  side,
  plug: { family, pins: 2 },
  pins: [plus(1), ground(2)],
});

/** Three-pin pulse or bus port: signal, plus, ground. `plusLine` empty when the pin carries no supply. */
export const servoPort = (
  id: string,
  label: string,
  side: 'left' | 'right',
  way: 'in' | 'out',
  plusLine: 'supply' | 'empty' = 'empty',
) => ({
  id,
  label,
  side,
  plug: { family: 'three-way 2.54 mm', pins: 3 },
  pins: [signal(1, 'S', way), plusLine === 'supply' ? plus(2) : empty(2, 'not joined'), ground(3)],
});

/** Two-pin picture port: signal and ground. */
export const picturePort = (id: string, label: string, side: 'left' | 'right', way: 'in' | 'out') => ({
  id,
  label,
  side,
  plug: { family: 'latching 1.25 mm', pins: 2 },
  pins: [signal(1, 'V', way), ground(2)],
});
