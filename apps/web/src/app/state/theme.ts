import { effect, Injectable, signal } from '@angular/core';

const KEY = 'squallmark-theme';

/** Day or night bench; follows the system until chosen. */
@Injectable({ providedIn: 'root' })
export class Theme {
  readonly dark = signal(
    localStorage.getItem(KEY) === 'dark' ||
      (!localStorage.getItem(KEY) && matchMedia('(prefers-color-scheme: dark)').matches),
  );

  constructor() {
    effect(() => document.documentElement.setAttribute('data-theme', this.dark() ? 'dark' : 'light'));
  }

  toggle(): void {
    this.dark.update((dark) => !dark);
    localStorage.setItem(KEY, this.dark() ? 'dark' : 'light');
  }
}
