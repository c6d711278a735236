/**
 * Of two alike that carry data through the air one is carried, and the other stands beside the screen that a person looks at. A sheet
 * shared by both cannot say which: for the search the last of them, and such a screen, are told to stay on the ground. So is what takes
 * pictures from the air and puts them out by lead, where something here sends them, and the screens that hang on it.
 */
import {
  carriesDataByAir,
  hasControls,
  isScreen,
  onlyWatches,
  sees,
  sendsPictures,
  showsAir,
  staysOnGround,
  type Link,
  type LinkKind,
  type Sheet,
} from '../parts/index.js';
import { isSerial, portsCanJoin, speakAlike } from '../loom/index.js';
import { partsWithSheets, type Part, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import type { ClassEnd } from './bench-view.js';
import { COST } from './costs.js';
import { addJoin } from './join-options.js';
import { portOf } from './outlets.js';
import { netNeed } from './pose-screens.js';
import type { Poser } from './poser.js';
import { whyNoLead } from './why-unmet.js';

interface Own {
  part: Part;
  sheet: Sheet;
}

/** A screen that a person looks at beside the craft: it feeds itself. */
const isBeside = (sheet: Sheet): boolean =>
  isScreen(sheet) &&
  !sees(sheet) &&
  !carriesDataByAir(sheet) &&
  (sheet.inside?.battery === true || hasControls(sheet) || staysOnGround(sheet));

const BYTES: ReadonlySet<LinkKind> = new Set(['usb', 'ethernet']);

/** Two links that a lead with bytes joins. */
const speakByLead = (a: Link, b: Link): boolean =>
  BYTES.has(a.kind)
    ? a.kind === b.kind && (a.way !== b.way || a.way === 'both')
    : isSerial(a) && isSerial(b) && speakAlike(a, b);

/** A lead with bytes goes from one to the other. */
export const leadJoins = (a: Sheet, b: Sheet): boolean =>
  a.links.some((x) => b.links.some((y) => speakByLead(x, y) && plugsMeet(a, x, b, y)));

function plugsMeet(a: Sheet, { pins: x }: Link, b: Sheet, { pins: y }: Link): boolean {
  const [from, to] = [x.data ?? x.send, y.data ?? y.hear];
  return from !== undefined && to !== undefined && portsCanJoin(portOf(a, from.port), portOf(b, to.port));
}

/** The rig with what stands on the ground told so, by sheets of its own; the same rig where nothing is in doubt. */
export function withGroundEnds(rig: Rig): Rig {
  const all = partsWithSheets(rig);
  const screens = all.filter(({ sheet }) => isBeside(sheet));
  const radios = screens.length ? all.filter(({ sheet }) => carriesDataByAir(sheet) && !staysOnGround(sheet)) : [];
  const ends = [...groupBy(radios, ({ part }) => part.class).values()].flatMap((alike) => {
    const last = lastOf(rig, alike);
    const own = last ? screens.filter(({ sheet }) => leadJoins(last.sheet, sheet)) : [];
    return last && own.length ? [last, ...own] : [];
  });
  const grounded = [...ends, ...watching(all)];
  const lying = new Set(grounded.filter(({ sheet }) => !staysOnGround(sheet)).map(({ part }) => part.id));
  if (!lying.size) return rig;
  const below = new Map(grounded.map(({ part }) => [part.class, `${part.class}-below`]));
  return {
    ...rig,
    parts: rig.parts.map((p) => (lying.has(p.id) ? { ...p, class: below.get(p.class)! } : p)),
    sheets: {
      ...rig.sheets,
      ...Object.fromEntries(
        grounded.map(({ sheet }) => [below.get(sheet.class)!, { ...sheet, class: below.get(sheet.class)!, massG: 0 }]),
      ),
    },
  };
}

const PICTURES: ReadonlySet<LinkKind> = new Set(['composite', 'hdmi']);
/** Kinds of its pictures by lead that go one way. */
const picturesThat = ({ links }: Sheet, way: Link['way']): LinkKind[] =>
  links.filter((l) => l.way === way && PICTURES.has(l.kind)).map((l) => l.kind);

/** What hands on by lead the pictures that it takes from the air, and the screens that only take them by lead. */
function watching(all: readonly Own[]): Own[] {
  const senders = all.filter(({ sheet }) => sendsPictures(sheet));
  const takers = all.filter(({ sheet }) => showsAir(sheet) && !sees(sheet) && picturesThat(sheet, 'talk').length > 0);
  if (!senders.length || !takers.length) return [];
  const kinds = new Set(takers.flatMap(({ sheet }) => picturesThat(sheet, 'talk')));
  const screens = all.filter(
    ({ sheet }) => onlyWatches(sheet) && picturesThat(sheet, 'listen').some((kind) => kinds.has(kind)),
  );
  return [...takers, ...screens];
}

/** The last of several alike, without those that a locked lead ties to others. */
function lastOf({ cables }: Rig, alike: readonly Own[]): Own | undefined {
  const ends = cables.filter((c) => c.locked).flatMap((c) => c.wires.flatMap((w) => [w.from.part, w.to.part]));
  return alike.length < 2 ? undefined : alike.findLast(({ part }) => !ends.includes(part.id));
}

/** What a data radio on the ground hears goes on to a screen by its lead. A network finds its own way, and so does what a screen asks. */
export function poseGroundEnds(poser: Poser): void {
  const { ends, kept, parts } = poser.view;
  const isMet = ({ cls, end }: ClassEnd): boolean => poser.has(netNeed(cls.part.id, end.link.id));
  const screens = ends.filter(({ cls, end }) => isBeside(cls.sheet) && end.link.kind !== 'ethernet');
  const radios = parts.filter(({ sheet }) => carriesDataByAir(sheet) && staysOnGround(sheet));
  for (const { part } of screens.length ? radios : []) {
    if (kept.some(({ talker, listener }) => [talker, listener].some((end) => end.part.id === part.id))) continue;
    const joins = ends
      .filter(({ cls }) => cls.part.id === part.id)
      .flatMap((own) =>
        screens.filter(({ end }) => speakByLead(own.end.link, end.link)).map((to): Meeting => ({ own, to })),
      );
    if (joins.length && !joins.some(({ own, to }) => isMet(own) || isMet(to))) poseGroundEnd(poser, part, joins);
  }
}

interface Meeting {
  own: ClassEnd;
  to: ClassEnd;
}

function poseGroundEnd(poser: Poser, { id, label }: Part, joins: readonly Meeting[]): void {
  const need = `ground ${id}`;
  poser.need(need, `${label} hands on what it hears`, COST.openNice, {
    part: id,
    lacks: () => whyNoLead(poser, need, 'no plug of a screen is left for it'),
  });
  for (const { own, to } of joins) {
    const [talker, listener] = to.end.link.way === 'listen' ? [own, to] : [to, own];
    addJoin(poser, talker, listener, { covers: [need], cost: [] });
  }
}
