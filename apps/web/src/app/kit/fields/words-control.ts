import { Directive, forwardRef, inject } from '@angular/core';
import { NG_VALUE_ACCESSOR, type ControlValueAccessor } from '@angular/forms';
import { WordsField } from './words';

/** Words in a form: each letter is told as it comes. */
@Directive({
  selector: 'sq-words[formControlName], sq-words[formControl]',
  providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => WordsControl), multi: true }],
  host: { '(focusout)': 'touched()' },
})
export class WordsControl implements ControlValueAccessor {
  private readonly field = inject(WordsField);
  protected touched: () => void = () => undefined;

  writeValue(words: string | null): void {
    this.field.put(words ?? '');
  }

  registerOnChange(tell: (words: string) => void): void {
    this.field.typed.subscribe(tell);
  }

  registerOnTouched(touched: () => void): void {
    this.touched = touched;
  }
}
