import { CdkDrag, type Point } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, ElementRef, input, output, signal } from '@angular/core';
import { groupBy } from '@squallmark/core/units';
import { roomOf, type WakeSchedule, type WakeStep } from '@squallmark/core/wake';
import { unrolled } from '../../kit/unroll';

const WIDTH = 930;
const LEFT = 168;
const RIGHT = 16;
/** Shares of the width that lie before the first second and after the last: what stands under the timeline keeps to them. */
export const TIME_AXIS = { left: LEFT / WIDTH, right: RIGHT / WIDTH } as const;
const ROW = 25;
const TOP = 22;
/** Seconds from mark to mark of the axis, and how many marks with their words find room. */
const STEPS_S = [5, 10, 30, 60, 120, 300, 600] as const;
const MOST_MARKS = 14;
/** Width of a figure in a bar, and what it wants beside it. */
const FIGURE = { width: 6, beside: 1 } as const;
const COLOUR: Record<string, string> = {
  transmitter: 'ink',
  pack: 'w-power',
  regulator: 'w-power',
  receiver: 'w-bus',
  controller: 'w-serial',
  gimbal: 'harbour',
  camera: 'w-video',
  switcher: 'w-video',
  'video-transmitter': 'w-pulse',
};

export interface TimelineRow {
  id: string;
  label: string;
  role: string;
  steps: WakeStep[];
}

