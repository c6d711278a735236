import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { aboutRunTime } from '@squallmark/core/about';
import type { Scenario } from '@squallmark/core/analysis';
import { labelOf, type Rig } from '@squallmark/core/rig';
import type { RailRow } from '@squallmark/core/rails';
import { count, num, percent, signed, volts, watts } from '@squallmark/core/units';
import { AboutFigure } from '../../kit/about/about';
import { Exports } from '../../kit/exports';
import { Choice, type Option } from '../../kit/fields/choice';
import { FigureField } from '../../kit/fields/figure';
import { Slide } from '../../kit/fields/slide';
import { Toggle } from '../../kit/fields/toggle';
import { FindingsDock } from '../../kit/findings-dock';
import { Mark } from '../../kit/mark';
import { CellOf, type Column } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import { AnalysisStore } from '../../state/analysis';
import { DeskStore } from '../../state/desk';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import { Branches, type Branch } from './branches';
import { RailChart, type RailLine } from './rail-chart';
import type { StudyView } from './study-tables';
import { SupplyStudyView } from './supply-study';

const COLUMNS: Column<Branch>[] = [
  { id: 'branch', head: 'Branch' },
  { id: 'volts', head: 'Volts there', figure: true },
  { id: 'amps', head: 'Carries', figure: true },
  { id: 'limit', head: 'Allowed', small: true, text: (r) => r.limit },
  { id: 'room', head: 'Head room now', width: '150px' },
  { id: 'margin', head: 'Full to flat', figure: true },
  { id: 'mark', head: 'Mark', quiet: true },
];

type View = 'emptying' | StudyView;
const VIEWS: readonly Option<View>[] = [
  { value: 'emptying', label: 'As the pack empties' },
  { value: 'spread', label: 'Spread' },
  { value: 'shorts', label: 'Shorts' },
  { value: 'packs', label: 'Packs' },
  { value: 'heat', label: 'Heat' },
  { value: 'leads', label: 'Leads' },
  { value: 'feed', label: 'Gimbal feed' },
  { value: 'set', label: 'Cheapest set' },
];

const DRAWS: readonly Option<boolean>[] = [
  { value: false, label: 'usual' },
  { value: true, label: 'peak' },
];

/** What is laid beside today in the chart; `before` is the rig before its last step. */
type Beside = 'nothing' | 'before' | Scenario;
const BESIDE: readonly Option<Beside>[] = [
  { value: 'nothing', label: 'nothing' },
  { value: 'before', label: 'before the last change' },
  { value: 'peak', label: 'all at the peak' },
  { value: 'cold', label: 'frost, −10 °C' },
  { value: 'leads', label: 'the thinnest leads' },
  { value: 'gimbal', label: 'gimbal fed otherwise' },
];
/** Room that the thinnest leads keep beside today, V. */
const BESIDE_ROOM_V = 0.1;

