import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { WishState } from '@squallmark/core/channels';
import { Mark } from '../../kit/mark';
import { unrolled } from '../../kit/unroll';

/** Wishes granted by gestures, a screen or the device itself: no control of the transmitter to hang them on. */
@Component({
  selector: 'sq-asked-wishes',
  imports: [Mark],
  template: `<ul class="loose" aria-label="Asked without a channel">
    @for (w of shown(); track w.wish.id) {
      <li>
        <sq-mark kind="clear" />
        <button class="link" type="button" (click)="chosen.emit(w.wish.id)">{{ w.wish.label }}</button>
        <span class="m s">{{ w.why }}</span>
      </li>
    }
  </ul>`,
  styleUrl: './wish-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AskedWishes {
  readonly wishes = input.required<readonly WishState[]>();
  readonly chosen = output<string>();
  protected readonly shown = unrolled(this.wishes, 12);
}