/** Hands on top, then a row a part; stillness as a band over all. */
@Component({
  selector: 'sq-timeline',
  imports: [CdkDrag],
  template: `<svg [attr.viewBox]="'0 0 ' + width + ' ' + height()" role="group" aria-label="Timeline">
    @for (s of stills(); track s.id) {
      <rect
        [attr.x]="x(s.start)"
        y="16"
        [attr.width]="x(s.start + s.seconds) - x(s.start)"
        [attr.height]="height() - 20"
        fill="var(--watch-tint)"
      />
      <text [attr.x]="x(s.start) + 4" [attr.y]="top + 15" font-size="11" class="mut">hands off</text>
    }
    @for (t of grid(); track t) {
      <path [attr.d]="'M' + x(t) + ' 16V' + (height() - 4)" stroke="var(--hair)" />
      <text [attr.x]="x(t)" y="11" font-size="11" text-anchor="middle" class="num mut">{{ t }} s</text>
    }
    @for (row of rows(); track row.id; let i = $index) {
      <text x="4" [attr.y]="top + i * rowHeight + 15" font-size="13" [attr.font-weight]="i ? 400 : 600">
        {{ row.label }}
      </text>
      <path [attr.d]="'M0 ' + (top + i * rowHeight + 23) + 'H' + width" stroke="var(--hair)" />
      @for (s of row.steps; track s.id; let k = $index) {
        @if (s.hands) {
          <g
            role="button"
            tabindex="0"
            [attr.aria-label]="k + 1 + ': ' + s.text"
            [attr.aria-pressed]="s.id === chosen()"
            aria-keyshortcuts="Alt+ArrowLeft Alt+ArrowRight"
            cdkDrag
            (pointerdown)="take($event)"
            [cdkDragConstrainPosition]="within(s)"
            (cdkDragStarted)="lift(s)"
            (cdkDragEnded)="drop(s, $event.source)"
            (click)="choose.emit(s.id)"
            (keydown.enter)="choose.emit(s.id)"
            (keydown.alt.arrowleft)="move.emit({ step: s.id, place: k - 1 }); $event.preventDefault()"
            (keydown.alt.arrowright)="move.emit({ step: s.id, place: k + 1 }); $event.preventDefault()"
          >
            <rect
              [attr.x]="x(s.start)"
              [attr.y]="top + i * rowHeight"
              [attr.width]="barWidth(s)"
              height="21"
              rx="2"
              [attr.fill]="done().has(s.id) ? 'var(--clear)' : 'var(--ink)'"
              [attr.stroke]="s.id === chosen() ? 'var(--stop)' : 'none'"
              stroke-width="2.4"
            />
            @if (barWidth(s) >= figureWidth(k + 1)) {
              <text
                [attr.x]="(x(s.start) + x(s.start + s.seconds)) / 2 - 1"
                [attr.y]="top + i * rowHeight + 15"
                text-anchor="middle"
                font-size="11"
                class="num"
                style="fill:var(--paper)"
              >
                {{ k + 1 }}
              </text>
            }
          </g>
        } @else {
          <rect
            [attr.x]="x(s.start)"
            [attr.y]="top + i * rowHeight"
            [attr.width]="barWidth(s)"
            height="21"
            rx="2"
            fill="var(--panel)"
            [attr.stroke]="colour(row.role)"
            stroke-width="1.4"
          />
          <path
            [attr.d]="'M' + (x(s.start) + 2) + ' ' + (top + i * rowHeight) + 'v21'"
            [attr.stroke]="colour(row.role)"
            stroke-width="4"
          />
          @if (barWidth(s) > s.text.length * 5.8 + 14) {
            <text [attr.x]="x(s.start) + 9" [attr.y]="top + i * rowHeight + 15" font-size="11.3">{{ s.text }}</text>
          }
        }
      }
    }
    @if (held(); as why) {
      <text x="4" y="11" font-size="11" style="fill:var(--watch)">{{ why }}</text>
    }
  </svg>`,
  styles:
    'svg{width:100%;display:block} g{cursor:pointer} g:focus-visible{outline:none} g:focus-visible rect{stroke:var(--harbour);stroke-width:3}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Timeline {
  readonly schedule = input.required<WakeSchedule>();
  readonly parts = input.required<readonly { id: string; label: string; role: string }[]>();
  readonly chosen = input.required<string | null>();
  readonly done = input.required<ReadonlySet<string>>();
  readonly choose = output<string>();
  /** A step of the hands is wanted at a place among the others, from 0. */
  readonly move = output<{ step: string; place: number }>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  /** What holds a step back that is dragged as far as it goes. */
  protected readonly held = signal('');
  protected readonly width = WIDTH;
  protected readonly rowHeight = ROW;
  protected readonly top = TOP;
  private readonly byHand = computed(() => this.schedule().steps.filter((s) => s.hands));
  private readonly byThemselves = computed<TimelineRow[]>(() => {
    const steps = groupBy(
      this.schedule().steps.filter((s) => !s.hands),
      (s) => s.part,
    );
    const own = this.parts().map((p) => ({ ...p, steps: steps.get(p.id) ?? [] }));
    // regulators settle in a blink and would fill the chart with empty rows
    return own.filter((r) => r.steps.some((s) => s.seconds >= 0.5));
  });
  private readonly handsShown = unrolled(this.byHand, 12);
  private readonly partsShown = unrolled(this.byThemselves, 14);
  protected readonly rows = computed<TimelineRow[]>(() => [
    { id: 'hands', label: 'Hands', role: 'hands', steps: [...this.handsShown()] },
    ...this.partsShown(),
  ]);
  protected readonly height = computed(() => TOP + (1 + this.byThemselves().length) * ROW + 4);
  protected readonly stills = computed(() => this.schedule().steps.filter((s) => s.still));
  protected readonly grid = computed(() => {
    const { seconds } = this.schedule();
    const step = STEPS_S.find((s) => seconds / s <= MOST_MARKS) ?? seconds;
    return Array.from({ length: Math.floor(seconds / step) + 1 }, (_, i) => i * step);
  });

  protected x(seconds: number): number {
    return LEFT + (seconds / Math.max(1, this.schedule().seconds)) * (WIDTH - LEFT - RIGHT);
  }

  /** How far a step is dragged, in units of the picture. */
  private dragged = 0;
  private takenAt = 0;

  /** Where a bar is taken up, in units of the picture. */
  protected take({ clientX }: PointerEvent): void {
    const { left, width } = this.host.nativeElement.getBoundingClientRect();
    this.takenAt = ((clientX - left) / width) * WIDTH;
    this.dragged = 0;
  }

  protected lift({ id }: WakeStep): void {
    this.choose.emit(id);
  }

  /**
   * A step can be dragged between what must come before it and what must come after, no further. The pointer comes in units of the
   * picture, the place goes out as the bar's rectangle on the screen was, moved by such units.
   */
  protected within(step: WakeStep): (at: Point, ref: unknown, size: DOMRect) => Point {
    return (at, _, { x, y }) => {
      const room = roomOf(this.schedule(), step.id);
      if (!room) return { x, y };
      const others = this.middles(step.id);
      const own = this.middle(step);
      const least = room.from > 0 ? others[room.from - 1]! + 1 - own : -own;
      const most = room.to < others.length ? others[room.to]! - 1 - own : WIDTH - own;
      const asked = at.x - this.takenAt;
      this.held.set(asked < least ? (room.noSooner ?? '') : asked > most ? (room.noLater ?? '') : '');
      this.dragged = Math.min(most, Math.max(least, asked));
      return { x: x + this.dragged, y };
    };
  }

  protected drop(step: WakeStep, bar: CdkDrag): void {
    bar.reset();
    this.held.set('');
    const to = this.middle(step) + this.dragged;
    const place = this.middles(step.id).filter((x) => x < to).length;
    if (place !== roomOf(this.schedule(), step.id)?.at) this.move.emit({ step: step.id, place });
  }

  private middle(step: WakeStep): number {
    return (this.x(step.start) + this.x(step.start + step.seconds)) / 2;
  }

  /** Where the middles of the other steps of the hands lie, in their order. */
  private middles(id: string): number[] {
    return this.schedule()
      .steps.filter((s) => s.hands && s.id !== id)
      .map((s) => this.middle(s));
  }

  protected barWidth(step: WakeStep): number {
    return Math.max(3, this.x(step.start + step.seconds) - this.x(step.start) - 2);
  }

  protected figureWidth(n: number): number {
    return String(n).length * FIGURE.width + FIGURE.beside;
  }

  protected colour(role: string): string {
    return `var(--${COLOUR[role] ?? 'mute'})`;
  }
}
