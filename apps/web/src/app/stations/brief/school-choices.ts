import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { SchoolOutcome } from '@squallmark/core/propose';
import type { Rig } from '@squallmark/core/rig';
import { whenIdle } from '../../kit/unroll';
import { AnalysisStore } from '../../state/analysis';
import { RigStore } from '../../state/rig-store';
import { MOST_WEIGHED, Weaver } from '../../state/weaver';
import { schoolCards, type SchoolSide } from './school-cards';

/** Where the trade disagrees and these parts leave the choice: its sides, weighed against each other by proposals of their own. */
@Component({
  selector: 'sq-school-choices',
  template: `
    @for (card of cards(); track card.school) {
      <fieldset class="card" [class.three]="card.sides.length > 2">
        <legend class="h">{{ card.title }}</legend>
        @for (side of card.sides; track side.value) {
          <button type="button" class="choice" [attr.aria-pressed]="side.chosen" (click)="choose(side)">
            <b>{{ side.name }}</b><span class="m s">{{ side.note }}</span>
          </button>
        }
      </fieldset>
    }
  `,
  styleUrl: './school-choices.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SchoolChoices {
  private readonly store = inject(RigStore);
  private readonly weaver = inject(Weaver);
  private readonly studies = inject(AnalysisStore);
  /** The rig whose picture stands, or that can have none. */
  private readonly pictured = computed(() =>
    this.studies.standing().state === 'failed' ? this.store.rig() : this.studies.result()?.rig,
  );
  private readonly outcomes = signal<SchoolOutcome[]>([]);
  private readonly feeds = toSignal(this.studies.feeds$);
  protected readonly cards = computed(() =>
    schoolCards(
      this.store.rig().schools,
      this.outcomes(),
      this.feeds()?.feeds ?? [],
      this.studies.result()?.analysis.brief.holdsStill ?? false,
    ),
  );

  constructor() {
    effect((onCleanup) => {
      const rig = this.pictured();
      onCleanup(whenIdle(() => void this.weigh(rig)));
    });
  }

  protected choose({ edits, rewires }: SchoolSide): void {
    if (edits.length) this.store.doOf(rewires ? this.feeds()!.rig : this.store.rig(), edits);
  }

  /** @param rig whose picture stands: what is weighed beside it does not hold that up */
  private async weigh(rig: Rig | undefined): Promise<void> {
    if (!rig?.parts.length || rig.parts.length > MOST_WEIGHED) {
      this.outcomes.set([]);
      return;
    }
    try {
      const outcomes = await this.weaver.outcomes(rig);
      if (outcomes) this.outcomes.set(outcomes);
    } catch (error) {
      this.store.say(`Choices not weighed: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}
