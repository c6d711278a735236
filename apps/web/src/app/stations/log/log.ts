import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { format, parseISO } from 'date-fns';
import { from, merge, switchMap } from 'rxjs';
import { Choice, type Option } from '../../kit/fields/choice';
import { WordsField } from '../../kit/fields/words';
import { FindingsDock } from '../../kit/findings-dock';
import { CellOf, type Column } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import { RigVault, type EntryKind, type LogEntry } from '../../state/rig-vault';

const KINDS: Option<EntryKind | 'all'>[] = [
  { value: 'all', label: 'everything' },
  { value: 'change', label: 'changes' },
  { value: 'wake', label: 'wake' },
  { value: 'proof', label: 'proof' },
  { value: 'note', label: 'notes' },
  { value: 'file', label: 'files' },
];

type Line = LogEntry & { time: string };

const COLUMNS: Column<Line>[] = [
  { id: 'time', head: 'At', small: true, text: (e) => e.time },
  { id: 'kind', head: 'Kind', small: true, text: (e) => e.kind },
  { id: 'text', head: 'What', width: '100%' },
  { id: 'rev', head: 'Revision', small: true, text: (e) => `rev ${e.revision}` },
];

/** What was done, changed, seen? */
@Component({
  selector: 'sq-log',
  imports: [CellOf, Choice, FindingsDock, MatButtonModule, Table, WordsField],
  templateUrl: './log.html',
  styleUrl: './log.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Log {
  private readonly store = inject(RigStore);
  private readonly vault = inject(RigVault);
  private readonly all = toSignal(
    merge(this.store.rig$, this.store.logged$).pipe(
      switchMap(() => from(this.vault.entries(this.store.rig().id).catch((): LogEntry[] => []))),
    ),
    {
      initialValue: [] as LogEntry[],
    },
  );
  private readonly field = viewChild.required(WordsField);
  protected readonly columns = COLUMNS;
  protected readonly idOf = (line: Line): unknown => line.id;
  protected readonly kinds = KINDS;
  protected readonly kind = signal<EntryKind | 'all'>('all');
  protected readonly days = computed(() => {
    const shown = this.all().filter((e) => this.kind() === 'all' || e.kind === this.kind());
    const days = new Map<string, Line[]>();
    for (const entry of [...shown].reverse()) {
      const at = parseISO(entry.at);
      const day = format(at, 'EEEE d MMMM yyyy');
      days.set(day, [...(days.get(day) ?? []), { ...entry, time: format(at, 'HH:mm:ss') }]);
    }
    return [...days].map(([day, entries]) => ({ day, entries }));
  });

  constructor() {
    inject(Keys).use([{ key: 'n', text: 'write a note', run: () => this.field().focus() }]);
  }

  protected note(event: Event): void {
    event.preventDefault();
    const field = this.field();
    const text = field.read();
    if (!text) return field.focus();
    this.store.note('note', text);
    field.clear();
  }
}
