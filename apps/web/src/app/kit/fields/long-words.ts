import { ChangeDetectionStrategy, Component, booleanAttribute, input, output } from '@angular/core';

/** Words over many lines, in the numbers' face: a sheet as text. */
@Component({
  selector: 'sq-long-words',
  template: `<textarea
    class="n"
    spellcheck="false"
    [attr.aria-label]="label()"
    [value]="value()"
    [readOnly]="still()"
    [attr.aria-invalid]="wrong()"
    [attr.aria-describedby]="about()"
    (input)="type($event)"
  ></textarea>`,
  styleUrl: './long-words.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LongWordsField {
  readonly label = input.required<string>();
  readonly value = input.required<string>();
  readonly wrong = input(false);
  /** To be read only. */
  readonly still = input(false, { transform: booleanAttribute });
  readonly about = input<string>();
  readonly typed = output<string>();

  protected type(event: Event): void {
    this.typed.emit((event.target as HTMLTextAreaElement).value);
  }
}
