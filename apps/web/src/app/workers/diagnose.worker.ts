import { documentEdits } from '@squallmark/core/analysis';
import {
  casebookSteps,
  propose,
  rank,
  soundWorld,
  stepsAgain,
  widened,
  worldWith,
  type Answers,
  type Casebook,
} from '@squallmark/core/diagnose';
import type { CheckStep } from '@squallmark/core/prove';
import type { Edit, Rig } from '@squallmark/core/rig';
import { expose } from 'comlink';

/** A cause as it stands after some answers. */
export interface Suspected {
  /** Null is "something else". */
  id: string | null;
  text: string;
  remedy: string;
  /** Share of one. */
  weight: number;
}

/** What to measure next, and what each reading leaves. */
export interface NextMeasure {
  at: number;
  where: string;
  minutes: number;
  readings: { reading: string; leaves: string[] }[];
}

/** Where a search stands. */
export interface Standing {
  suspects: Suspected[];
  next: NextMeasure | null;
}

/** What was seen and measured. */
export interface Told {
  steps: { step: string; passed: boolean; saw: string }[];
  readings: { at: number; reading: string }[];
  /** Measures that cannot be taken. */
  skipped: number[];
}

/** Longest stretch without telling how far it is, ms. */
const STRETCH_MS = 40;
const MOST_SUSPECTS = 7;
const MOST_LEFT = 3;

/** What is to be done once a cause is known. */
export interface Aftercare {
  /** Steps to ask once more, by id. */
  again: string[];
  /** What makes the document say what the rig is, where that is as good. */
  document: Edit[];
}

let book: Casebook | null = null;
let planned: readonly CheckStep[] = [];

const api = {
  /** Every fault put into the rig and played; what follows is at once. */
  async open(rig: Rig, plan: CheckStep[], progress: (done: number, total: number) => void): Promise<void> {
    const steps = casebookSteps(rig, plan);
    planned = plan;
    let since = performance.now();
    for (;;) {
      const step = steps.next();
      if (step.done) {
        book = step.value;
        return;
      }
      if (performance.now() - since < STRETCH_MS) continue;
      progress(step.value.done, step.value.total);
      await new Promise((done) => setTimeout(done));
      since = performance.now();
    }
  },
  ask({ steps, readings, skipped }: Told): Standing {
    if (!book) throw new Error('no rig was opened yet');
    const answers: Answers = {
      steps: new Map(steps.map((s) => [s.step, s])),
      readings: new Map(readings.map((r) => [r.at, r.reading])),
    };
    // pairs of faults only where no single one explains every answer
    const known = widened(book, answers);
    const next = propose(known, answers, skipped);
    const textOf = new Map(known.faults.map((f) => [f.id, f.text]));
    return {
      suspects: rank(known, answers)
        .slice(0, MOST_SUSPECTS)
        .map(({ fault, weight }) => ({
          id: fault?.id ?? null,
          text: fault?.text ?? 'Something else',
          remedy: fault?.remedy.text ?? 'None of what this rig could have: look for what the plan does not know',
          weight,
        })),
      next: next && {
        ...{ at: next.at, where: next.measure.where, minutes: next.measure.minutes },
        readings: next.expects.map(({ reading, suspects }) => ({
          reading,
          leaves: suspects.slice(0, MOST_LEFT).map((id) => textOf.get(id)!),
        })),
      },
    };
  },
  /** What follows from a cause; nothing but the failed steps for one that this rig does not know. */
  aftercare(id: string | null, failed: string[]): Aftercare {
    const fault = book?.faults.find((f) => f.id === id);
    if (!book || !fault) return { again: failed, document: [] };
    return {
      again: stepsAgain(book.rig, fault, planned, new Set(failed)),
      document: fault.flaws?.length ? [] : documentEdits(book.rig, fault.put),
    };
  },
  /** What a measure says on the simulated rig with a fault in it, or as it is. */
  read(at: number, fault: string | null): string {
    if (!book) throw new Error('no rig was opened yet');
    const own = book.faults.find((f) => f.id === fault);
    return book.measures[at]!.read(own ? worldWith(book.rig, own) : soundWorld(book.rig));
  },
};

export type DiagnoseWorkerApi = typeof api;

expose(api);
