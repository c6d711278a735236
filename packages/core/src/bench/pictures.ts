/** Which picture arrives where, through switchers, gimbals and displays on its way. */
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
  const link = input ?? own.pictureInputs.find((l) => bench.pictures.has(`${own.part.id}.${l}`));
  const feed = link === undefined ? undefined : bench.pictures.get(`${own.part.id}.${link}`);
  return feed ? pictureFrom(bench, state, feed.part, feed.link) : null;
}

function pictureFrom(bench: Bench, state: BenchState, part: number, output: string): Picture | null {
  const own = bench.parts[part]!;
  if (!isAwakeAt(state, own.index)) return null;
  const path = own.sheet.pictures.find((p) => p.output === output);
  if (path) return pictureInto(bench, state, part, chosenInput(own, path, state));
  const link = own.sheet.links.find((l) => l.id === output);
  return { part: own.part.id, label: own.part.label, standard: link?.params.standard ?? '' };
}

/** A switcher shows the input its function chose; untold, its first. */
function chosenInput(own: BenchPart, path: BenchPart['sheet']['pictures'][number], state: BenchState): string {
  const i = own.functions.findIndex((heard) => heard.fn.id === path.chosenBy);
  const chosen = state.parts[own.index]!.does?.answers[i];
  return path.inputs[chosen !== undefined && chosen >= 0 ? chosen : 0]!;
}
