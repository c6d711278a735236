import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Drawing } from '@squallmark/core/loom';

/** Strokes by which wire kinds can be told without colour. */
const DASH: Record<string, string | null> = {
  power: null,
  bus: null,
  serial: null,
  pulse: '3 3',
  video: '9 4',
  network: '1.5 4',
  radio: '9 3 2 3',
};
const WEIGHT: Record<string, number> = {
  power: 2.2,
  bus: 1.8,
  serial: 1.4,
  pulse: 1.6,
  video: 1.6,
  network: 1.6,
  radio: 1.6,
};

/** The produced drawing: boxes, ports, leads. Cables are buttons. */
@Component({
  selector: 'sq-loom-drawing',
  templateUrl: './loom-drawing.html',
  styleUrl: './loom-drawing.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LoomDrawing {
  readonly drawing = input.required<Drawing>();
  readonly chosen = input.required<string | null>();
  /** Part whose ports are shown beside the drawing. */
  readonly part = input.required<string | null>();
  readonly stopped = input.required<ReadonlySet<string>>();
  readonly choose = output<string>();
  protected readonly dash = (kind: string): string | null => DASH[kind] ?? null;
  protected readonly weight = (kind: string, on: boolean): number => (WEIGHT[kind] ?? 1.6) + (on ? 1.8 : 0);

  protected press(event: KeyboardEvent, cable: string): void {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    this.choose.emit(cable);
  }

  /** A Y lead is drawn in branches and named once. */
  protected isFirst(index: number): boolean {
    const { leads } = this.drawing();
    return leads.findIndex((l) => l.cable === leads[index]!.cable) === index;
  }
}
