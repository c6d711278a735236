import { sheetOf, type Rig } from '../rig/index.js';
import type { BareStep, Expect } from './step.js';

/** Time that what a step looks at may take from one end of its way to the other by its sheet, ms; 0 where nothing there is slow. */
export const travelMs = (rig: Rig, { expects }: Pick<BareStep, 'expects'>): number =>
  Math.max(0, ...expects.map((e) => ('near' in e ? wayMs(rig, e) : 0)));

function wayMs(rig: Rig, { sight }: Expect): number {
  const [part, what] = [sight.slice(0, sight.indexOf('.')), sight.slice(sight.indexOf('.') + 1)];
  const { joints, functions } = sheetOf(rig, part);
  const joint = joints.find((j) => what === `${j.id}-angle`);
  if (joint) return Math.ceil((1000 * (joint.maxDeg - joint.minDeg)) / joint.speedDegPerS);
  const fn = functions.find((f) => f.id === what);
  return fn?.slewPerS && fn.range ? Math.ceil((1000 * Math.abs(fn.range.to - fn.range.from)) / fn.slewPerS) : 0;
}
