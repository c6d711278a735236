import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { aboutLatency, type About } from '@squallmark/core/about';
import {
  PLAIN,
  endPointFrom,
  endPointIn,
  idleAt,
  rowNow,
  snapUs,
  type EndUnit,
  type LadderRow,
} from '@squallmark/core/channels';
import type { AssignResult } from '@squallmark/core/channels-studies';
import { worstMark, type Mark as MarkKind } from '@squallmark/core/findings';
import { hasControls, sentOver } from '@squallmark/core/parts';
import { WIDTHS_US, findPart, partsThat, sheetOf, type Edit } from '@squallmark/core/rig';
import { num, roundTo } from '@squallmark/core/units';
import { AboutFigure } from '../../kit/about/about';
import { narrowerThan } from '../../kit/breakpoints';
import { ControlGlyph } from '../../kit/control-glyph';
import { Exports } from '../../kit/exports';
import { Choice, type Option } from '../../kit/fields/choice';
import { FigureField } from '../../kit/fields/figure';
import { PickFile } from '../../kit/fields/pick-file';
import { FindingsDock } from '../../kit/findings-dock';
import { Mark } from '../../kit/mark';
import { CellOf, HeadOf, type Column } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import { AnalysisStore } from '../../state/analysis';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import { Weaver } from '../../state/weaver';
import { AssignCard } from './assign-card';
import { carrierWord } from './carrier-word';
import { IdentifyCard } from './identify-card';
import { OperatorsCard } from './operators-card';
import { RowCard } from './row-card';
import { Rung, type RungDrag } from './rung';
import { SignalView } from './signal-view';
import { SweepCard } from './sweep-card';

const UNITS: EndUnit[] = ['µs', '%', 'own'];

/** What lies beside the ladder, or in its place. */
type Tool = 'findings' | 'row' | 'assign' | 'identify' | 'sweep' | 'operators' | 'signal';

/** A row of the ladder as it is shown. */
interface Line {
  row: LadderRow;
  /** What its channel can follow. */
  controls: Option<string | null>[];
  /** Whose channel it is, where there are several transmitters. */
  of: string;
  /** Where the control stands, −1…+1. */
  position: number;
  now: string;
  /** End points in `unit`. */
  low: number;
  high: number;
  unit: string;
  check: (value: number) => string;
  mark: MarkKind;
  on: boolean;
}

/** Rows of the ladder in the first frame after the station was opened. */
const FIRST_ROWS = 5;
/** Channels of a transmitter whose sheet says no number. */
const MOST_CHANNELS = 16;

const COLUMNS: Column<Line>[] = [
  { id: 'kind', head: 'Kind', quiet: true },
  { id: 'control', head: 'Control' },
  { id: 'count', head: 'As each counts' },
  { id: 'rung', head: 'Travel', width: '28%' },
  { id: 'now', head: 'Now', figure: true, text: (r) => r.now },
  { id: 'ends', head: 'Ends' },
  { id: 'moves', head: 'Moves', width: '150px' },
  { id: 'mark', head: 'Mark', quiet: true },
];

const NARROW = ['kind', 'control', 'moves', 'rung', 'now', 'ends', 'mark', 'count'].map((id) =>
  COLUMNS.find((c) => c.id === id)!,
);

const OUTSIDE = `An end point lies between ${WIDTHS_US.least} and ${WIDTHS_US.most} µs`;

