import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Control } from '@squallmark/core/parts';
import { narrowerThan } from '../../kit/breakpoints';
import {
  bundled,
  controlAt,
  FACE,
  layOutFace,
  numbersOn,
  type Callout,
  type Hanging,
  type HungWish,
} from './face-layout';
import { HungList } from './wish-panels';

/** The transmitter with the wishes hung on its controls. */
@Component({
  selector: 'sq-transmitter-face',
  imports: [HungList],
  template: `<svg
      [attr.viewBox]="numbered() ? cropped : whole()"
      [style.max-height.px]="numbered() ? null : highest()"
      role="group"
      [attr.aria-label]="summary()"
    >
      <rect
        [attr.x]="face.left"
        [attr.y]="face.top"
        [attr.width]="face.faceWidth"
        [attr.height]="face.faceHeight"
        rx="26"
        fill="var(--panel)"
        stroke="var(--rule-strong)"
        stroke-width="1.4"
      />
      @for (c of placed(); track c.control.id) {
        @switch (c.control.kind) {
          @case ('stick') {
            <circle [attr.cx]="c.x" [attr.cy]="c.y" r="44" fill="var(--paper)" stroke="var(--rule)" />
            <path
              [attr.d]="'M' + (c.x - 36) + ' ' + c.y + 'h72M' + c.x + ' ' + (c.y - 36) + 'v72'"
              stroke="var(--hair)"
            />
            <circle [attr.cx]="c.x" [attr.cy]="c.y" r="9" fill="var(--harbour)" />
          }
          @case ('slider') {
            <path
              [attr.d]="'M' + c.x + ' ' + (c.y - 40) + 'v80'"
              stroke="var(--rule-strong)"
              stroke-width="4"
              stroke-linecap="round"
            />
            <rect [attr.x]="c.x - 8" [attr.y]="c.y - 4" width="16" height="9" fill="var(--harbour)" />
          }
          @case ('knob') {
            <circle [attr.cx]="c.x" [attr.cy]="c.y" r="13" fill="var(--paper)" stroke="var(--ink)" />
            <path [attr.d]="'M' + c.x + ' ' + c.y + 'l8 -9'" stroke="var(--harbour)" stroke-width="2" />
          }
          @default {
            <rect
              [attr.x]="c.x - 6"
              [attr.y]="c.y - 12"
              width="12"
              height="24"
              rx="6"
              fill="var(--paper)"
              stroke="var(--ink)"
            />
            <circle
              [attr.cx]="c.x"
              [attr.cy]="c.y - (c.control.kind === 'button' ? 0 : 5)"
              r="3.6"
              fill="var(--harbour)"
            />
            <text [attr.x]="c.x" [attr.y]="c.y + 25" text-anchor="middle" font-size="10.5" class="mut">
              {{ c.control.id }}
            </text>
          }
        }
      }
      @if (numbered()) {
        @for (spot of spots(); track spot.control.id) {
          <g class="spot" aria-hidden="true">
            <rect
              [attr.x]="spot.x - spot.width / 2"
              [attr.y]="spot.y - 8"
              [attr.width]="spot.width"
              height="16"
              rx="8"
              fill="var(--harbour)"
            />
            <text [attr.x]="spot.x" [attr.y]="spot.y + 4" text-anchor="middle" font-size="11.5" class="number">
              {{ spot.numbers }}
            </text>
          </g>
        }
      }
      @for (w of numbered() ? [] : layout().callouts; track w.id) {
        <path
          [attr.d]="'M' + w.from.x + ' ' + w.from.y + 'L' + w.to.x + ' ' + lineY(w)"
          [attr.stroke]="w.ink"
          stroke-width="1.1"
          fill="none"
        />
        <circle [attr.cx]="w.from.x" [attr.cy]="w.from.y" r="2.4" [attr.fill]="w.ink" />
        <g
          class="wish"
          role="button"
          tabindex="0"
          [attr.aria-label]="'Wish ' + w.label + ', ' + w.note"
          [attr.aria-pressed]="isChosen(w)"
          (click)="next(w)"
          (keydown)="press($event, w)"
        >
          <text
            [attr.x]="textX(w)"
            [attr.y]="textY(w)"
            [attr.text-anchor]="w.anchor"
            font-size="12.5"
            font-weight="600"
            [style.text-decoration]="isChosen(w) ? 'underline' : null"
          >
            {{ w.label }}
          </text>
          <text [attr.x]="textX(w)" [attr.y]="textY(w) + 13" [attr.text-anchor]="w.anchor" font-size="10.8" class="mut">
            {{ w.note }}
          </text>
        </g>
      }
    </svg>
    @if (numbered()) {
      @defer (on immediate) {
        <sq-hung-list [hangings]="hangings()" [chosen]="chosen()" (gone)="next($event)" />
      }
    }`,
  styleUrl: './transmitter-face.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TransmitterFace {
  readonly controls = input.required<readonly Control[]>();
  readonly wishes = input.required<readonly HungWish[]>();
  readonly chosen = input<string | null>(null);
  readonly choose = output<string>();
  /** Too narrow for words beside the face: numbers on it, and what they mean below. */
  protected readonly numbered = narrowerThan(600);
  protected readonly cropped = `${FACE.left - 12} ${FACE.top - 12} ${FACE.faceWidth + 24} ${FACE.faceHeight + 24}`;
  protected readonly face = FACE;
  protected readonly placed = computed(() =>
    this.controls()
      .filter((c) => !(c.kind === 'stick' && c.id.endsWith('-y')))
      .map((control) => ({ control, ...controlAt(control) })),
  );
  protected readonly layout = computed(() => layOutFace(this.wishes()));
  protected readonly whole = computed(() => {
    const { top, bottom } = this.layout();
    return `0 ${top} ${FACE.width} ${bottom - top}`;
  });
  /** A drawing with more rows of words is higher, so that the face keeps its size. */
  protected readonly highest = computed(() => ((this.layout().bottom - this.layout().top) / FACE.height) * USUAL_HIGH);
  protected readonly hangings = computed(() => bundled(this.wishes()));
  protected readonly spots = computed(() => numbersOn(this.hangings()));
  protected readonly summary = computed(
    () =>
      `Transmitter: ${
        this.hangings()
          .map((w) => `${w.label} on ${w.control.label}`)
          .join(', ') || 'nothing hung on it yet'
      }`,
  );

  protected isChosen({ ids }: Hanging): boolean {
    return ids.includes(this.chosen() ?? '');
  }

  /** Of several one after the other. */
  protected next({ ids }: Hanging): void {
    this.choose.emit(ids[(ids.indexOf(this.chosen() ?? '') + 1) % ids.length]!);
  }

  /** Lines end beside the words: below those above the face, above those below it. */
  protected lineY({ anchor, to }: Callout): number {
    return anchor !== 'middle' ? to.y : to.y < 100 ? to.y + 16 : to.y - 22;
  }

  protected textX({ anchor, to }: Callout): number {
    return anchor === 'end' ? to.x - 6 : anchor === 'start' ? to.x + 6 : to.x;
  }

  protected textY({ anchor, to }: Callout): number {
    return anchor === 'middle' && to.y > 100 ? to.y - 8 : to.y;
  }

  protected press(event: KeyboardEvent, hanging: Hanging): void {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    this.next(hanging);
  }
}

/** Height of the drawing as it usually is, px. */
const USUAL_HIGH = 282;
