import { Injectable } from '@angular/core';
import type { Fault } from '@squallmark/core/diagnose';
import type { Rig } from '@squallmark/core/rig';
import { wrap, type Remote } from 'comlink';
import type { BenchWorkerApi } from '../workers/bench.worker';
import { ReviveWorker } from '../workers/revive';

/** What is put on a bench: the rig as drawn, a fault that sits in it, the charge of its packs. */
export interface OnBench {
  fault: Fault | null;
  rig: Rig;
  charge: number;
}

/** A simulated bench in a worker of its own, and what stands on it; null for nothing. */
export interface BenchSeat {
  readonly worker: ReviveWorker<Remote<BenchWorkerApi>>;
  on: OnBench | null;
}

/** Benches with nobody at them: one is kept, so that who comes back finds it started and the rig still on it. */
@Injectable({ providedIn: 'root' })
export class BenchSeats {
  private idle: BenchSeat | null = null;

  take(): BenchSeat {
    const seat = this.idle ?? { worker: started(), on: null };
    this.idle = null;
    return seat;
  }

  leave(seat: BenchSeat): void {
    if (this.idle || seat.worker.isFresh) return seat.worker.close();
    this.idle = seat;
    // one that dies meanwhile is replaced at the next visit
    seat.worker.call((api) => api.leave()).catch(() => undefined);
  }
}

const started = (): BenchSeat['worker'] =>
  new ReviveWorker<Remote<BenchWorkerApi>>(
    () => new Worker(new URL('../workers/bench.worker', import.meta.url), { type: 'module' }),
    (raw) => wrap<BenchWorkerApi>(raw),
  );
