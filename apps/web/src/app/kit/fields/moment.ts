import { ChangeDetectionStrategy, Component, forwardRef, input } from '@angular/core';
import { NG_VALUE_ACCESSOR } from '@angular/forms';
import { FormField } from './control';

let made = 0;

/** A day and a time of day, `2026-05-04T09:30`, in the zone of this machine; null where none is said. */
@Component({
  selector: 'sq-moment',
  template: `<label [for]="id">{{ label() }}</label>
    <input
      type="datetime-local"
      [id]="id"
      [value]="value() ?? ''"
      [disabled]="off()"
      [attr.aria-invalid]="why() ? 'true' : null"
      [attr.aria-describedby]="why() ? id + '-why' : null"
      (change)="take($event)"
      (blur)="touched()"
    />
    @if (why(); as text) {
      <span class="why" role="alert" [id]="id + '-why'">{{ text }}</span>
    }`,
  styleUrl: './words.scss',
  styles: 'input { --words-width: 176px; }',
  providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => Moment), multi: true }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Moment extends FormField<string | null> {
  readonly label = input.required<string>();
  /** Why what stands here cannot be; empty where it can. */
  readonly why = input('');
  protected readonly id = `moment-${++made}`;

  protected take(event: Event): void {
    const value = (event.target as HTMLInputElement).value || null;
    this.value.set(value);
    this.tell(value);
  }
}
