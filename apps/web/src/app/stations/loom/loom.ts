import {
  ChangeDetectionStrategy,
  Component,
  Injector,
  afterNextRender,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { drawingGraph, readDrawing, roomOf, type Drawing } from '@squallmark/core/loom';
import { findPart } from '@squallmark/core/rig';
import { count, num } from '@squallmark/core/units';
import { Exports } from '../../kit/exports';
import { Chips } from '../../kit/fields/chips';
import type { Option } from '../../kit/fields/choice';
import { FindingsDock } from '../../kit/findings-dock';
import { AnalysisStore } from '../../state/analysis';
import { Beside } from '../../state/beside';
import { Keys } from '../../state/keys';
import { LayoutEngine } from '../../state/layout';
import { RigStore } from '../../state/rig-store';
import { BoardPlan } from './board-plan';
import { CableCard } from './cable-card';
import { Lists } from './lists';
import { LoomDrawing } from './loom-drawing';
import { PartCard } from './part-card';
import { ProposalPanel } from './proposal-panel';

/** Keys that move the drawing, by parts of what is in sight. */
const PUSHES: [key: string, right: number, down: number][] = [
  ['ArrowLeft', -0.2, 0],
  ['ArrowRight', 0.2, 0],
  ['ArrowUp', 0, -0.2],
  ['ArrowDown', 0, 0.2],
];

type View = 'drawing' | 'board' | 'lists' | 'proposal';

/** What plugs into what, pin by pin? */
@Component({
  selector: 'sq-loom',
  imports: [
    Chips,
    FindingsDock,
    ReactiveFormsModule,
    LoomDrawing,
    BoardPlan,
    CableCard,
    PartCard,
    Lists,
    ProposalPanel,
    MatButtonModule,
    MatMenuModule,
  ],
  templateUrl: './loom.html',
  styleUrl: './loom.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Loom {
  private readonly store = inject(RigStore);
  private readonly engine = inject(LayoutEngine);
  private readonly result = inject(AnalysisStore).result;
  protected readonly exports = inject(Exports);
  protected readonly beside = inject(Beside);
  /** Cable or part to open with, from the address. */
  readonly at = input<string>();

  protected readonly kinds = ['power', 'bus', 'serial', 'pulse', 'video', 'network', 'radio'];
  protected readonly view = signal<View>('drawing');
  protected readonly analysis = computed(() => this.result()?.analysis);
  protected readonly cables = computed(() => this.analysis()?.loom.cables ?? []);
  protected readonly drawing = signal<Drawing | null>(null);
  protected readonly wanted = linkedSignal(() => this.at() ?? null);
  protected readonly askedPort = signal<string | null>(null);
  /** Rooms of the craft that are drawn as one box. */
  protected readonly folds = new FormControl<readonly string[]>([], { nonNullable: true });
  private readonly folded = toSignal(this.folds.valueChanges, { initialValue: [] });
  private drawnFolds: readonly string[] = this.folded();
  private readonly injector = inject(Injector);
  protected readonly rooms = computed((): Option<string>[] => {
    const rig = this.store.rig();
    return [...new Set(rig.parts.map((p) => roomOf(rig, p.id)))].map((room) => ({ value: room, label: room }));
  });
  private readonly sheet = viewChild(LoomDrawing);
  /** Part whose ports are shown; a cable is shown when there is none. */
  protected readonly part = computed(() => this.store.rig().parts.find((p) => p.id === this.wanted()));
  protected readonly chosen = computed(() => {
    if (this.part()) return null;
    const cables = this.cables();
    const wanted = cables.find((c) => c.id === this.wanted());
    return (wanted ?? cables.find((c) => this.stopped().has(c.id)) ?? cables[0])?.id ?? null;
  });
  protected readonly cable = computed(() => this.cables().find((c) => c.id === this.chosen()));
  protected readonly stopped = computed(
    () => new Set((this.analysis()?.findings ?? []).filter((f) => f.mark === 'stop').flatMap((f) => f.subjects)),
  );
  /** Parts and leads that are otherwise than in the state laid beside, as far as they are still there. */
  protected readonly otherwise = computed(() => {
    const { parts, cables } = this.store.rig();
    const here = [...parts, ...cables].filter((x) => this.beside.otherwise().has(x.id)).length;
    const gone = this.beside.otherwise().size - here;
    return `${count(here, 'place')}${gone ? ` and ${gone} gone` : ''}`;
  });
  protected readonly used = computed(() => this.kinds.filter((k) => this.cables().some((c) => c.kind === k)));
  protected readonly summary = computed(() => {
    const loom = this.analysis()?.loom;
    if (!loom) return '';
    const adapters = loom.items.filter((i) => i.group === 'Adapters').length;
    const made = adapters ? ` · ${count(adapters, 'lead')} to make with care` : '';
    return `${count(loom.cables.length, 'cable')} · ${num(loom.wireMm / 1000, 1)} m of wire · ${num(loom.wireG)} g of copper${made}`;
  });

  constructor() {
    effect(() => void this.layOut());
    // a part that is gone to is seen
    effect(() => {
      const id = this.wanted();
      const rig = untracked(this.store.rig);
      if (id !== null && findPart(rig, id)) untracked(() => this.unfold(roomOf(rig, id)));
    });
    inject(Keys).use([
      { key: 'p', text: 'propose', run: () => this.show('proposal') },
      { key: 'w', text: 'wire from a port', run: () => this.wireFromPort() },
      { key: 'n', text: 'next cable', run: () => this.step(1) },
      { key: 'b', text: 'cable before', run: () => this.step(-1) },
      { key: 'x', text: 'cross pair', run: () => this.cross() },
      { key: 'o', text: 'board plan', run: () => this.show('board') },
      { key: 'l', text: 'lists', run: () => this.show('lists') },
      { key: '+', shown: '+ − 0', text: 'scale', run: () => this.sheet()?.closer() },
      { key: '-', text: '', run: () => this.sheet()?.farther() },
      { key: '0', text: '', run: () => this.sheet()?.fit() },
      ...PUSHES.map(([key, right, down], i) => ({
        key,
        shown: i === 0 ? 'arrows' : undefined,
        text: i === 0 ? 'move' : '',
        run: (): void => this.sheet()?.push(right, down),
      })),
    ]);
  }

  /** A second press of the same goes back to the drawing. */
  protected show(view: View): void {
    this.view.update((now) => (now === view ? 'drawing' : view));
  }

  /** What could be plugged into a port of the drawing. */
  protected openPort({ part, port }: { part: string; port: string }): void {
    this.wanted.set(part);
    this.askedPort.set(port);
  }

  protected choose(id: string): void {
    const fold = this.drawing()?.boxes.find((b) => b.id === id)?.folds;
    if (fold !== undefined) return this.unfold(fold);
    this.wanted.set(id);
    this.askedPort.set(null);
    if (this.view() === 'board') this.view.set('drawing');
  }

  private unfold(room: string): void {
    if (this.folds.value.includes(room)) this.folds.setValue(this.folds.value.filter((r) => r !== room));
  }

  private wireFromPort(): void {
    const { parts } = this.store.rig();
    const at = parts.findIndex((p) => p.id === this.part()?.id);
    const next = parts[(at + 1) % Math.max(1, parts.length)];
    if (next) this.wanted.set(next.id);
  }

  private step(by: number): void {
    const cables = this.cables();
    const i = cables.findIndex((c) => c.id === this.chosen());
    if (cables.length) this.wanted.set(cables[(i + by + cables.length) % cables.length]!.id);
  }

  private cross(): void {
    const cable = this.chosen();
    if (cable) this.store.do([{ kind: 'crossPair', cable }]);
  }

  private async layOut(): Promise<void> {
    const rig = this.store.rig();
    const cables = this.cables();
    const folded = new Set(this.folded());
    if (this.analysis()?.revision !== rig.revision || this.analysis()?.rigId !== rig.id) return;
    try {
      const laid = await this.engine.layOut(drawingGraph(rig, cables, folded));
      if (!laid) return;
      this.drawing.set(readDrawing(rig, cables, laid));
      const anew = this.drawnFolds !== this.folded();
      this.drawnFolds = this.folded();
      if (anew) afterNextRender(() => this.sheet()?.reopen(), { injector: this.injector });
    } catch (error) {
      this.store.say(`The drawing could not be laid out: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}
