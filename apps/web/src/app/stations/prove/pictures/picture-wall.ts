import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChildren,
  type ElementRef,
} from '@angular/core';
import { landscapeOf } from '@squallmark/core/scene';
import { num } from '@squallmark/core/units';
import { whenIdle } from '../../../kit/unroll';
import type { SpatialWorld } from './spatial-world';
import type { ViewState } from './view-state';

/** Points of the large picture, and of each small one. */
const LARGE = { width: 520, height: 292 } as const;
const SMALL = { width: 200, height: 112 } as const;

/** What all cameras see of an invented place: one large, the others beside each other below; black where no picture arrives. */
@Component({
  selector: 'sq-picture-wall',
  templateUrl: './picture-wall.html',
  styleUrl: './picture-wall.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PictureWall {
  /** Every camera; the first one is shown large until another is chosen. */
  readonly views = input.required<readonly ViewState[]>();
  /** Kind of the rig: it says where it works. */
  readonly kind = input('rotor');
  private readonly papers = viewChildren<ElementRef<HTMLCanvasElement>>('paper');
  private readonly world = signal<SpatialWorld | null>(null);
  /** Why there is no picture though one arrives. */
  protected readonly trouble = signal('');
  protected readonly large = LARGE;
  protected readonly small = SMALL;
  /** The camera that was chosen, until another one goes on air. */
  private readonly chosen = linkedSignal({
    source: () => this.views().find((v) => v.seen === 'on air')?.part,
    computation: (): string | null => null,
  });
  protected readonly shown = computed((): ViewState | null => {
    const views = this.views();
    return views.find((v) => v.part === this.chosen()) ?? views[0] ?? null;
  });
  protected readonly others = computed(() => this.views().filter((v) => v !== this.shown()));
  private readonly drawn = new WeakMap<HTMLCanvasElement, string>();

  constructor() {
    effect((onCleanup) => {
      const kind = this.kind();
      let isGone = false;
      // the world that is left is none of what it follows
      untracked(() => void this.enter(kind, () => isGone));
      onCleanup(() => (isGone = true));
    });
    effect(() => this.draw());
    inject(DestroyRef).onDestroy(() => this.world()?.close());
  }

  protected choose(view: ViewState): void {
    this.chosen.set(view.part);
  }

  protected isSeen(view: ViewState): boolean {
    return view.seen === 'on air' || view.seen === 'arrives';
  }

  /** What stands on a black picture. */
  protected why(view: ViewState | null): string {
    return view?.seen === 'asleep' ? 'asleep' : 'no picture arrives';
  }

  protected about(view: ViewState | null): string {
    if (!view || !this.isSeen(view)) return 'No picture arrives';
    return `Picture of the ${view.label}`;
  }

  protected clock(ms: number): string {
    const s = Math.floor(ms / 1000);
    return `${num(Math.floor(s / 60)).padStart(2, '0')}:${String(s % 60).padStart(2, '0')}`;
  }

  private async enter(kind: string, isGone: () => boolean): Promise<void> {
    this.world()?.close();
    this.world.set(null);
    try {
      const { SpatialWorld: World } = await import('./spatial-world');
      // what draws it is costly to set up: the station stands before
      await new Promise<void>(whenIdle);
      if (!isGone()) this.world.set(new World(landscapeOf(kind)));
    } catch {
      this.trouble.set('This browser draws no spatial pictures: WebGL is missing or turned off');
    }
  }

  /** Only what looks otherwise than before is drawn again; a disturbed picture always does. */
  private draw(): void {
    const world = this.world();
    const views = this.views();
    if (!world) return;
    for (const { nativeElement: paper } of this.papers()) {
      const view = views.find((v) => v.part === paper.dataset.part);
      if (!view) continue;
      const { turn, acrossDeg, palette, isDisturbed } = view;
      const look = JSON.stringify([view.part, turn, acrossDeg, palette, this.kind()]);
      if (!isDisturbed && this.drawn.get(paper) === look) continue;
      this.drawn.set(paper, isDisturbed ? '' : look);
      world.draw(view, paper);
    }
  }
}
