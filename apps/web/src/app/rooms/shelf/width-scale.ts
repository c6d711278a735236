import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { PULSE } from '@squallmark/core/units';

/** A window as it stands in a sheet that may not be sound yet. */
export interface ScaleWindow {
  fromUs?: number;
  toUs?: number;
  label?: string;
}

const WIDTH = 400;
const MARKS = [1000, 1500, 2000];
const x = (us: number): number =>
  Math.max(0, Math.min(WIDTH, ((us - PULSE.leastUs) / (PULSE.mostUs - PULSE.leastUs)) * WIDTH));

/** Windows of a function over the widths that a channel can send; where two meet the same width it shows. */
@Component({
  selector: 'sq-width-scale',
  template: `<svg [attr.viewBox]="'0 0 ' + width + ' 40'" role="img" [attr.aria-label]="text()">
    @for (w of shown(); track $index) {
      <rect
        [attr.x]="w.x"
        y="4"
        [attr.width]="w.width"
        height="18"
        fill="var(--harbour-tint)"
        stroke="var(--harbour)"
      />
      <text [attr.x]="w.x + w.width / 2" y="17" text-anchor="middle" font-size="11">{{ w.label }}</text>
    }
    @for (m of marks; track m) {
      <path [attr.d]="'M' + at(m) + ' 22v5'" stroke="var(--mute)" />
      <text [attr.x]="at(m)" y="37" text-anchor="middle" font-size="10" class="num mut">{{ m }}</text>
    }
  </svg>`,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 460px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WidthScale {
  readonly windows = input.required<readonly ScaleWindow[]>();
  protected readonly width = WIDTH;
  protected readonly marks = MARKS;
  protected readonly at = x;
  protected readonly shown = computed(() =>
    this.windows().map(({ fromUs = 0, toUs = 0, label = '' }) => {
      const from = x(fromUs);
      const width = Math.max(2, x(toUs) - from);
      return { x: from, width, label: width > label.length * 5.6 ? label : '' };
    }),
  );
  protected readonly text = computed(() =>
    this.windows()
      .map(({ fromUs, toUs, label }) => `${label ?? ''} ${fromUs ?? '?'} to ${toUs ?? '?'} µs`)
      .join(', '),
  );
}
