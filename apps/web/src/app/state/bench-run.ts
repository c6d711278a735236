import { DestroyRef, effect, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { BenchFrame } from '@squallmark/core/bench';
import { soundWorld, worldWith, type Fault } from '@squallmark/core/diagnose';
import type { CheckStep, Verdict } from '@squallmark/core/prove';
import { proxy, wrap, type Remote } from 'comlink';
import { Subject } from 'rxjs';
import type { BenchWorkerApi } from '../workers/bench.worker';
import { ReviveWorker } from '../workers/revive';
import { DeskStore } from './desk';
import { RigStore } from './rig-store';

/** The simulated rig of the open document while somebody looks at it: frames$ at 60 Hz from its worker. */
@Injectable()
export class BenchRun {
  private readonly store = inject(RigStore);
  private readonly desk = inject(DeskStore);
  private readonly framesSubject = new Subject<BenchFrame>();
  private readonly verdictsSubject = new Subject<{ step: string; verdict: Verdict }>();
  private readonly worker = new ReviveWorker<Remote<BenchWorkerApi>>(
    () => new Worker(new URL('../workers/bench.worker', import.meta.url), { type: 'module' }),
    (raw) => wrap<BenchWorkerApi>(raw),
  );

  readonly fault = signal<Fault | null>(null);
  readonly frame = toSignal(this.framesSubject, { initialValue: null });
  /** Verdicts on steps that the user's own hands made. */
  readonly verdicts$ = this.verdictsSubject.asObservable();

  constructor() {
    // verdicts of a new rig or fault must not come from the old one, so loading is awaited before anything else
    effect(() => {
      const fault = this.fault();
      const { rig, flaws } = fault ? worldWith(this.store.rig(), fault) : soundWorld(this.store.rig());
      const charge = this.desk.charge();
      this.tell((api) => api.load(rig, charge, flaws));
    });
    this.tell((api) => api.run(proxy((frame, verdict) => this.accept(frame, verdict))));
    inject(DestroyRef).onDestroy(() => this.worker.close());
  }

  setControl(control: string, position: number): void {
    this.tell((api) => api.setControls({ [control]: position }));
  }

  setControls(controls: Record<string, number>): void {
    this.tell((api) => api.setControls(controls));
  }

  /** Slots of a real receiver's line, µs, which are then judged instead of the simulated one's; null when there is none. */
  line(us: readonly number[] | null): void {
    this.tell((api) => api.line(us));
  }

  rest(): void {
    this.tell((api) => api.rest());
  }

  watch(step: CheckStep | null): void {
    this.tell((api) => api.watch(step));
  }

  play(step: CheckStep): Promise<Verdict> {
    return this.worker.call((api) => api.play(step));
  }

  private accept(frame: BenchFrame, verdict: { step: string; verdict: Verdict } | null): void {
    this.framesSubject.next(frame);
    if (verdict) this.verdictsSubject.next(verdict);
  }

  private tell(ask: (api: Remote<BenchWorkerApi>) => PromiseLike<unknown>): void {
    this.worker
      .call(ask)
      .catch((error: unknown) => this.store.say(`Bench: ${error instanceof Error ? error.message : String(error)}`));
  }
}
