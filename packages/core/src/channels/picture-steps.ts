import { partsWithSheets, type Part, type Rig } from '../rig/index.js';
import type { Chain } from './chain.js';
import { resolutionOf } from './signal-path.js';

/** How far a picture jumps at one step of an axis. */
export interface PictureStep {
  camera: Part;
  /** Picture points at the longest lens. */
  telePoints: number;
  /** Picture points at the widest lens. */
  widePoints: number;
  /** The jump can be seen at the longest lens. */
  shows: boolean;
}

/** A jump of less than a picture point cannot be seen. */
const SEEN_POINTS = 1;

/**
 * Jump of the picture, of every camera that rides on the axis, when the axis moves by its smallest step.
 * Empty for functions that are not angles. Field of view and points are the camera sheet's. [derived]
 */
export function pictureSteps(rig: Rig, chain: Chain): PictureStep[] {
  const resolution = chain.fn.range?.unit === '°' && chain.fn.takes === 'position' ? resolutionOf(chain) : null;
  if (!resolution) return [];
  return partsWithSheets(rig).flatMap(({ part, sheet }): PictureStep[] => {
    const rides = part.id === chain.part.id || part.place?.rides === chain.part.id;
    if (!sheet.view || !rides) return [];
    const points = (deg: number): number => (resolution.step / deg) * sheet.view!.pointsAcross;
    const telePoints = points(sheet.view.teleDeg);
    return [{ camera: part, telePoints, widePoints: points(sheet.view.wideDeg), shows: telePoints >= SEEN_POINTS }];
  });
}
