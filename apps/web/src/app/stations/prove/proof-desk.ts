import { computed, inject, Injectable, signal } from '@angular/core';
import type { Verdict } from '@squallmark/core/prove';
import { BenchRun } from '../../state/bench-run';
import { DeskStore } from '../../state/desk';
import { RigStore } from '../../state/rig-store';
import type { Desk } from '../../state/rig-vault';
import { ProofSource } from './proof-source';

/** Verdicts of the plan: the rig's own, or as long as a fault sits in the simulated rig those of that, which are never kept. */
@Injectable()
export class ProofDesk {
  private readonly store = inject(RigStore);
  private readonly desk = inject(DeskStore);
  private readonly bench = inject(BenchRun);
  private readonly faulty = signal<Desk['verdicts']>({});
  private readonly source = inject(ProofSource);
  /** A fault sits in the simulated rig; the one on the bench knows nothing of that. */
  readonly isFaulty = computed(() => this.bench.fault() !== null && this.source.ledger() !== 'bench');
  readonly verdicts = computed(() => (this.isFaulty() ? this.faulty() : this.desk.verdicts(this.source.ledger())));

  keep(stepId: string, verdict: Verdict): void {
    const { revision } = this.store.rig();
    if (this.isFaulty()) this.faulty.update((all) => ({ ...all, [stepId]: { ...verdict, revision } }));
    else this.desk.setVerdict(stepId, verdict, this.source.ledger());
  }

  /** Steps that are asked once more. */
  askAgain(steps: readonly string[]): void {
    if (this.isFaulty())
      this.faulty.update((all) => Object.fromEntries(Object.entries(all).filter(([id]) => !steps.includes(id))));
    else this.desk.forgetVerdicts(steps, this.source.ledger());
  }

  /** Another fault, or none: what was seen of the last is gone. */
  forgetFaulty(): void {
    this.faulty.set({});
  }

  clear(): void {
    if (this.isFaulty()) this.forgetFaulty();
    else this.desk.clearVerdicts(this.source.ledger());
  }
}
