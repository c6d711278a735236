import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { findPin, labelOf, nextId, sheetOf, type Edit, type PinRef } from '@squallmark/core/rig';
import { count, num } from '@squallmark/core/units';
import { AnalysisStore } from '../../state/analysis';
import { RigStore } from '../../state/rig-store';

/** Wires to cut, leads to make with care, prices, and plugs merged into one. */
@Component({
  selector: 'sq-lists',
  imports: [MatButtonModule],
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

  protected pick(cable: string, event: Event): void {
    const on = (event.target as HTMLInputElement).checked;
    this.picked.update((now) => new Set([...now].filter((id) => id !== cable).concat(on ? [cable] : [])));
  }

  protected merge(label: HTMLInputElement): void {
    const cables = this.loose()
      .map((c) => c.id)
      .filter((id) => this.picked().has(id));
    if (cables.length < 2) {
      this.store.say('A merged plug takes two leads or more: tick them first');
      return;
    }
    const edit: Edit = {
      kind: 'merge',
      merge: { id: nextId('M', this.rig().merges), label: label.value.trim() || 'Field plug', cables },
    };
    if (this.store.do([edit])) this.picked.set(new Set());
  }

  protected unmerge(merge: string): void {
    this.store.do([{ kind: 'unmerge', merge }]);
  }

  protected setPrice(part: string, event: Event): void {
    const text = (event.target as HTMLInputElement).value;
    const price = text === '' ? null : Number(text);
    if (price !== null && !(price >= 0 && price <= 1e6)) {
      this.store.say('A price is a number from 0 to a million');
      return;
    }
    this.store.do([{ kind: 'note', part, change: { price } }], `price-${part}`);
  }

  protected setCurrency(event: Event): void {
    const currency = (event.target as HTMLInputElement).value.trim();
    if (currency && currency.length <= 8) this.store.do([{ kind: 'currency', currency }]);
  }
}
