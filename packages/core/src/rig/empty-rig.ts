import { RIG_FORMAT, RIG_VERSION } from './format.js';
import type { Part, Rig, Schools, Shaping } from './rig.js';

/** The usual side of each choice where the trade disagrees. */
export const NEW_SCHOOLS: Schools = {
  gimbalFeed: 'steady',
  takeOff: 'pan off',
  reach: 'bus',
  menuOver: 'serial',
  operators: 'alone',
  links: 'one',
};

/** A channel as transmitters begin it: nothing drives it, 1000 to 2000 µs, straight. @source [practice] */
export const NEW_SHAPING: Omit<Shaping, 'transmitter' | 'channel'> = {
  control: null,
  lowUs: 1000,
  highUs: 2000,
  subTrimUs: 0,
  reverse: false,
  deadBandPct: 0,
  softPct: 0,
};

/** A rig with nothing in it. `id` must be unique in the vault. */
export function emptyRig(id: string, name: string, kind = 'rotor'): Rig {
  return {
    format: RIG_FORMAT,
    version: RIG_VERSION,
    id,
    name,
    kind,
    revision: 0,
    wishes: [],
    schools: NEW_SCHOOLS,
    sheets: {},
    parts: [],
    cables: [],
    shaping: [],
    held: [],
    bindings: [],
    failSafes: [],
    handOvers: [],
    merges: [],
    ticked: [],
    currency: '€',
  };
}

/** A part as it is pulled from the shelf: on the bench, settings as the maker leaves them. */
export function newPart(id: string, cls: string, label: string): Part {
  return { id, class: cls, label, settings: {}, onBench: true, prepared: [] };
}
