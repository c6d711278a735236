import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule } from '@angular/material/dialog';
import { Keys } from '../state/keys';

const EVERYWHERE: [string, string][] = [
  ['1 – 7', 'go to a station'],
  ['Ctrl K', 'go to anything'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['?', 'this list'],
];

/** Every key that works now. */
@Component({
  selector: 'sq-key-list',
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>Keys</h2>
    <mat-dialog-content>
      <table>
        <caption class="sr">
          Keys of this station and keys that work everywhere
        </caption>
        <tbody>
          @for (binding of keys.station(); track binding.key) {
            <tr>
              <td>
                <kbd>{{ binding.shown ?? binding.key.toUpperCase() }}</kbd>
              </td>
              <td>{{ binding.text }}</td>
              <td class="m s">this station</td>
            </tr>
          }
          @for (row of everywhere; track row[0]) {
            <tr>
              <td>
                <kbd>{{ row[0] }}</kbd>
              </td>
              <td>{{ row[1] }}</td>
              <td class="m s">everywhere</td>
            </tr>
          }
        </tbody>
      </table>
    </mat-dialog-content>
    <mat-dialog-actions><button mat-flat-button mat-dialog-close type="button">Close</button></mat-dialog-actions>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeyList {
  protected readonly keys = inject(Keys);
  protected readonly everywhere = EVERYWHERE;
}
