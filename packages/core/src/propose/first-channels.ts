import { assignMost } from '../channels/studies.js';
import {
  edgeChange,
  findChains,
  flightChannels,
  isFlightChain,
  quietSlot,
  restChange,
  setUpTwoOperators,
  stoppedDrives,
  toldOn,
} from '../channels/index.js';
import { applyEdits, type Edit, type Rig } from '../rig/index.js';
import { airsOf } from './airs.js';

/** What puts first channels on a rig, and the functions that got none, by name, with the reason. */
interface FirstChannels {
  edits: Edit[];
  givenUp: ReadonlyMap<string, string>;
}

/**
 * Channels for a rig that has just been wired: as many wishes as there are controls and slots for. Where the camera operator is
 * to do something, the hand-over is made first, so that those wishes are the second transmitter's. A drive's receiver is told to
 * stop it when the radio is lost.
 */
export function firstChannels(rig: Rig): FirstChannels {
  const { edits: given, givenUp } = channelsFor(rig);
  const filled = given.length ? applyEdits(rig, given).rig : rig;
  const told = [...given, ...clearOfEdges(filled), ...offFlight(filled)];
  const after = told.length ? applyEdits(rig, told).rig : rig;
  const stopped = stoppedDrives(after, findChains(after));
  return { edits: [...told, ...stopped.map((failSafe): Edit => ({ kind: 'failSafe', failSafe }))], givenUp };
}

/**
 * A middle on the very edge of a window is brought clear of it, and a button whose pulse asks one thing pressed and another at rest
 * rests between the two: wherever the row is not locked and nothing flies by it.
 */
const clearOfEdges = (rig: Rig): Edit[] =>
  findChains(rig).flatMap((chain, _, chains): Edit[] => {
    if (chain.breaks || chain.shaping?.locked || isFlightChain(chain)) return [];
    const change = edgeChange(chain) ?? restChange(chain, chains);
    return change ? [{ kind: 'shape', transmitter: chain.transmitter!.id, channel: chain.slot!, change }] : [];
  });

/** What is left on a flight channel, since no channel was free for it, is told to listen where nothing is sent. */
function offFlight(rig: Rig): Edit[] {
  const edits: Edit[] = [];
  let now = rig;
  for (const { part, fn } of findChains(rig).filter((c) => !isFlightChain(c) && c.transmitter && c.slot !== null)) {
    const chains = findChains(now);
    const chain = chains.find((c) => c.part.id === part.id && c.fn.id === fn.id)!;
    if (!flightChannels(now, chains).get(chain.transmitter!.id)?.has(chain.slot!)) continue;
    const slot = quietSlot(now, chains, chain);
    if (slot === null) continue;
    const moved = toldOn(now, chain, slot);
    edits.push(...moved);
    now = applyEdits(now, moved).rig;
  }
  return edits;
}

function channelsFor(rig: Rig): FirstChannels {
  const two = rig.wishes.some((w) => w.by === 'camera operator') && !airsOf(rig) ? setUpTwoOperators(rig) : null;
  if (!two?.ok) return assignMost(rig);
  const { edits, givenUp } = assignMost(applyEdits(rig, two.setUp).rig);
  // where nothing of the camera operator's is reached, nothing is handed over
  if (!edits.some((e) => e.kind === 'handOver')) return assignMost(rig);
  return { edits: [...two.setUp, ...edits], givenUp };
}
