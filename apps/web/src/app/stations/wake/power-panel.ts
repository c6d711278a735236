import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { labelOf, type Edit } from '@squallmark/core/rig';
import { amps, count, num, volts } from '@squallmark/core/units';
import { mendText, type DrawnLine, type DrawnPower, type StartMend } from '@squallmark/core/wake-studies';
import { Choice, type Option } from '../../kit/fields/choice';
import { Mark } from '../../kit/mark';
import { RigStore } from '../../state/rig-store';
import { PowerChart } from './power-chart';

/** What the supplies do while the rig wakes: one of them drawn, and in words whatever resets. */
@Component({
  selector: 'sq-power-panel',
  imports: [Choice, Mark, MatButtonModule, PowerChart],
  template: `@if (line(); as l) {
    <section class="card" aria-label="Volts while it wakes">
      <div class="bar">
        <sq-choice bare label="Supply" [options]="supplies()" [value]="keyOf(l)" (chosen)="supply.set($event)" />
        <span class="m s">{{ dipText() }} · {{ unknownText() }}</span>
      </div>
      @for (b of broken(); track b.text) {
        <p class="broken s"><sq-mark [kind]="b.mark" />{{ b.text }}</p>
      }
      @for (m of mended(); track m.text) {
        <p class="broken s">
          {{ m.text }}
          @if (m.spacing; as edit) {
            <button mat-stroked-button type="button" (click)="space(edit)">One after the other</button>
          }
        </p>
      }
      <sq-power-chart [power]="power()" [line]="l" [seconds]="seconds()" [label]="dipText()" />
    </section>
  }`,
  styles: `
    section {
      margin-top: 8px;
      padding: 6px 10px;
    }

    .bar {
      display: flex;
      gap: 10px;
      align-items: center;
    }

    sq-power-chart {
      height: 88px;
    }

    .broken {
      display: flex;
      gap: 8px;
      align-items: center;
      margin: 4px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PowerPanel {
  private readonly store = inject(RigStore);
  readonly power = input.required<DrawnPower>();
  /** What would keep up what does not stay up. */
  readonly mends = input.required<readonly StartMend[]>();
  /** Length of the list, s. */
  readonly seconds = input.required<number>();
  protected readonly supply = signal<string | null>(null);
  /** Supplies that can be looked at: those that stood, the one with least room first. */
  private readonly lines = computed(() =>
    this.power()
      .lines.filter((l) => l.lowest && l.allowed)
      .sort((a, b) => roomOf(a) - roomOf(b) || keyOf(a).localeCompare(keyOf(b))),
  );
  protected readonly supplies = computed((): Option<string>[] =>
    this.lines().map((l) => ({ value: keyOf(l), label: this.nameOf(l) })),
  );
  protected readonly line = computed(
    () => this.lines().find((l) => keyOf(l) === this.supply()) ?? this.lines()[0] ?? null,
  );
  protected readonly keyOf = keyOf;
  protected readonly dipText = computed(() => {
    const line = this.line();
    if (!line) return '';
    const { mostA } = this.power();
    const { volts: leastV, atS } = line.lowest!;
    return `${this.nameOf(line)}: lowest ${volts(leastV)} at ${num(atS, 2)} s, needs ${volts(line.allowed![0])} · packs give at most ${amps(mostA.amps)}, at ${num(mostA.atS, 2)} s`;
  });
  /** What resets or goes on and off without end, in words. */
  protected readonly broken = computed((): { mark: 'stop' | 'watch'; text: string }[] => {
    const { cycles, resets } = this.power();
    const cycled = new Set(cycles.map(keyOf));
    return [
      ...cycles.map((c) => ({
        mark: 'stop' as const,
        text: `${this.nameOf(c)} starts, dies and starts again, every ${num(c.periodS * 1000)} ms from ${num(c.fromS, 1)} s on.`,
      })),
      ...resets
        .filter((r) => !cycled.has(keyOf(r)))
        .map((r) => ({
          mark: 'watch' as const,
          text: `${this.nameOf(r)} falls to ${volts(r.leastV)} at ${num(r.atS, 2)} s and resets. It needs ${volts(r.floorV)}.`,
        })),
    ];
  });
  protected readonly mended = computed(() =>
    this.mends().map((m) => ({ text: mendText(this.store.rig(), m), spacing: m.spacing })),
  );
  protected readonly unknownText = computed(() => {
    const n = this.power().unknown.length;
    return `full packs, inductance left out${n ? `, no in-rush known of ${count(n, 'input')}` : ''}`;
  });

  protected space(edit: Edit): void {
    this.store.do([edit]);
  }

  private nameOf({ part, terminal }: { part: string; terminal: string }): string {
    const supplies = this.lines().filter((l) => l.part === part).length;
    return supplies > 1 ? `${labelOf(this.store.rig(), part)}, ${terminal}` : labelOf(this.store.rig(), part);
  }
}

const keyOf = ({ part, terminal }: { part: string; terminal: string }): string => `${part}.${terminal}`;

/** Volts between the deepest dip of a supply and its floor. */
const roomOf = ({ lowest, allowed }: DrawnLine): number => (lowest?.volts ?? 0) - (allowed?.[0] ?? 0);
