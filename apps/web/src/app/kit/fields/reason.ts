import { DestroyRef, inject, signal } from '@angular/core';

/** So long the reason for a refused entry stays in sight once the field is left, ms. */
const LINGERS_MS = 6000;

/** Why what stands in a field is not taken: beside it while it stands there, and for a while after. Made in a field's constructor. */
export class Reason {
  readonly text = signal('');
  /** Whether what is refused stands in the field now. */
  readonly stands = signal(false);
  private waiting: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => clearTimeout(this.waiting));
  }

  /** Empty where all is well. */
  say(text: string): void {
    clearTimeout(this.waiting);
    this.text.set(text);
    this.stands.set(text !== '');
  }

  /** The field is left and holds what it held: the reason stays readable for a moment. */
  linger(): void {
    this.stands.set(false);
    if (this.text()) this.waiting = setTimeout(() => this.text.set(''), LINGERS_MS);
  }
}
