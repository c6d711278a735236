import { hasApps, type Sheet } from '../parts/index.js';
import { oncePerRig, partsThat, type Part } from '../rig/index.js';
import { addressOf, subnetOf } from './network.js';
import { networkHops, wayTo, type Hop } from './reach.js';

/** A picture that an app shows, and how it comes there. */
export interface ScreenPicture {
  screen: Part;
  camera: Part;
  /** Parts that it comes through, camera and screen among them. */
  through: readonly string[];
  /** Those of them that send or take it through the air. */
  onAir: readonly string[];
}

/** A screen with an app that is made to show what a camera sends over a network. */
interface Shows {
  screen: Part;
  camera: Part;
  /** Links by which the camera sends it. */
  over: readonly string[];
}

/** Every screen with each camera that an app of it is made for, joined or not. */
export const screensFor = oncePerRig((rig): readonly Shows[] => {
  const cameras = partsThat(rig, (sheet) => (sheet.streams?.length ?? 0) > 0);
  return partsThat(rig, hasApps).flatMap(({ part: screen, sheet }) =>
    cameras.flatMap(({ part: camera, sheet: own }): Shows[] => {
      const over = shownOver(sheet, own);
      return over.length ? [{ screen, camera, over }] : [];
    }),
  );
});

/** Every picture of a network that leads and radios bring to an app that shows it. */
export const screenPictures = oncePerRig((rig): readonly ScreenPicture[] => {
  const hops = picturesOnly(networkHops(rig));
  return screensFor(rig).flatMap(({ screen, camera, over }): ScreenPicture[] => {
    const way = wayTo(hops, camera.id, over, (id) => id === screen.id);
    const [from, to] = [addressOf(rig, camera.id), addressOf(rig, screen.id)];
    const apart = from !== undefined && to !== undefined && subnetOf(from) !== subnetOf(to);
    if (!way?.length || apart) return [];
    const ends = [camera.id, ...way.map((h) => h.to)];
    const onAir = way.flatMap((h, i) => (h.by === 'air' ? [ends[i]!, h.to] : []));
    return [{ screen, camera, through: ends, onAir: [...new Set(onAir)] }];
  });
});

/** Links by which a camera sends what some app of a screen shows. */
function shownOver({ apps = [] }: Sheet, { streams = [] }: Sheet): string[] {
  const kinds = new Set(apps.flatMap((app) => app.shows.map((s) => s.kind)));
  return streams.flatMap((s) => (kinds.has(s.kind) ? [s.link] : []));
}

/** Telemetry asks and answers, and shows nothing. */
const picturesOnly = (hops: ReadonlyMap<string, readonly Hop[]>): ReadonlyMap<string, readonly Hop[]> =>
  new Map([...hops].map(([from, all]) => [from, all.filter((h) => h.kind !== 'mavlink')]));
