import { signal } from '@angular/core';
import type { ControlValueAccessor } from '@angular/forms';

/** What every field does that stands in a form: takes the form's value, and tells it what the user left. */
export abstract class FormField<T> implements ControlValueAccessor {
  protected readonly value = signal<T | null>(null);
  protected readonly off = signal(false);
  protected tell: (value: T) => void = () => undefined;
  protected touched: () => void = () => undefined;

  writeValue(value: T | null): void {
    this.value.set(value);
  }

  registerOnChange(tell: (value: T) => void): void {
    this.tell = tell;
  }

  registerOnTouched(touched: () => void): void {
    this.touched = touched;
  }

  setDisabledState(off: boolean): void {
    this.off.set(off);
  }
}
