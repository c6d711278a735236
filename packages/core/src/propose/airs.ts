import { boundReceivers, ownRadios, whoseWish } from '../channels/index.js';
import { flies, hasControls, hearsAir, isFlight, overOf, ownEar, type Sheet } from '../parts/index.js';
import { partsThat, type Edit, type Part, type Rig, type Wish } from '../rig/index.js';

/** Several transmitters, each with receivers of its own: what a proposal must keep apart. Ids of transmitters. */
export interface Airs {
  pilot: string;
  /** Whose a wish is; the pilot's where it does not say. */
  ofWish: (wish: Wish) => string;
  /** All that have receivers of their own, the pilot first. */
  all: readonly string[];
  /** Whom a talker hears: a receiver by its binding, a controller the pilot. */
  ofTalker: (part: Part, sheet: Sheet) => string;
  /** The receiver of each transmitter that no wiring says anything of yet. */
  planned: ReadonlyMap<string, string>;
}

/**
 * Who hears whom once the rig is wired, where a wish is for a transmitter with a receiver of its own; null where one transmitter
 * speaks to all. Receivers that are not told go to the transmitters in turn.
 */
export function airsOf(rig: Rig): Airs | null {
  const bare = { ...rig, cables: rig.cables.filter((c) => c.locked) };
  const owners = ownRadios(bare);
  const [pilot] = owners;
  const receivers = partsThat(rig, hearsAir).map(({ part }) => part);
  const asked = rig.wishes.some((w) => whoseWish(rig, owners, w) !== null && whoseWish(rig, owners, w) !== pilot);
  const told = receivers.some((r) => r.bound !== undefined && r.bound !== pilot?.id) || fliesByItself(rig);
  if (!pilot || owners.length < 2 || receivers.length < 2 || !asked || (canTrain(rig) && !told)) return null;
  // on a rig that is wired the receivers stay whose they are
  const planned = boundReceivers(rig);
  if ([...planned.values()].every((transmitter) => transmitter === pilot.id)) return null;
  return {
    pilot: pilot.id,
    planned,
    all: owners.map((o) => o.id),
    ofWish: (wish) => (whoseWish(rig, owners, wish) ?? pilot).id,
    ofTalker: (part, sheet) => (flies(sheet) ? pilot.id : (planned.get(part.id) ?? pilot.id)),
  };
}

/** What flies hears the air itself: another receiver is there for something else. */
const fliesByItself = (rig: Rig): boolean =>
  partsThat(rig, (s) => s.functions.some((f) => isFlight(f) && ownEar(s, overOf(f)))).length > 0;

/** A second operator by trainer socket is usual where the transmitters have one. @source [practice] */
function canTrain(rig: Rig): boolean {
  const firsts = partsThat(rig, (s) => hasControls(s) && s.links.some((l) => l.kind === 'ppm' && l.way === 'listen'));
  const talks = (s: Sheet): boolean => s.links.some((l) => l.kind === 'ppm' && l.way === 'talk');
  return partsThat(rig, (s) => (hasControls(s) || hearsAir(s)) && talks(s)).some(({ part }) =>
    firsts.some((first) => first.part.id !== part.id),
  );
}

/** Writes down which receiver is bound to which transmitter, where the work alone would not say so. */
export function boundEdits(before: Rig, wired: Rig): Edit[] {
  const airs = airsOf(before);
  if (!airs) return [];
  const now = boundReceivers(wired);
  return [...airs.planned].flatMap(([receiver, transmitter]): Edit[] =>
    now.get(receiver) === transmitter ? [] : [{ kind: 'note', part: receiver, change: { bound: transmitter } }],
  );
}
