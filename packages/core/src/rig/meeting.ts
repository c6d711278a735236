/** A rig that was changed on two machines apart from each other, brought together place by place from the state both had. */
import { produce } from 'immer';
import { EditRefused } from './apply-edit.js';
import { applyEdits } from './apply-edits.js';
import { differences } from './differences.js';
import type { Edit } from './edit.js';
import { placeName } from './edit-sentence.js';
import { restorePlaces, wayTo, type Restored } from './restore.js';
import type { Rig } from './rig.js';
import { overlapOf, touchesOf } from './touches.js';

/** What one of them did at one place: a part, a cable, a channel. */
interface Doing {
  /** The place by its names, `cables C6`. */
  at: string;
  places: readonly Restored[];
}

/** Places that both changed, each otherwise, or where one changed what the other counts on. */
export interface Clash {
  /** Names of the places, in bench words. */
  about: readonly string[];
  /** What was done here, and there, in bench words. */
  here: readonly string[];
  there: readonly string[];
  /** What was done, to be taken or left. */
  doings: { here: readonly Doing[]; there: readonly Doing[] };
}

/** What two machines did since they had the same rig. */
export interface Meeting {
  base: Rig;
  /** What was done there and stands beside what was done here, in bench words. */
  come: readonly string[];
  free: readonly Doing[];
  clashes: readonly Clash[];
}

/** Whose it is to be at a clash. */
export type Whose = 'here' | 'there';

/**
 * What was done there, to be taken in here.
 * @param base the state that both began from
 */
export function meetingOf(base: Rig, here: Rig, there: Rig): Meeting {
  const [all, others] = [doingsOf(base, here), doingsOf(base, there)];
  const text = (doings: readonly Doing[]): Set<string> => new Set(doings.map((d) => JSON.stringify(d)));
  const [done, doneThere] = [text(all), text(others)];
  // what both did is agreed
  const own = all.filter((d) => !doneThere.has(JSON.stringify(d)));
  const news = others.filter((d) => !done.has(JSON.stringify(d)));
  const touched = new Map([...own, ...news].map((d) => [d, touchesOf(base, [restoring(d.places)])]));
  const doMeet = (a: Doing, b: Doing): boolean =>
    a.at === b.at ? !standApart(a, b) : overlapOf(touched.get(a)!, touched.get(b)!) !== null;
  const groups: { here: Set<Doing>; there: Set<Doing> }[] = [];
  const free: Doing[] = [];
  for (const theirs of news) {
    const met = own.filter((mine) => doMeet(mine, theirs));
    if (!met.length) {
      free.push(theirs);
      continue;
    }
    // whatever hangs together by a place of one of them is chosen together
    const joined = groups.filter((g) => met.some((m) => g.here.has(m)));
    const group = {
      here: new Set([...joined.flatMap((g) => [...g.here]), ...met]),
      there: new Set([...joined.flatMap((g) => [...g.there]), theirs]),
    };
    groups.splice(0, groups.length, ...groups.filter((g) => !joined.includes(g)), group);
  }
  return {
    base,
    come: wordsOf(base, free),
    free,
    clashes: groups.map((g) => {
      const doings = { here: [...g.here], there: [...g.there] };
      const about = new Set([...doings.here, ...doings.there].map((d) => placeName(base, d.places[0]!.path)));
      return { about: [...about], here: wordsOf(base, doings.here), there: wordsOf(base, doings.there), doings };
    }),
  };
}

/**
 * The edit by which what was done there comes in here; at each clash by choice. Null with why where it cannot stand together so.
 * @param whose by the number of the clash; what is left out stays as it is here
 */
export function broughtTogether(
  here: Rig,
  { base, free, clashes }: Meeting,
  whose: readonly (Whose | undefined)[],
): { edit: Edit | null; problems: readonly string[] } {
  const taken = clashes.filter((_, i) => whose[i] === 'there');
  const undone = new Set(taken.flatMap((c) => c.doings.here.map((d) => d.at)));
  const back = doingsOf(here, base).filter((d) => undone.has(d.at));
  const places = [...back, ...free, ...taken.flatMap((c) => c.doings.there)].flatMap((d) => d.places);
  if (!places.length) return { edit: null, problems: [] };
  const edit = restoring(places);
  try {
    applyEdits(here, [edit]);
    return { edit, problems: [] };
  } catch (error) {
    if (!(error instanceof EditRefused)) throw error;
    return { edit: null, problems: [error.reason] };
  }
}

const restoring = (places: readonly Restored[]): Edit => ({ kind: 'restore', at: [...places] });

/** Everything that was done, by the item of a list or the field it was done to. */
function doingsOf(from: Rig, to: Rig): Doing[] {
  const byItem = new Map<string, Restored[]>();
  for (const place of wayTo(from, to)) {
    const at = place.path.slice(0, 2).join(' ');
    byItem.set(at, [...(byItem.get(at) ?? []), place]);
  }
  return [...byItem].map(([at, places]) => ({ at, places }));
}

/** Of one item, one changed this and the other that: neither place is the other's, or inside it. */
function standApart(a: Doing, b: Doing): boolean {
  return a.places.every(({ path: p }) =>
    b.places.every(({ path: q }) => p.some((name, i) => i < q.length && name !== q[i])),
  );
}

/** In bench words where they tell it; a part of what was done may name what the rest of it brings, and is then told by its places. */
function wordsOf(base: Rig, doings: readonly Doing[]): string[] {
  const then = produce(
    base,
    (rig) =>
      void restorePlaces(
        rig,
        doings.flatMap((d) => d.places),
      ),
  );
  const words = differencesIn(base, then);
  return words.length ? words : [...new Set(doings.map((d) => `${placeName(base, d.places[0]!.path)} is otherwise`))];
}

function differencesIn(base: Rig, then: Rig): string[] {
  try {
    return differences(base, then).map((d) => d.text);
  } catch {
    return [];
  }
}
