import { BreakpointObserver } from '@angular/cdk/layout';
import { inject, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';

/** Whether the page is narrower than so many CSS pixels; follows the window. Called where things are injected. */
export function narrowerThan(px: 600 | 901 | 1000): Signal<boolean> {
  const seen = inject(BreakpointObserver).observe(`(max-width: ${px - 1}px)`);
  return toSignal(seen.pipe(map(({ matches }) => matches)), { initialValue: false });
}
