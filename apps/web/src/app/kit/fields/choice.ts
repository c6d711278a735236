import { ChangeDetectionStrategy, Component, booleanAttribute, input, output } from '@angular/core';
import { MatOption, MatSelect } from '@angular/material/select';

/** One of a few: what it stands for and how it is called. */
export interface Option<T> {
  value: T;
  label: string;
}

/** Words that are their own values, as options. */
export const optionsOf = <T extends string>(words: readonly T[]): Option<T>[] =>
  words.map((word) => ({ value: word, label: word }));

/** One of a list that is short enough to be looked through; opens on click, arrows, Enter and letters. */
@Component({
  selector: 'sq-choice',
  imports: [MatOption, MatSelect],
  template: `@if (!bare()) {
      <span class="label" aria-hidden="true">{{ label() }}</span>
    }
    <mat-select
      [aria-label]="label()"
      [value]="value()"
      [disabled]="disabled()"
      [panelWidth]="null"
      panelClass="sq-choices"
      hideSingleSelectionIndicator
      canSelectNullableOptions
      (selectionChange)="chosen.emit($event.value)"
    >
      @for (o of options(); track o.value) {
        <mat-option [value]="o.value">{{ o.label }}</mat-option>
      }
    </mat-select>`,
  styleUrl: './choice.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Choice<T> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = input.required<T>();
  readonly disabled = input(false, { transform: booleanAttribute });
  /** The name is told, not shown: where a head or a sentence names it already. */
  readonly bare = input(false, { transform: booleanAttribute });
  readonly chosen = output<T>();
}
