import { carriersOf, jointsOutTo, type Carrier } from '../loom/index.js';
import { sees } from '../parts/index.js';
import { findPart, partsWithSheets, sheetOf, type Rig } from '../rig/index.js';

/**
 * Joints that turn a camera, the one at the frame first: those of what it rides on, then its own. Where no place is told, a
 * camera that is asked for something sits on the gimbal when the rig has just one; a camera that only looks ahead does not.
 */
export function turnersOf(rig: Rig, camera: string): Carrier[] {
  const sheet = sheetOf(rig, camera);
  const own = outOf(rig, camera);
  if (findPart(rig, camera)?.place?.rides !== undefined) return [...carriersOf(rig, camera), ...own];
  if (own.length || !sheet.functions.length) return own;
  const gimbals = partsWithSheets(rig).filter((p) => p.sheet.joints.length && !sees(p.sheet));
  return gimbals.length === 1 ? outOf(rig, gimbals[0]!.part.id) : [];
}

const outOf = (rig: Rig, part: string): Carrier[] => jointsOutTo(sheetOf(rig, part)).map((joint) => ({ part, joint }));
