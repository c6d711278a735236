import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule } from '@angular/material/dialog';
import { findSheets, GROUPS, type Sheet } from '@squallmark/core/parts';
import { newPart, nextId } from '@squallmark/core/rig';
import { WordsField } from '../../kit/fields/words';
import { CellOf, type Column } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import { RigStore } from '../../state/rig-store';
import { Sheets } from '../../state/sheets';

/** Classes of parts to pull onto the bench: by search, by group. */
@Component({
  selector: 'sq-pull-dialog',
  imports: [CellOf, MatDialogModule, MatButtonModule, Table, WordsField],
  template: `
    <h2 mat-dialog-title>Pull parts</h2>
    <mat-dialog-content>
      <sq-words
        bare
        search
        label="Find a class"
        empty="Find a class: a name, a voltage, a plug, what it does"
        about="shelf-enter"
        [value]="query()"
        (typed)="query.set($event)"
        (entered)="pullFirst($event)"
      />
      <p id="shelf-enter" class="m s">
        @if (first(); as sheet) {
          Enter pulls {{ sheet.name }}.
        }
        <span role="status">{{ pulled() }}</span>
      </p>
      <div class="bar" role="group" aria-label="Groups">
        @for (g of groups; track g) {
          <button mat-stroked-button type="button" [attr.aria-pressed]="g === group()" (click)="toggle(g)">
            {{ g }}
          </button>
        }
        <span class="m s grow">{{ found().length }} classes</span>
      </div>
      <div class="scroll" tabindex="0" role="region" aria-label="Classes found">
        <sq-table
          headless
          caption="Classes on the shelf"
          empty="No class is called that."
          [rows]="found()"
          [columns]="columns"
          [key]="classOf"
        >
          <ng-template sqCell="name" [of]="found()" let-sheet>
            <b>{{ sheet.name }}</b>
            <div class="m s">{{ sheet.summary }}</div>
          </ng-template>
          <ng-template sqCell="pull" [of]="found()" let-sheet>
            <button mat-stroked-button type="button" (click)="pull(sheet)" [attr.aria-label]="'Pull ' + sheet.name">
              Pull
            </button>
          </ng-template>
        </sq-table>
      </div>
    </mat-dialog-content>
    <mat-dialog-actions><button mat-flat-button mat-dialog-close type="button">Done</button></mat-dialog-actions>
  `,
  styles: `
    sq-words {
      display: flex;
      --words-width: 100%;
      /* room for the ring round it, which the dialog would cut */
      margin: 4px 0 8px;
    }
    .scroll {
      height: 46vh;
      overflow: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShelfDialog {
  private readonly store = inject(RigStore);
  private readonly sheets = inject(Sheets);
  protected readonly groups = GROUPS;
  protected readonly query = signal('');
  protected readonly group = signal<string | null>(null);
  /** What was pulled last, for who does not see the count change. */
  protected readonly pulled = signal('');
  protected readonly found = computed(() => {
    const group = this.group();
    return findSheets(
      this.sheets.all().filter((s) => group === null || s.group === group),
      this.query(),
    );
  });

  protected readonly columns: Column<Sheet>[] = [
    { id: 'name', head: 'Class', width: '100%' },
    { id: 'group', head: 'Group', small: true, text: (s) => s.group },
    { id: 'mass', head: 'Mass', figure: true, text: (s) => `${s.massG} g` },
    { id: 'here', head: 'Here', figure: true, text: (s) => `${this.here(s)} here` },
    { id: 'pull', head: 'Pull', quiet: true },
  ];
  protected readonly classOf = (sheet: Sheet): string => sheet.class;

  constructor() {
    void this.sheets.load();
  }

  protected readonly first = computed(() => (this.query().trim() ? this.found()[0] : undefined));

  /** Enter pulls the first that was found; nothing while nothing is asked for. */
  protected pullFirst(event: Event): void {
    event.preventDefault();
    const sheet = this.first();
    if (sheet) this.pull(sheet);
  }

  protected toggle(group: string): void {
    this.group.update((now) => (now === group ? null : group));
  }

  protected here(sheet: Sheet): number {
    return this.store.rig().parts.filter((p) => p.class === sheet.class).length;
  }

  protected pull(sheet: Sheet): void {
    const { parts } = this.store.rig();
    const same = this.here(sheet);
    const label = same ? `${sheet.name} ${same + 1}` : sheet.name;
    this.store.do([{ kind: 'addPart', part: newPart(nextId('P', parts), sheet.class, label.slice(0, 120)), sheet }]);
    this.pulled.set(`${sheet.name} pulled, ${same + 1} here.`);
  }
}
