import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { CheckStep } from '@squallmark/core/prove';
import type { Rig } from '@squallmark/core/rig';
import { proxy, wrap, type Remote } from 'comlink';
import type { Aftercare, DiagnoseWorkerApi, NextMeasure, Standing, Told } from '../workers/diagnose.worker';
import { ReviveWorker } from '../workers/revive';

/** A measurement that was taken, or could not be. */
export interface Taken {
  at: number;
  where: string;
  minutes: number;
  /** Null where nobody could tell. */
  reading: string | null;
}

/** From failed steps to their cause: a casebook of the rig in a worker of its own, and what was measured so far. */
@Injectable()
export class Finder {
  private readonly worker = new ReviveWorker<Remote<DiagnoseWorkerApi>>(
    () => new Worker(new URL('../workers/diagnose.worker', import.meta.url), { type: 'module' }),
    (raw) => wrap<DiagnoseWorkerApi>(raw),
  );
  private steps: Told['steps'] = [];
  readonly progress = signal<{ done: number; total: number } | null>(null);
  readonly standing = signal<Standing | null>(null);
  readonly taken = signal<readonly Taken[]>([]);
  /** What follows from the cause, once it is known. */
  readonly aftercare = signal<Aftercare | null>(null);
  readonly failed = signal('');
  readonly minutes = computed(() => this.taken().reduce((sum, t) => sum + (t.reading === null ? 0 : t.minutes), 0));

  constructor() {
    inject(DestroyRef).onDestroy(() => this.worker.close());
  }

  /** Looks every fault of the rig up; then ranks them by the steps as they went. */
  async begin(rig: Rig, plan: readonly CheckStep[], steps: Told['steps']): Promise<void> {
    this.steps = steps;
    this.progress.set({ done: 0, total: 0 });
    await this.safely(() =>
      this.worker.call((api) =>
        api.open(
          rig,
          [...plan],
          proxy((done, total) => this.progress.set({ done, total })),
        ),
      ),
    );
    this.progress.set(null);
    await this.ask();
  }

  take({ at, where, minutes }: NextMeasure, reading: string | null): Promise<void> {
    this.taken.update((all) => [...all, { at, where, minutes, reading }]);
    return this.ask();
  }

  takeBack(at: number): Promise<void> {
    this.taken.update((all) => all.filter((t) => t.at !== at));
    return this.ask();
  }

  /** What a measure says on the simulated rig as it now is. */
  read(at: number, fault: string | null): Promise<string> {
    return this.worker.call((api) => api.read(at, fault));
  }

  private async ask(): Promise<void> {
    this.aftercare.set(null);
    const told: Told = {
      steps: this.steps,
      readings: this.taken().flatMap(({ at, reading }) => (reading === null ? [] : [{ at, reading }])),
      skipped: this.taken().flatMap(({ at, reading }) => (reading === null ? [at] : [])),
    };
    const standing = await this.safely(() => this.worker.call((api) => api.ask(told)));
    if (standing) this.standing.set(standing);
    // nothing tells more: what follows from the first of them
    const [first] = standing?.next ? [] : (standing?.suspects ?? []);
    if (!first) return;
    const failed = this.steps.filter((s) => !s.passed).map((s) => s.step);
    this.aftercare.set(await this.safely(() => this.worker.call((api) => api.aftercare(first.id, failed))));
  }

  private async safely<R>(run: () => Promise<R>): Promise<R | null> {
    try {
      return await run();
    } catch (error) {
      this.failed.set(error instanceof Error ? error.message : String(error));
      return null;
    }
  }
}
