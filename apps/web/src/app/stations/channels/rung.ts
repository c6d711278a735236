import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output } from '@angular/core';
import type { LadderRow } from '@squallmark/core/channels';
import { rowNow, snapUs } from '@squallmark/core/channels';
import { PULSE, clampPulseUs } from '@squallmark/core/units';
import { controlStep } from '../../kit/control-step';
import { Travel } from '../../kit/fields/travel';

const WIDTH = 300;
const SPAN = PULSE.mostUs - PULSE.leastUs;
const x = (us: number): number => Math.max(0, Math.min(WIDTH, ((us - PULSE.leastUs) / SPAN) * WIDTH));

/** A handle that is being dragged: an end point of the channel, or the edge between two windows of the device. */
export type RungDrag =
  | { what: 'lowUs' | 'highUs'; us: number }
  | { what: 'edge'; /** Window whose lower edge it is. */ index: number; us: number };

interface Handle {
  drag: Omit<Extract<RungDrag, { what: 'edge' }>, 'us'> | { what: 'lowUs' | 'highUs' };
  us: number;
  left: number;
  title: string;
}

/** One rung of the ladder: windows or travel, end points, and the needle of now. The needle is a slider. */
@Component({
  selector: 'sq-rung',
  imports: [Travel],
  template: `<svg [attr.viewBox]="'0 0 ' + width + ' 28'" preserveAspectRatio="none" aria-hidden="true">
      <path [attr.d]="'M0 27.5H' + width" stroke="var(--hair)" />
      @for (w of windows(); track $index) {
        <rect
          [attr.x]="w.x"
          y="4"
          [attr.width]="w.width"
          height="19"
          [attr.fill]="w.on ? 'var(--harbour-tint)' : 'var(--hair)'"
        />
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
    @for (w of windows(); track $index) {
      @if (w.text) {
        <span class="name" [class.m]="!w.on" [style.left.%]="((w.x + w.width / 2) / width) * 100">{{ w.text }}</span>
      }
    }
    @if (row().control; as control) {
      <sq-travel
        [label]="'Channel ' + row().channel + ': ' + control.label + ' position'"
        [step]="step()"
        [value]="position()"
        (moved)="moved.emit($event)"
      />
    }
    @for (h of handles(); track h.title) {
      <span
        class="handle"
        aria-hidden="true"
        [class.edge]="h.drag.what === 'edge'"
        [style.left.%]="h.left"
        [title]="h.title"
        (pointerdown)="grab($event)"
        (pointermove)="drag($event, h)"
        (pointerup)="drop($event, h)"
        (click)="$event.stopPropagation()"
      ></span>
    }`,
  styles: `
    :host {
      display: block;
      position: relative;
      min-width: 200px;
    }
    /* on the chosen row travel and windows stand out of its tint */
    :host(.chosen) {
      --harbour-tint: var(--panel);
    }
    svg {
      display: block;
      width: 100%;
      height: 28px;
    }
    .name {
      position: absolute;
      top: 6px;
      transform: translateX(-50%);
      font-size: 10.5px;
      white-space: nowrap;
      pointer-events: none;
    }
    sq-travel {
      position: absolute;
      inset: 0;
      opacity: 0;
      cursor: ew-resize;
    }
    .handle {
      position: absolute;
      bottom: -3px;
      width: 14px;
      height: 15px;
      margin-left: -7px;
      cursor: col-resize;
      touch-action: none;
    }
    .handle::after {
      content: '';
      position: absolute;
      left: 3px;
      bottom: 0;
      border: 4px solid transparent;
      border-top: 0;
      border-bottom: 6px solid var(--ink);
    }
    .handle.edge {
      top: -2px;
      bottom: auto;
    }
    .handle.edge::after {
      bottom: auto;
      top: 0;
      border-bottom: 0;
      border-top: 6px solid var(--harbour);
    }
    @media (pointer: coarse) {
      .handle {
        width: 40px;
        margin-left: -20px;
      }
      .handle::after {
        left: 16px;
      }
    }
    :host:has(:focus-visible) {
      outline: 2px solid var(--harbour);
      outline-offset: 1px;
    }
  `,
  host: { '[class.chosen]': 'edges()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Rung {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly row = input.required<LadderRow>();
  readonly position = input.required<number>();
  /** Window edges can be taken too. */
  readonly edges = input(false);
  readonly moved = output<number>();
  readonly dragged = output<RungDrag>();
  protected readonly width = WIDTH;
  protected readonly centre = x(PULSE.centreUs);
  private readonly now = computed(() => rowNow(this.row(), this.position()));
  protected readonly needle = computed(() => (this.now() ? x(this.now()!.sentUs) : null));
  protected readonly ends = computed(() => ({
    low: x(this.row().shaping?.lowUs ?? 1000),
    high: x(this.row().shaping?.highUs ?? 2000),
  }));
  protected readonly step = computed(() => controlStep(this.row().control?.kind));
  private readonly own = computed(() => this.row().moves.find((m) => m.fn.windows)?.fn.windows ?? []);
  protected readonly windows = computed(() =>
    this.own().map((w) => {
      const from = x(w.fromUs);
      const width = Math.max(3, x(w.toUs) - from - 1.5);
      return { x: from, width, text: width > w.label.length * 5.4 ? w.label : '', on: this.now()?.window === w.label };
    }),
  );
  protected readonly handles = computed((): Handle[] => {
    const { shaping } = this.row();
    const at = (us: number): number => (x(us) / WIDTH) * 100;
    const ends = (['lowUs', 'highUs'] as const).flatMap((what): Handle[] =>
      shaping
        ? [
            {
              drag: { what },
              us: shaping[what],
              left: at(shaping[what]),
              title: what === 'lowUs' ? 'low end' : 'high end',
            },
          ]
        : [],
    );
    if (!this.edges()) return ends;
    const inner = this.own().flatMap(({ fromUs, label }, index): Handle[] =>
      fromUs > PULSE.leastUs
        ? [{ drag: { what: 'edge', index }, us: fromUs, left: at(fromUs), title: `lower edge of ${label}` }]
        : [],
    );
    return [...ends, ...inner];
  });

  protected grab(event: PointerEvent): void {
    (event.target as HTMLElement).setPointerCapture(event.pointerId);
    event.preventDefault();
  }

  protected drag(event: PointerEvent, handle: Handle): void {
    if (!(event.target as HTMLElement).hasPointerCapture(event.pointerId)) return;
    const box = this.host.nativeElement.getBoundingClientRect();
    const us = snapUs(clampPulseUs(PULSE.leastUs + ((event.clientX - box.left) / box.width) * SPAN), this.near());
    if (us !== handle.us) this.dragged.emit({ ...handle.drag, us });
  }

  protected drop(event: PointerEvent, handle: Handle): void {
    this.drag(event, handle);
    (event.target as HTMLElement).releasePointerCapture(event.pointerId);
  }

  /** Middles of the windows: where a switch wants its places. */
  private near(): number[] {
    return this.own().map((w) => (w.fromUs + w.toUs) / 2);
  }
}
