/** What goes on as long as it is asked to, and how its channel is made to ask for nothing at rest. */
import { PULSE } from '../units/index.js';
import type { EditOf } from '../rig/index.js';
import type { Chain } from './chain.js';
import { pulseForValue } from './demand.js';
import { plainOf, sentFor } from './place-windows.js';
import { forward } from './signal-path.js';

/** Slower than this it stands, per cent, degrees or times a second. @source [mem] no eye sees less within a step */
const STANDS = 1;

/**
 * How fast a rate or a drive goes while its control stands somewhere, in its own unit; 0 where it stands, and for what goes to a
 * place and stays there. @source [practice]
 */
export function goesAt(chain: Chain, position: number): number {
  const { fn } = chain;
  if (fn.takes !== 'rate' && !(fn.what === 'drive' && fn.takes === 'position')) return 0;
  const now = forward(chain, position);
  if (!now || !('value' in now.demand)) return 0;
  return Math.abs(now.demand.value) < STANDS ? 0 : now.demand.value;
}

/**
 * What to change on its channel that it stands there: the bend of its travel taken out, or else its sub-trim moved. Null where
 * neither brings it to stand.
 */
export function stillChange(chain: Chain, position: number): EditOf<'shape'>['change'] | null {
  const { shaping, fn, setup } = chain;
  if (!shaping || shaping.locked) return null;
  const stands = (change: EditOf<'shape'>['change']): boolean => {
    const { points, ...rest } = { ...shaping, ...change };
    return goesAt({ ...chain, shaping: points ? { ...rest, points } : rest }, position) === 0;
  };
  const plain = { ...plainOf(shaping), ...(shaping.points ? { points: null } : {}) };
  const trim = sentFor(chain, pulseForValue(fn, 0, setup)) - PULSE.centreUs;
  const changes = [
    ...(shaping.subTrimUs ? [{ subTrimUs: 0 }] : []),
    ...(Object.keys(plain).length ? [plain, { ...plain, subTrimUs: 0 }] : []),
    { subTrimUs: trim },
    { ...plain, subTrimUs: trim },
  ];
  return changes.find((c) => Math.abs(c.subTrimUs ?? 0) <= MOST_TRIM_US && stands(c)) ?? null;
}

/** A transmitter trims a channel by no more, µs. @source [mem] */
const MOST_TRIM_US = 200;
