import type { Bench } from '../compile.js';
import type { Controls, PartState } from '../state.js';

/** What a part may look at in its step: the parts before it in the flow have already moved. */
export interface Surroundings {
  bench: Bench;
  tMs: number;
  controls: Controls;
  parts: readonly PartState[];
  isAwake(part: number): boolean;
}
