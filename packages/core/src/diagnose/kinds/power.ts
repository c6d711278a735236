/** Faults of supply and of whole parts. */
import { isPack } from '../../parts/index.js';
import { partsWithSheets, type Rig } from '../../rig/index.js';
import type { Fault } from '../fault.js';

/** Each pack at its floor. */
export const packFlat = (rig: Rig): Fault[] =>
  partsWithSheets(rig)
    .filter(({ sheet }) => isPack(sheet))
    .map(({ part }) => ({
      id: `flat ${part.id}`,
      kind: 'pack flat',
      text: `${part.label} is flat`,
      put: [{ kind: 'note', part: part.id, change: { charge: { share: 0 } } }],
      weight: 3,
      remedy: { text: `Charge ${part.label}` },
    }));

/** Whatever wakes on a supply may be dead. */
export const partDead = (rig: Rig): Fault[] =>
  partsWithSheets(rig)
    .filter(({ sheet }) => sheet.supplies.some((s) => s.draw.kind !== 'regulator'))
    .map(({ part }) => ({
      id: `dead ${part.id}`,
      kind: 'part dead',
      text: `${part.label} is dead`,
      put: [],
      flaws: [{ kind: 'dead', part: part.id }],
      weight: 0.5,
      remedy: { text: `Put another in the place of ${part.label}` },
    }));
