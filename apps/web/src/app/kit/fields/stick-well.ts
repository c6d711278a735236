import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Travel } from './travel';

const SIZE = 108;

/** One stick: drag it, or use its two sliders by keyboard. Springs back on release where it has a spring. */
@Component({
  selector: 'sq-stick-well',
  imports: [Travel],
  template: `<svg
      [attr.viewBox]="'0 0 ' + size + ' ' + size"
      aria-hidden="true"
      (pointerdown)="grab($event)"
      (pointermove)="drag($event)"
      (pointerup)="drop($event)"
      (pointercancel)="drop($event)"
    >
      <rect
        x=".5"
        y=".5"
        [attr.width]="size - 1"
        [attr.height]="size - 1"
        rx="3"
        fill="var(--panel)"
        stroke="var(--rule-strong)"
      />
      <path [attr.d]="'M' + mid + ' 6v' + (size - 12) + 'M6 ' + mid + 'h' + (size - 12)" stroke="var(--hair)" />
      <path
        [attr.d]="'M' + mid + ' ' + mid + 'L' + px(x()) + ' ' + px(-y())"
        stroke="var(--harbour)"
        stroke-width="2"
      />
      <circle [attr.cx]="px(x())" [attr.cy]="px(-y())" r="9" fill="var(--harbour)" />
    </svg>
    <sq-travel
      class="sr"
      [label]="label() + ' stick left and right'"
      [step]="0.05"
      [value]="x()"
      (moved)="moved.emit({ axis: 'x', to: $event })"
    />
    <sq-travel
      class="sr"
      [label]="label() + ' stick up and down'"
      [step]="0.05"
      [value]="y()"
      (moved)="moved.emit({ axis: 'y', to: $event })"
    />
    <div class="m s">{{ names() }}</div>`,
  styles: `
    :host {
      display: block;
      position: relative;
      width: 116px;
      text-align: center;
    }
    svg {
      width: 116px;
      display: block;
      touch-action: none;
      cursor: grab;
    }
    :host:has(:focus-visible) svg {
      outline: 2px solid var(--harbour);
      outline-offset: 2px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StickWell {
  readonly label = input.required<string>();
  readonly names = input.required<string>();
  readonly x = input.required<number>();
  readonly y = input.required<number>();
  /** A throttle stays where it is put. */
  readonly springY = input(true);
  readonly moved = output<{ axis: 'x' | 'y'; to: number }>();
  protected readonly size = SIZE;
  protected readonly mid = SIZE / 2;
  private held = false;

  protected px(position: number): number {
    return SIZE / 2 + position * 42;
  }

  protected grab(event: PointerEvent): void {
    this.held = true;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.drag(event);
  }

  protected drag(event: PointerEvent): void {
    if (!this.held) return;
    const box = (event.currentTarget as Element).getBoundingClientRect();
    const at = (value: number, from: number, length: number): number =>
      Math.max(-1, Math.min(1, ((value - from) / length - 0.5) * (SIZE / 42)));
    this.moved.emit({ axis: 'x', to: at(event.clientX, box.left, box.width) });
    this.moved.emit({ axis: 'y', to: -at(event.clientY, box.top, box.height) });
  }

  protected drop(event: PointerEvent): void {
    if (!this.held) return;
    this.held = false;
    (event.currentTarget as Element).releasePointerCapture(event.pointerId);
    this.moved.emit({ axis: 'x', to: 0 });
    if (this.springY()) this.moved.emit({ axis: 'y', to: 0 });
  }
}
