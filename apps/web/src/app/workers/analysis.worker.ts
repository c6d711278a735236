import { analyse, type Analysis } from '@squallmark/core/analysis';
import type { Sheet } from '@squallmark/core/parts';
import type { Rig } from '@squallmark/core/rig';
import { expose } from 'comlink';

let held: Rig | null = null;
let shelf: readonly Sheet[] | null = null;

const api = {
  /** Null means the rig of the last call: the same object, so that what was worked out for it still holds. */
  analyse(rig: Rig | null, charge: number): Analysis {
    held = rig ?? held;
    if (!held) throw new Error('no rig was sent yet');
    return analyse(held, charge, shelf);
  },
  /** Fetches the shelf, for what would grant an impossible wish. Not needed for the first picture. */
  async stock(): Promise<void> {
    shelf = (await import('@squallmark/core/shelf')).SHELF;
  },
};

export type AnalysisWorkerApi = typeof api;

expose(api);
