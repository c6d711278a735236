import {
  ChangeDetectionStrategy,
  Component,
  booleanAttribute,
  computed,
  input,
  linkedSignal,
  output,
  viewChild,
  type ElementRef,
} from '@angular/core';
import {
  MatAutocomplete,
  MatAutocompleteTrigger,
  MatOption,
  type MatAutocompleteSelectedEvent,
} from '@angular/material/autocomplete';
import type { Option } from './choice';

/** More than these are not looked through: letters narrow them. */
const MOST_SHOWN = 60;

let made = 0;

/** One of many: letters narrow the list, arrows and Enter choose. What is typed and not chosen is given up. */
@Component({
  selector: 'sq-picker',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatOption],
  template: `@if (!bare()) {
      <label [for]="id">{{ label() }}</label>
    }
    <input
      #field
      type="text"
      autocomplete="off"
      [id]="id"
      [value]="shown()"
      [attr.aria-label]="bare() ? label() : null"
      [disabled]="disabled()"
      [matAutocomplete]="list"
      (focus)="field.select()"
      (click)="field.select()"
      (input)="query.set(field.value)"
      (blur)="giveUp()"
    />
    <span class="caret m" aria-hidden="true">▾</span>
    <mat-autocomplete
      #list="matAutocomplete"
      class="sq-choices"
      [panelWidth]="''"
      [aria-label]="label()"
      autoActiveFirstOption
      hideSingleSelectionIndicator
      (optionSelected)="choose($event)"
    >
      @for (o of found(); track o.value) {
        <mat-option [value]="o" (mousedown)="stay($event)">{{ o.label }}</mat-option>
      }
      @if (more(); as count) {
        <mat-option disabled>{{ count }} more: type on</mat-option>
      } @else if (!found().length) {
        <mat-option disabled>Nothing is called that</mat-option>
      }
    </mat-autocomplete>`,
  styleUrl: './picker.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Picker<T> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = input.required<T>();
  readonly disabled = input(false, { transform: booleanAttribute });
  readonly bare = input(false, { transform: booleanAttribute });
  readonly chosen = output<T>();
  protected readonly id = `picker-${++made}`;
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  protected readonly shown = computed(() => this.options().find((o) => o.value === this.value())?.label ?? '');
  /** Letters typed since the list was opened; null: all are shown. */
  protected readonly query = linkedSignal<T, string | null>({ source: this.value, computation: () => null });
  private readonly matching = computed(() => {
    const words = (this.query() ?? '').toLowerCase().split(/\s+/).filter(Boolean);
    return this.options().filter(({ label }) => words.every((w) => label.toLowerCase().includes(w)));
  });
  protected readonly found = computed(() => this.matching().slice(0, MOST_SHOWN));
  protected readonly more = computed(() => this.matching().length - this.found().length);

  protected choose({ option }: MatAutocompleteSelectedEvent): void {
    const { value, label } = option.value as Option<T>;
    this.query.set(null);
    // shown at once; what the choice changes follows
    this.field().nativeElement.value = label;
    this.chosen.emit(value);
  }

  /** The field keeps the cursor: left, it would show all again and the option would be gone from under the press. */
  protected stay(event: Event): void {
    event.preventDefault();
  }

  protected giveUp(): void {
    this.query.set(null);
    this.field().nativeElement.value = this.shown();
  }
}
