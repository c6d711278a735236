import { analyse, type Analysis, type RailLook, type Scenario } from '@squallmark/core/analysis';
import type { LeadStudy, SupplyStudy } from '@squallmark/core/studies';
import { fixesOf, type Fix } from '@squallmark/core/findings';
import type { Sheet } from '@squallmark/core/parts';
import type { CheckStep } from '@squallmark/core/prove';
import type { Rig } from '@squallmark/core/rig';
import { rigNetwork, type RailSweep } from '@squallmark/core/rails';
import type { FeedChoice } from '@squallmark/core/rails-studies';
import type { WakeKind, WakePlan } from '@squallmark/core/wake';
import type { DrawnPower, StartMend } from '@squallmark/core/wake-studies';
import { expose } from 'comlink';

/** A list in order and, of what wakes on packs, what the supplies do meanwhile. */
export interface Waking {
  plan: WakePlan;
  power: DrawnPower | null;
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

const studies = () => import('./studies');

async function wakingOf(rig: Rig, kind: WakeKind, pairs: number): Promise<Waking> {
  const { drawnPower, powerUp, startMends, wakePlan } = await studies();
  const plan = wakePlan(rig, kind, pairs);
  if (kind !== 'field' && kind !== 'bench') return { plan, power: null, mends: [] };
  const network = rigNetwork(rig);
  const power = powerUp(network, plan);
  return { plan, power: drawnPower(power), mends: startMends(rig, network, plan, power) };
}

const api = {
  analyse: (rig: Rig | null, charge: number, look: RailLook): Analysis => analyse(hold(rig), charge, shelf, look),
  /** What mends some findings of the rig, by the finding's id. */
  fixes(rig: Rig | null, ids: readonly string[]): [id: string, fixes: readonly Fix[]][] {
    const asked = new Set(ids);
    const { findings } = analyse(hold(rig), 1, shelf);
    return findings.filter((f) => asked.has(f.id)).map((f) => [f.id, fixesOf(f)]);
  },
  async sweep(rig: Rig | null, look: RailLook): Promise<RailSweep> {
    const own = hold(rig);
    return (await studies()).sweepOf(own, look);
  },
  /** With something changed; of the rig as it was before its last step where that is given. */
  async beside(rig: Rig | null, look: RailLook, beside: Scenario | Rig, marginV: number): Promise<RailSweep | null> {
    const own = hold(rig);
    const { sweepBeside, sweepOf } = await studies();
    return typeof beside === 'string' ? sweepBeside(own, look, beside, marginV) : sweepOf(beside, look);
  },
  async leads(rig: Rig | null, celsius: number, marginV: number): Promise<LeadStudy> {
    const own = hold(rig);
    return (await studies()).leadsFor(own, celsius, marginV);
  },
  wake: (rig: Rig | null, kind: WakeKind, pairs: number): Promise<Waking> => wakingOf(hold(rig), kind, pairs),
  /** What is proven, and how; not needed for the first picture. */
  async plan(rig: Rig | null): Promise<readonly CheckStep[]> {
    const own = hold(rig);
    return (await import('@squallmark/core/prove')).planOf(own);
  },
  async supplies(rig: Rig | null, celsius: number): Promise<SupplyStudy> {
    const own = hold(rig);
    return (await studies()).suppliesOf(own, celsius);
  },
  async feeds(rig: Rig | null): Promise<FeedChoice[]> {
    const own = hold(rig);
    return (await studies()).feedsOf(own);
  },
  /** Fetches the shelf, for what would grant an impossible wish. Not needed for the first picture. */
  async stock(): Promise<void> {
    shelf = (await import('@squallmark/core/shelf')).SHELF;
  },
};

export type AnalysisWorkerApi = typeof api;

expose(api);
