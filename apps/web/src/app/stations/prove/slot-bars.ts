import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { PULSE } from '@squallmark/core/units';

/** The sixteen slots of the bus, decoded from its last frame. */
@Component({
  selector: 'sq-slot-bars',
  template: `@for (bar of bars(); track $index) {
      <div class="n s">
        <span class="m">{{ $index + 1 }}</span>
        <span class="track keeps-fill"><span class="mid"></span><span class="now" [style.left.%]="bar.at"></span></span>
        <span>{{ bar.us }}</span>
      </div>
    } @empty {
      <p class="m s">No frame has arrived.</p>
    }`,
  styles: `
    div {
      display: grid;
      grid-template-columns: 22px minmax(0, 1fr) 40px;
      gap: 6px;
      align-items: center;
      line-height: 1.28;
    }
    .track {
      height: 9px;
      background: var(--hair);
      position: relative;
    }
    .mid {
      position: absolute;
      left: 50%;
      top: 0;
      width: 1px;
      height: 9px;
      background: var(--rule-strong);
    }
    .now {
      position: absolute;
      top: -2px;
      width: 3px;
      height: 13px;
      margin-left: -1.5px;
      background: var(--harbour);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SlotBars {
  readonly slots = input.required<readonly { us: number }[]>();
  protected readonly bars = computed(() =>
    this.slots().map(({ us }) => ({
      us: Math.round(us),
      at: Math.max(0, Math.min(100, ((us - PULSE.leastUs) / (PULSE.mostUs - PULSE.leastUs)) * 100)),
    })),
  );
}
