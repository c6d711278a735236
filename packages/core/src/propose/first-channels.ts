import { assignMost, findChains, setUpTwoOperators, stoppedDrives } from '../channels/index.js';
import { applyEdits, type Edit, type Rig } from '../rig/index.js';

/**
 * Channels for a rig that has just been wired: as many wishes as there are controls and slots for. Where the camera operator is
 * to do something, the hand-over is made first, so that those wishes are the second transmitter's. A drive's receiver is told to
 * stop it when the radio is lost.
 */
export function firstChannels(rig: Rig): Edit[] {
  const told = channelsFor(rig);
  const after = told.length ? applyEdits(rig, told).rig : rig;
  const stopped = stoppedDrives(after, findChains(after));
  return [...told, ...stopped.map((failSafe): Edit => ({ kind: 'failSafe', failSafe }))];
}

function channelsFor(rig: Rig): Edit[] {
  const two = rig.wishes.some((w) => w.by === 'camera operator') ? setUpTwoOperators(rig) : null;
  if (!two?.ok) return assignMost(rig).edits;
  const handed = applyEdits(rig, two.setUp).rig;
  return [...two.setUp, ...assignMost(handed).edits];
}
