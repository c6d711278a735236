import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
  type ElementRef,
} from '@angular/core';
import type { Drawing, DrawnBox, DrawnLead } from '@squallmark/core/loom';
import { PanZoom, type Rect } from '../../kit/pan-zoom';

/** Strokes by which wire kinds can be told without colour. */
const DASH: Record<string, string | null> = {
  power: null,
  bus: null,
  serial: '16 3',
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

/** Least height of letters on the screen, px; under it they are left out, and heads grow against the scale. */
const LEAST_PX = 9;
/** Letters of the drawing, its own units: the small ones, and the heads of boxes. */
const SMALL = 10.5;
const HEAD = 12.5;
/** Parts up to which all of the drawing is there at once, out of sight too. */
const MOST_WHOLE = 80;
/** Width of a letter of a head against its height. */
const LETTER = 0.56;

/** The produced drawing: boxes, ports, leads; moved and scaled by hand or key. Cables, boxes and ports are buttons. */
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
  /** Parts and cables that are otherwise than in the state that is laid beside. */
  readonly otherwise = input<ReadonlySet<string>>(new Set());
  readonly choose = output<string>();
  /** For a reader, what a marked one is. */
  protected readonly told = (id: string): string => (this.otherwise().has(id) ? ', otherwise than before' : '');
  protected readonly dash = (kind: string): string | null => DASH[kind] ?? null;
  protected readonly weight = (kind: string, on: boolean): number => (WEIGHT[kind] ?? 1.6) + (on ? 1.8 : 0);

  /** A port was asked what could be plugged in. */
  readonly openPort = output<{ part: string; port: string }>();
  private readonly stage = viewChild.required<ElementRef<HTMLElement>>('stage');
  private readonly sheet = viewChild.required<ElementRef<HTMLElement>>('sheet');
  private readonly destroyRef = inject(DestroyRef);
  private view: PanZoom | null = null;
  private readonly scale = signal(1);
  private readonly sight = signal<Rect | null>(null);
  /** What is drawn of a large rig: what is in sight and a screen round it, so that a push finds the next part there. */
  private readonly near = signal<Rect | null>(null);
  private readonly allLeads = computed(() => {
    const named = new Set<string>();
    return this.drawing().leads.map((lead, n): SeenLead => {
      const first = !named.has(lead.cable);
      named.add(lead.cable);
      return { ...lead, n, first, room: roomOf(lead) };
    });
  });
  protected readonly boxes = computed(() => {
    const near = this.near();
    const { boxes } = this.drawing();
    return near ? boxes.filter((box) => meet(near, box)) : boxes;
  });
  protected readonly leads = computed(() => {
    const near = this.near();
    return near ? this.allLeads().filter((lead) => meet(near, lead.room)) : this.allLeads();
  });
  protected readonly isFar = computed(() => SMALL * this.scale() < LEAST_PX);
  protected readonly headSize = computed(() => Math.max(HEAD, LEAST_PX / this.scale()));
  /** What of a large drawing is in sight; null where all of it is. */
  protected readonly overview = computed(() => {
    const sight = this.sight();
    const { width, height } = this.drawing();
    return sight && (sight.width < width - 1 || sight.height < height - 1) ? sight : null;
  });

  constructor() {
    this.destroyRef.onDestroy(() => this.view?.end());
    afterNextRender(() => this.begin());
    effect(() => {
      const { width, height } = this.drawing();
      this.view?.setSize(width, height);
      untracked(() => this.resettle());
    });
    effect(() => {
      const asked = this.placeOf(this.part() ?? this.chosen());
      if (asked) this.view?.show(asked);
    });
  }

  closer(): void {
    this.view?.by(1.25);
  }

  farther(): void {
    this.view?.by(0.8);
  }

  fit(): void {
    this.view?.fit();
  }

  /** By parts of what is in sight. */
  push(right: number, down: number): void {
    this.view?.push(right, down);
  }

  /** The head of a box, as much as it has room for at this scale. */
  protected headOf({ label, width }: DrawnBox): string {
    const letters = Math.floor((width - 14) / (this.headSize() * LETTER));
    if (label.length <= letters) return label;
    return letters < 3 ? '' : `${label.slice(0, letters - 1)}…`;
  }

  protected take(event: PointerEvent): void {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.lookAt(event);
  }

  protected follow(event: PointerEvent): void {
    if ((event.currentTarget as Element).hasPointerCapture(event.pointerId)) this.lookAt(event);
  }

  private lookAt(event: PointerEvent): void {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    const { width, height } = this.drawing();
    this.view?.centre(
      ((event.clientX - box.left) / box.width) * width,
      ((event.clientY - box.top) / box.height) * height,
    );
  }

  private begin(): void {
    const stage = this.stage().nativeElement;
    this.view = new PanZoom(
      stage,
      this.sheet().nativeElement,
      (scale, sight) => {
        this.scale.set(scale);
        this.sight.set(sight);
        this.keepNear(sight);
      },
      (sight) => this.keepNear(sight),
    );
    const { width, height } = this.drawing();
    this.view.setSize(width, height);
    this.resettle();
    const sizes = new ResizeObserver(() => {
      this.view?.setSize(this.drawing().width, this.drawing().height);
      this.resettle();
    });
    sizes.observe(stage);
    this.destroyRef.onDestroy(() => sizes.disconnect());
  }

  private keepNear(sight: Rect): void {
    if (this.drawing().boxes.length <= MOST_WHOLE) return this.near.set(null);
    const near = this.near();
    // only when the hand has come close to the edge of what is drawn
    if (!near || !holds(near, grown(sight, 0.3)) || near.width > 5 * sight.width) this.near.set(grown(sight, 1));
  }

  /** Shows the drawing as one that is opened: its parts are others now. */
  reopen(): void {
    this.view?.release();
    this.resettle();
  }

  private resettle(): void {
    this.view?.resettle(LEAST_PX / SMALL, this.placeOf(this.part() ?? this.chosen()));
  }

  /** Where a part's box or a cable's name stands. */
  private placeOf(id: string | null): Rect | null {
    const { boxes, leads } = this.drawing();
    const box = boxes.find((b) => b.id === id);
    if (box) return box;
    const lead = leads.find((l) => l.cable === id);
    return lead ? { x: lead.at.x - 16, y: lead.at.y - 9, width: 32, height: 18 } : null;
  }

  protected press(event: KeyboardEvent, cable: string): void {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    this.choose.emit(cable);
  }
}

