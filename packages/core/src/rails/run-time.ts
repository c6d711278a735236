import { sheetOf, type Rig } from '../rig/index.js';
import { groupBy, Joined } from '../units/index.js';
import { capacityShare } from './pack.js';
import { KEPT_CHARGE, packRun } from './pack-run.js';
import { eachPackAmps } from './solve-rails.js';
import type { RigNetwork } from './rig-network.js';

/** Gauss–Legendre with five points on 0…1: where, and what each counts for. @source [book numerical analysis] nodes and weights */
const POINTS: readonly [at: number, weight: number][] = [
  [0.0469100770306681, 0.1184634425280945],
  [0.2307653449471584, 0.2393143352496833],
  [0.5, 0.2844444444444444],
  [0.7692346550528416, 0.2393143352496833],
  [0.9530899229693319, 0.1184634425280945],
];
/** A pack that gives less than this feeds nothing, A. */
const LEAST_A = 0.001;

/**
 * Minutes until the first pack that gives has only {@link KEPT_CHARGE} left, at the given load; null when nothing draws on a pack.
 * Packs that are full and alike empty alike and are summed over their charge; others take a run of their own.
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
  const charges = POINTS.map(([at]) => 1 - at * (1 - KEPT_CHARGE));
  const given = capacityShare(network.celsius) * (1 - KEPT_CHARGE);
  const rail = railsOf(network);
  const packs = eachPackAmps(network, charges).map(({ part, element, amps }) => ({
    ...{ rail: rail(element), amps, givesAh: (capacityMah(rig, part.id) / 1000) * given },
  }));
  const giving = packs.filter((p) => p.amps.every((a) => a > LEAST_A));
  const minutes = [...groupBy(giving, (p) => p.rail).values()].map((together) => {
    const givesAh = together.reduce((sum, p) => sum + p.givesAh, 0);
    const hours = POINTS.map(([, weight], i) => (weight * givesAh) / together.reduce((a, p) => a + p.amps[i]!, 0));
    return 60 * hours.reduce((sum, h) => sum + h, 0);
  });
  return minutes.length ? Math.min(...minutes) : null;
}

const capacityMah = (rig: Rig, part: string): number =>
  sheetOf(rig, part).sources.reduce((sum, source) => sum + (source.pack?.capacityMah ?? 0), 0);
