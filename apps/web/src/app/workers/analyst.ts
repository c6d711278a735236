import type { Analysis, RailLook, Scenario } from '@squallmark/core/analysis';
import type { LeadStudy, SupplyStudy } from '@squallmark/core/studies';
import type { Fix } from '@squallmark/core/findings';
import type { RailSweep } from '@squallmark/core/rails';
import type { FeedChoice } from '@squallmark/core/rails-studies';
import type { CheckStep } from '@squallmark/core/prove';
import type { Rig } from '@squallmark/core/rig';
import type { WakeKind } from '@squallmark/core/wake';
import { wrap, type Remote } from 'comlink';
import { analysisWorker } from './analysis-start';
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

/** A study that took longer is not waited for by what is asked of a newer rig, ms. */
const PATIENCE_MS = 500;

/** A worker that holds one rig: it is sent once, what is asked of it afterwards travels alone. */
class RigWorker {
  private readonly worker = new ReviveWorker<Remote<AnalysisWorkerApi>>(analysisWorker, (raw) =>
    wrap<AnalysisWorkerApi>(raw),
  );
  private sent: Rig | null = null;
  /** When what is still being worked out was asked, ms; null while nothing is. */
  private sinceMs: number | null = null;
  private asked = 0;

  /** @param ask gets the rig where the worker does not hold it yet */
  async of<R>(rig: Rig, ask: (api: Remote<AnalysisWorkerApi>, sending: Rig | null) => PromiseLike<R>): Promise<R> {
    const sending = this.worker.isFresh || rig !== this.sent ? rig : null;
    this.sent = rig;
    this.sinceMs ??= performance.now();
    this.asked++;
    try {
      return await this.worker.call((api) => ask(api, sending));
    } finally {
      if (--this.asked === 0) this.sinceMs = null;
    }
  }

  /** A long work of another rig is ended: nobody waits for its answer any more. */
  giveUpOthers(rig: Rig): void {
    if (rig === this.sent || this.sinceMs === null || performance.now() - this.sinceMs < PATIENCE_MS) return;
    this.worker.giveUp();
    this.sinceMs = null;
  }

  stock(): Promise<void> {
    return this.worker.call((api) => api.stock());
  }
}

/** What was looked up of the rig that was asked of last: whoever comes back to a station has it without another way to the worker. */
class Studies {
  private readonly worker = new RigWorker();
  private rig: Rig | null = null;
  private readonly known = new Map<string, Promise<unknown>>();

  /** @param key what tells this question from others of the same rig */
  of<R>(rig: Rig, key: string, ask: Parameters<typeof this.worker.of<R>>[1]): Promise<R> {
    if (rig !== this.rig) this.known.clear();
    this.rig = rig;
    const known = this.known.get(key) as Promise<R> | undefined;
    if (known) return known;
    const answer = this.anew(rig, ask);
    this.known.set(key, answer);
    // one that failed is asked again
    answer.catch(() => this.known.get(key) === answer && this.known.delete(key));
    return answer;
  }

  /** A question whose answer is not kept. */
  anew<R>(rig: Rig, ask: Parameters<typeof this.worker.of<R>>[1]): Promise<R> {
    this.worker.giveUpOthers(rig);
    return this.worker.of(rig, ask);
  }
}

/**
 * Analysis in a worker of its own, and the studies of single stations in another: one of those may take long on a large rig, and no
 * change of the rig waits for it.
 */
export function workerAnalyst(): Analyst {
  const analysis = new RigWorker();
  const studies = new Studies();
  return {
    analyse: (rig, charge, look) => analysis.of(rig, (api, sending) => api.analyse(sending, charge, look)),
    fixes: (rig, ids) => analysis.of(rig, (api, sending) => api.fixes(sending, ids)),
    sweep: (rig, look) =>
      studies.of(rig, `sweep ${look.celsius} ${look.peak}`, (api, sending) => api.sweep(sending, look)),
    beside: (rig, look, beside, marginV) =>
      studies.anew(rig, (api, sending) => api.beside(sending, look, beside, marginV)),
    leads: (rig, celsius, marginV) =>
      studies.of(rig, `leads ${celsius} ${marginV}`, (api, sending) => api.leads(sending, celsius, marginV)),
    wake: (rig, kind, pairs) =>
      studies.of(rig, `wake ${kind} ${pairs}`, (api, sending) => api.wake(sending, kind, pairs)),
    // every station's head shows how far it is proven: it is wanted right after the analysis
    plan: (rig) => analysis.of(rig, (api, sending) => api.plan(sending)),
    supplies: (rig, celsius) =>
      studies.of(rig, `supplies ${celsius}`, (api, sending) => api.supplies(sending, celsius)),
    feeds: (rig) => studies.of(rig, 'feeds', (api, sending) => api.feeds(sending)),
    stock: () => analysis.stock(),
  };
}