/** Which stick does what, on which channel, how far? */
@Component({
  selector: 'sq-channels',
  imports: [
    AboutFigure,
    CellOf,
    Choice,
    FigureField,
    FindingsDock,
    HeadOf,
    PickFile,
    Table,
    Rung,
    ControlGlyph,
    Mark,
    MatButtonModule,
    RowCard,
    AssignCard,
    IdentifyCard,
    SweepCard,
    OperatorsCard,
    SignalView,
  ],
  templateUrl: './channels.html',
  styleUrl: './channels.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Channels {
  private readonly store = inject(RigStore);
  private readonly result = inject(AnalysisStore).result;
  protected readonly exports = inject(Exports);
  private readonly weaver = inject(Weaver);
  readonly at = input<string>();

  protected readonly tool = signal<Tool>('findings');
  protected readonly assigned = signal<AssignResult | null>(null);
  protected readonly assigning = signal(false);

  protected readonly analysis = computed(() => this.result()?.analysis);
  protected readonly unit = signal<EndUnit>('µs');
  private readonly positions = signal<Record<string, number>>({});
  protected readonly chosen = signal<string | null>(null);
  /** Transmitters whose channels stand here, the pilot's first, each with what a channel of it can follow. */
  private readonly transmitters = computed(() => {
    const shown = new Set(this.analysis()?.channels.rows.map((r) => r.transmitter));
    return partsThat(this.store.rig(), hasControls)
      .filter(({ part }) => shown.has(part.id))
      .map(({ part, sheet }) => ({
        part,
        sheet,
        controls: [
          { value: null, label: 'nothing' },
          ...sheet.controls.map(({ id, label }) => ({ value: id, label })),
        ] as Option<string | null>[],
      }));
  });
  /** Where there is no room for all, what a row moves stands beside its control, and the counts at the end. */
  private readonly isNarrow = narrowerThan(1000);
  /** What gestures, screens and the devices themselves ask, with the way from the hand. */
  protected readonly asked = computed(() =>
    (this.analysis()?.brief.wishes ?? [])
      .filter((w) => w.by !== null && w.by !== 'slot' && w.state !== 'open')
      .map(({ wish, steps }) => ({ id: wish.id, label: wish.label, way: steps.map((s) => s.text).join(' → ') })),
  );
  protected readonly carrierWord = carrierWord;
  protected readonly columns = computed(() => (this.isNarrow() ? NARROW : COLUMNS));
  protected readonly channelOf = ({ row }: Line): string => rowId(row);
  protected readonly isChosen = ({ on }: Line): boolean => on;
  protected readonly rows = computed(() => {
    const several = this.transmitters().length > 1;
    const first = this.analysis()?.channels.rows[0]?.transmitter;
    return (this.analysis()?.channels.rows ?? []).map((row): Line => {
      const transmitter = this.transmitters().find(({ part }) => part.id === row.transmitter);
      const moves = row.moves.map((m) => m.fn);
      const idle = row.control && transmitter ? idleAt(transmitter, row.control, moves) : 0;
      const position = this.positions()[controlId(row)] ?? idle;
      const fn = row.moves[0]?.fn;
      const setup = row.moves[0]?.setup ?? PLAIN;
      const end = (us: number | undefined): number =>
        roundTo(endPointIn(this.unit(), us ?? NaN, fn, setup), this.unit() === 'µs' ? 0 : 1);
      const now = rowNow(row, position);
      return {
        row,
        controls: transmitter?.controls ?? [],
        of: several && transmitter ? transmitter.part.label : '',
        position,
        now: now ? num(now.sentUs) : '–',
        check: (value) => (isWidth(endPointFrom(this.unit(), value, fn, setup)) ? '' : OUTSIDE),
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
        on:
          this.chosen() === null
            ? String(row.channel) === this.at() && row.transmitter === first
            : this.chosen() === rowId(row),
      };
    });
  });
  /** The first rows are painted at once, the rest after that: a row is a dozen controls. */
  private readonly unrolled = signal(false);
  protected readonly lines = computed(() => (this.unrolled() ? this.rows() : this.rows().slice(0, FIRST_ROWS)));
  protected readonly chosenRow = computed(() => this.rows().find((r) => r.on));
  protected readonly free = computed(() => {
    const rows = this.analysis()?.channels.rows ?? [];
    const taken = new Set(rows.filter((r) => r.transmitter === rows[0]!.transmitter).map((r) => r.channel));
    return Array.from({ length: this.sent() }, (_, i) => i + 1).filter((n) => !taken.has(n));
  });
  /** Channels that the first transmitter sends. */
  protected readonly sent = computed(() => {
    const first = this.analysis()?.channels.rows[0]?.transmitter;
    const rig = this.store.rig();
    // what was computed may still know a transmitter that the rig has lost
    const sheet = first !== undefined && findPart(rig, first) ? sheetOf(rig, first) : null;
    return (sheet && sentOver(sheet)?.params.channels) ?? MOST_CHANNELS;
  });
  protected readonly carried = computed(() => this.analysis()?.channels.carriedSlots ?? 0);
  protected readonly latency = computed(() => {
    const latency = this.analysis()?.channels.latency;
    return latency ? `${num(latency.worst)} ms worst, ${num(latency.usual)} ms usual` : '';
  });
  protected readonly aboutWait = (): About | null => {
    const latency = this.analysis()?.channels.latency;
    return latency ? aboutLatency(latency) : null;
  };
  /** Devices that do not count from 1, named with their number. */
  protected readonly otherCounts = computed(() =>
    (this.analysis()?.channels.rows ?? [])
      .flatMap((r) =>
        r.moves
          .filter((m) => m.deviceName !== String(m.slot))
          .map((m) => `${m.partLabel} calls slot ${m.slot} "${m.deviceName}"`),
      )
      .slice(0, 2),
  );

  constructor() {
    const frame = afterNextRender(() => requestAnimationFrame(() => setTimeout(() => this.unrolled.set(true))));
    inject(DestroyRef).onDestroy(() => frame.destroy());
    inject(Keys).use([
      { key: 'a', text: 'assign open rows', run: () => void this.assign() },
      { key: 'l', text: 'lock row', run: () => this.withChosen((row) => this.lock(row)) },
      { key: 'r', text: 'reverse', run: () => this.withChosen((row) => this.reverse(row)) },
      { key: 'u', text: 'µs / % / °', run: () => this.nextUnit() },
      { key: 'd', text: 'details', run: () => this.withChosen(() => this.show('row')) },
      { key: 'i', text: 'identify', run: () => this.show('identify') },
      { key: 's', text: 'signal', run: () => this.show('signal') },
    ]);
  }

  protected nextUnit(): void {
    this.unit.update((u) => UNITS[(UNITS.indexOf(u) + 1) % UNITS.length]!);
  }

  protected place(row: LadderRow, position: number): void {
    if (row.control) this.positions.update((all) => ({ ...all, [controlId(row)]: position }));
  }

  protected setEnd(row: LadderRow, end: 'lowUs' | 'highUs', value: number): void {
    const move = row.moves[0];
    const us = endPointFrom(this.unit(), value, move?.fn, move?.setup ?? PLAIN);
    if (us === row.shaping?.[end]) return;
    this.store.do(
      [{ kind: 'shape', transmitter: row.transmitter, channel: row.channel, change: { [end]: us } }],
      `end-${rowId(row)}-${end}`,
    );
  }

  protected setControl(row: LadderRow, control: string | null): void {
    this.store.do([{ kind: 'shape', transmitter: row.transmitter, channel: row.channel, change: { control } }]);
  }

  protected reverse(row: LadderRow): void {
    this.store.do([
      { kind: 'shape', transmitter: row.transmitter, channel: row.channel, change: { reverse: !row.shaping?.reverse } },
    ]);
  }

  protected lock(row: LadderRow): void {
    this.store.do([
      { kind: 'shape', transmitter: row.transmitter, channel: row.channel, change: { locked: !row.locked } },
    ]);
  }

  /** A tool opens beside the ladder; asked for again, it closes. */
  protected show(tool: Tool): void {
    this.tool.update((now) => (now === tool ? 'findings' : tool));
  }

  protected choose(row: LadderRow): void {
    this.chosen.set(rowId(row));
    if (this.tool() === 'findings') this.tool.set('row');
  }

  /** Fills the open rows, or all but the locked ones; says row by row why. Nothing is changed when it cannot be. */
  protected async assign(again = false): Promise<void> {
    this.assigning.set(true);
    try {
      const rig = this.store.rig();
      const result = await this.weaver.assign([rig, again]);
      if (!result || (result.edits.length && !this.store.doOf(rig, result.edits))) return;
      this.assigned.set(result);
      this.tool.set('assign');
    } catch (error) {
      this.store.say(`Not assigned: ${error instanceof Error ? error.message : String(error)}`);
    } finally {
      this.assigning.set(false);
    }
  }

  protected drag(row: LadderRow, drag: RungDrag): void {
    if (drag.what === 'edge') this.dragEdge(row, drag.index, drag.us);
    else
      this.store.do(
        [{ kind: 'shape', transmitter: row.transmitter, channel: row.channel, change: { [drag.what]: drag.us } }],
        `end-${rowId(row)}-${drag.what}`,
      );
  }

  /** The edge between two windows of a device is its sheet's: the sheet goes one revision on, once a drag. */
  private dragEdge(row: LadderRow, index: number, us: number): void {
    const move = row.moves.find((m) => m.fn.windows);
    if (!move) return;
    const sheet = sheetOf(this.store.rig(), move.part);
    const functions = sheet.functions.map((fn) => {
      if (fn.id !== move.fn.id || !fn.windows) return fn;
      const was = fn.windows[index]!.fromUs;
      const windows = fn.windows.map((w, i) => {
        if (i === index) return { ...w, fromUs: Math.min(us, w.toUs - 5) };
        // the window below ends where this one begins, when they touched
        return w.toUs === was ? { ...w, toUs: Math.max(snapUs(us), w.fromUs + 5) } : w;
      });
      return { ...fn, windows };
    });
    this.store.do([{ kind: 'resheet', sheet: { ...sheet, functions } }], `edge-${move.part}-${move.fn.id}-${index}`);
  }

  /** Takes in a channel table; nothing changes when a cell cannot be used. */
  protected async readTable(file: File): Promise<void> {
    const { readChannelTable } = await import('@squallmark/core/files');
    const reading = readChannelTable(await file.text(), this.store.rig());
    if (!reading.ok) {
      const [first, ...more] = reading.problems;
      const where = first!.where ? `${file.name}, ${first!.where}` : file.name;
      this.store.say(`${where}: ${first!.what}${more.length ? ` · and ${more.length} more` : ''}; nothing is changed`);
    } else if (reading.value.length) this.takeTable(reading.value, file.name);
    else this.store.say(`${file.name} says what the rig says already`);
  }

  private takeTable(edits: Edit[], name: string): void {
    if (this.store.do(edits)) this.store.say(`${edits.length} changes from ${name}; Ctrl Z takes them back`);
  }

  private withChosen(run: (row: LadderRow) => void): void {
    const chosen = this.rows().find((r) => r.on);
    if (chosen) run(chosen.row);
    else this.store.say('Click a row first');
  }
}

const rowId = ({ transmitter, channel }: LadderRow): string => `${transmitter} ${channel}`;
const controlId = ({ transmitter, control }: LadderRow): string => `${transmitter} ${control?.id ?? ''}`;

const isWidth = (us: number): boolean => us >= WIDTHS_US.least && us <= WIDTHS_US.most;
