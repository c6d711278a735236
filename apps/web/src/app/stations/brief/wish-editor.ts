import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { WishState } from '@squallmark/core/channels';
import { partsWithSheets, pilotControls } from '@squallmark/core/rig';
import { RigStore } from '../../state/rig-store';

/** One wish: by whom, by which hand or control, by which part, and what has become of it. */
@Component({
  selector: 'sq-wish-editor',
  imports: [MatButtonModule],
  template: `
    <section [attr.aria-label]="'Wish ' + state().wish.label">
      <b>{{ state().wish.label }}</b>
      <label class="s"
        >by
        <select (change)="set({ by: pick($event) === 'pilot' ? 'pilot' : 'camera operator' })">
          @for (by of ['pilot', 'camera operator']; track by) {
            <option [value]="by" [selected]="by === state().wish.by">{{ by }}</option>
          }
        </select></label
      >
      <label class="s"
        >hand
        <select (change)="setHand($event)">
          @for (h of hands; track h) {
            <option [value]="h" [selected]="h === state().wish.hand">{{ h }}</option>
          }
        </select></label
      >
      <label class="s"
        >control
        <select (change)="set({ control: pick($event) || null })">
          <option value="" [selected]="!state().wish.control">any that fits</option>
          @for (c of controls(); track c.id) {
            <option [value]="c.id" [selected]="c.id === state().wish.control">{{ c.label }}</option>
          }
        </select></label
      >
      @if (doers().length > 1) {
        <label class="s"
          >done by
          <select (change)="set({ part: pick($event) || null })">
            <option value="" [selected]="!state().wish.part">any part</option>
            @for (p of doers(); track p.id) {
              <option [value]="p.id" [selected]="p.id === state().wish.part">{{ p.label }}</option>
            }
          </select></label
        >
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
  protected readonly hands = ['either', 'left', 'right'] as const;
  protected readonly controls = computed(() => pilotControls(this.store.rig()));
  protected readonly doers = computed(() =>
    partsWithSheets(this.store.rig())
      .filter(({ sheet }) => sheet.functions.some((f) => f.what === this.state().wish.what))
      .map(({ part }) => part),
  );

  protected pick(event: Event): string {
    return (event.target as HTMLSelectElement).value;
  }

  protected setHand(event: Event): void {
    const hand = this.hands.find((h) => h === this.pick(event));
    if (hand) this.set({ hand });
  }

  protected set(change: {
    by?: 'pilot' | 'camera operator';
    hand?: 'either' | 'left' | 'right';
    control?: string | null;
    part?: string | null;
  }): void {
    this.store.do([{ kind: 'setWish', wish: this.state().wish.id, change }]);
  }
}
