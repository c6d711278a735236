import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Mark as MarkKind } from '@squallmark/core/findings';

/** A mark, or why there is none: it is being worked out, or could not be. */
export type ShownMark = MarkKind | 'computing' | 'unknown';

/** Stop, watch, clear: told by shape and colour together; a dotted ring while that is worked out, a query where it could not be. */
@Component({
  selector: 'sq-mark',
  template: `<svg viewBox="0 0 14 14" width="13" height="13" role="img" [attr.aria-label]="kind()">
    @switch (kind()) {
      @case ('stop') {
        <path d="M7 .8 13.2 7 7 13.2.8 7z" fill="var(--stop)" />
      }
      @case ('watch') {
        <circle cx="7" cy="7" r="5.4" fill="none" stroke="var(--watch)" stroke-width="1.7" />
        <path d="M7 1.6a5.4 5.4 0 0 0 0 10.8z" fill="var(--watch)" />
      }
      @case ('computing') {
        <circle cx="7" cy="7" r="5.2" fill="none" stroke="var(--mute)" stroke-width="1.6" stroke-dasharray="1.6 2.5" />
      }
      @case ('unknown') {
        <path
          d="M4.4 5.2a2.7 2.7 0 1 1 3.9 2.4C7.3 8.1 7 8.5 7 9.5M7 11.6v1.2"
          fill="none"
          stroke="var(--mute)"
          stroke-width="1.7"
        />
      }
      @default {
        <circle cx="7" cy="7" r="5.2" fill="none" stroke="var(--clear)" stroke-width="1.9" />
      }
    }
  </svg>`,
  styles: ':host{display:inline-flex;vertical-align:-1px;flex:none}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Mark {
  readonly kind = input.required<ShownMark>();
}
