/// <reference lib="dom" />
/// <reference lib="dom.iterable" />
import { landscapeOf, turnAbout, within } from '@squallmark/core/scene';
import type { ViewState } from '../apps/web/src/app/stations/prove/pictures/view-state.js';
import { SpatialWorld } from '../apps/web/src/app/stations/prove/pictures/spatial-world.js';

/** Frames until the number of points has settled, and frames that are then measured. */
const SETTLING = 72;
const MEASURED = 61;

/** Draws the large picture of a place again and again, a camera panning; each frame is read back, so that it is really drawn. Times, ms. */
export function sceneFrames(kind: string): number[] {
  const paper = document.createElement('canvas');
  Object.assign(paper, { width: 520, height: 292 });
  // a paper in plain memory: what is copied onto it has been drawn
  const pen = paper.getContext('2d', { willReadFrequently: true })!;
  const world = new SpatialWorld(landscapeOf(kind));
  const times: number[] = [];
  for (let k = 0; k < SETTLING + MEASURED; k++) {
    const turn = within(turnAbout([0, 0, 1], 3 * k), turnAbout([0, 1, 0], -18));
    const from = performance.now();
    world.draw({ ...LOOK, turn }, paper);
    pen.getImageData(260, 146, 1, 1);
    if (k >= SETTLING) times.push(performance.now() - from);
  }
  world.close();
  return times;
}

const LOOK: Omit<ViewState, 'turn'> = {
  ...{ part: 'CA', label: 'Camera', notes: '', acrossDeg: 62, isDisturbed: false, recordingMs: null },
  seen: 'on air',
  palette: 'colours',
};

Object.assign(globalThis, { sceneFrames });
