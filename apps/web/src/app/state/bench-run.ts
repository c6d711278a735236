import { afterNextRender, computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { changed, type BenchFrame, type FrameChange } from '@squallmark/core/bench';
import { soundWorld, worldWith, type Fault } from '@squallmark/core/diagnose';
import type { CheckStep, Verdict } from '@squallmark/core/prove';
import { proxy, type Remote } from 'comlink';
import { Subject } from 'rxjs';
import type { BenchWorkerApi } from '../workers/bench.worker';
import { BenchSeats, type OnBench } from './bench-seats';
import { DeskStore } from './desk';
import { RigStore } from './rig-store';

/** The simulated rig of the open document while somebody looks at it: frames$ at 60 Hz from its worker. */
@Injectable()
export class BenchRun {
  private readonly store = inject(RigStore);
  private readonly desk = inject(DeskStore);
  private readonly framesSubject = new Subject<BenchFrame>();
  private last: BenchFrame | null = null;
  private readonly verdictsSubject = new Subject<{ step: string; verdict: Verdict }>();
  private readonly seats = inject(BenchSeats);
  private readonly seat = this.seats.take();

  readonly fault = signal<Fault | null>(null);
  /** Whoever proves is not told which fault it is. */
  readonly isBlind = signal(false);
  /** What is to be on the bench; another object whenever any of it is another. */
  private readonly wanted = computed((): OnBench => ({
    fault: this.fault(),
    rig: this.store.rig(),
    charge: this.desk.charge(),
  }));
  /** Where a hand has put controls of which no frame tells yet. */
  private readonly moved = new Map<string, Moved>();
  readonly frame = toSignal(this.framesSubject, { initialValue: null });
  /** Verdicts on steps that the user's own hands made. */
  readonly verdicts$ = this.verdictsSubject.asObservable();

  private isBegun = false;
  private isLeft = false;
  /** Steps that are being played. */
  private plays = 0;

  constructor() {
    // the screen first: what the bench shows at once would hold it up
    let timer: ReturnType<typeof setTimeout> | undefined;
    afterNextRender(() => (timer = setTimeout(() => this.ready())));
    effect(() => {
      const wanted = this.wanted();
      if (!this.isBegun) return;
      this.ready();
      this.load(wanted);
    });
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(timer);
      this.isLeft = true;
      // who plays one step after the other goes no further: no verdict comes from a bench that was ended
      if (this.plays) this.seat.worker.close();
      else this.seats.leave(this.seat);
    });
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
    if (step || this.isBegun) this.tell((api) => api.watch(step));
  }

  play(step: CheckStep): Promise<Verdict> {
    this.moved.clear();
    this.ready();
    // what was changed in the same breath is on the bench before it is played
    this.load(untracked(this.wanted));
    this.plays++;
    return this.seat.worker.call((api) => api.play(step)).finally(() => this.plays--);
  }

  /** Takes the bench over, and once more where its worker died: what stands on it starts afresh, loaded earlier or now. */
  private ready(): void {
    const { worker, on } = this.seat;
    if (this.isBegun && !worker.isFresh) return;
    this.isBegun = true;
    if (worker.isFresh) this.seat.on = null;
    else if (isSame(on, untracked(this.wanted))) this.ask((api) => api.again());
    this.ask((api) => api.run(proxy((frame, verdict) => this.accept(frame, verdict))));
    this.load(untracked(this.wanted));
  }

  /** Verdicts of a new rig or fault must not come from the old one, so loading comes before anything else. */
  private load(wanted: OnBench): void {
    if (isSame(this.seat.on, wanted)) return;
    this.seat.on = wanted;
    const { fault, rig: drawn, charge } = wanted;
    const { rig, flaws } = fault ? worldWith(drawn, fault) : soundWorld(drawn);
    this.ask((api) =>
      api.load(rig, charge, flaws).catch((error: unknown) => {
        this.seat.on = null;
        throw error;
      }),
    );
  }

  private accept(change: FrameChange, verdict: { step: string; verdict: Verdict } | null): void {
    for (const [control, move] of this.moved) if (--move.frames < 0) this.moved.delete(control);
    this.last = changed(this.last, change);
    this.framesSubject.next(this.last);
    if (verdict) this.verdictsSubject.next(verdict);
  }

  /** As {@link ask}, of a bench that is ready; of one that was left nothing is asked. */
  private tell(ask: Ask): void {
    if (this.isLeft) return;
    this.ready();
    this.ask(ask);
  }

  private ask(ask: Ask): void {
    this.seat.worker.call(ask).catch((error: unknown) => {
      this.moved.clear();
      this.store.say(`Bench: ${error instanceof Error ? error.message : String(error)}`);
    });
  }
}

type Ask = (api: Remote<BenchWorkerApi>) => PromiseLike<unknown>;

const isSame = (one: OnBench | null, other: OnBench): boolean =>
  one?.fault === other.fault && one.rig === other.rig && one.charge === other.charge;

interface Moved {
  to: number;
  /** Frames after which the simulated rig tells it itself. */
  frames: number;
}

/** A frame may have been on its way while the move was taken. */
const FRAMES_UNTIL_TOLD = 1;
