import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatSliderModule } from '@angular/material/slider';

/** Two ends of a travel on one line; neither passes the other. */
@Component({
  selector: 'sq-span',
  imports: [MatSliderModule],
  template: `<mat-slider [min]="least()" [max]="most()" [step]="step()" [disableRipple]="true">
    <input
      matSliderStartThumb
      [value]="low()"
      (valueChange)="lowMoved.emit($event)"
      [attr.aria-label]="label() + ', low end'"
    />
    <input
      matSliderEndThumb
      [value]="high()"
      (valueChange)="highMoved.emit($event)"
      [attr.aria-label]="label() + ', high end'"
    />
  </mat-slider>`,
  styles: `
    :host,
    mat-slider {
      display: block;
      min-width: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Span {
  readonly label = input.required<string>();
  readonly low = input.required<number>();
  readonly high = input.required<number>();
  readonly least = input.required<number>();
  readonly most = input.required<number>();
  readonly step = input(1);
  readonly lowMoved = output<number>();
  readonly highMoved = output<number>();
}
