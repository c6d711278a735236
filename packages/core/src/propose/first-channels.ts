import { assignMost, setUpTwoOperators } from '../channels/index.js';
import { applyEdits, type Edit, type Rig } from '../rig/index.js';

/**
 * Channels for a rig that has just been wired: as many wishes as there are controls and slots for. Where the camera operator is
 * to do something, the hand-over is made first, so that those wishes are the second transmitter's.
 */
export function firstChannels(rig: Rig): Edit[] {
  const two = rig.wishes.some((w) => w.by === 'camera operator') ? setUpTwoOperators(rig) : null;
  if (!two?.ok) return assignMost(rig).edits;
  const handed = applyEdits(rig, two.setUp).rig;
  return [...two.setUp, ...assignMost(handed).edits];
}
