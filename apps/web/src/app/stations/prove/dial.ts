import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { degrees, num } from '@squallmark/core/units';

const R = 34;
const C = 46;

/** What a dial shows: an axis against its limits in degrees, or a drive against its ends in per cent. */
export interface Scale {
  label: string;
  from: number;
  to: number;
  unit: '°' | '%';
}

/** A figure against its limits; zero points up. */
@Component({
  selector: 'sq-dial',
  template: `<svg
    [attr.viewBox]="note() ? '0 0 92 106' : '0 0 92 92'"
    role="img"
    [attr.aria-label]="name() + ' ' + text() + (note() ? ', ' + note() : '')"
  >
    <path [attr.d]="arc(-span(), span())" fill="none" stroke="var(--hair)" stroke-width="6" />
    <path
      [attr.d]="arc(scale().from, scale().to)"
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
    <text [attr.x]="centre" y="82" font-size="11" text-anchor="middle" class="mut">{{ scale().label }}</text>
    @if (note()) {
      <text [attr.x]="centre" y="98" font-size="11" text-anchor="middle" class="mut">{{ note() }}</text>
    }
  </svg>`,
  styles: 'svg{width:92px;display:block}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Dial {
  readonly scale = input.required<Scale>();
  readonly value = input.required<number | null>();
  /** The part it turns, where several have axes; empty where one has. */
  readonly of = input('');
  /** What else is known of it, below its label. */
  readonly note = input('');
  protected readonly name = computed(() => [this.of(), this.scale().label].filter(Boolean).join(', '));
  protected readonly centre = C;
  /** What the whole dial shows each way: half a turn, or as far as the axis or drive goes. */
  protected readonly span = computed(() => {
    const { from, to, unit } = this.scale();
    return Math.max(unit === '°' ? 180 : 1, -from, to);
  });
  /** Three quarters of the dial, so that the two ends stay apart. */
  private readonly degPerUnit = computed(() => 135 / this.span());
  protected readonly text = computed(() => {
    const value = this.value();
    if (value === null) return '–';
    return this.scale().unit === '°' ? degrees(Math.round(value)) : `${num(Math.round(value))} %`;
  });
  protected readonly needle = computed(() => `M${C} ${C - 4}L${this.point(this.value() ?? 0, 28)}`);

  protected arc(from: number, to: number): string {
    return `M${this.point(from, R)}A${R} ${R} 0 ${(to - from) * this.degPerUnit() > 180 ? 1 : 0} 1 ${this.point(to, R)}`;
  }

  private point(at: number, radius: number): string {
    const angle = (at * this.degPerUnit() * Math.PI) / 180 - Math.PI / 2;
    return `${(C + radius * Math.cos(angle)).toFixed(2)} ${(C - 4 + radius * Math.sin(angle)).toFixed(2)}`;
  }
}
