/** How what is flown, driven or carried lies, as a hand lays it or gusts throw it. */
import { gust, STILL, type Craft } from '../scene/index.js';
import type { BenchState } from './state.js';

/** Names under which its three turns stand among the controls, −1…+1. */
export const CRAFT = { headingDeg: 'craft:heading', pitchDeg: 'craft:pitch', rollDeg: 'craft:roll' } as const;
/** And that of gusts: above 0 they blow. */
export const GUSTS = 'craft:gusts';

/** What ±1 of each is, degrees. @source [practice] assisted modes stay within about 45° of roll; gusts go beyond */
export const CRAFT_MOST_DEG: Craft = { headingDeg: 180, pitchDeg: 40, rollDeg: 60 };

/** Whether a name among the controls is one of the craft's own turns. */
export const turnsCraft = (control: string): boolean => Object.values<string>(CRAFT).includes(control);

const AXES = Object.keys(CRAFT) as (keyof Craft)[];

/** How it lies at a moment, degrees. */
export function craftAt({ controls, tMs }: Pick<BenchState, 'controls' | 'tMs'>): Craft {
  const isBlown = controls[GUSTS]! > 0;
  if (!isBlown && AXES.every((axis) => !controls[CRAFT[axis]])) return STILL;
  const by = isBlown ? gust(tMs) : STILL;
  const deg = (axis: keyof Craft): number => (controls[CRAFT[axis]] ?? 0) * CRAFT_MOST_DEG[axis] + by[axis];
  return { headingDeg: deg('headingDeg'), pitchDeg: deg('pitchDeg'), rollDeg: deg('rollDeg') };
}
