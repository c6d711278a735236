/** Which picture arrives where, through switchers, gimbals and displays on its way, through the air, and over a network. */
import { carriesNetwork, encodes, isNetworkPlug, sees, sendsOwnEye } from '../parts/index.js';
import { screenPictures, type ScreenPicture } from '../loom/index.js';
import { isDeaf } from './flaws.js';
import type { Bench, BenchPart } from './compile.js';
import { isAwakeAt } from './run.js';
import type { BenchState } from './state.js';

/** A picture at a place: which camera, in which standard. */
export interface Picture {
  part: string;
  label: string;
  standard: string;
}

/** The picture that arrives at a part's first picture input, following switchers and displays upstream. */
export function pictureInto(bench: Bench, state: BenchState, part: number, input?: string): Picture | null {
  const own = bench.parts[part]!;
  if (!isAwakeAt(state, own.index)) return null;
  if (input === undefined && sendsOwnEye(own.sheet)) return ownPicture(own, '');
  const link = input ?? own.pictureInputs.find((l) => bench.pictures.has(`${own.part.id}.${l}`));
  if (link === undefined) return null;
  const [camera] = isNetwork(own, link) ? camerasOver(bench, state, part, link) : [];
  if (camera) return { part: camera.part.id, label: camera.part.label, standard: '' };
  const feed = bench.pictures.get(`${own.part.id}.${link}`);
  return feed ? pictureFrom(bench, state, feed.part, feed.link) : null;
}

/** Whether a plug takes pictures over a network: several may come in at once. */
export const isNetwork = ({ sheet }: BenchPart, link: string): boolean =>
  sheet.links.some((l) => l.id === link && isNetworkPlug(l));

/** Cameras whose pictures come over the network to a plug, the nearest first, through hubs that run. */
export function camerasOver(bench: Bench, state: BenchState, part: number, link: string): BenchPart[] {
  const plug = (at: number, id: string) => bench.network.get(`${bench.parts[at]!.part.id}.${id}`) ?? [];
  if (!isAwakeAt(state, part)) return [];
  const reached = new Set([part]);
  const cameras: BenchPart[] = [];
  const edge = [...plug(part, link)];
  for (const { part: at } of edge) {
    if (reached.has(at) || !isAwakeAt(state, at)) continue;
    reached.add(at);
    const own = bench.parts[at]!;
    if (encodes(own.sheet)) cameras.push(...(pictureInto(bench, state, at) ? [own] : []));
    else if (sees(own.sheet)) cameras.push(own);
    else if (carriesNetwork(own.sheet)) for (const { id } of own.sheet.links.filter(isNetworkPlug)) edge.push(...plug(at, id));
  }
  return cameras;
}

/** Whether a picture comes to the app that shows it: all on its way run, and what takes it through the air has its antennas. */
export function comesToScreen(bench: Bench, state: BenchState, { camera, through, onAir }: ScreenPicture): boolean {
  const own = (id: string): BenchPart => bench.parts.find((p) => p.part.id === id)!;
  if (!through.every((id) => isAwakeAt(state, own(id).index))) return false;
  if (onAir.some((id) => isDeaf(bench.rig, bench.flaws, own(id)))) return false;
  const from = own(camera.id);
  return !encodes(from.sheet) || pictureInto(bench, state, from.index) !== null;
}

/** What comes to the apps of a part: which cameras, by bench index, and all that it hangs on, to be compared. */
export function shownOn(bench: Bench, { part }: BenchPart): { cameras: number[]; text: unknown } {
  const shown = screenPictures(bench.rig).filter((s) => s.screen.id === part.id);
  const own = (id: string): BenchPart => bench.parts.find((p) => p.part.id === id)!;
  return {
    cameras: shown.map(({ camera }) => own(camera.id).index),
    text: shown.map(({ through, onAir }) => [
      through.map(own).map((p) => [p.part.id, p.feed, p.startsMs]),
      onAir.filter((id) => isDeaf(bench.rig, bench.flaws, own(id))),
    ]),
  };
}

function pictureFrom(bench: Bench, state: BenchState, part: number, output: string): Picture | null {
  const own = bench.parts[part]!;
  if (!isAwakeAt(state, own.index)) return null;
  const path = own.sheet.pictures.find((p) => p.output === output);
  if (path) return pictureInto(bench, state, part, chosenInput(own, path, state));
  const link = own.sheet.links.find((l) => l.id === output);
  if (link?.kind === 'radio' || link?.kind === 'antenna') return pictureInto(bench, state, part);
  return ownPicture(own, link?.params.standard ?? '');
}

const ownPicture = ({ part }: BenchPart, standard: string): Picture => ({ part: part.id, label: part.label, standard });

/** A switcher shows the input its function chose; untold, its first. */
function chosenInput(own: BenchPart, path: BenchPart['sheet']['pictures'][number], state: BenchState): string {
  const i = own.functions.findIndex((heard) => heard.fn.id === path.chosenBy);
  const chosen = state.parts[own.index]!.does?.answers[i];
  return path.inputs[chosen !== undefined && chosen >= 0 ? chosen : 0]!;
}
