import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Joint } from '@squallmark/core/parts';
import { degrees } from '@squallmark/core/units';

const R = 34;
const C = 46;

/** An axis against its limits; zero points up. */
@Component({
  selector: 'sq-dial',
  template: `<svg viewBox="0 0 92 92" role="img" [attr.aria-label]="name() + ' ' + text()">
    <path [attr.d]="arc(-span(), span())" fill="none" stroke="var(--hair)" stroke-width="6" />
    <path
      [attr.d]="arc(joint().minDeg, joint().maxDeg)"
      fill="none"
      stroke="var(--harbour)"
      stroke-opacity="0.35"
      stroke-width="6"
    />
    @if (value() !== null) {
      <path [attr.d]="needle()" stroke="var(--stop)" stroke-width="2.4" />
    }
    <circle [attr.cx]="centre" [attr.cy]="centre - 4" r="3" fill="var(--ink)" />
    <text [attr.x]="centre" y="66" font-size="13" text-anchor="middle" class="num">{{ text() }}</text>
    <text [attr.x]="centre" y="82" font-size="11" text-anchor="middle" class="mut">{{ joint().label }}</text>
  </svg>`,
  styles: 'svg{width:92px;display:block}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Dial {
  readonly joint = input.required<Joint>();
  readonly value = input.required<number | null>();
  /** The part it turns, where several have axes; empty where one has. */
  readonly of = input('');
  protected readonly name = computed(() => [this.of(), this.joint().label].filter(Boolean).join(', '));
  protected readonly centre = C;
  /** Degrees of the axis that the whole scale shows each way: half a turn, or as far as the axis goes. */
  protected readonly span = computed(() => Math.max(180, -this.joint().minDeg, this.joint().maxDeg));
  /** Three quarters of the dial, so that the two ends stay apart. */
  private readonly scale = computed(() => 135 / this.span());
  protected readonly text = computed(() => (this.value() === null ? '–' : degrees(Math.round(this.value()!))));
  protected readonly needle = computed(() => `M${C} ${C - 4}L${this.point(this.value() ?? 0, 28)}`);

  protected arc(from: number, to: number): string {
    return `M${this.point(from, R)}A${R} ${R} 0 ${(to - from) * this.scale() > 180 ? 1 : 0} 1 ${this.point(to, R)}`;
  }

  private point(deg: number, radius: number): string {
    const angle = (deg * this.scale() * Math.PI) / 180 - Math.PI / 2;
    return `${(C + radius * Math.cos(angle)).toFixed(2)} ${(C - 4 + radius * Math.sin(angle)).toFixed(2)}`;
  }
}
