import { sheetOf, type Rig } from '../rig/index.js';
import { groupBy, Joined } from '../units/index.js';
import { capacityShare } from './pack.js';
import { KEPT_CHARGE, packRun } from './pack-run.js';
import { eachPackAmps } from './solve-rails.js';
import type { RigNetwork } from './rig-network.js';

/** Slices of the charge, each at the current of its middle. */
const STEPS = 14;
/** A pack that gives less than this feeds nothing, A. */
const LEAST_A = 0.001;

/**
 * Minutes until the first pack that gives has only {@link KEPT_CHARGE} left, at the given load; null when nothing draws on a pack.
 * Packs that are full and alike empty alike and are summed over slices of the charge; others take a run of their own.
 */
export function runTimeMin(rig: Rig, network: RigNetwork): number | null {
  return isAlike(network) ? minutesOfAlike(rig, network) : packRun(rig, network).minutes;
}

/** Every pack is full, and what stands side by side on one rail is of one class. */
function isAlike(network: RigNetwork): boolean {
  const { packs, terminals } = network;
  if ([...packs.values()].some((p) => p.share !== 1)) return false;
  const rail = railsOf(network);
  const own = terminals.filter((t) => packs.has(t.element));
  const together = groupBy(own, (t) => rail(t.element));
  return [...together.values()].every((side) => new Set(side.map((t) => t.part.class)).size === 1);
}

/**
 * Which packs work together: those whose plus hangs together, by copper or by regulators that share an output. A ground in common
 * is no rail in common.
 */
function railsOf({ prepared: { circuit } }: RigNetwork): (element: number) => number {
  const held = new Joined();
  for (const e of circuit.elements) {
    if (e.kind === 'converter') held.join(e.plus, e.input.plus);
    else if (e.kind === 'load' ? e.draw === 'resistance' : e.kind !== 'capacitor' && e.kind !== 'pack')
      held.join(e.plus, e.minus);
  }
  return (element) => held.rootOf(circuit.elements[element]!.plus);
}

function minutesOfAlike(rig: Rig, network: RigNetwork): number | null {
  const charges = Array.from({ length: STEPS }, (_, i) => 1 - ((i + 0.5) / STEPS) * (1 - KEPT_CHARGE));
  const given = (capacityShare(network.celsius) * (1 - KEPT_CHARGE)) / STEPS;
  const rail = railsOf(network);
  const packs = eachPackAmps(network, charges).map(({ part, element, amps }) => ({
    ...{ rail: rail(element), amps, stepAh: (capacityMah(rig, part.id) / 1000) * given },
  }));
  const giving = packs.filter((p) => p.amps.every((a) => a > LEAST_A));
  const minutes = [...groupBy(giving, (p) => p.rail).values()].map((together) => {
    const stepAh = together.reduce((sum, p) => sum + p.stepAh, 0);
    return charges.reduce((sum, _, i) => sum + (stepAh / together.reduce((a, p) => a + p.amps[i]!, 0)) * 60, 0);
  });
  return minutes.length ? Math.min(...minutes) : null;
}

const capacityMah = (rig: Rig, part: string): number =>
  sheetOf(rig, part).sources.reduce((sum, source) => sum + (source.pack?.capacityMah ?? 0), 0);
