import { Clipboard } from '@angular/cdk/clipboard';
import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { RigStore } from '../state/rig-store';
import { RoomIcon } from './room-icon';

/** Puts a text on the clipboard, and says whether the browser let it. */
@Component({
  selector: 'sq-copy',
  imports: [RoomIcon],
  template: `<button type="button" [attr.aria-label]="name()" [title]="name()" (click)="copy()">
    <sq-room-icon name="copy" />
  </button>`,
  styles: `
    button {
      display: grid;
      place-items: center;
      width: 28px;
      height: 28px;
      border: 1px solid var(--rule-strong);
      border-radius: var(--r);
      background: var(--panel);
      color: var(--ink);
      cursor: pointer;
    }
    @media (pointer: coarse) {
      button {
        width: 40px;
        height: 40px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Copy {
  /** What the button is called, `Copy the pin table`. */
  readonly name = input.required<string>();
  readonly text = input.required<string>();
  private readonly clipboard = inject(Clipboard);
  private readonly store = inject(RigStore);

  protected copy(): void {
    this.store.say(this.clipboard.copy(this.text()) ? 'Copied' : 'The browser did not let it be copied');
  }
}
