import { analyse, feedsOf, suppliesOf, sweepOf, type Analysis, type SupplyStudy } from '@squallmark/core/analysis';
import { fixesOf, type Fix } from '@squallmark/core/findings';
import type { Sheet } from '@squallmark/core/parts';
import type { Rig } from '@squallmark/core/rig';
import { rigNetwork, type FeedChoice, type RailSweep } from '@squallmark/core/rails';
import {
  powerUp,
  startMends,
  wakePlan,
  type PowerUp,
  type StartMend,
  type WakeKind,
  type WakePlan,
} from '@squallmark/core/wake';
import { expose } from 'comlink';

/** A list in order and, of what wakes on packs, what the supplies do meanwhile. */
export interface Waking {
  plan: WakePlan;
  power: PowerUp | null;
  /** What would keep up what does not stay up. */
  mends: StartMend[];
}

let held: Rig | null = null;
let shelf: readonly Sheet[] | null = null;

/** Null means the rig of the last call: the same object, so that what was worked out for it still holds. */
function hold(rig: Rig | null): Rig {
  held = rig ?? held;
  if (!held) throw new Error('no rig was sent yet');
  return held;
}

const api = {
  analyse: (rig: Rig | null, charge: number): Analysis => analyse(hold(rig), charge, shelf),
  /** What mends some findings of the rig, by the finding's id. */
  fixes(rig: Rig | null, ids: readonly string[]): [id: string, fixes: readonly Fix[]][] {
    const asked = new Set(ids);
    const { findings } = analyse(hold(rig), 1, shelf);
    return findings.filter((f) => asked.has(f.id)).map((f) => [f.id, fixesOf(f)]);
  },
  sweep: (rig: Rig | null): RailSweep => sweepOf(hold(rig)),
  wake: (rig: Rig | null, kind: WakeKind, pairs: number): Waking => {
    const plan = wakePlan(hold(rig), kind, pairs);
    if (kind !== 'field' && kind !== 'bench') return { plan, power: null, mends: [] };
    const network = rigNetwork(hold(rig));
    const power = powerUp(network, plan);
    return { plan, power, mends: startMends(hold(rig), network, plan, power) };
  },
  supplies: (rig: Rig | null): SupplyStudy => suppliesOf(hold(rig)),
  feeds: (rig: Rig | null): FeedChoice[] => feedsOf(hold(rig)),
  /** Fetches the shelf, for what would grant an impossible wish. Not needed for the first picture. */
  async stock(): Promise<void> {
    shelf = (await import('@squallmark/core/shelf')).SHELF;
  },
};

export type AnalysisWorkerApi = typeof api;

expose(api);
