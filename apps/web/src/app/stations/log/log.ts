import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { linesAbout, logMarkdown, logTable, storyOf, type LineKind } from '@squallmark/core/log';
import { format, isThisYear, parseISO } from 'date-fns';
import { filter, from, map, merge, switchMap } from 'rxjs';
import { narrowerThan } from '../../kit/breakpoints';
import { Copy } from '../../kit/copy';
import { Chips } from '../../kit/fields/chips';
import type { Option } from '../../kit/fields/choice';
import { Moment } from '../../kit/fields/moment';
import { Picker } from '../../kit/fields/picker';
import { WordsField } from '../../kit/fields/words';
import { WordsControl } from '../../kit/fields/words-control';
import { FindingsDock } from '../../kit/findings-dock';
import { CellOf, type Column } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import { Exports } from '../../kit/exports';
import { Rooms } from '../../kit/rooms';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import { RigVault, type LogEntry } from '../../state/rig-vault';
import { filtered, filterForm, isFilter, NO_FILTER } from './log-filter';
import { subjectsOf } from './subjects';

const KINDS: Option<LineKind>[] = [
  { value: 'change', label: 'changes' },
  { value: 'wake', label: 'wake' },
  { value: 'proof', label: 'proof' },
  { value: 'note', label: 'notes' },
  { value: 'session', label: 'sessions' },
  { value: 'file', label: 'files' },
];

const COLUMNS: Column<LogEntry>[] = [
  { id: 'time', head: 'At', small: true, width: '128px' },
  { id: 'kind', head: 'Kind', small: true, width: '66px', text: (e) => e.kind },
  { id: 'text', head: 'What' },
  { id: 'rev', head: 'Revision', small: true, width: '76px', text: (e) => `rev ${e.revision}` },
];
/** On a phone: when, and what. */
const NARROW = [{ ...COLUMNS[0]!, width: '72px' }, COLUMNS[2]!];

/** What was done, changed, seen? */
@Component({
  selector: 'sq-log',
  imports: [
    CellOf,
    Chips,
    Copy,
    FindingsDock,
    MatButtonModule,
    MatMenuModule,
    Moment,
    Picker,
    ReactiveFormsModule,
    ScrollingModule,
    Table,
    WordsControl,
    WordsField,
  ],
  templateUrl: './log.html',
  styleUrl: './log.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Log {
  private readonly store = inject(RigStore);
  private readonly vault = inject(RigVault);
  private readonly rooms = inject(Rooms);
  private readonly exports = inject(Exports);
  protected readonly narrow = narrowerThan(901);
  protected readonly all = toSignal(
    merge(this.store.rig$, this.store.logged$).pipe(
      switchMap(() => from(this.vault.entries(this.store.rig().id).catch((): LogEntry[] => []))),
      map((entries) => entries.toReversed()),
    ),
    { initialValue: [] as LogEntry[] },
  );
  private readonly field = viewChild.required<WordsField>('note');
  protected readonly columns = computed(() => (this.narrow() ? NARROW : COLUMNS));
  protected readonly kinds = KINDS;
  protected readonly form = filterForm();
  /** What the form said last that can be. */
  private readonly wanted = toSignal(
    this.form.valueChanges.pipe(
      filter(() => this.form.valid),
      map(() => this.form.getRawValue()),
    ),
    { initialValue: NO_FILTER },
  );
  private readonly state = toSignal(this.form.statusChanges);
  protected readonly why = computed(() => (this.state() === 'INVALID' ? 'Ends before it begins' : ''));
  /** Part, lead or pack that is looked at; null is all. */
  protected readonly about = signal<string | null>(null);
  protected readonly subjects = computed(() => subjectsOf(this.store.rig(), this.all()));
  protected readonly story = computed(() => {
    const about = this.about();
    return about === null ? '' : storyOf(this.all().toReversed(), about) || 'nothing known of it yet';
  });
  protected readonly isNarrowed = computed(() => isFilter(this.wanted()) || this.about() !== null);
  private readonly aboutIt = computed(() => {
    const about = this.about();
    return about === null ? this.all() : linesAbout(this.all(), about);
  });
  protected readonly shown = computed(() => filtered(this.aboutIt(), this.wanted()));
  private readonly chosenId = signal<number | null>(null);
  protected readonly chosen = computed(() => this.shown().find((e) => e.id === this.chosenId()));
  protected readonly isChosen = ({ id }: LogEntry): boolean => id === this.chosenId();
  protected readonly idOf = ({ id }: LogEntry): unknown => id;

  constructor() {
    inject(Keys).use([{ key: 'n', text: 'write a note', run: () => this.field().focus() }]);
  }

  protected asBuilt(): void {
    void this.rooms.open(
      import('./as-built').then((m) => m.AsBuiltRoom),
      { width: '620px' },
    );
  }

  protected session(): void {
    void this.rooms.open(
      import('./session').then((m) => m.SessionRoom),
      { width: '620px' },
    );
  }

  /** What is shown leaves the oldest first. */
  protected markdown(): void {
    const { name } = this.store.rig();
    void this.exports.logMarkdown(logMarkdown(`${name}: log`, this.shown().toReversed()));
  }

  protected csv(): void {
    void this.exports.logCsv(logTable(this.shown().toReversed()));
  }

  protected when({ at }: LogEntry): string {
    const time = parseISO(at);
    return format(time, isThisYear(time) ? 'd MMM HH:mm:ss' : 'd MMM yyyy HH:mm:ss');
  }

  protected day({ at }: LogEntry): string {
    return format(parseISO(at), 'EEEE d MMMM yyyy, HH:mm:ss');
  }

  protected line(entry: LogEntry): string {
    return `${entry.at} ${entry.kind}, revision ${entry.revision}: ${entry.text}`;
  }

  protected look({ id }: LogEntry): void {
    this.chosenId.update((now) => (now === id ? null : id));
  }

  protected showAll(): void {
    this.form.reset();
    this.about.set(null);
  }

  protected write(event: Event): void {
    event.preventDefault();
    const field = this.field();
    const text = field.read();
    if (!text) return field.focus();
    const about = this.about();
    this.store.note('note', text, about === null ? {} : { about: [about] });
    field.clear();
  }
}
