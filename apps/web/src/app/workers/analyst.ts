import type { Analysis } from '@squallmark/core/analysis';
import type { Rig } from '@squallmark/core/rig';
import { wrap, type Remote } from 'comlink';
import type { AnalysisWorkerApi } from './analysis.worker';
import { ReviveWorker } from './revive';

/** Whatever analyses rigs: a worker in the browser, the core itself in tests. */
export interface Analyst {
  analyse(rig: Rig, charge: number): Promise<Analysis>;
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
  return {
    async analyse(rig, charge) {
      const news = worker.isFresh || rig !== sent ? rig : null;
      sent = rig;
      return worker.call((api) => api.analyse(news, charge));
    },
    stock: () => worker.call((api) => api.stock()),
  };
}
