import { ChangeDetectionStrategy, Component, booleanAttribute, input, output } from '@angular/core';

/**
 * The travel of a control of the transmitter, or of a handle on a curve or a rung: what a hand pushes, as a slider with a
 * name. Its looks are those of whoever holds it.
 */
@Component({
  selector: 'sq-travel',
  template: `<input
    type="range"
    [min]="least()"
    [max]="most()"
    [step]="step()"
    [value]="value()"
    [attr.aria-label]="label()"
    [attr.aria-valuetext]="says()"
    (input)="move($event)"
  />`,
  styleUrl: './travel.scss',
  host: { '[class.upright]': 'upright()', '[class.handle]': 'handle()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Travel {
  readonly label = input.required<string>();
  readonly value = input.required<number>();
  readonly least = input(-1);
  readonly most = input(1);
  readonly step = input(0.01);
  /** The place in words, where the bare number says little. */
  readonly says = input<string>();
  readonly upright = input(false, { transform: booleanAttribute });
  /** Only a round handle is seen, on whatever lies under it. */
  readonly handle = input(false, { transform: booleanAttribute });
  readonly moved = output<number>();

  protected move(event: Event): void {
    this.moved.emit((event.target as HTMLInputElement).valueAsNumber);
  }
}
