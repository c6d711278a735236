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
  /** Where a hand has put controls of which no frame tells yet. */
  private readonly moved = new Map<string, Moved>();
  readonly frame = toSignal(this.framesSubject, { initialValue: null });
  /** Verdicts on steps that the user's own hands made. */
  readonly verdicts$ = this.verdictsSubject.asObservable();

  constructor() {
    effect(() => this.load(this.wanted()));
    this.tell((api) => api.run(proxy((frame, verdict) => this.accept(frame, verdict))));
    inject(DestroyRef).onDestroy(() => this.worker.close());
  }

  setControl(control: string, position: number): void {
    this.setControls({ [control]: position });
  }

  setControls(controls: Record<string, number>): void {
    const moved = Object.entries(controls).map(([control, to]): [string, Moved] => [control, { to, frames: Infinity }]);
    for (const [control, move] of moved) this.moved.set(control, move);
    this.tell((api) =>
      api.setControls(controls).then(() => {
        for (const [, move] of moved) move.frames = FRAMES_UNTIL_TOLD;
      }),
    );
  }

  /** Where a control is, by the hand that moved it last; undefined where nobody knows. */
  position(control: string): number | undefined {
    // read first: whoever shows it is to hear of every frame
    const told = this.frame()?.controls[control];
    return this.moved.get(control)?.to ?? told;
  }

  /** Slots of a real receiver's line, µs, which are then judged instead of the simulated one's; null when there is none. */
  line(us: readonly number[] | null): void {
    this.tell((api) => api.line(us));
  }

  rest(): void {
    this.moved.clear();
    this.tell((api) => api.rest());
  }

  watch(step: CheckStep | null): void {
    this.tell((api) => api.watch(step));
  }

  play(step: CheckStep): Promise<Verdict> {
    this.moved.clear();
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
    for (const [control, move] of this.moved) if (--move.frames < 0) this.moved.delete(control);
    this.framesSubject.next(frame);
    if (verdict) this.verdictsSubject.next(verdict);
  }

  private tell(ask: (api: Remote<BenchWorkerApi>) => PromiseLike<unknown>): void {
    this.worker.call(ask).catch((error: unknown) => {
      this.moved.clear();
      this.store.say(`Bench: ${error instanceof Error ? error.message : String(error)}`);
    });
  }
}

interface Moved {
  to: number;
  /** Frames after which the simulated rig tells it itself. */
  frames: number;
}

/** A frame may have been on its way while the move was taken. */
const FRAMES_UNTIL_TOLD = 1;
