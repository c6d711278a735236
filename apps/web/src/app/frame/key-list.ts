import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule } from '@angular/material/dialog';
import { CellOf, type Column } from '../kit/table/cell';
import { Table } from '../kit/table/table';
import { Keys } from '../state/keys';

const EVERYWHERE: [string, string][] = [
  ['1 – 7', 'go to a station'],
  ['Ctrl K', 'go to anything'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['?', 'this list'],
];

const COLUMNS: Column<{ key: string; text: string; where: string }>[] = [
  { id: 'key', head: 'Key' },
  { id: 'text', head: 'What it does', text: (row) => row.text },
  { id: 'where', head: 'Where', small: true, text: (row) => row.where },
];

/** Every key that works now. */
@Component({
  selector: 'sq-key-list',
  imports: [CellOf, MatDialogModule, MatButtonModule, Table],
  template: `
    <h2 mat-dialog-title>Keys</h2>
    <mat-dialog-content>
      <sq-table
        headless
        caption="Keys of this station and keys that work everywhere"
        [rows]="rows()"
        [columns]="columns"
      >
        <ng-template sqCell="key" [of]="rows()" let-row
          ><kbd>{{ row.key }}</kbd></ng-template
        >
      </sq-table>
    </mat-dialog-content>
    <mat-dialog-actions><button mat-flat-button mat-dialog-close type="button">Close</button></mat-dialog-actions>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeyList {
  private readonly keys = inject(Keys);
  protected readonly columns = COLUMNS;
  protected readonly rows = computed(() => [
    ...this.keys.station().map(({ key, shown, text }) => ({
      key: shown ?? key.toUpperCase(),
      text,
      where: 'this station',
    })),
    ...EVERYWHERE.map(([key, text]) => ({ key, text, where: 'everywhere' })),
  ]);
}
