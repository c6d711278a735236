import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { WISHABLE } from '@squallmark/core/parts';
import { RIG_KINDS } from '@squallmark/core/rig';
import { Choice, optionsOf } from '../../kit/fields/choice';
import { RigStore } from '../../state/rig-store';

/** What is different about each kind at the bench. */
const NOTES: Readonly<Record<string, string>> = {
  rotor: 'hovers: props off until proven, pan held for take-off',
  'fixed wing': 'long leads, receiver away from the motor',
  FPV: 'little room, pack straight to the video transmitter',
  'carriage on a line': 'two lines, end stops, a kill switch',
  'hand-held or ground': 'no flight controller, accessory rails',
};

/** What opens at the head of Brief: the kind of rig, and what can be wished for. */
@Component({
  selector: 'sq-brief-menus',
  imports: [Choice, MatButtonModule, MatMenuModule],
  template: `<sq-choice
      bare
      label="Kind of rig"
      [title]="note()"
      [options]="kinds"
      [value]="kind()"
      (chosen)="setKind($event)"
    />
    <button mat-stroked-button type="button" [matMenuTriggerFor]="menu">Add a wish</button>
    <mat-menu #menu="matMenu">
      @for (wish of wishable; track wish.what) {
        <button mat-menu-item type="button" (click)="wished.emit(wish)">{{ wish.label }}</button>
      }
    </mat-menu>`,
  styles: `
    :host {
      display: contents;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BriefMenus {
  private readonly store = inject(RigStore);
  readonly wished = output<{ what: string; label: string }>();
  protected readonly wishable = WISHABLE;
  protected readonly kinds = optionsOf(RIG_KINDS);
  protected readonly kind = computed(() => this.store.rig().kind);
  protected readonly note = computed(() => NOTES[this.kind()] ?? '');

  protected setKind(rigKind: string): void {
    this.store.do([{ kind: 'rigKind', rigKind }]);
  }
}
