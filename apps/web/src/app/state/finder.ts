import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { CheckStep } from '@squallmark/core/prove';
import type { Rig } from '@squallmark/core/rig';
import { wrap, type Remote } from 'comlink';
import type { Aftercare, DiagnoseWorkerApi, NextMeasure, Standing, Told } from '../workers/diagnose.worker';
import { ReviveWorker } from '../workers/revive';
import { telling } from '../workers/telling';

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
  private asked = 0;
  readonly progress = signal<{ done: number; total: number } | null>(null);
  readonly standing = signal<Standing | null>(null);
  readonly taken = signal<readonly Taken[]>([]);
  /** What follows from the cause, once it is known. */
  readonly aftercare = signal<Aftercare | null>(null);
  readonly failed = signal('');
  private readonly waiting = signal(0);
  /** What stands now does not know the last answer yet: nothing is answered until it does. */
  readonly isAsking = computed(() => this.waiting() > 0);
  readonly minutes = computed(() => this.taken().reduce((sum, t) => sum + (t.reading === null ? 0 : t.minutes), 0));

  constructor() {
    inject(DestroyRef).onDestroy(() => this.worker.close());
  }

  /** Looks every fault of the rig up; then ranks them by the steps as they went. */
  async begin(rig: Rig, plan: readonly CheckStep[], steps: Told['steps']): Promise<void> {
    this.steps = steps;
    this.progress.set({ done: 0, total: 0 });
    const hear = (done: number, total: number): void => this.progress.set({ done, total });
    await this.safely(() => telling(hear, (tell) => this.worker.call((api) => api.open(rig, [...plan], tell))));
    this.progress.set(null);
    await this.ask();
  }

  /** What the measurement that is proposed says; an answer given while the last one is weighed would go to a measurement that is done. */
  async take(reading: string | null): Promise<void> {
    const next = this.standing()?.next;
    if (!next || this.isAsking()) return;
    this.note(next, reading);
    await this.ask();
  }

  takeBack(at: number): Promise<void> {
    this.taken.update((all) => all.filter((t) => t.at !== at));
    return this.ask();
  }

  /** Takes the measurement that is proposed on the simulated rig as it now is. */
  async read(fault: string | null): Promise<void> {
    const next = this.standing()?.next;
    if (!next || this.isAsking()) return;
    await this.held(async () => {
      const reading = await this.safely(() => this.worker.call((api) => api.read(next.at, fault)));
      if (reading === null) return;
      this.note(next, reading);
      await this.ask();
    });
  }

  private note({ at, where, minutes }: NextMeasure, reading: string | null): void {
    this.taken.update((all) => [...all, { at, where, minutes, reading }]);
  }

  private ask(): Promise<void> {
    return this.held(() => this.weigh());
  }

  private async held(run: () => Promise<void>): Promise<void> {
    this.waiting.update((n) => n + 1);
    await run().finally(() => this.waiting.update((n) => n - 1));
  }

  private async weigh(): Promise<void> {
    this.aftercare.set(null);
    const asked = ++this.asked;
    const told: Told = {
      steps: this.steps,
      readings: this.taken().flatMap(({ at, reading }) => (reading === null ? [] : [{ at, reading }])),
      skipped: this.taken().flatMap(({ at, reading }) => (reading === null ? [at] : [])),
    };
    const standing = await this.safely(() => this.worker.call((api) => api.ask(told)));
    // a later answer was weighed or taken back meanwhile: its own standing follows
    if (asked !== this.asked) return;
    if (standing) this.standing.set(standing);
    // nothing tells more: what follows from the first of them
    const [first] = standing?.next ? [] : (standing?.suspects ?? []);
    if (!first) return;
    const failed = this.steps.filter((s) => !s.passed).map((s) => s.step);
    const aftercare = await this.safely(() => this.worker.call((api) => api.aftercare(first.id, failed)));
    if (asked === this.asked) this.aftercare.set(aftercare);
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
