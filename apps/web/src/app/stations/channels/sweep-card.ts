import { ChangeDetectionStrategy, Component, computed, effect, inject, output, signal, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { BenchFrame } from '@squallmark/core/bench';
import { TrackWriter } from '@squallmark/core/captures';
import { sheetWithWindows, sweptWindows, type SweptWindows } from '@squallmark/core/channels';
import { isWindowed } from '@squallmark/core/parts';
import { controlName, sheetOf } from '@squallmark/core/rig';
import { count, num } from '@squallmark/core/units';
import { Choice } from '../../kit/fields/choice';
import { Toggle } from '../../kit/fields/toggle';
import { WordsField } from '../../kit/fields/words';
import { Mark } from '../../kit/mark';
import { AnalysisStore } from '../../state/analysis';
import { BenchRun } from '../../state/bench-run';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';

/** Times of one way of the sweep, s: slow enough for an eye and a thumb; the brisk one for a first look. */
const WAYS_S = [20, 8] as const;

/** For a device with thin papers: a slow sweep of one channel, a tap at each change, and its windows are known. */
@Component({
  selector: 'sq-sweep-card',
  imports: [Choice, MatButtonModule, Mark, Toggle, WordsField],
  providers: [BenchRun],
  templateUrl: './sweep-card.html',
  styleUrl: './side-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'complementary', 'aria-label': 'Sweep for windows', '(document:keydown)': 'key($event)' },
})
export class SweepCard {
  private readonly store = inject(RigStore);
  private readonly bench = inject(BenchRun);
  private readonly keys = inject(Keys);
  private readonly result = inject(AnalysisStore).result;
  readonly shut = output();

  /** Functions of windows on a driven channel. */
  protected readonly choices = computed(() =>
    (this.result()?.analysis.channels.rows ?? []).flatMap((row) =>
      row.moves
        .filter((m) => isWindowed(m.fn) && row.control)
        .map((m) => ({
          id: `${m.part}.${m.fn.id}`,
          row,
          move: m,
          label: `${m.partLabel} ${m.fn.label.toLowerCase()}`,
        })),
    ),
  );
  private readonly wanted = signal<string | null>(null);
  protected readonly chosen = computed(() => this.choices().find((c) => c.id === this.wanted()) ?? this.choices()[0]);
  protected readonly ways = WAYS_S.map((s) => ({ value: s, label: `${s} s each way` }));
  protected readonly names = computed(() => this.choices().map(({ id, label }) => ({ value: id, label })));
  protected readonly wayS = signal<number>(WAYS_S[0]);
  protected readonly running = signal(false);
  protected readonly taps = signal<number[]>([]);
  protected readonly swept = signal<SweptWindows | null>(null);
  protected readonly labels = signal<string[]>([]);
  protected readonly us = signal(NaN);
  /** What the simulated device shows: the eye's part of the work. */
  protected readonly shows = computed(() => {
    const id = this.chosen()?.id;
    const seen = id === undefined ? null : this.bench.frame()?.sights[id];
    return seen === null || seen === undefined ? 'nothing' : String(seen);
  });
  protected readonly num = num;
  protected readonly count = count;
  private writer = new TrackWriter();
  private startMs: number | null = null;
  private nowMs = 0;

  constructor() {
    effect(() => {
      const frame = this.bench.frame();
      if (frame && untracked(this.running))
        untracked(() =>
          this.follow(
            frame.tMs,
            this.heard(frame).map((s) => s.us),
          ),
        );
    });
  }

  /** Slots of the receiver that tells the chosen function; none where it is not on the bench. */
  private heard({ receivers }: BenchFrame): BenchFrame['receivers'][number]['slots'] {
    return receivers.find((r) => r.part === this.chosen()?.move.receiver)?.slots ?? [];
  }

  protected choose(id: string): void {
    this.wanted.set(id);
    this.swept.set(null);
  }

  protected start(): void {
    this.writer = new TrackWriter();
    this.startMs = null;
    this.taps.set([]);
    this.swept.set(null);
    this.running.set(true);
  }

  /** Space and Enter stay with what is focused; T is the tap. */
  protected key(event: KeyboardEvent): void {
    if (this.running() && event.key.toLowerCase() === 't' && this.keys.isFree(event)) this.tap();
  }

  protected tap(): void {
    if (this.running()) this.taps.update((all) => [...all, this.nowMs]);
  }

  /** Moves the control along the sweep, up and down, and writes down what its slot sent. */
  private follow(tMs: number, slots: number[]): void {
    this.startMs ??= tMs;
    this.nowMs = tMs - this.startMs;
    const chosen = this.chosen();
    if (!chosen) return;
    this.writer.add(this.nowMs, slots);
    this.us.set(slots[chosen.row.channel - 1] ?? NaN);
    const way = this.nowMs / 1000 / this.wayS();
    if (way >= 2) return this.finish();
    const { transmitter, control } = chosen.row;
    this.bench.setControl(
      controlName(this.store.rig(), transmitter, control!.id),
      way < 1 ? -1 + 2 * way : 3 - 2 * way,
    );
  }

  protected finish(): void {
    this.running.set(false);
    this.bench.rest();
    const chosen = this.chosen();
    if (!chosen) return;
    const swept = sweptWindows(this.writer.track(), chosen.row.channel, this.taps());
    this.swept.set(swept);
    this.labels.set(swept.windows.map((_, i) => `place ${i + 1}`));
  }

  protected label(index: number, text: string): void {
    this.labels.update((all) => all.map((l, i) => (i === index ? text : l)));
  }

  protected keep(): void {
    const chosen = this.chosen();
    const swept = this.swept();
    if (!chosen || !swept) return;
    const sheet = sheetOf(this.store.rig(), chosen.move.part);
    this.store.do([{ kind: 'resheet', sheet: sheetWithWindows(sheet, chosen.move.fn, swept.windows, this.labels()) }]);
    this.shut.emit();
  }
}
