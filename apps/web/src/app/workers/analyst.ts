import type { Analysis, LeadStudy, RailLook, Scenario, SupplyStudy } from '@squallmark/core/analysis';
import type { Fix } from '@squallmark/core/findings';
import type { FeedChoice, RailSweep } from '@squallmark/core/rails';
import type { CheckStep } from '@squallmark/core/prove';
import type { Rig } from '@squallmark/core/rig';
import type { WakeKind } from '@squallmark/core/wake';
import { wrap, type Remote } from 'comlink';
import type { AnalysisWorkerApi, Waking } from './analysis.worker';
import { ReviveWorker } from './revive';

/** Whatever analyses rigs: a worker in the browser, the core itself in tests. */
export interface Analyst {
  analyse(rig: Rig, charge: number, look: RailLook): Promise<Analysis>;
  /** What mends some findings of a rig, by the finding's id. */
  fixes(rig: Rig, ids: readonly string[]): Promise<[id: string, fixes: readonly Fix[]][]>;
  /** Volts at every load from full to flat. */
  sweep(rig: Rig, look: RailLook): Promise<RailSweep>;
  /** The same with something changed, or of the rig before its last step; null where there is nothing to change. */
  beside(rig: Rig, look: RailLook, beside: Scenario | Rig, marginV: number): Promise<RailSweep | null>;
  /** The thinnest leads and the best splices that keep a room. */
  leads(rig: Rig, celsius: number, marginV: number): Promise<LeadStudy>;
  /** A list of waking or powering down in order, and what the supplies do meanwhile. */
  wake(rig: Rig, kind: WakeKind, pairs: number): Promise<Waking>;
  /** The check plan. */
  plan(rig: Rig): Promise<readonly CheckStep[]>;
  /** Spread, shorts, packs over a run, and what runs but would not start. */
  supplies(rig: Rig, celsius: number): Promise<SupplyStudy>;
  /** Both sides of the question of gimbal feed. */
  feeds(rig: Rig): Promise<FeedChoice[]>;
  /** Brings the shelf in; what is analysed afterwards names classes for impossible wishes. */
  stock(): Promise<void>;
}

/** Analysis in a worker of its own. A rig is sent once; further charges of it travel alone. */
export function workerAnalyst(): Analyst {
  const worker = new ReviveWorker<Remote<AnalysisWorkerApi>>(
    () => new Worker(new URL('./analysis.worker', import.meta.url), { type: 'module' }),
    (raw) => wrap<AnalysisWorkerApi>(raw),
  );
  let sent: Rig | null = null;
  const news = (rig: Rig): Rig | null => {
    const unsent = worker.isFresh || rig !== sent ? rig : null;
    sent = rig;
    return unsent;
  };
  return {
    analyse: async (rig, charge, look) => {
      const sending = news(rig);
      return worker.call((api) => api.analyse(sending, charge, look));
    },
    fixes: async (rig, ids) => {
      const sending = news(rig);
      return worker.call((api) => api.fixes(sending, ids));
    },
    sweep: async (rig, look) => {
      const sending = news(rig);
      return worker.call((api) => api.sweep(sending, look));
    },
    beside: async (rig, look, beside, marginV) => {
      const sending = news(rig);
      return worker.call((api) => api.beside(sending, look, beside, marginV));
    },
    leads: async (rig, celsius, marginV) => {
      const sending = news(rig);
      return worker.call((api) => api.leads(sending, celsius, marginV));
    },
    wake: async (rig, kind, pairs) => {
      const sending = news(rig);
      return worker.call((api) => api.wake(sending, kind, pairs));
    },
    plan: async (rig) => {
      const sending = news(rig);
      return worker.call((api) => api.plan(sending));
    },
    supplies: async (rig, celsius) => {
      const sending = news(rig);
      return worker.call((api) => api.supplies(sending, celsius));
    },
    feeds: async (rig) => {
      const sending = news(rig);
      return worker.call((api) => api.feeds(sending));
    },
    stock: () => worker.call((api) => api.stock()),
  };
}
