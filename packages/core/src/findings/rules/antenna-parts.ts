import { isAntenna } from '../../parts/index.js';
import { partsThat, type Part, type Rig } from '../../rig/index.js';
import type { Edit } from '../../rig/index.js';

export const antennas = (rig: Rig): Part[] => partsThat(rig, isAntenna).map(({ part }) => part);

/** Moves a part along one axis. */
export function moveEdit(part: Part, change: Partial<NonNullable<Part['place']>>): Edit {
  return { kind: 'note', part: part.id, change: { place: { ...part.place!, ...change } } };
}
