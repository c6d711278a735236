import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  endPointFrom,
  endPointIn,
  idlePosition,
  rowNow,
  type EndUnit,
  type LadderRow,
} from '@squallmark/core/channels';
import { worstMark } from '@squallmark/core/findings';
import { partsOfRole } from '@squallmark/core/rig';
import { num, roundTo } from '@squallmark/core/units';
import { ControlGlyph } from '../../kit/control-glyph';
import { Exports } from '../../kit/exports';
import { FindingsDock } from '../../kit/findings-dock';
import { Mark } from '../../kit/mark';
import { AnalysisStore } from '../../state/analysis';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import { Rung } from './rung';

const UNITS: EndUnit[] = ['µs', '%', 'own'];

/** Which stick does what, on which channel, how far? */
@Component({
  selector: 'sq-channels',
  imports: [FindingsDock, Rung, ControlGlyph, Mark, MatButtonModule],
  templateUrl: './channels.html',
  styleUrl: './channels.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Channels {
  private readonly store = inject(RigStore);
  private readonly result = inject(AnalysisStore).result;
  protected readonly exports = inject(Exports);
  readonly at = input<string>();

  protected readonly analysis = computed(() => this.result()?.analysis);
  protected readonly unit = signal<EndUnit>('µs');
  private readonly positions = signal<Record<string, number>>({});
  protected readonly chosen = signal<number | null>(null);
  protected readonly controls = computed(() => partsOfRole(this.store.rig(), 'transmitter')[0]?.sheet.controls ?? []);
  protected readonly rows = computed(() =>
    (this.analysis()?.channels.rows ?? []).map((row) => {
      const position =
        this.positions()[row.control?.id ?? ''] ??
        idlePosition(row.control?.kind ?? 'stick', row.control?.id === 'left-y');
      const fn = row.moves[0]?.fn;
      const reverse = row.moves[0]?.reverse ?? false;
      const end = (us: number | undefined): number =>
        roundTo(endPointIn(this.unit(), us ?? NaN, fn, reverse), this.unit() === 'µs' ? 0 : 1);
      const now = rowNow(row, position);
      return {
        row,
        position,
        now: now ? num(now.sentUs) : '–',
        low: end(row.shaping?.lowUs),
        high: end(row.shaping?.highUs),
        unit: this.unit() === 'own' ? (fn?.range?.unit ?? 'µs') : this.unit(),
        mark: worstMark(
          this.analysis()!.findings.filter(
            (f) =>
              f.station === 'channels' &&
              row.moves.some(
                (m) => f.subjects.includes(m.part) && f.figures.some((g) => g.value === row.control?.label),
              ),
          ),
        ),
        on: row.channel === (this.chosen() ?? Number(this.at() ?? NaN)),
      };
    }),
  );
  protected readonly free = computed(() => {
    const taken = new Set((this.analysis()?.channels.rows ?? []).map((r) => r.channel));
    return Array.from({ length: 16 }, (_, i) => i + 1).filter((n) => !taken.has(n));
  });
  protected readonly summary = computed(() => {
    const channels = this.analysis()?.channels;
    if (!channels?.latency) return '';
    return `stick to device ${num(channels.latency.worst)} ms worst, ${num(channels.latency.usual)} ms usual, its own loop not counted`;
  });
  /** Devices that do not count from 1, named with their number. */
  protected readonly otherCounts = computed(() =>
    (this.analysis()?.channels.rows ?? [])
      .flatMap((r) =>
        r.moves
          .filter((m) => m.deviceNumber !== m.slot)
          .map((m) => `${m.partLabel} calls slot ${m.slot} "${m.deviceNumber}"`),
      )
      .slice(0, 2),
  );

  constructor() {
    inject(Keys).use([
      { key: 'u', text: 'µs / % / own unit', run: () => this.nextUnit() },
      { key: 'r', text: 'reverse chosen row', run: () => this.reverseChosen() },
    ]);
  }

  protected nextUnit(): void {
    this.unit.update((u) => UNITS[(UNITS.indexOf(u) + 1) % UNITS.length]!);
  }

  protected place(row: LadderRow, position: number): void {
    if (row.control) this.positions.update((all) => ({ ...all, [row.control!.id]: position }));
  }

  protected setEnd(row: LadderRow, end: 'lowUs' | 'highUs', event: Event): void {
    const field = event.target as HTMLInputElement;
    const move = row.moves[0];
    const us = endPointFrom(this.unit(), field.valueAsNumber, move?.fn, move?.reverse ?? false);
    // a figure being typed may not be one yet: the last good one stands until it is
    if (!(us >= 800 && us <= 2200) || us === row.shaping?.[end]) return;
    this.store.do(
      [{ kind: 'shape', transmitter: row.transmitter, channel: row.channel, change: { [end]: us } }],
      `end-${row.channel}-${end}`,
    );
  }

  protected leaveEnd(row: LadderRow, event: Event): void {
    const us = endPointFrom(
      this.unit(),
      (event.target as HTMLInputElement).valueAsNumber,
      row.moves[0]?.fn,
      row.moves[0]?.reverse ?? false,
    );
    if (!(us >= 800 && us <= 2200))
      this.store.say('An end point lies between 800 and 2200 µs; the last good one is kept');
  }

  protected setControl(row: LadderRow, event: Event): void {
    const control = (event.target as HTMLSelectElement).value || null;
    this.store.do([{ kind: 'shape', transmitter: row.transmitter, channel: row.channel, change: { control } }]);
  }

  protected reverse(row: LadderRow): void {
    this.store.do([
      { kind: 'shape', transmitter: row.transmitter, channel: row.channel, change: { reverse: !row.shaping?.reverse } },
    ]);
  }

  private reverseChosen(): void {
    const chosen = this.rows().find((r) => r.on);
    if (chosen) this.reverse(chosen.row);
    else this.store.say('Click a row first, then R reverses it');
  }
}
