import { analyse, type Analysis } from '@squallmark/core/analysis';
import type { Rig } from '@squallmark/core/rig';
import { expose } from 'comlink';

let held: Rig | null = null;

const api = {
  /** Null means the rig of the last call: the same object, so that what was worked out for it still holds. */
  analyse(rig: Rig | null, charge: number): Analysis {
    held = rig ?? held;
    if (!held) throw new Error('no rig was sent yet');
    return analyse(held, charge);
  },
};

export type AnalysisWorkerApi = typeof api;

expose(api);
