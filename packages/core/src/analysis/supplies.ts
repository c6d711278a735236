import {
  atPeak,
  packRun,
  railBand,
  rigNetwork,
  shortsOf,
  solveRigNetwork,
  startsDiffer,
  type PackRun,
  type RailBand,
  type RigNetwork,
  type Short,
} from '../rails/index.js';
import { oncePerRig } from '../rig/index.js';

/** A supply that runs, but would stand lower if everything were switched on together. */
export interface WouldNotStart {
  part: string;
  terminal: string;
  /** With everything running before, V. */
  runningV: number;
  /** Switched on together, V. */
  coldV: number;
  /** A full pack at usual draw, or a flat one with everything at its peak. */
  when: 'full' | 'flat at the peak';
}

/** What is looked up about the supplies beyond volts and amps. */
export interface SupplyStudy {
  /** Volts over 1 000 rigs of the same sheets at a full pack, in the order of the terminals. */
  bands: RailBand[];
  shorts: Short[];
  packs: PackRun;
  starts: WouldNotStart[];
}

/** Spread, shorts, packs over a run, and what runs but would not start; worked out when the rails are looked at. */
export const suppliesOf = oncePerRig((rig): SupplyStudy => {
  const network = rigNetwork(rig);
  return {
    bands: railBand(network, 1),
    shorts: shortsOf(rig, network),
    packs: packRun(rig, network),
    starts: [...startsAt(network, 1, 'full'), ...startsAt(atPeak(network), 0, 'flat at the peak')],
  };
});

function startsAt(network: RigNetwork, charge: number, when: WouldNotStart['when']): WouldNotStart[] {
  const cold = startsDiffer(network, charge);
  if (cold.every((v) => v === null)) return [];
  return solveRigNetwork(network, charge).nodes.flatMap(({ kind, part, terminal, volts: runningV }, i) =>
    kind === 'load' && cold[i] !== null ? [{ part, terminal, runningV, coldV: cold[i]!, when }] : [],
  );
}
