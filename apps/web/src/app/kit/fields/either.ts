import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Option } from './choice';

let made = 0;

/** One of two or three that take a sentence each, all in sight. Nothing is chosen at first; arrows go along them. */
@Component({
  selector: 'sq-either',
  template: `<fieldset>
    <legend>{{ label() }}</legend>
    @for (o of options(); track o.value) {
      <label>
        <input type="radio" [name]="name" [checked]="o.value === value()" (change)="chosen.emit(o.value)" />
        <span
          ><b>{{ o.label }}.</b> {{ o.text }}</span
        >
      </label>
    }
  </fieldset>`,
  styleUrl: './either.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Either<T> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly (Option<T> & { text: string })[]>();
  readonly value = input<T | null>(null);
  readonly chosen = output<T>();
  protected readonly name = `either-${made++}`;
}
