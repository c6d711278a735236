import { expect, it } from 'vitest';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { Proposed } from '../../test/practice/proposed.js';
import { findChains, shutToPilot, type Chain } from './index.js';

/** A gimbal with a pan kit, whose power state is on a switch. */
const { rig } = Proposed.of(SYSTEMS.find((s) => s.name.startsWith('Lime works'))!.brief);
const chains = findChains(rig).filter((c) => c.part.id === 'GB');
const of = (fn: string, among: readonly Chain[] = chains): Chain => among.find((c) => c.fn.id === fn)!;

/** Its power state is told by the camera operator alone; the pilot's channel stands where its sub-trim says. */
function byOperator(subTrimUs: number): Chain[] {
  const power = of('power');
  const { control, shaping, path, transmitter } = power;
  const second = { transmitter: transmitter!, channel: 1, shaping, control, by: 'x', path, breaks: null };
  const own = { ...power, control: null, shaping: { ...shaping!, control: null, subTrimUs }, second };
  return chains.map((c) => (c === power ? own : c));
}

it('what only the operator powers does not move in the pilot’s hand, but where the channel rests so', () => {
  const shut = (fn: string, among: readonly Chain[]): string | undefined => shutToPilot(among, of(fn, among))?.why;
  expect(shut('pan', chains)).toBeUndefined();
  expect(shut('pan', byOperator(0))).toBe('works only in all axes, and the pilot does not tell power state');
  expect(shut('tilt', byOperator(0))).toBeUndefined();
  expect(shut('pan', byOperator(400))).toBeUndefined();
  expect(shut('tilt', byOperator(-400))).toContain('tilt and roll');
});
