import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { curveAt, curvePoints, deadBand, type Shape } from '@squallmark/core/channels';
import { Choice } from '../../kit/fields/choice';
import { Travel } from '../../kit/fields/travel';

const WIDTH = 240;
const HEIGHT = 92;
/** Room for half a handle on every side. */
const RIM = 9;
const COUNTS = [3, 5, 7, 9];

const x = (at: number): number => RIM + ((at + 1) / 2) * (WIDTH - 2 * RIM);
const y = (height: number): number => RIM + ((1 - height) / 2) * (HEIGHT - 2 * RIM);

/** What the transmitter makes of its control: the curve, now on it, and its points as upright sliders. */
@Component({
  selector: 'sq-curve-editor',
  imports: [Choice, Travel],
  template: `<sq-choice
      label="Curve by"
      [options]="counts()"
      [value]="shape().points?.length ?? 0"
      (chosen)="choose($event)"
    />
    <div class="field" [style.height.px]="height">
      <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" preserveAspectRatio="none" aria-hidden="true">
        <path [attr.d]="cross" stroke="var(--hair)" fill="none" />
        <path [attr.d]="line()" stroke="var(--harbour)" stroke-width="1.6" fill="none" />
        <path [attr.d]="'M' + now().x + ' ' + (now().y - 7) + 'v14'" stroke="var(--stop)" stroke-width="2" />
      </svg>
      @for (p of points(); track $index) {
        <sq-travel
          upright
          handle
          [least]="-100"
          [most]="100"
          [step]="1"
          [style.left.%]="p.left"
          [value]="p.pct"
          [label]="p.name"
          [says]="p.pct + ' %'"
          (moved)="lift($index, $event)"
        />
      }
    </div>`,
  styles: `
    sq-choice {
      display: flex;
      justify-content: space-between;
    }
    .field {
      position: relative;
      margin: 5px 0 7px;
      border: 1px solid var(--hair);
      border-radius: var(--r);
    }
    svg {
      display: block;
      width: 100%;
      height: 100%;
    }
    sq-travel {
      position: absolute;
      top: 0;
      height: 100%;
      width: 18px;
      margin-left: -9px;
      cursor: ns-resize;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CurveEditor {
  readonly shape = input.required<Shape>();
  /** Where the control stands, −1…+1. */
  readonly position = input.required<number>();
  /** New heights, per cent, or null for the smooth curve. */
  readonly bent = output<number[] | null>();
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly cross = `M${x(-1)} ${y(0)}H${x(1)}M${x(0)} ${y(1)}V${y(-1)}`;
  /** The usual numbers of points, and the one it has when a file brought another. */
  protected readonly counts = computed(() => {
    const own = this.shape().points?.length;
    const all = own === undefined || COUNTS.includes(own) ? COUNTS : [...COUNTS, own].sort((a, b) => a - b);
    return [{ value: 0, label: 'softness %' }, ...all.map((n) => ({ value: n, label: `${n} points` }))];
  });
  protected readonly line = computed(() => {
    const at = Array.from({ length: 81 }, (_, i) => -1 + i / 40);
    return `M${at.map((p) => `${x(p)} ${y(curveAt(this.shape(), p))}`).join('L')}`;
  });
  protected readonly now = computed(() => {
    const past = deadBand(this.position(), this.shape().deadBandPct / 100);
    return { x: x(past), y: y(curveAt(this.shape(), past)) };
  });
  protected readonly points = computed(() => {
    const all = this.shape().points ?? [];
    return all.map((pct, i) => {
      const at = -1 + (2 * i) / (all.length - 1);
      return { pct, left: (x(at) / WIDTH) * 100, name: `Curve at ${Math.round(at * 100)} % of the control` };
    });
  });

  protected choose(count: number): void {
    this.bent.emit(count ? curvePoints(this.shape(), count) : null);
  }

  protected lift(index: number, to: number): void {
    this.bent.emit(this.shape().points!.map((pct, i) => (i === index ? to : pct)));
  }
}
