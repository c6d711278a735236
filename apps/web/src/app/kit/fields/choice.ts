import {
  afterNextRender,
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatOption, MatSelect } from '@angular/material/select';

let made = 0;

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
    @if (awake()) {
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
      </mat-select>
    } @else {
      <button
        type="button"
        class="shut"
        role="combobox"
        aria-haspopup="listbox"
        aria-expanded="false"
        [attr.aria-controls]="id"
        [attr.aria-label]="label()"
        [disabled]="disabled()"
        (pointerdown)="$event.preventDefault()"
        (click)="wake(true)"
        (focus)="wake(false)"
      >
        <span>{{ shown() }}</span>
      </button>
    }`,
  styleUrl: './choice.scss',
  // what may be cut off in its box is told whole under the pointer
  host: { '[attr.title]': 'shown().length > 12 ? shown() : null' },
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
  protected readonly id = `choice-${++made}`;
  /** The list proper is made when a hand comes near: a ladder has dozens of these, and few are ever opened. */
  protected readonly awake = signal(false);
  protected readonly shown = computed(() => this.options().find((o) => o.value === this.value())?.label ?? '');
  private readonly list = viewChild(MatSelect);
  private readonly injector = inject(Injector);

  protected wake(open: boolean): void {
    this.awake.set(true);
    afterNextRender(
      () => {
        this.list()?.focus();
        if (open) this.list()?.open();
      },
      { injector: this.injector },
    );
  }
}
