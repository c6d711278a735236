import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule } from '@angular/material/dialog';
import type { Sheet } from '@squallmark/core/parts';
import { nextId } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import { RigStore } from '../../state/rig-store';

/** Classes of parts to pull onto the bench. */
@Component({
  selector: 'sq-shelf',
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>Pull parts</h2>
    <mat-dialog-content>
      <label class="sr" for="shelf-find">Find a class</label>
      <input
        id="shelf-find"
        type="search"
        placeholder="Find a class"
        [value]="query()"
        (input)="type($event)"
        cdkFocusInitial
      />
      <table>
        <caption class="sr">
          Classes on the shelf
        </caption>
        <tbody>
          @for (sheet of found(); track sheet.class) {
            <tr>
              <td>
                <b>{{ sheet.name }}</b>
                <div class="m s">{{ sheet.summary }}</div>
              </td>
              <td class="m s">{{ sheet.group }}</td>
              <td class="n s">{{ sheet.massG }} g</td>
              <td class="n s">{{ here(sheet) }} here</td>
              <td class="r">
                <button mat-stroked-button type="button" (click)="pull(sheet)" [attr.aria-label]="'Pull ' + sheet.name">
                  Pull
                </button>
              </td>
            </tr>
          } @empty {
            <tr>
              <td class="m">No class is called that.</td>
            </tr>
          }
        </tbody>
      </table>
    </mat-dialog-content>
    <mat-dialog-actions><button mat-flat-button mat-dialog-close type="button">Done</button></mat-dialog-actions>
  `,
  styles: 'input{width:100%;padding:6px 9px;margin-bottom:8px} .r{text-align:right}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShelfDialog {
  private readonly store = inject(RigStore);
  protected readonly query = signal('');
  protected readonly found = computed(() =>
    SHELF.filter((s) => `${s.name} ${s.summary} ${s.group}`.toLowerCase().includes(this.query().toLowerCase())),
  );

  protected type(event: Event): void {
    this.query.set((event.target as HTMLInputElement).value);
  }

  protected here(sheet: Sheet): number {
    return this.store.rig().parts.filter((p) => p.class === sheet.class).length;
  }

  protected pull(sheet: Sheet): void {
    const { parts } = this.store.rig();
    const same = this.here(sheet);
    const label = same ? `${sheet.name} ${same + 1}` : sheet.name;
    this.store.do([
      {
        kind: 'addPart',
        part: { id: nextId('P', parts), class: sheet.class, label, settings: {}, onBench: true, prepared: [] },
        sheet,
      },
    ]);
  }
}
