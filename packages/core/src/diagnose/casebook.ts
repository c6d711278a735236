import type { Rig } from '../rig/index.js';
import type { Suspect } from './explain.js';
import type { Fault } from './fault.js';
import type { Measure } from './measures.js';
import type { Player } from './table.js';

/** Everything that diagnosing a rig goes by; worked out once. */
export interface Casebook {
  rig: Rig;
  faults: readonly Fault[];
  measures: readonly Measure[];
  player: Player;
  sound: Suspect;
  suspects: readonly Suspect[];
}