/** A branch of a lead with its number, whether it is the one that bears the name, and the room it takes. */
interface SeenLead extends DrawnLead {
  n: number;
  first: boolean;
  room: Rect;
}

/** The room of a path of straight and rounded pieces: every second number is across. */
function roomOf({ d, at }: DrawnLead): Rect {
  const numbers = (d.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
  const [across, down] = [
    [at.x - 16, at.x + 16],
    [at.y - 9, at.y + 9],
  ] as [number[], number[]];
  numbers.forEach((value, i) => (i % 2 ? down : across).push(value));
  const [x, y] = [Math.min(...across), Math.min(...down)];
  return { x, y, width: Math.max(...across) - x, height: Math.max(...down) - y };
}

const meet = (a: Rect, b: Rect): boolean =>
  a.x <= b.x + b.width && b.x <= a.x + a.width && a.y <= b.y + b.height && b.y <= a.y + a.height;

const holds = (a: Rect, b: Rect): boolean =>
  a.x <= b.x && a.y <= b.y && a.x + a.width >= b.x + b.width && a.y + a.height >= b.y + b.height;

/** A rectangle grown by a part of itself on every side. */
const grown = ({ x, y, width, height }: Rect, by: number): Rect => ({
  x: x - by * width,
  y: y - by * height,
  width: width * (1 + 2 * by),
  height: height * (1 + 2 * by),
});
