import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Edit } from '@squallmark/core/rig';
import { count, num } from '@squallmark/core/units';
import { Exports } from '../../kit/exports';
import { FindingsDock } from '../../kit/findings-dock';
import { AnalysisStore } from '../../state/analysis';
import { Keys } from '../../state/keys';
import { LayoutEngine } from '../../state/layout';
import { RigStore } from '../../state/rig-store';
import { loomGraph, readDrawing, type Drawing } from './draw-layout';
import { LoomDrawing } from './loom-drawing';
import { PinFaces } from './pin-faces';

/** What plugs into what, pin by pin? */
@Component({
  selector: 'sq-loom',
  imports: [FindingsDock, LoomDrawing, PinFaces, MatButtonModule],
  templateUrl: './loom.html',
  styleUrl: './loom.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Loom {
  private readonly store = inject(RigStore);
  private readonly engine = inject(LayoutEngine);
  private readonly result = inject(AnalysisStore).result;
  protected readonly exports = inject(Exports);
  /** Cable or part to open with, from the address. */
  readonly at = input<string>();

  protected readonly analysis = computed(() => this.result()?.analysis);
  protected readonly cables = computed(() => this.analysis()?.loom.cables ?? []);
  protected readonly drawing = signal<Drawing | null>(null);
  protected readonly plan = signal(false);
  protected readonly wanted = linkedSignal(() => this.at() ?? null);
  protected readonly chosen = computed(() => {
    const wanted = this.wanted();
    const cables = this.cables();
    return (
      (
        cables.find((c) => c.id === wanted) ??
        cables.find((c) => c.ends.some((e) => e.part === wanted)) ??
        cables.find((c) => this.stopped().has(c.id)) ??
        cables[0]
      )?.id ?? null
    );
  });
  protected readonly cable = computed(() => this.cables().find((c) => c.id === this.chosen()));
  protected readonly stopped = computed(
    () => new Set((this.analysis()?.findings ?? []).filter((f) => f.mark === 'stop').flatMap((f) => f.subjects)),
  );
  protected readonly summary = computed(() => {
    const loom = this.analysis()?.loom;
    return loom
      ? `${count(loom.cables.length, 'cable')} · ${num(loom.wireMm / 1000, 1)} m of wire · ${num(loom.wireG)} g of copper`
      : '';
  });
  protected readonly isSerial = computed(() => this.cable()?.kind === 'serial');

  constructor() {
    effect(() => void this.lay());
    inject(Keys).use([
      { key: 'n', text: 'next cable', run: () => this.step(1) },
      { key: 'b', text: 'cable before', run: () => this.step(-1) },
      { key: 'x', text: 'cross pair', run: () => this.cross() },
      { key: 'p', text: 'board plan', run: () => this.plan.update((on) => !on) },
    ]);
  }

  protected step(by: number): void {
    const cables = this.cables();
    const i = cables.findIndex((c) => c.id === this.chosen());
    if (cables.length) this.wanted.set(cables[(i + by + cables.length) % cables.length]!.id);
  }

  protected cross(): void {
    const cable = this.chosen();
    if (cable) this.store.do([{ kind: 'crossPair', cable }]);
  }

  protected takeOff(): void {
    const cable = this.chosen();
    if (cable) this.store.do([{ kind: 'removeCable', cable }]);
  }

  protected setGauge(event: Event): void {
    this.setWires((wire) => ({
      kind: 'setWire',
      cable: this.chosen()!,
      wire,
      gaugeAwg: Number((event.target as HTMLSelectElement).value),
    }));
  }

  protected setLength(event: Event): void {
    const lengthMm = Number((event.target as HTMLInputElement).value);
    if (!(lengthMm >= 1 && lengthMm <= 20000)) return this.store.say('A wire is 1 to 20 000 mm long');
    this.setWires((wire) => ({ kind: 'setWire', cable: this.chosen()!, wire, lengthMm }), `length-${this.chosen()}`);
  }

  private setWires(edit: (wire: number) => Edit, mergeKey?: string): void {
    const cable = this.cable();
    if (cable)
      this.store.do(
        cable.wires.map((_, i) => edit(i)),
        mergeKey,
      );
  }

  private async lay(): Promise<void> {
    const rig = this.store.rig();
    const cables = this.cables();
    if (this.analysis()?.revision !== rig.revision || this.analysis()?.rigId !== rig.id) return;
    try {
      const laid = await this.engine.lay(loomGraph(rig, cables));
      if (laid) this.drawing.set(readDrawing(rig, cables, laid));
    } catch (error) {
      this.store.say(`The drawing could not be laid out: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}
