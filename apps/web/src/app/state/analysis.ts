import { computed, inject, Injectable, InjectionToken, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Analysis, RailLook, Scenario } from '@squallmark/core/analysis';
import type { LeadStudy } from '@squallmark/core/studies';
import type { Fix } from '@squallmark/core/findings';
import type { CheckStep } from '@squallmark/core/prove';
import type { RailSweep } from '@squallmark/core/rails';
import type { Rig } from '@squallmark/core/rig';
import {
  BehaviorSubject,
  catchError,
  combineLatest,
  distinctUntilChanged,
  EMPTY,
  filter,
  from,
  map,
  of,
  Observable,
  switchMap,
  take,
} from 'rxjs';
import { workerAnalyst, type Analyst } from '../workers/analyst';
import { GivenUp } from '../workers/revive';
import { whenIdle } from '../kit/unroll';
import { DeskStore } from './desk';
import { latestOnly } from './latest';
import { RigStore } from './rig-store';

const ANALYST = new InjectionToken<Analyst>('analyst', { providedIn: 'root', factory: workerAnalyst });

export interface Computed {
  rig: Rig;
  analysis: Analysis;
  tookMs: number;
}

/** Fixes by the finding's id, and the rig they are edits of. */
export interface Mending {
  rig: Rig;
  fixes: ReadonlyMap<string, readonly Fix[]>;
}

/** Where the picture of the open rig stands: of this very revision, on its way, or not to be had and why. */
export type Standing = { state: 'current' | 'computing' } | { state: 'failed'; why: string };

/** Keeps the analysis of the open rig; the last result stands until the next arrives. */
@Injectable({ providedIn: 'root' })
export class AnalysisStore {
  private readonly analyst = inject(ANALYST);
  private readonly store = inject(RigStore);
  private readonly desk = inject(DeskStore);
  private readonly computed = new BehaviorSubject<Computed | null>(null);
  private readonly request = latestOnly(([rig, charge, look]: [Rig, number, RailLook]) =>
    this.analyst.analyse(rig, charge, look),
  );

  readonly result = toSignal(this.computed, { requireSync: true });
  private readonly failure = signal<{ rig: Rig; why: string } | null>(null);
  readonly standing = computed((): Standing => {
    const rig = this.store.rig();
    const failure = this.failure();
    if (failure?.rig === rig) return { state: 'failed', why: failure.why };
    return { state: this.result()?.rig === rig ? 'current' : 'computing' };
  });
  /** Studies of one station: worked out while it is open, after the picture of the rig stands. */
  readonly sweep$ = combineLatest([this.rigs(), this.desk.look$]).pipe(
    switchMap(([rig, look]) => this.lookUp(() => this.analyst.sweep(rig, look))),
  );
  readonly waking$ = combineLatest([this.rigs(), this.desk.wakeSetup$]).pipe(
    switchMap(([rig, { kind, pairs }]) => this.lookUp(() => this.analyst.wake(rig, kind, pairs))),
  );
  readonly supplies$ = combineLatest([this.rigs(), this.celsius$()]).pipe(
    switchMap(([rig, celsius]) => this.lookUp(() => this.analyst.supplies(rig, celsius))),
  );
  /** Both sides of the gimbal's feed, with the rig whose wiring they change. */
  readonly feeds$ = this.rigs().pipe(
    switchMap((rig) => this.lookUp(() => this.analyst.feeds(rig).then((feeds) => ({ rig, feeds })))),
  );
  private readonly planned = signal<{ rig: string; plan: readonly CheckStep[] } | null>(null);
  /** Whether the check plan of the open rig has been drawn up at all. */
  readonly isPlanned = computed(() => this.planned()?.rig === this.store.rig().id);
  /** The check plan of the open rig; that of its last revision until the next is drawn up, never another rig's. */
  readonly plan = computed((): readonly CheckStep[] => (this.isPlanned() ? this.planned()!.plan : []));

