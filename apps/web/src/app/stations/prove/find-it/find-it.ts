import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { count, num, percent } from '@squallmark/core/units';
import { WordsField } from '../../../kit/fields/words';
import { Icon } from '../../../kit/icon';
import { Mark } from '../../../kit/mark';
import { AnalysisStore } from '../../../state/analysis';
import { BenchRun } from '../../../state/bench-run';
import { Finder } from '../../../state/finder';
import { RigStore } from '../../../state/rig-store';
import { ProofDesk } from '../proof-desk';

/** Who is at fault when a step failed: suspects by how well they explain every answer, and the measurement that tells most. */
@Component({
  selector: 'sq-find-it',
  imports: [Icon, Mark, MatButtonModule, MatDialogModule, MatProgressBarModule, WordsField],
  providers: [Finder],
  templateUrl: './find-it.html',
  styleUrl: './find-it.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'press($event)' },
})
export class FindItRoom {
  private readonly store = inject(RigStore);
  private readonly bench = inject(BenchRun);
  private readonly desk = inject(ProofDesk);
  private readonly dialog = inject<MatDialogRef<FindItRoom, string[]>>(MatDialogRef);
  protected readonly finder = inject(Finder);
  private readonly plan = inject(AnalysisStore).plan();
  protected readonly other = signal('');
  protected readonly percent = percent;
  protected readonly minutes = (m: number): string => `${num(m, 1)} min`;
  /** A fault sits in the simulated rig: there it can be measured at once. */
  protected readonly onBench = this.desk.isFaulty();
  /** Steps as they went, the failed ones first. */
  private readonly went = this.plan.flatMap((step) => {
    const verdict = this.desk.verdicts()[step.id];
    return verdict && !verdict.skipped && !step.byEye ? [{ step, verdict }] : [];
  });
  protected readonly failedSteps = [...this.went]
    .sort((a, b) => Number(a.verdict.passed) - Number(b.verdict.passed))
    .map(({ step, verdict }) => ({ title: step.title, passed: verdict.passed, saw: verdict.saw }));
  protected readonly known = computed(() => {
    const failed = this.went.filter((w) => !w.verdict.passed).length;
    return `${count(failed, 'step')} of ${this.went.length} failed · ${count(this.finder.taken().length, 'measurement')}`;
  });

  constructor() {
    const steps = this.went.map(({ step, verdict }) => ({
      ...{ step: step.id, passed: verdict.passed, saw: verdict.saw },
    }));
    void this.finder.begin(this.store.rig(), this.plan, steps);
  }

  protected press(event: KeyboardEvent): void {
    if (event.target instanceof HTMLInputElement || event.ctrlKey || event.metaKey || event.altKey) return;
    const readings = this.finder.standing()?.next?.readings ?? [];
    const chosen = /^[1-9]$/.test(event.key) ? readings[Number(event.key) - 1] : undefined;
    if (chosen) this.take(chosen.reading);
    else if (event.key.toLowerCase() === 'u' && readings.length) this.take(null);
    else return;
    event.preventDefault();
  }

  protected take(reading: string | null): void {
    this.other.set('');
    void this.finder.take(reading);
  }

  protected takeOther(event: Event): void {
    event.preventDefault();
    if (this.other().trim() && !this.finder.isAsking()) this.take(this.other().trim());
  }

  protected readIt(): void {
    void this.finder.read(this.bench.fault()?.id ?? null);
  }

  /** How the steps to be asked again are said. */
  protected readonly againText = computed(() => count(this.finder.aftercare()?.again.length ?? 0, 'step'));

  /** The cause is mended: by hand on the bench, or out of the simulated rig where it really sits in it. */
  protected mended(): void {
    const after = this.finder.aftercare();
    const first = this.finder.standing()?.suspects[0];
    if (!after || !first) return;
    this.writeDown();
    const fault = this.onBench ? this.bench.fault() : null;
    if (fault && fault.id !== first.id)
      this.store.say(
        'The steps are played again: what was put into the simulated rig is something else, and still in it',
      );
    else if (fault) this.takeOut(fault);
    this.desk.askAgain(after.again);
    this.dialog.close(this.onBench ? after.again : undefined);
  }

  private takeOut({ text }: { text: string }): void {
    this.bench.fault.set(null);
    this.bench.isBlind.set(false);
    this.desk.forgetFaulty();
    this.store.note('proof', `Fault taken out of the simulated rig: ${text}`);
  }

  /** The rig is as it should be, and the document is changed to say so. */
  protected document(): void {
    const { document } = this.finder.aftercare() ?? {};
    if (!document?.length) return;
    this.writeDown();
    if (this.store.do(document)) this.dialog.close();
  }

  protected writeDown(): void {
    const first = this.finder.standing()!.suspects[0]!;
    const taken = this.finder.taken().filter((t) => t.reading !== null);
    const by = taken.map((t) => `${t.where}: ${t.reading!}`).join('; ');
    this.store.note(
      'proof',
      `Found: ${first.text} (${percent(first.weight)}). ${first.remedy}.${by ? ` Measured: ${by}.` : ''}`,
    );
  }

  protected close(): void {
    this.dialog.close();
  }
}
