import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { WishState } from '@squallmark/core/channels';
import { hasControls, type Control } from '@squallmark/core/parts';
import { partsThat, partsWithSheets, pilotControls, pilotTransmitter } from '@squallmark/core/rig';
import { groupBy } from '@squallmark/core/units';
import { Choice, optionsOf, type Option } from '../../kit/fields/choice';
import { Picker } from '../../kit/fields/picker';
import { Toggle } from '../../kit/fields/toggle';
import { RigStore } from '../../state/rig-store';

/** One wish: by whom, by which hand or control, by which part, and what has become of it. */
@Component({
  selector: 'sq-wish-editor',
  imports: [Choice, MatButtonModule, Picker, Toggle],
  template: `
    <section [attr.aria-label]="'Wish ' + state().wish.label">
      <b>{{ state().wish.label }}</b>
      <sq-toggle label="by" [options]="operators" [value]="state().wish.by" (chosen)="set({ by: $event })" />
      <sq-toggle label="hand" [options]="hands" [value]="state().wish.hand" (chosen)="set({ hand: $event })" />
      <sq-choice
        label="control"
        [options]="controls()"
        [value]="state().wish.control"
        (chosen)="set({ control: $event })"
      />
      @if (doers().length > 2) {
        <sq-picker
          label="done by"
          [options]="doers()"
          [value]="state().wish.part ?? null"
          (chosen)="set({ part: $event })"
        />
      }
      <span class="m s grow">{{ state().why }}</span>
      <button mat-stroked-button type="button" (click)="dropped.emit()">Drop it</button>
    </section>
  `,
  styles: `
    section {
      display: flex;
      gap: 10px;
      align-items: center;
      flex-wrap: wrap;
      border-top: 1px solid var(--hair);
      padding-top: 6px;
      margin-top: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WishEditor {
  private readonly store = inject(RigStore);
  readonly state = input.required<WishState>();
  readonly dropped = output();
  protected readonly hands = optionsOf(['either', 'left', 'right']);
  protected readonly operators = optionsOf(['pilot', 'camera operator']);
  /** Controls of whoever is to do it: the pilot's, or those of every other transmitter. */
  private readonly handsOn = computed((): readonly Control[] => {
    const rig = this.store.rig();
    if (this.state().wish.by === 'pilot') return pilotControls(rig);
    const others = partsThat(rig, hasControls).filter(({ part }) => part.id !== pilotTransmitter(rig));
    return [
      ...groupBy(
        others.flatMap(({ sheet }) => sheet.controls),
        (c) => c.id,
      ).values(),
    ].map(([c]) => c!);
  });
  protected readonly controls = computed((): Option<string | null>[] => [
    { value: null, label: 'any that fits' },
    ...this.handsOn().map(({ id, label }) => ({ value: id, label })),
  ]);
  protected readonly doers = computed((): Option<string | null>[] => [
    { value: null, label: 'any part' },
    ...partsWithSheets(this.store.rig())
      .filter(({ sheet }) => sheet.functions.some((f) => f.what === this.state().wish.what))
      .map(({ part }) => ({ value: part.id, label: part.label })),
  ]);

  protected set(change: {
    by?: 'pilot' | 'camera operator';
    hand?: 'either' | 'left' | 'right';
    control?: string | null;
    part?: string | null;
  }): void {
    this.store.do([{ kind: 'setWish', wish: this.state().wish.id, change }]);
  }
}
