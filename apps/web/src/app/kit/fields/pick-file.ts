import { ChangeDetectionStrategy, Component, booleanAttribute, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';

/** A button that asks for a file. The same file can be asked for twice in a row. */
@Component({
  selector: 'sq-pick-file',
  imports: [MatButtonModule],
  template: `<button
      [matButton]="main() ? 'filled' : 'outlined'"
      type="button"
      [disabled]="disabled()"
      (click)="field.click()"
    >
      {{ text() }}
    </button>
    <input #field hidden type="file" [attr.aria-label]="label()" [accept]="accept()" (change)="pick(field)" />`,
  styles: `
    :host {
      display: inline-flex;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PickFile {
  /** What kind of file it is. */
  readonly label = input.required<string>();
  /** What the button says. */
  readonly text = input.required<string>();
  readonly accept = input('');
  readonly main = input(false, { transform: booleanAttribute });
  readonly disabled = input(false, { transform: booleanAttribute });
  readonly picked = output<File>();

  protected pick(field: HTMLInputElement): void {
    const file = field.files?.[0];
    field.value = '';
    if (file) this.picked.emit(file);
  }
}
