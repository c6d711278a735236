import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import type { WishState } from '@squallmark/core/channels';
import type { ClassAdvice } from '@squallmark/core/propose';
import { newPart, nextId } from '@squallmark/core/rig';
import { Icon } from '../../kit/icon';
import { Mark } from '../../kit/mark';
import { unrolled } from '../../kit/unroll';
import { RigStore } from '../../state/rig-store';
import { MOST_WEIGHED, Weaver } from '../../state/weaver';

/** Wishes not granted, why, and the one part class that would grant one these parts cannot. */
@Component({
  selector: 'sq-loose-wishes',
  imports: [Icon, Mark],
  template: `<ul class="loose">
    @for (w of shown(); track w.wish.id) {
      <li>
        <sq-mark kind="watch" />
        <button class="link" type="button" (click)="chosen.emit(w.wish.id)">{{ w.wish.label }}</button>
        @if (w.state === 'impossible') {
          <span class="m s"
            >not with these parts
            @if (advice().get(w.wish.id); as a) {
              · cheapest class that would: {{ a.name }}, {{ a.massG }} g{{
                a.opens.length ? ', but then open: ' + a.opens.join(', ') : ''
              }}
              <button class="link" type="button" (click)="pull(a)">pull it</button>
            } @else if (advice().has(w.wish.id)) {
              · no single class would
            }
          </span>
        } @else {
          <span class="m s">{{ w.why }}</span>
        }
        <button
          class="back"
          type="button"
          [attr.aria-label]="'Drop wish ' + w.wish.label"
          (click)="dropped.emit(w.wish.id)"
        >
          <sq-icon name="close" />
        </button>
      </li>
    }
  </ul>`,
  styleUrl: './wish-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LooseWishes {
  private readonly store = inject(RigStore);
  private readonly weaver = inject(Weaver);

  readonly wishes = input.required<readonly WishState[]>();
  readonly chosen = output<string>();
  readonly dropped = output<string>();
  protected readonly shown = unrolled(this.wishes, 12);
  /** What would grant a wish these parts cannot, by wish id; null: no single class. */
  protected readonly advice = signal<ReadonlyMap<string, ClassAdvice | null>>(new Map());
  private readonly impossible = computed(() =>
    this.wishes()
      .filter((w) => w.state === 'impossible')
      .map((w) => w.wish.id),
  );

  constructor() {
    effect(() => void this.advise(this.impossible()));
  }

  protected async pull(advice: ClassAdvice): Promise<void> {
    const { SHELF } = await import('@squallmark/core/shelf');
    const sheet = SHELF.find((s) => s.class === advice.class);
    if (sheet)
      this.store.do([
        { kind: 'addPart', part: newPart(nextId('P', this.store.rig().parts), sheet.class, sheet.name), sheet },
      ]);
  }

  private async advise(wishes: string[]): Promise<void> {
    const rig = this.store.rig();
    if (!wishes.length || rig.parts.length > MOST_WEIGHED) {
      this.advice.set(new Map());
      return;
    }
    try {
      const found = await this.weaver.classes([rig, wishes]);
      if (found) this.advice.set(new Map(found.map((a) => [a.wish, a.class === null ? null : a])));
    } catch (error) {
      this.store.say(`No advice: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}
