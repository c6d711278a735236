import { ChangeDetectionStrategy, Component, booleanAttribute, input, output } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import type { Option } from './choice';

/** One of two or three, all in sight. */
@Component({
  selector: 'sq-toggle',
  imports: [MatButtonToggle, MatButtonToggleGroup],
  template: `@if (!bare()) {
      <span class="label" aria-hidden="true">{{ label() }}</span>
    }
    <mat-button-toggle-group
      [attr.aria-label]="label()"
      [value]="value()"
      [disabled]="disabled()"
      hideSingleSelectionIndicator
      (change)="chosen.emit($event.value)"
    >
      @for (o of options(); track o.value) {
        <mat-button-toggle [value]="o.value" [disableRipple]="true">{{ o.label }}</mat-button-toggle>
      }
    </mat-button-toggle-group>`,
  styleUrl: './toggle.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Toggle<T> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = input.required<T>();
  readonly disabled = input(false, { transform: booleanAttribute });
  readonly bare = input(false, { transform: booleanAttribute });
  readonly chosen = output<T>();
}
