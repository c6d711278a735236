/** Whether a camera fires with the others of its box. */
import { releases } from '../loom/index.js';
import { isWorkedOver, sees } from '../parts/index.js';
import type { Bench, BenchPart } from './compile.js';
import { isAwakeAt } from './run.js';
import type { BenchState } from './state.js';

/** Sight of a camera whose box is told to fire, and what it reads when all is well. */
export const releaseSight = (camera: string): string => `${camera}.released`;
export const RELEASED = 'fires with the others';

/** Of what a box could fire: whether one of this bench reaches it, and both are awake. */
export function releaseSights(bench: Bench, { part, sheet, index }: BenchPart): [string, (state: BenchState) => string | null][] {
  if (!sees(sheet) || !sheet.links.some((l) => isWorkedOver(sheet, l))) return [];
  const boxes = boxesOf(bench, part.id).map((own) => own.index);
  return [
    [
      releaseSight(part.id),
      (state) => (isAwakeAt(state, index) && boxes.some((i) => isAwakeAt(state, i)) ? RELEASED : null),
    ],
  ];
}

const boxesOf = ({ rig, parts }: Bench, camera: string): BenchPart[] =>
  releases(rig)
    .filter((r) => r.camera.id === camera)
    .flatMap(({ box }) => parts.find((p) => p.part.id === box.id) ?? []);

/** All that a release hangs on, to be compared. */
export const releasesText = (bench: Bench, { part }: BenchPart): unknown =>
  boxesOf(bench, part.id).map((box) => [box.part.id, box.feed, box.startsMs]);
