import { effect, Injectable, signal } from '@angular/core';
import { recall, remember } from './small-notes';

const KEY = 'squallmark-theme';

/** Day or night bench; follows the system until chosen. */
@Injectable({ providedIn: 'root' })
export class Theme {
  readonly dark = signal(
    recall(KEY) === 'dark' || (!recall(KEY) && matchMedia('(prefers-color-scheme: dark)').matches),
  );

  constructor() {
    effect(() => document.documentElement.setAttribute('data-theme', this.dark() ? 'dark' : 'light'));
  }

  toggle(): void {
    this.dark.update((dark) => !dark);
    remember(KEY, this.dark() ? 'dark' : 'light');
  }
}