  constructor() {
    // the first picture does not wait for the shelf
    this.computed
      .pipe(
        filter((c) => c !== null),
        take(1),
      )
      .subscribe(() => void this.stock());
    // what can be gone to, and every station's head, wait for it
    this.rigs()
      .pipe(switchMap((rig) => this.askAtOnce(() => this.analyst.plan(rig).then((plan) => ({ rig: rig.id, plan })))))
      .subscribe((planned) => this.planned.set(planned));
    combineLatest([this.store.rig$, this.desk.charge$, this.desk.look$]).subscribe(
      ([rig, charge, look]) => void this.run(rig, charge, look),
    );
  }

  /** Once more, after it could not be computed. */
  again(): void {
    this.failure.set(null);
    void this.runNow();
  }

  /** What mends some findings, with the rig it is meant for; asked of the worker when somebody looks. */
  fixes$(rig: Rig, ids: readonly string[]): Observable<Mending> {
    return this.ask(() => this.analyst.fixes(rig, ids)).pipe(map((fixes) => ({ rig, fixes: new Map(fixes) })));
  }

  /** Volts at every load from full to flat with something else beside today; null where nothing is, or nothing can be. */
  beside$(beside$: Observable<Scenario | Rig | null>, marginV: number): Observable<RailSweep | null> {
    return combineLatest([this.rigs(), this.desk.look$, beside$]).pipe(
      switchMap(([rig, look, beside]) =>
        beside === null ? of(null) : this.lookUp(() => this.analyst.beside(rig, look, beside, marginV)),
      ),
    );
  }

  /** The thinnest leads and best splices for a room that is wanted, with the rig whose leads they are. */
  leads$(marginV$: Observable<number>): Observable<{ rig: Rig; study: LeadStudy }> {
    return combineLatest([this.rigs(), this.celsius$(), marginV$]).pipe(
      switchMap(([rig, celsius, marginV]) =>
        this.lookUp(() => this.analyst.leads(rig, celsius, marginV)).pipe(map((study) => ({ rig, study }))),
      ),
    );
  }

  private celsius$(): Observable<number> {
    return this.desk.look$.pipe(
      map(({ celsius }) => celsius),
      distinctUntilChanged(),
    );
  }

  /** Each rig once its picture stands. */
  private rigs(): Observable<Rig> {
    return this.computed.pipe(
      filter((c) => c !== null),
      map((c) => c.rig),
      distinctUntilChanged(),
    );
  }

  private ask<R>(run: () => Promise<R>): Observable<R> {
    return from(run()).pipe(
      catchError((error: unknown) => {
        // a newer rig has come, and asks for itself
        if (error instanceof GivenUp) return EMPTY;
        this.store.say(`Not computed: ${error instanceof Error ? error.message : String(error)}`);
        return EMPTY;
      }),
    );
  }

  /** Asked and handed over while nothing else is to be done: first the station stands, then what is looked up for it. */
  private lookUp<R>(run: () => Promise<R>): Observable<R> {
    return idle().pipe(switchMap(() => this.askAtOnce(run)));
  }

  /** Handed over while nothing else is to be done. */
  private askAtOnce<R>(run: () => Promise<R>): Observable<R> {
    return this.ask(run).pipe(switchMap((answer) => idle().pipe(map(() => answer))));
  }

  private async stock(): Promise<void> {
    try {
      await this.analyst.stock();
      await this.runNow();
    } catch (error) {
      this.store.say(`The shelf could not be fetched: ${error instanceof Error ? error.message : String(error)}`);
    }
  }

  private runNow(): Promise<void> {
    return this.run(this.store.rig(), this.desk.charge(), this.desk.look());
  }

  private async run(rig: Rig, charge: number, look: RailLook): Promise<void> {
    if (!this.store.isOpen()) return;
    const asked = performance.now();
    try {
      const analysis = await this.request([rig, charge, look]);
      if (!analysis) return;
      this.failure.set(null);
      this.computed.next({ rig, analysis, tookMs: performance.now() - asked });
    } catch (error) {
      this.failure.set({ rig, why: error instanceof Error ? error.message : String(error) });
    }
  }
}

/** Once, when nothing else is to be done. */
const idle = (): Observable<void> =>
  new Observable<void>((waits) =>
    whenIdle(() => {
      waits.next();
      waits.complete();
    }),
  );
