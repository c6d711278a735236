import { boundReceivers, ownRadios, whoseWish } from '../channels/index.js';
import { flies, hasControls, hearsAir, isBetween, isFlight, overOf, ownEar, type Sheet } from '../parts/index.js';
import { partsThat, type Edit, type Part, type Rig, type Wish } from '../rig/index.js';
import type { ClassEnd } from './bench-view.js';
import type { Option } from './problem.js';

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

const AIR_OF = 'air of ';

/** A link is told by receivers of one transmitter only; what passes on what it hears, with all its links. */
export const modeOfAir = ({ cls, nth }: ClassEnd, transmitter: string | null | undefined): Option['modes'] =>
  transmitter
    ? [
        {
          key: isBetween(cls.sheet) ? `${AIR_OF}${cls.part.id}` : `${AIR_OF}${cls.id} ${nth}`,
          value: transmitter,
        },
      ]
    : [];

/** For whom a way to grant a wish is, where everything that could tell its part hears others; null where that is not so. */
export function otherAir(
  way: Option,
  waysTo: (need: string) => readonly Option[],
): { own: string; others: string[] } | null {
  const air = way.modes.find((m) => m.key.startsWith(AIR_OF));
  if (!air) return null;
  const heard = way.wakes
    .map((need) => waysTo(need).flatMap((o) => o.modes.filter((m) => m.key === air.key).map((m) => m.value)))
    .find((values) => values.length > 0);
  return heard && !heard.includes(air.value) ? { own: air.value, others: [...new Set(heard)] } : null;
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
