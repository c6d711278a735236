import { CdkListbox, CdkOption } from '@angular/cdk/listbox';
import { ChangeDetectionStrategy, Component, forwardRef, input } from '@angular/core';
import { NG_VALUE_ACCESSOR } from '@angular/forms';
import type { Option } from './choice';
import { FormField } from './control';

/** Some of a few, all in sight: each is on or off. Arrows go along them, Space turns one. */
@Component({
  selector: 'sq-chips',
  imports: [CdkListbox, CdkOption],
  template: `<ul
    cdkListbox
    cdkListboxMultiple
    cdkListboxOrientation="horizontal"
    [attr.aria-label]="label()"
    [cdkListboxDisabled]="off()"
    [cdkListboxValue]="value() ?? []"
    (cdkListboxValueChange)="choose($event.value)"
    (blur)="touched()"
  >
    @for (o of options(); track o.value) {
      <li #it="cdkOption" [cdkOption]="o.value">
        <span class="tick" aria-hidden="true">{{ it.isSelected() ? '✓' : '' }}</span>{{ o.label }}
      </li>
    }
  </ul>`,
  styleUrl: './chips.scss',
  providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => Chips), multi: true }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Chips<T> extends FormField<readonly T[]> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<T>[]>();

  protected choose(value: readonly T[]): void {
    this.value.set(value);
    this.tell(value);
  }
}
