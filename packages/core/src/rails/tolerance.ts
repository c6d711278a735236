/** How far the volts of a rig may lie from what its sheets say, since no part is quite as its sheet. */
import { chanceOf } from '../units/index.js';
import { CircuitSolver } from './circuit/solver.js';
import type { CircuitElement, PreparedCircuit } from './circuit/index.js';
import type { RigNetwork } from './rig-network.js';
import { restV } from './solve-rails.js';

/** Volts of one supply or source over many rigs of the same sheets. */
export interface RailBand {
  /** Whose supply or source. */
  part: string;
  terminal: string;
  /** 95 of 100 rigs lie between these, V. */
  lowV: number;
  highV: number;
  /** With everything at its worst together one way and the other, V. */
  leastV: number;
  mostV: number;
  /** Share of the rigs in which it lies outside what it takes, 0…1; 0 for a source. */
  outside: number;
}

/** Shares of a figure that parts of its class lie between. @source [mem] usual spread of each, wires up to 60 °C, packs old or cold */
const SPREAD = {
  emf: [0.995, 1.005],
  packOhm: [0.7, 1.6],
  wireOhm: [0.95, 1.16],
  setV: [0.98, 1.02],
  efficiency: [0.97, 1.02],
  dropoutV: [0.8, 1.2],
  draw: [0.85, 1.15],
  diodeV: [0.85, 1.15],
} as const;

/** No spread makes a regulator better than this. */
const MOST_EFFICIENT = 0.995;

/** Chooses a share of a figure; `raises` when more of it means more volts at the loads. */
type Pick = (spread: readonly [number, number], raises: boolean) => number;

const worst: Pick = ([low, high], raises) => (raises ? low : high);
const best: Pick = ([low, high], raises) => (raises ? high : low);

/**
 * Volts of every terminal over many rigs of the same sheets, and with everything at its worst together.
 * @param charge 0…1 @param samples how many rigs @param seed the same seed gives the same rigs
 */
export function railBand(network: RigNetwork, charge: number, samples = 1000, seed = 1): RailBand[] {
  const spread = new Spread(network, charge);
  const { terminals } = network;
  const drawn = terminals.map(() => new Float64Array(samples));
  let place = 0;
  const random: Pick = ([low, high]) => low + (high - low) * chanceOf(seed, place++);
  for (let k = 0; k < samples; k++) {
    spread.solve(random);
    terminals.forEach((t, i) => (drawn[i]![k] = spread.volts(t.element)));
  }
  const corners = [worst, best].map((pick) => {
    spread.solve(pick);
    return terminals.map((t) => spread.volts(t.element));
  });
  return terminals.map((t, i) => {
    const sorted = drawn[i]!.sort();
    const takes = t.supply?.volts;
    const out = takes ? sorted.reduce((n, v) => (v < takes[0] || v > takes[1] ? n + 1 : n), 0) : 0;
    return {
      ...{ part: t.part.id, terminal: t.id },
      lowV: sorted[Math.floor(0.025 * samples)]!,
      highV: sorted[Math.ceil(0.975 * samples) - 1]!,
      leastV: Math.min(corners[0]![i]!, corners[1]![i]!),
      mostV: Math.max(corners[0]![i]!, corners[1]![i]!),
      outside: out / samples,
    };
  });
}

/** One circuit whose figures are changed in place from rig to rig; its matrix is laid out once. */
class Spread {
  private readonly nominal: readonly CircuitElement[];
  private readonly elements: CircuitElement[];
  private readonly solver: CircuitSolver;

  constructor(
    private readonly network: RigNetwork,
    private readonly charge: number,
  ) {
    this.nominal = network.prepared.circuit.elements;
    this.elements = this.nominal.map((e) => ({ ...e }));
    const prepared: PreparedCircuit = {
      ...network.prepared,
      circuit: { ...network.prepared.circuit, elements: this.elements },
    };
    this.solver = new CircuitSolver(prepared);
  }

  solve(pick: Pick): void {
    this.nominal.forEach((nominal, e) => this.vary(e, nominal, pick));
    this.solver.solve('running');
  }

  volts(element: number): number {
    return this.solver.across(element);
  }

  private vary(e: number, nominal: CircuitElement, pick: Pick): void {
    const own = this.elements[e]!;
    if (own.kind === 'pack' && nominal.kind === 'pack') {
      this.solver.drive[e] = (restV(this.network, e, this.charge) ?? nominal.emfV) * pick(SPREAD.emf, true);
      own.ohm = nominal.ohm * pick(SPREAD.packOhm, false);
    } else if (own.kind === 'resistance' && nominal.kind === 'resistance') {
      own.ohm = nominal.ohm * pick(SPREAD.wireOhm, false);
    } else if (own.kind === 'diode' && nominal.kind === 'diode') {
      own.dropV = nominal.dropV * pick(SPREAD.diodeV, false);
    } else if (own.kind === 'converter' && nominal.kind === 'converter') {
      this.solver.drive[e] = own.setV = nominal.setV * pick(SPREAD.setV, true);
      own.dropoutV = nominal.dropoutV * pick(SPREAD.dropoutV, false);
      const share = pick(SPREAD.efficiency, true);
      own.efficiency = Math.min(MOST_EFFICIENT, nominal.efficiency * share);
      if (nominal.efficiencyAt)
        own.efficiencyAt = nominal.efficiencyAt.map(([a, e]) => [a, Math.min(MOST_EFFICIENT, e * share)] as const);
    } else if (own.kind === 'load' && nominal.kind === 'load') {
      const share = pick(SPREAD.draw, false);
      own.amount = nominal.draw === 'resistance' ? nominal.amount / share : nominal.amount * share;
    }
  }
}
