import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { wireAreaMm2 } from '@squallmark/core/rails';
import { findPin, labelOf, nextId, sheetOf, type Edit, type PinRef } from '@squallmark/core/rig';
import { count, num } from '@squallmark/core/units';
import { AnalysisStore } from '../../state/analysis';
import { FigureField } from '../../kit/fields/figure';
import { Tick } from '../../kit/fields/tick';
import { WordsField } from '../../kit/fields/words';
import { Fold } from '../../kit/fold';
import type { Column } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import { RigStore } from '../../state/rig-store';

/** One wire of the cut list. */
interface CutWire {
  cable: string;
  from: string;
  to: string;
  colour: string;
  gaugeAwg: number;
  lengthMm: number;
}

const COLUMNS: Column<CutWire>[] = [
  { id: 'cable', head: 'Cable', text: (w) => w.cable, sort: (w) => w.cable },
  { id: 'from', head: 'From', text: (w) => w.from, sort: (w) => w.from },
  { id: 'to', head: 'To', text: (w) => w.to, sort: (w) => w.to },
  { id: 'colour', head: 'Colour', text: (w) => w.colour, sort: (w) => w.colour },
  { id: 'awg', head: 'AWG', figure: true, text: (w) => w.gaugeAwg, sort: (w) => w.gaugeAwg },
  {
    ...{ id: 'mm2', head: 'mm²', figure: true },
    text: (w) => num(wireAreaMm2(w.gaugeAwg), 2),
    sort: (w) => -w.gaugeAwg,
  },
  { id: 'mm', head: 'mm', figure: true, text: (w) => w.lengthMm, sort: (w) => w.lengthMm },
];

/** Wires to cut, leads to make with care, prices, and plugs merged into one. */
@Component({
  selector: 'sq-lists',
  imports: [FigureField, Fold, MatButtonModule, Table, Tick, WordsField],
  templateUrl: './lists.html',
  styleUrl: './lists.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Lists {
  private readonly store = inject(RigStore);
  private readonly loom = computed(() => this.result()?.analysis.loom);
  private readonly result = inject(AnalysisStore).result;

  protected readonly rig = this.store.rig;
  protected readonly cables = computed(() => this.loom()?.cables ?? []);
  protected readonly wires = computed(() =>
    this.cables().flatMap((c) =>
      c.wires.map((w): CutWire => ({
        cable: c.id,
        from: this.end(w.from),
        to: this.end(w.to),
        colour: `${w.colour}${w.inline ? ` · ${w.inline.kind}` : ''}`,
        gaugeAwg: w.gaugeAwg,
        lengthMm: w.lengthMm,
      })),
    ),
  );
  protected readonly columns = COLUMNS;
  protected readonly wireKey = (w: CutWire): string => `${w.cable} ${w.from} ${w.to}`;
  protected readonly adapters = computed(() => (this.loom()?.items ?? []).filter((i) => i.group === 'Adapters'));
  protected readonly plugs = computed(() => this.loom()?.plugs ?? []);
  protected readonly picked = signal<ReadonlySet<string>>(new Set());
  protected readonly total = computed(() => {
    const loom = this.loom();
    return loom ? `${num(loom.wireMm / 1000, 2)} m · ${num(loom.wireG, 1)} g of copper` : '';
  });
  protected readonly prices = computed(() => {
    const { parts, currency } = this.rig();
    const known = parts.filter((p) => p.price !== undefined);
    const sum = known.reduce((total, p) => total + p.price!, 0);
    const missing = parts.length - known.length;
    return `${num(sum, 2)} ${currency}${missing ? ` · ${count(missing, 'part')} without a price` : ''}`;
  });
  /** Cables that sit in no merged plug yet. */
  protected readonly loose = computed(() =>
    this.cables().filter((c) => !this.rig().merges.some((m) => m.cables.includes(c.id))),
  );

  protected end(at: PinRef): string {
    const pin = findPin(this.rig(), at);
    return `${labelOf(this.rig(), at.part)} ${pin?.port.label ?? at.port} ${at.pin}`;
  }

  protected massOf(part: string): number {
    return sheetOf(this.rig(), part).massG;
  }

  protected pick(cable: string, on: boolean): void {
    this.picked.update((now) => new Set([...now].filter((id) => id !== cable).concat(on ? [cable] : [])));
  }

  protected merge(label: WordsField): void {
    const cables = this.loose()
      .map((c) => c.id)
      .filter((id) => this.picked().has(id));
    if (cables.length < 2) {
      this.store.say('A merged plug takes two leads or more: tick them first');
      return;
    }
    const edit: Edit = {
      kind: 'merge',
      merge: { id: nextId('M', this.rig().merges), label: label.read() || 'Field plug', cables },
    };
    if (this.store.do([edit])) this.picked.set(new Set());
  }

  protected unmerge(merge: string): void {
    this.store.do([{ kind: 'unmerge', merge }]);
  }

  protected setPrice(part: string, price: number | null): void {
    this.store.do([{ kind: 'note', part, change: { price } }], `price-${part}`);
  }

  protected readonly checkCurrency = (currency: string): string => (currency ? '' : 'Money is counted in something');

  protected setCurrency(currency: string): void {
    this.store.do([{ kind: 'currency', currency }]);
  }
}
