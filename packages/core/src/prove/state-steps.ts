/** What shows at a part that works: level, balance, a clean picture, and what is left of its settings after power-off. */
import {
  CRAFT,
  CRAFT_MOST_DEG,
  FLAW_SIGHTS,
  leanSight,
  levelled,
  notesPhotos,
  RELEASED,
  releaseSight,
  TAGGED,
  tagSight,
} from '../bench/index.js';
import { photoWays, releases } from '../loom/index.js';
import { showsAir } from '../parts/index.js';
import { isFlown, partsThat, partsWithSheets, type Rig } from '../rig/index.js';
import { turnersOf } from '../scene/index.js';
import { listed } from '../units/index.js';
import type { BareStep } from './step.js';

const LOOKS = [
  { of: 'leaning', title: 'Left alone since it started: look at the horizon of', expects: 'it stands level' },
  { of: 'unbalanced', title: 'Listen to the motors, hand near:', expects: 'quiet and cool' },
  { of: 'disturbed', title: 'Look at what arrives on the ground from', expects: 'a clean picture, nobody else in it' },
] as const;

/** One look at each part that can be wrong so. */
export const lookSteps = (rig: Rig): BareStep[] =>
  LOOKS.flatMap(({ of, title, expects }) => {
    const { what, well, has } = FLAW_SIGHTS[of];
    // a picture through the air is as much its screen's affair
    const through = of === 'disturbed' ? partsThat(rig, showsAir).map((p) => p.part.id) : [];
    return partsWithSheets(rig)
      .filter(({ sheet }) => has(sheet))
      .map(({ part }) => ({
        id: `${part.id}.${what}`,
        part: part.id,
        title: `${title} ${part.label}`,
        expectText: expects,
        ...{ setUp: {}, moves: [], through },
        expects: [{ sight: `${part.id}.${what}`, is: well }],
      }));
  });

/** So far a craft is laid over by hand: more than any trim, less than any gimbal reaches, degrees. @source [mem] */
const LAID_DEG = 15;

/** The craft laid over by hand: each picture that a gimbal levels stays as it is. */
export const levelSteps = (rig: Rig): BareStep[] =>
  isFlown(rig)
    ? levelled(rig, LAID_DEG).map((part) => ({
        id: `${part.id}.level`,
        part: part.id,
        title: `Lay the craft ${LAID_DEG}° on its right side by hand: look at the horizon of ${part.label}`,
        expectText: 'it stays level',
        setUp: {},
        moves: [{ control: CRAFT.rollDeg, to: LAID_DEG / CRAFT_MOST_DEG.rollDeg }],
        through: turnersOf(rig, part.id).map((t) => t.part),
        expects: [{ sight: leanSight(part.id), near: 0, within: LEVEL_DEG }],
      }))
    : [];

/** A horizon that leans by less is level to the eye, degrees. @source [mem] */
const LEVEL_DEG = 3;

/** One photo for each tagger that hears of them. */
export const tagSteps = (rig: Rig): BareStep[] =>
  photoWays(rig)
    .filter((way) => notesPhotos(rig, way))
    .map(({ tagger, parts }) => ({
      id: `${tagger.id}.tags`,
      part: tagger.id,
      title: `Take a photo: look whether ${tagger.label} notes it`,
      expectText: 'one tag more for each photo',
      ...{ setUp: {}, moves: [], through: [...parts] },
      expects: [{ sight: tagSight(tagger.id), is: TAGGED }],
    }));

/** Each camera of a box that fires several, looked at for itself: the box shows that it fires, and not which of them do. */
export const releaseSteps = (rig: Rig): BareStep[] =>
  releases(rig).map(({ box, camera }) => ({
    id: releaseSight(camera.id),
    part: camera.id,
    title: `Let ${box.label} fire: look at ${camera.label}`,
    expectText: RELEASED,
    ...{ setUp: {}, moves: [], through: [box.id] },
    expects: [{ sight: releaseSight(camera.id), is: RELEASED }],
  }));

/** Everything that keeps settings, read again after it was off; the last step, since it costs a start. */
export function powerCycleSteps(rig: Rig): BareStep[] {
  const { what, well, has } = FLAW_SIGHTS.forgetful;
  const keep = partsWithSheets(rig).filter(({ sheet }) => has(sheet));
  if (!keep.length) return [];
  return [
    {
      id: 'power-cycle',
      part: keep[0]!.part.id,
      title: 'Switch everything off and on again, and read back what was set',
      expectText: `${listed(keep.map(({ part }) => part.label))} as set`,
      ...{ setUp: {}, moves: [] },
      expects: keep.map(({ part }) => ({ sight: `${part.id}.${what}`, is: well })),
    },
  ];
}
