import { assignChannels, type AssignResult } from '@squallmark/core/channels-studies';
import { sheetEffect, type SheetEffect } from '@squallmark/core/analysis';
import type { Sheet } from '@squallmark/core/parts';
import type { Rig } from '@squallmark/core/rig';
import {
  cheapestClasses,
  cheapestFeeding,
  portCandidates,
  proposeProven,
  proposeSteps,
  schoolOutcomes,
  type Candidate,
  type ClassAdvice,
  type Feeding,
  type ProgrammeSolver,
  type Proposal,
  type SchoolOutcome,
  type SolveProgress,
} from '@squallmark/core/propose';
import { expose } from 'comlink';

/** Longest stretch without looking whether it was told to stop, ms. */
const STRETCH_MS = 40;
/** Search nodes of the first answer: what is not proven in these is handed to the solver. */
const FIRST_NODES = 4000;

let stopped = false;
const breathe = (): Promise<void> => new Promise((done) => setTimeout(done));

async function loadSolver(): Promise<ProgrammeSolver> {
  const { default: loadHighs } = await import('highs');
  const highs = await loadHighs({ locateFile: () => new URL('/solver/highs.wasm', location.origin).href });
  return highs as ProgrammeSolver;
}

const api = {
  /**
   * A first wiring at once, by our own search: proven where that is soon done, else the best so far. Stopped before anything was
   * found it gives null.
   */
  async propose(rig: Rig, progress: (at: SolveProgress) => void): Promise<Proposal | null> {
    stopped = false;
    const steps = proposeSteps(rig, { stopped: () => stopped, mostNodes: FIRST_NODES });
    let since = performance.now();
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
      if (performance.now() - since < STRETCH_MS) continue;
      progress(step.value);
      await breathe();
      since = performance.now();
      if (stopped && step.value.best === null) return null;
    }
  },
  /** The cheapest wiring, proven. Cannot be stopped from inside: whoever asks ends the worker. */
  async prove(rig: Rig): Promise<Proposal> {
    return proposeProven(rig, await loadSolver());
  },
  /** The cheapest regulators and leads that keep a room. */
  async feeding(rig: Rig, marginV: number): Promise<Feeding> {
    const [{ SHELF }, solver] = await Promise.all([import('@squallmark/core/shelf'), loadSolver()]);
    return cheapestFeeding(rig, SHELF, marginV, solver);
  },
  stop(): void {
    stopped = true;
  },
  candidates: (rig: Rig, part: string, port: string): Candidate[] => portCandidates(rig, part, port),
  effect: (rig: Rig, sheet: Sheet): SheetEffect => sheetEffect(rig, sheet),
  assign: (rig: Rig, again: boolean): AssignResult => assignChannels(rig, { again }),
  outcomes: (rig: Rig): SchoolOutcome[] => schoolOutcomes(rig),
  async classes(rig: Rig, wishes: string[]): Promise<(ClassAdvice | { wish: string; class: null })[]> {
    const { SHELF } = await import('@squallmark/core/shelf');
    return cheapestClasses(
      rig,
      SHELF,
      wishes.map((wish) => ({ wish })),
    );
  },
};

export type WeaveWorkerApi = typeof api;

expose(api);
