import {
  ChangeDetectionStrategy,
  Component,
  Injector,
  afterNextRender,
  booleanAttribute,
  inject,
  input,
  output,
} from '@angular/core';

/**
 * A thing that is so or not. Its name is what stands inside it, or `label` where nothing does. The browser's own box: it is on the
 * first page, and what a form library would bring along is not needed there.
 */
@Component({
  selector: 'sq-tick',
  template: `<label
    ><input
      type="checkbox"
      [checked]="on()"
      [disabled]="disabled()"
      [attr.aria-label]="label() || null"
      (change)="turn($event)" /><span><ng-content /></span
  ></label>`,
  styles: `
    :host {
      display: inline-flex;
      min-width: 0;
    }
    label {
      display: inline-flex;
      align-items: center;
      min-width: 0;
      min-height: 24px;
      gap: 6px;
      cursor: pointer;
    }
    input {
      flex: none;
      width: 14px;
      height: 14px;
      margin: 0 2px 0 0;
      cursor: inherit;
    }
    label:has(:disabled) {
      color: var(--mute);
      cursor: default;
    }
    /* a long name ends in dots, it does not run into what stands beside it */
    span {
      min-width: 0;
      overflow: hidden;
      text-overflow: ellipsis;
      line-height: 1.3;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Tick {
  readonly on = input.required<boolean>();
  readonly label = input('');
  readonly disabled = input(false, { transform: booleanAttribute });
  readonly turned = output<boolean>();

  private readonly injector = inject(Injector);

  /** The box shows what is so: it goes back where whoever listens has not made it so. */
  protected turn(event: Event): void {
    const box = event.target as HTMLInputElement;
    this.turned.emit(box.checked);
    afterNextRender({ write: () => (box.checked = this.on()) }, { injector: this.injector });
  }
}
