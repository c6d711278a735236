import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Hanging } from './face-layout';

/** What the numbers on a narrow face mean. */
@Component({
  selector: 'sq-hung-list',
  template: `<ol>
    @for (w of hangings(); track w.id) {
      <li>
        <button type="button" [attr.aria-pressed]="w.ids.includes(chosen() ?? '')" (click)="gone.emit(w)">
          <b>{{ w.label }}</b>&ngsp;<span class="m s">{{ w.control.label }} · {{ w.note }}</span>
        </button>
      </li>
    }
  </ol>`,
  styleUrl: './hung-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HungList {
  readonly hangings = input.required<readonly Hanging[]>();
  readonly chosen = input<string | null>(null);
  /** A wish was gone to. */
  readonly gone = output<Hanging>();
}
