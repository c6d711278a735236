import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { labelOf, sheetOf } from '@squallmark/core/rig';
import { count, seconds } from '@squallmark/core/units';
import { readVolts, type ReadingVerdict } from '@squallmark/core/wake';
import { WordsField } from '../../../kit/fields/words';
import { Icon } from '../../../kit/icon';
import { Mark, type ShownMark } from '../../../kit/mark';
import { StayAwake } from '../../../kit/stay-awake';
import { RigStore } from '../../../state/rig-store';
import { expectedText, KIND_WORDS, WakeRun, type Running } from '../../../state/wake-run';
import { ReadingGauge } from './reading-gauge';

const MARKS: Readonly<Record<ReadingVerdict['says'], ShownMark>> = { within: 'clear', watch: 'watch', stop: 'stop' };

/** The list at the bench: one step at a time over the whole screen, for hands that hold something else. */
@Component({
  selector: 'sq-bench-run',
  imports: [Icon, Mark, MatButtonModule, MatDialogModule, ReadingGauge, WordsField],
  providers: [StayAwake],
  templateUrl: './bench-run.html',
  styleUrl: './bench-run.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(click)': 'tap($event)', '(document:keydown)': 'press($event)' },
})
export class BenchRunRoom {
  private readonly store = inject(RigStore);
  private readonly dialog = inject<MatDialogRef<BenchRunRoom>>(MatDialogRef);
  protected readonly run = inject(WakeRun);
  protected readonly rig = this.store.rig;
  protected readonly kind = computed(() => KIND_WORDS[this.run.setup().kind].toLowerCase());
  protected readonly asked = computed(() => {
    const next = this.run.next();
    return next && this.run.asks(next.step.id);
  });
  protected readonly typed = signal('');
  protected readonly value = computed(() => readVolts(this.typed()));
  protected readonly verdict = computed(() => {
    const asked = this.asked();
    return asked ? (this.run.judge(asked, this.typed()) ?? null) : null;
  });
  /** Why the last attempt to go on came to nothing. */
  protected readonly refusal = signal('');
  /** What was not as it should be, or why the run is given up, is being written down. */
  protected readonly asking = signal<'seen' | 'why' | null>(null);
  protected readonly waitS = computed(() => Math.ceil(this.run.waitS() - 0.05));
  protected readonly ahead = computed(() =>
    this.run
      .steps()
      .filter((s) => !s.tick)
      .slice(1, 7),
  );
  protected readonly running = computed(() =>
    this.run.running().map((r) => ({ ...r, label: labelOf(this.rig(), r.step.part), cue: this.cueOf(r) })),
  );
  /** Something that must be still runs now. */
  protected readonly still = computed(
    () =>
      this.running()
        .filter((r) => r.step.still)
        .at(-1) ?? null,
  );
  protected readonly summary = computed(() => {
    const misses = this.run.misses().length;
    return `${count(this.run.steps().length, 'step')} in ${this.run.tookText()}${misses ? `, ${misses} not so` : ''}`;
  });
  protected readonly expectedText = expectedText;
  protected readonly marks = MARKS;
  protected readonly seconds = seconds;
  private readonly meter = viewChild<WordsField>('meter');
  private readonly words = viewChild<WordsField>('words');

  constructor() {
    inject(StayAwake);
    inject(DestroyRef).onDestroy(() => this.run.leave());
  }

  protected tap({ target }: Event): void {
    if (target instanceof Element && target.closest('button, a, input, label, [data-quiet]') === null) this.go();
  }

  /** Space, Enter and what a clicker for slides sends. */
  protected press(event: KeyboardEvent): void {
    const { key, target } = event;
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const field = target instanceof Element && target.closest('input') !== null;
    if (this.asking()) return;
    if (key === 'PageUp') this.run.back();
    else if (key === 'PageDown' || (!field && (key === 'Enter' || key === ' '))) {
      if (key !== 'PageDown' && target instanceof Element && target.closest('button')) return;
      this.go();
    } else return;
    event.preventDefault();
  }

  /** Done, if it may be: not while something is awaited, not without the reading, not past a reading that says stop. */
  protected go(): void {
    if (this.asking() || !this.run.next()) return;
    if (this.waitS() > 0) return this.refusal.set('Wait for it, or say that it is there already.');
    if (this.asked()) {
      if (!this.typed().trim()) return this.readFirst('Read the meter first.');
      const verdict = this.verdict();
      if (!verdict) return this.readFirst('Volts read like 16.4.');
      if (verdict.says === 'stop') return this.readFirst('Stop: read again, or say that it is not so.');
    }
    this.run.tick(this.asked() ? this.typed() : '');
    this.forget();
  }

  protected unread(): void {
    this.run.tick('');
    this.forget();
  }

  protected back(): void {
    this.run.back();
    this.forget();
  }

  protected ask(what: 'seen' | 'why'): void {
    this.asking.set(what);
    setTimeout(() => this.words()?.focus());
  }

  protected write(): void {
    const words = this.words()?.read() ?? '';
    const asking = this.asking();
    this.asking.set(null);
    if (asking === 'seen') this.run.notSo(words || this.typed());
    this.forget();
    if (asking === 'why') {
      this.run.stop(words);
      this.dialog.close();
    }
  }

  protected close(): void {
    this.dialog.close();
  }

  private readFirst(why: string): void {
    this.refusal.set(why);
    this.meter()?.focus();
  }

  private forget(): void {
    this.typed.set('');
    this.meter()?.clear();
    this.refusal.set('');
  }

  private cueOf({ step }: Running): string {
    const cue = sheetOf(this.rig(), step.part).cues[0];
    return cue ? `${cue.when}: ${cue.shows}` : '';
  }
}
