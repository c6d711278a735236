import { compileBench, type Bench } from '../../src/bench/index.js';
import { setUpTwoOperators } from '../../src/channels/index.js';
import { applyEdits, type Rig } from '../../src/rig/index.js';
import { smallRig } from './small-rig.js';

export const operatorWish = (id: string, what: string): Rig['wishes'][number] => ({
  id,
  what,
  label: what,
  by: 'camera operator',
  control: null,
  hand: 'either',
});

/** A pilot, an operator, one receiver and a gimbal beside a flight controller; nothing handed over yet. */
export const twoTransmitters = (lead = true): Rig => ({
  ...smallRig(
    {
      TX: 'transmitter-10',
      T2: 'transmitter-operator',
      RX: 'receiver-16',
      GB: 'gimbal-two-axis',
      FC: 'flight-controller-6',
    },
    [
      ['RX.bus.1 GB.control.1', 'RX.bus.3 GB.control.3'],
      ['RX.bus.1 FC.bus.1', 'RX.bus.3 FC.bus.3'],
      ...(lead ? [['T2.trainer.1 TX.trainer.1', 'T2.trainer.2 TX.trainer.2']] : []),
    ],
    { GB: { settings: { control: 'bus' } } },
  ),
  wishes: [operatorWish('W1', 'tilt'), operatorWish('W2', 'gimbal-mode')],
});

/** The same with tilt and mode handed over by the trainer lead. */
export function twoOperators(): Rig {
  const rig = twoTransmitters();
  const set = setUpTwoOperators(rig);
  if (!set.ok) throw new Error(set.why);
  return applyEdits(rig, set.edits).rig;
}

/** A bench on which every part has its volts: for rigs that leave the supplies out because they are about channels. */
export function fedBench(rig: Rig): Bench {
  const bench = compileBench(rig);
  const fed = bench.parts.map(() => ({ feed: 'fed' as const, volts: 0 }));
  return {
    ...bench,
    wakesMs: bench.wakesMs.map((ms) => (ms < Infinity ? ms : 0)),
    supplies: { ...bench.supplies, movers: [], at: () => fed },
  };
}
