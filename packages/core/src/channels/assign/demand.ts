import type { Control } from '../../parts/index.js';
import type { Part, Wish } from '../../rig/index.js';
import type { Chain } from '../chain.js';

/** Points against a choice, and why, in words. */
export interface Point {
  /** Points; fewer are better. */
  cost: number;
  why: string;
}

/** A choice that is allowed: what it costs, taken apart. */
export interface Option<T> {
  value: T;
  /** Points; fewer are better. */
  cost: number;
  points: Point[];
}

/** A function that wants a control and a slot. */
export interface Demand {
  id: string;
  /** As a person says it: "Tilt of the gimbal". */
  label: string;
  chain: Chain;
  wish: Wish | null;
  /** What the pilot wishes of it besides, where the wish is the camera operator's. */
  pilots: Wish | null;
  /** It flies the craft: never given up for a payload. */
  flight: boolean;
  /** Transmitter whose controls it may have. */
  transmitter: Part;
  /** Transmitter whose channels it may have: another one, where those are handed over. */
  air: Part;
  controls: Option<Control>[];
  slots: Option<number>[];
  /** What one control moves together bears one name: two ailerons, two cameras that were wished for by one button. */
  hand: string;
  /** Controls that were ruled out, by reason; for words when nothing is left. */
  ruledOut: Map<string, number>;
}

/** A row the user locked and nothing is on yet: who takes its slot takes its control. */
export interface LockedPair {
  transmitter: string;
  control: string;
  slot: number;
}

/** Open rows as demands, beside the rows that stay as they are. */
export interface AssignProblem {
  demands: Demand[];
  locked: LockedPair[];
}

export const totalOf = (points: readonly Point[]): number => points.reduce((sum, p) => sum + p.cost, 0);
