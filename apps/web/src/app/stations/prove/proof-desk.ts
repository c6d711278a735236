import { computed, inject, Injectable, signal } from '@angular/core';
import type { Verdict } from '@squallmark/core/prove';
import { BenchRun } from '../../state/bench-run';
import { DeskStore } from '../../state/desk';
import { RigStore } from '../../state/rig-store';
import type { Desk } from '../../state/rig-vault';

/** Verdicts of the plan: the rig's own, or as long as a fault sits in the simulated rig those of that, which are never kept. */
@Injectable()
export class ProofDesk {
  private readonly store = inject(RigStore);
  private readonly desk = inject(DeskStore);
  private readonly bench = inject(BenchRun);
  private readonly faulty = signal<Desk['verdicts']>({});
  readonly verdicts = computed(() => (this.bench.fault() ? this.faulty() : this.desk.desk().verdicts));

  keep(stepId: string, verdict: Verdict): void {
    const { revision } = this.store.rig();
    if (this.bench.fault()) this.faulty.update((all) => ({ ...all, [stepId]: { ...verdict, revision } }));
    else this.desk.setVerdict(stepId, verdict);
  }

  /** Another fault, or none: what was seen of the last is gone. */
  forgetFaulty(): void {
    this.faulty.set({});
  }

  clear(): void {
    if (this.bench.fault()) this.forgetFaulty();
    else this.desk.clearVerdicts();
  }
}
