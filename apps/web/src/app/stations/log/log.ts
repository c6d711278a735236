import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { format, parseISO } from 'date-fns';
import { from, merge, switchMap } from 'rxjs';
import { FindingsDock } from '../../kit/findings-dock';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import { RigVault, type EntryKind, type LogEntry } from '../../state/rig-vault';

const KINDS: { kind: EntryKind | 'all'; label: string }[] = [
  { kind: 'all', label: 'everything' },
  { kind: 'change', label: 'changes' },
  { kind: 'wake', label: 'wake' },
  { kind: 'proof', label: 'proof' },
  { kind: 'note', label: 'notes' },
  { kind: 'file', label: 'files' },
];

/** What was done, changed, seen? */
@Component({
  selector: 'sq-log',
  imports: [FindingsDock, MatButtonModule],
  templateUrl: './log.html',
  styleUrl: './log.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Log {
  private readonly store = inject(RigStore);
  private readonly vault = inject(RigVault);
  private readonly all = toSignal(
    merge(this.store.rig$, this.store.logged$).pipe(switchMap(() => from(this.vault.entries(this.store.rig().id)))),
    {
      initialValue: [] as LogEntry[],
    },
  );
  protected readonly kinds = KINDS;
  protected readonly kind = signal<EntryKind | 'all'>('all');
  protected readonly days = computed(() => {
    const shown = this.all().filter((e) => this.kind() === 'all' || e.kind === this.kind());
    const days = new Map<string, (LogEntry & { time: string })[]>();
    for (const entry of [...shown].reverse()) {
      const at = parseISO(entry.at);
      const day = format(at, 'EEEE d MMMM yyyy');
      days.set(day, [...(days.get(day) ?? []), { ...entry, time: format(at, 'HH:mm:ss') }]);
    }
    return [...days].map(([day, entries]) => ({ day, entries }));
  });

  constructor() {
    inject(Keys).use([{ key: 'n', text: 'write a note', run: () => document.getElementById('note')?.focus() }]);
  }

  protected note(event: Event, field: HTMLInputElement): void {
    event.preventDefault();
    const text = field.value.trim();
    if (!text) return field.focus();
    this.store.note('note', text);
    field.value = '';
  }
}
