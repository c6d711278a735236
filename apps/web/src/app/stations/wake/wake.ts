import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { aboutWake, type About } from '@squallmark/core/about';
import { cautionsOf } from '@squallmark/core/files';
import { labelOf, partsWithSheets } from '@squallmark/core/rig';
import { amps, count, num, seconds, volts } from '@squallmark/core/units';
import type { PowerLine } from '@squallmark/core/wake';
import { format, formatRFC3339, parseISO } from 'date-fns';
import { AboutFigure } from '../../kit/about/about';
import { Choice, type Option } from '../../kit/fields/choice';
import { WordsField } from '../../kit/fields/words';
import { FindingsDock } from '../../kit/findings-dock';
import { Mark } from '../../kit/mark';
import { AnalysisStore } from '../../state/analysis';
import { DeskStore } from '../../state/desk';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import { PowerChart } from './power-chart';
import { Timeline } from './timeline';

/** In what order is it switched on? */
@Component({
  selector: 'sq-wake',
  imports: [AboutFigure, Choice, FindingsDock, Timeline, Mark, MatButtonModule, PowerChart, WordsField],
  templateUrl: './wake.html',
  styleUrl: './wake.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Wake {
  private readonly store = inject(RigStore);
  private readonly desk = inject(DeskStore);
  private readonly result = inject(AnalysisStore).result;
  protected readonly schedule = computed(() => this.result()?.analysis.wake);
  protected readonly parts = computed(() =>
    partsWithSheets(this.store.rig()).map(({ part, sheet }) => ({ id: part.id, label: part.label, role: sheet.role })),
  );
  protected readonly cautions = computed(() => cautionsOf(this.store.rig()));
  protected readonly hands = computed(() => (this.schedule()?.steps ?? []).filter((s) => s.hands));
  protected readonly steps = computed(() =>
    this.hands().map((step, i) => {
      const tick = this.desk.desk().ticks[step.id];
      return {
        step,
        n: i + 1,
        start: seconds(step.start),
        tick,
        when: tick ? format(parseISO(tick.at), 'HH:mm:ss') : '',
      };
    }),
  );
  protected readonly done = computed(() => new Set(Object.keys(this.desk.desk().ticks)));
  protected readonly next = computed(() => this.steps().find((s) => !s.tick) ?? null);
  private readonly looked = signal<string | null>(null);
  protected readonly chosen = computed(() => this.looked() ?? this.next()?.step.id ?? null);
  protected readonly shown = computed(() => this.steps().find((s) => s.step.id === this.chosen()) ?? null);
  protected readonly summary = computed(() => `${this.hands().length} steps for one pair of hands`);
  protected readonly order = computed(() => {
    const schedule = this.schedule();
    if (!schedule) return '';
    const proven = schedule.proven ? 'no order is shorter' : 'best found, not every order tried';
    return `${proven} · waiting alone takes ${seconds(schedule.floorSeconds)}`;
  });
  protected readonly seconds = seconds;
  protected readonly power = toSignal(inject(AnalysisStore).powerUp$);
  private readonly supply = signal<string | null>(null);
  /** Supplies that can be looked at: those that stood, the one with least room first. */
  private readonly lines = computed(() =>
    (this.power()?.lines ?? [])
      .filter((l) => l.lowest && l.allowed)
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
    const power = this.power();
    if (!line || !power) return '';
    const { volts: leastV, atS } = line.lowest!;
    return `${this.nameOf(line)}: lowest ${volts(leastV)} at ${num(atS, 2)} s, needs ${volts(line.allowed![0])} · packs give at most ${amps(power.mostA.amps)}, at ${num(power.mostA.atS, 2)} s`;
  });
  /** What resets or goes on and off without end, in words. */
  protected readonly broken = computed(() => {
    const power = this.power();
    if (!power) return [];
    const cycled = new Set(power.cycles.map(keyOf));
    return [
      ...power.cycles.map(
        (c) =>
          `${this.nameOf(c)} starts, dies and starts again, every ${num(c.periodS * 1000)} ms from ${num(c.fromS, 1)} s on.`,
      ),
      ...power.resets
        .filter((r) => !cycled.has(keyOf(r)))
        .map(
          (r) =>
            `${this.nameOf(r)} falls to ${volts(r.leastV)} at ${num(r.atS, 2)} s and resets. It needs ${volts(r.floorV)}.`,
        ),
    ];
  });
  protected readonly unknownText = computed(() => {
    const n = this.power()?.unknown.length ?? 0;
    return `full packs, inductance left out${n ? `, no in-rush known of ${count(n, 'input')}` : ''}`;
  });
  protected readonly aboutLength = (): About | null => {
    const schedule = this.schedule();
    return schedule ? aboutWake(schedule) : null;
  };

  protected readonly meter = viewChild(WordsField);
  private readonly nowMs = signal(Date.now());
  /** Parts still starting after the last tick: the next step waits for them. */
  protected readonly waitS = computed(() => {
    const next = this.next();
    const before = [...this.steps()].reverse().find((s) => s.tick);
    if (!next || !before) return 0;
    const planned = next.step.start - (before.step.start + before.step.seconds);
    return Math.max(0, planned - (this.nowMs() - parseISO(before.tick!.at).getTime()) / 1000);
  });
  protected readonly waitText = computed(() => (this.waitS() > 0.05 ? seconds(this.waitS()) : ''));

  constructor() {
    inject(Keys).use([
      { key: 'Enter', shown: 'Enter', text: 'done, next step', run: () => this.tick('') },
      { key: '0', text: 'begin again', run: () => this.again() },
    ]);
    const timer = setInterval(() => this.nowMs.set(Date.now()), 200);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }

  protected show(supply: string): void {
    this.supply.set(supply);
  }

  private nameOf({ part, terminal }: { part: string; terminal: string }): string {
    const supplies = this.lines().filter((l) => l.part === part).length;
    return supplies > 1 ? `${labelOf(this.store.rig(), part)}, ${terminal}` : labelOf(this.store.rig(), part);
  }

  protected look(step: string): void {
    this.looked.set(step);
  }

  protected needsReading(stepId: string): boolean {
    return this.parts().some((p) => p.role === 'pack' && stepId === `${p.id}:on`);
  }

  protected readonly isVolts = (said: string): string =>
    !said || /^\d{1,2}([.,]\d{1,3})?$/.test(said) ? '' : 'Volts read like 16.4';

  protected tick(reading: string): void {
    const next = this.next();
    if (!next) return;
    const said = reading.trim();
    this.desk.tick(next.step.id, formatRFC3339(new Date(), { fractionDigits: 3 }), said);
    this.store.note(
      'wake',
      `Wake ${next.n} of ${this.steps().length}: ${next.step.text}${said ? `, read ${said} V` : ''}`,
    );
    this.looked.set(null);
    if (!this.next()) this.store.note('wake', 'Wake list done');
  }

  protected again(): void {
    this.desk.clearTicks();
    this.looked.set(null);
  }
}

const keyOf = ({ part, terminal }: { part: string; terminal: string }): string => `${part}.${terminal}`;

/** Volts between the deepest dip of a supply and its floor. */
const roomOf = ({ lowest, allowed }: PowerLine): number => (lowest?.volts ?? 0) - (allowed?.[0] ?? 0);
