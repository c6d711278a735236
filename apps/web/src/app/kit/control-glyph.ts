import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Control } from '@squallmark/core/parts';

/** A control of the transmitter as a small sign. Decorative: its label stands beside it. */
@Component({
  selector: 'sq-control-glyph',
  template: `<svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true">
    @switch (kind()) {
      @case ('stick') {
        <rect x="1" y="1" width="20" height="20" rx="2" fill="none" stroke="var(--ink)" />
        <circle cx="11" cy="11" r="3.4" fill="var(--harbour)" />
        <path d="M4 11h3m8 0h3" stroke="var(--ink)" />
      }
      @case ('slider') {
        <path d="M11 2v18" stroke="var(--mute)" />
        <rect x="4" y="11" width="14" height="5" fill="var(--harbour)" />
      }
      @case ('knob') {
        <circle cx="11" cy="11" r="8.5" fill="none" stroke="var(--ink)" />
        <path d="M11 11 16 5" stroke="var(--harbour)" stroke-width="2" />
      }
      @case ('button') {
        <circle cx="11" cy="11" r="7.5" fill="none" stroke="var(--ink)" />
        <circle cx="11" cy="11" r="4" fill="var(--harbour)" />
      }
      @case ('switch3') {
        <rect x="7" y="1" width="8" height="20" rx="4" fill="none" stroke="var(--ink)" />
        <circle cx="11" cy="11" r="3" fill="var(--harbour)" />
        <path d="M18 4h3m-3 7h3m-3 7h3" stroke="var(--mute)" />
      }
      @case ('switch2') {
        <rect x="7" y="1" width="8" height="20" rx="4" fill="none" stroke="var(--ink)" />
        <circle cx="11" cy="6" r="3" fill="var(--harbour)" />
        <path d="M18 5h3m-3 12h3" stroke="var(--mute)" />
      }
      @default {
        <path d="M4 11h14" stroke="var(--mute)" stroke-dasharray="2 3" />
      }
    }
  </svg>`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ControlGlyph {
  readonly kind = input.required<Control['kind'] | undefined>();
}
