import { RIG_FORMAT, RIG_VERSION } from './format.js';
import type { Rig } from './rig.js';

/** A rig with nothing in it. `id` must be unique in the vault. */
export function emptyRig(id: string, name: string, kind = 'six-rotor'): Rig {
  return {
    format: RIG_FORMAT,
    version: RIG_VERSION,
    id,
    name,
    kind,
    revision: 0,
    wishes: [],
    schools: { gimbalFeed: 'steady', takeOff: 'pan off' },
    sheets: {},
    parts: [],
    cables: [],
    shaping: [],
    held: [],
    bindings: [],
  };
}
