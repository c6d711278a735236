import { carriersOf, jointsOutTo, type Carrier } from '../loom/index.js';
import { sees, type Joint, type Sheet } from '../parts/index.js';
import { findPart, partsWithSheets, sheetOf, type Rig } from '../rig/index.js';

/**
 * Joints that turn a camera, the one at the frame first: those of what it rides on, then its own. Where no place is told, a
 * camera that is asked for something sits on the gimbal when the rig has just one; a camera that only looks ahead does not.
 */
export function turnersOf(rig: Rig, camera: string): Carrier[] {
  const sheet = sheetOf(rig, camera);
  const own = outOf(rig, camera);
  if (findPart(rig, camera)?.place?.rides !== undefined)
    return [...carriersOf(rig, camera).map((c) => ({ ...c, joint: withAxis(sheetOf(rig, c.part), c.joint) })), ...own];
  if (own.length || !sheet.functions.length) return own;
  const gimbals = partsWithSheets(rig).filter((p) => p.sheet.joints.length && !sees(p.sheet));
  return gimbals.length === 1 ? outOf(rig, gimbals[0]!.part.id) : [];
}

const outOf = (rig: Rig, part: string): Carrier[] => {
  const sheet = sheetOf(rig, part);
  return jointsOutTo(sheet).map((joint) => ({ part, joint: withAxis(sheet, joint) }));
};

/** About which axis what a function does turns a joint: [forward, right, down]. */
const TURNS: Readonly<Record<string, NonNullable<Joint['axis']>>> = {
  pan: [0, 0, 1],
  tilt: [0, 1, 0],
  'roll-trim': [1, 0, 0],
};

/** A joint whose sheet names no axis turns as the function that moves it says. */
function withAxis({ functions }: Pick<Sheet, 'functions'>, joint: Joint): Joint {
  const by = joint.axis ? undefined : functions.find((f) => f.joint === joint.id && f.what in TURNS);
  return by ? { ...joint, axis: TURNS[by.what] } : joint;
}
