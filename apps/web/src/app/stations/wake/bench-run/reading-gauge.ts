import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { num, remap } from '@squallmark/core/units';
import type { AskedReading } from '@squallmark/core/wake';

/** Where a reading lies among what is expected, what wants open eyes and what stops the run. */
@Component({
  selector: 'sq-reading-gauge',
  template: `<div class="scale">
    <i class="watch" [style.left.%]="at(asked().possible[0])" [style.width.%]="wide(asked().possible)"></i>
    <i class="within" [style.left.%]="at(asked().expected[0])" [style.width.%]="wide(asked().expected)"></i>
    @if (value() !== null) {
      <b [style.left.%]="needle()"></b>
    }
    <span class="n" [style.left.%]="at(asked().possible[0])">{{ num(asked().possible[0], 1) }}</span>
    <span class="n" [style.left.%]="at(asked().expected[0])">{{ num(asked().expected[0], 1) }}</span>
  </div>`,
  styles: `
    .scale {
      position: relative;
      height: 10px;
      margin: 18px 0 14px;
      background: var(--stop-tint);
    }

    i,
    b,
    span {
      position: absolute;
    }

    i {
      top: 0;
      height: 100%;
    }

    .watch {
      background: var(--watch-tint);
    }

    .within {
      background: var(--clear-tint);
      outline: 1px solid var(--clear);
    }

    b {
      top: -6px;
      height: 22px;
      border-left: 3px solid var(--stop);
      margin-left: -1px;
    }

    span {
      top: -17px;
      font-size: 11px;
      color: var(--mute);
      transform: translateX(-50%);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { 'aria-hidden': 'true' },
})
export class ReadingGauge {
  readonly asked = input.required<AskedReading>();
  /** V; null while nothing readable was typed. */
  readonly value = input.required<number | null>();
  protected readonly num = num;
  /** A little more on either side than can be. */
  private readonly span = computed(() => {
    const [least, most] = this.asked().possible;
    const more = (most - least) * 0.12;
    return [least - more, most + more] as const;
  });
  protected readonly needle = computed(() => Math.max(0, Math.min(100, this.at(this.value() ?? 0))));

  protected at(v: number): number {
    return remap(v, ...this.span(), 0, 100);
  }

  protected wide([from, to]: readonly [number, number]): number {
    return this.at(to) - this.at(from);
  }
}
