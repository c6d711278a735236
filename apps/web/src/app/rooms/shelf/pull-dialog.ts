import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule } from '@angular/material/dialog';
import { findSheets, GROUPS, type Sheet } from '@squallmark/core/parts';
import { newPart, nextId } from '@squallmark/core/rig';
import { RigStore } from '../../state/rig-store';
import { Sheets } from '../../state/sheets';

/** Classes of parts to pull onto the bench: by search, by group. */
@Component({
  selector: 'sq-pull-dialog',
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>Pull parts</h2>
    <mat-dialog-content>
      <label class="sr" for="shelf-find">Find a class</label>
      <input
        id="shelf-find"
        type="search"
        placeholder="Find a class: a name, a voltage, a plug, what it does"
        [value]="query()"
        aria-describedby="shelf-enter"
        (input)="type($event)"
        (keydown.enter)="pullFirst($event)"
        cdkFocusInitial
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
                <td class="group m s">{{ sheet.group }}</td>
                <td class="n s">{{ sheet.massG }} g</td>
                <td class="n s">{{ here(sheet) }} here</td>
                <td class="r">
                  <button
                    mat-stroked-button
                    type="button"
                    (click)="pull(sheet)"
                    [attr.aria-label]="'Pull ' + sheet.name"
                  >
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
      </div>
    </mat-dialog-content>
    <mat-dialog-actions><button mat-flat-button mat-dialog-close type="button">Done</button></mat-dialog-actions>
  `,
  styles: `
    input {
      width: 100%;
      padding: 6px 9px;
      /* room for the ring round it, which the dialog would cut */
      margin: 4px 0 8px;
    }
    .n {
      white-space: nowrap;
    }
    .group {
      @media (max-width: 600px) {
        display: none;
      }
    }
    .scroll {
      height: 46vh;
      overflow: auto;
    }
    .r {
      text-align: right;
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

  constructor() {
    void this.sheets.load();
  }

  protected type(event: Event): void {
    this.query.set((event.target as HTMLInputElement).value);
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
