import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatSliderModule } from '@angular/material/slider';

/** A figure that is pulled along a line. */
@Component({
  selector: 'sq-slide',
  imports: [MatSliderModule],
  // it measures itself when it is made, which would lay out a page half built: made once that stands
  template: `@defer (on idle) {
    <mat-slider [min]="least()" [max]="most()" [step]="step()" [displayWith]="says()" [disableRipple]="true">
      <input matSliderThumb [value]="value()" (valueChange)="moved.emit($event)" [attr.aria-label]="label()" />
    </mat-slider>
  }`,
  styles: `
    :host {
      display: inline-flex;
      min-width: 0;
      min-height: 48px;
    }
    mat-slider {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Slide {
  readonly label = input.required<string>();
  readonly value = input.required<number>();
  readonly least = input(0);
  readonly most = input(1);
  readonly step = input(0.01);
  /** The figure in words. */
  readonly says = input<(value: number) => string>(String);
  readonly moved = output<number>();
}
