import { inject, Injectable, signal } from '@angular/core';
import type { AssignResult } from '@squallmark/core/channels-studies';
import type { Candidate, ClassAdvice, Feeding, Proposal, SchoolOutcome, SolveProgress } from '@squallmark/core/propose';
import type { SheetEffect } from '@squallmark/core/analysis';
import type { Sheet } from '@squallmark/core/parts';
import type { Rig } from '@squallmark/core/rig';
import { wrap, type Remote } from 'comlink';
import { ReviveWorker } from '../workers/revive';
import { telling } from '../workers/telling';
import type { WeaveWorkerApi } from '../workers/weave.worker';
import { latestOnly } from './latest';
import { RigStore } from './rig-store';

/** Parts up to which choices and advice are weighed unasked: each is a whole proposal. */
export const MOST_WEIGHED = 60;

/** Proposals, candidates and what-ifs, worked out beside the page. */
@Injectable({ providedIn: 'root' })
export class Weaver {
  private readonly store = inject(RigStore);
  private readonly worker = this.start();
  /** What-ifs have a worker of their own, so that a long search does not hold them up. */
  private readonly asides = this.start();
  /** The solver that proves has one too: stopping it ends the worker. */
  private readonly prover = this.start();
  /** A first wiring is there and is being proven. */
  readonly proving = signal(false);
  /** How far a running proposal is; null while none runs. */
  readonly progress = signal<SolveProgress | null>(null);

  readonly candidates = latestOnly(([rig, part, port]: [Rig, string, string]): Promise<Candidate[]> =>
    this.asides.call((api) => api.candidates(rig, part, port)),
  );
  readonly assign = latestOnly(([rig, again]: [Rig, boolean]): Promise<AssignResult> =>
    this.asides.call((api) => api.assign(rig, again)),
  );
  readonly outcomes = latestOnly((rig: Rig): Promise<SchoolOutcome[]> => this.asides.call((api) => api.outcomes(rig)));
  readonly effect = latestOnly(([rig, sheet]: [Rig, Sheet]): Promise<SheetEffect> =>
    this.asides.call((api) => api.effect(rig, sheet)),
  );
  readonly classes = latestOnly(
    ([rig, wishes]: [Rig, string[]]): Promise<(ClassAdvice | { wish: string; class: null })[]> =>
      this.asides.call((api) => api.classes(rig, wishes)),
  );

  readonly feeding = latestOnly(([rig, marginV]: [Rig, number]): Promise<Feeding> =>
    this.asides.call((api) => api.feeding(rig, marginV)),
  );

  /** Null when it was stopped before anything was found, or could not be done; the reason is said. */
  async propose(rig: Rig): Promise<Proposal | null> {
    this.progress.set({ nodes: 0, best: null, bound: 0 });
    try {
      const hear = (at: SolveProgress): void => this.progress.set(at);
      return await telling(hear, (tell) => this.worker.call((api) => api.propose(rig, tell)));
    } catch (error) {
      this.store.say(`No proposal: ${error instanceof Error ? error.message : String(error)}`);
      return null;
    } finally {
      this.progress.set(null);
    }
  }

  /** The cheapest wiring, proven; null when it was stopped, or the solver gave no proof, which is said. */
  async prove(rig: Rig): Promise<Proposal | null> {
    this.proving.set(true);
    const given = new Promise<null>((done) => (this.giveUp = () => done(null)));
    try {
      return await Promise.race([this.prover.call((api) => api.prove(rig)), given]);
    } catch (error) {
      this.store.say(`Not proven: ${error instanceof Error ? error.message : String(error)}`);
      return null;
    } finally {
      this.proving.set(false);
    }
  }

  private giveUp: () => void = () => undefined;

  stop(): void {
    if (this.proving()) {
      this.prover.close();
      this.giveUp();
    } else void this.worker.call((api) => api.stop());
  }

  private start(): ReviveWorker<Remote<WeaveWorkerApi>> {
    return new ReviveWorker<Remote<WeaveWorkerApi>>(
      () => new Worker(new URL('../workers/weave.worker', import.meta.url), { type: 'module' }),
      (raw) => wrap<WeaveWorkerApi>(raw),
    );
  }
}
