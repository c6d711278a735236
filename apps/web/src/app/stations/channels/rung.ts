import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { LadderRow } from '@squallmark/core/channels';
import { rowNow } from '@squallmark/core/channels';
import { PULSE } from '@squallmark/core/units';

const WIDTH = 300;
const SPAN = PULSE.mostUs - PULSE.leastUs;
const x = (us: number): number => Math.max(0, Math.min(WIDTH, ((us - PULSE.leastUs) / SPAN) * WIDTH));

/** One rung of the ladder: windows or travel, end points, and the needle of now. The needle is a slider. */
@Component({
  selector: 'sq-rung',
  template: `<svg [attr.viewBox]="'0 0 ' + width + ' 28'" aria-hidden="true">
      <path [attr.d]="'M0 27.5H' + width" stroke="var(--hair)" />
      @for (w of windows(); track w.label) {
        <rect
          [attr.x]="w.x"
          y="4"
          [attr.width]="w.width"
          height="19"
          [attr.fill]="w.on ? 'var(--harbour-tint)' : 'var(--hair)'"
        />
        <text [attr.x]="w.x + w.width / 2" y="17" font-size="10.5" text-anchor="middle" [class.mut]="!w.on">
          {{ w.text }}
        </text>
      } @empty {
        <rect
          [attr.x]="ends().low"
          y="11"
          [attr.width]="ends().high - ends().low"
          height="6"
          fill="var(--harbour-tint)"
        />
        <path [attr.d]="'M' + centre + ' 7v14'" stroke="var(--rule-strong)" />
      }
      <path [attr.d]="'M' + ends().low + ' 22v6M' + ends().high + ' 22v6'" stroke="var(--ink)" stroke-width="1.5" />
      @if (needle() !== null) {
        <path [attr.d]="'M' + needle() + ' 1v26'" stroke="var(--stop)" stroke-width="2" />
      }
    </svg>
    @if (row().control; as control) {
      <input
        type="range"
        min="-1"
        max="1"
        [step]="step()"
        [value]="position()"
        [attr.aria-label]="'Channel ' + row().channel + ': ' + control.label + ' position'"
        (input)="move($event)"
      />
    }`,
  styles: `
    :host {
      display: block;
      position: relative;
      min-width: 220px;
    }
    svg {
      display: block;
      width: 100%;
    }
    input {
      position: absolute;
      inset: 0;
      width: 100%;
      margin: 0;
      opacity: 0;
      cursor: ew-resize;
    }
    :host:has(input:focus-visible) {
      outline: 2px solid var(--harbour);
      outline-offset: 1px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Rung {
  readonly row = input.required<LadderRow>();
  readonly position = input.required<number>();
  readonly moved = output<number>();
  protected readonly width = WIDTH;
  protected readonly centre = x(PULSE.centreUs);
  private readonly now = computed(() => rowNow(this.row(), this.position()));
  protected readonly needle = computed(() => (this.now() ? x(this.now()!.sentUs) : null));
  protected readonly ends = computed(() => ({
    low: x(this.row().shaping?.lowUs ?? 1000),
    high: x(this.row().shaping?.highUs ?? 2000),
  }));
  protected readonly step = computed(
    () => ({ switch3: 1, switch2: 2, button: 2 })[this.row().control?.kind as string] ?? 0.01,
  );
  protected readonly windows = computed(() =>
    (this.row().moves.find((m) => m.fn.windows)?.fn.windows ?? []).map((w) => {
      const from = x(w.fromUs);
      const width = Math.max(3, x(w.toUs) - from - 1.5);
      return {
        label: w.label,
        x: from,
        width,
        text: width > w.label.length * 5.4 ? w.label : '',
        on: this.now()?.window === w.label,
      };
    }),
  );

  protected move(event: Event): void {
    this.moved.emit(Number((event.target as HTMLInputElement).value));
  }
}