/** Does everything get its volts, full and flat? */
@Component({
  selector: 'sq-rails',
  imports: [
    AboutFigure,
    CellOf,
    Choice,
    FigureField,
    FindingsDock,
    MatButtonModule,
    MatMenuModule,
    RailChart,
    Mark,
    Slide,
    SupplyStudyView,
    Table,
    Toggle,
  ],
  templateUrl: './rails.html',
  styleUrl: './rails.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RailsStation {
  private readonly desk = inject(DeskStore);
  private readonly store = inject(RigStore);
  private readonly rig = this.store.rig;
  private readonly result = inject(AnalysisStore).result;
  protected readonly analysis = computed(() => this.result()?.analysis);
  protected readonly charge = this.desk.charge;
  protected readonly chargeText = computed(() => percent(this.charge()));
  protected readonly sweep = toSignal(inject(AnalysisStore).sweep$);
  private readonly picked = signal<string | null>(null);

  private readonly branches = inject(Branches);
  protected readonly rows = this.branches.rows;
  protected readonly tree = this.branches.tree;
  protected readonly view = signal<View>('emptying');
  protected readonly views = VIEWS;
  protected readonly study = computed((): StudyView | null => {
    const view = this.view();
    return view === 'emptying' ? null : view;
  });
  protected readonly draws = DRAWS;
  protected readonly look = this.desk.look;
  protected readonly besides = BESIDE;
  protected readonly beside = signal<Beside>('nothing');
  private readonly besideSweep = toSignal(
    inject(AnalysisStore).beside$(
      toObservable(
        computed((): Scenario | Rig | null => {
          const beside = this.beside();
          // asked anew with every step
          return beside === 'nothing' ? null : beside === 'before' ? this.rig() && this.store.beforeLast() : beside;
        }),
      ),
      BESIDE_ROOM_V,
    ),
  );
  /** How far the chosen load is from today then; said too where there is nothing of the kind. */
  protected readonly besideText = computed(() => {
    const chosen = this.chosen();
    if (this.beside() === 'nothing' || !chosen) return '';
    if (this.besideSweep() === null) return 'there is none';
    const line = this.besideLine(chosen)[0];
    return line ? `${signed(line.volts.at(-1)! - chosen.volts.at(-1)!, 2)} V when flat` : '';
  });
  protected readonly exports = inject(Exports);
  protected readonly supplies = toSignal(inject(AnalysisStore).supplies$);
  /** What runs, but would not start if everything were switched on together. */
  protected readonly starts = computed(() =>
    (this.supplies()?.starts ?? []).map(
      ({ part, runningV, coldV, when }) =>
        `${labelOf(this.rig(), part)} runs on ${volts(runningV)}, but switched on together it gets ${volts(coldV)} (${when}).`,
    ),
  );
  protected readonly columns = COLUMNS;
  protected readonly keyOf = ({ key }: Branch): string => key;
  protected readonly isChosen = ({ key }: Branch): boolean => key === this.chosenKey();
  protected readonly chosen = computed(() => {
    const lines = this.sweep()?.lines ?? [];
    const lowest = this.analysis()?.rails.lowestMargin?.part;
    return (
      lines.find((l) => `${l.part}.${l.terminal}` === this.picked()) ??
      lines.find((l) => l.part === lowest) ??
      lines[0] ??
      null
    );
  });
  protected readonly chosenKey = computed(() =>
    this.chosen() ? `${this.chosen()!.part}.${this.chosen()!.terminal}` : '',
  );
  protected readonly chosenLabel = computed(() => (this.chosen() ? labelOf(this.rig(), this.chosen()!.part) : ''));
  /** The chosen load and what shares its feeder: lines on other volts would flatten these. */
  protected readonly lines = computed<RailLine[]>(() => {
    const rails = this.analysis()?.rails;
    const chosen = this.chosen();
    if (!rails || !chosen) return [];
    const feederOf = (part: string): string | null | undefined =>
      rails.now.nodes.find((n) => n.part === part && n.kind === 'load')?.fedBy;
    return this.sweep()!
      .lines.filter((l) => feederOf(l.part) === feederOf(chosen.part))
      .map((l) => ({ label: labelOf(this.rig(), l.part), volts: l.volts, chosen: l === chosen }))
      .concat(this.besideLine(chosen));
  });
  protected readonly summary = computed(() => {
    const rails = this.analysis()?.rails;
    if (!rails) return '';
    const lost = rails.now.lostW.wires + rails.now.lostW.regulators;
    return `${count(rails.rows.filter((r) => r.node.kind === 'load').length, 'load')}, ${watts(rails.now.loadW)} · ${watts(lost)} lost`;
  });

  protected readonly runText = computed(() => {
    const run = this.analysis()?.rails.runMin ?? null;
    return run === null ? '' : `${num(run)} min`;
  });
  protected readonly aboutRun = this.branches.about(aboutRunTime);

  constructor() {
    inject(Keys).use([
      { key: '[', text: 'fuller', run: () => this.pull(0.05) },
      { key: ']', text: 'flatter', run: () => this.pull(-0.05) },
    ]);
  }

  protected fold(branch: Branch): void {
    this.branches.fold(branch);
  }

  private besideLine({ part, terminal }: { part: string; terminal: string }): RailLine[] {
    const line = this.besideSweep()?.lines.find((l) => l.part === part && l.terminal === terminal);
    const what = BESIDE.find((b) => b.value === this.beside())!.label;
    return line ? [{ label: what, volts: line.volts, chosen: false, beside: true }] : [];
  }

  protected setDraw(peak: boolean): void {
    this.desk.setLook({ peak });
  }

  protected setCelsius(celsius: number): void {
    this.desk.setLook({ celsius });
  }

  protected pick(row: RailRow): void {
    if (row.node.kind === 'load') this.picked.set(`${row.part}.${row.node.terminal}`);
  }

  protected setFlatness(flatness: number): void {
    this.desk.setCharge(1 - flatness);
  }

  private pull(by: number): void {
    this.desk.setCharge(Math.min(1, Math.max(0, Math.round((this.charge() + by) * 100) / 100)));
  }

  protected readonly flatText = (flatness: number): string => percent(1 - flatness);
}
