import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
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
  /** Whoever proves is not told which fault it is. */
  readonly isBlind = signal(false);
  /** What is to be on the bench; another object whenever any of it is another. */
  private readonly wanted = computed(() => ({
    fault: this.fault(),
    rig: this.store.rig(),
    charge: this.desk.charge(),
  }));
  private loaded: ReturnType<BenchRun['wanted']> | null = null;
  readonly frame = toSignal(this.framesSubject, { initialValue: null });
  /** Verdicts on steps that the user's own hands made. */
  readonly verdicts$ = this.verdictsSubject.asObservable();

  constructor() {
    effect(() => this.load(this.wanted()));
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
    // what was changed in the same breath is on the bench before it is played
    this.load(untracked(this.wanted));
    return this.worker.call((api) => api.play(step));
  }

  /** Verdicts of a new rig or fault must not come from the old one, so loading comes before anything else. */
  private load(wanted: ReturnType<BenchRun['wanted']>): void {
    if (wanted === this.loaded) return;
    this.loaded = wanted;
    const { fault, rig: drawn, charge } = wanted;
    const { rig, flaws } = fault ? worldWith(drawn, fault) : soundWorld(drawn);
    this.tell((api) => api.load(rig, charge, flaws));
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
