import { ChangeDetectionStrategy, Component, booleanAttribute, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';

/** A thing that is so or not. Its name is what stands inside it, or `label` where nothing does. */
@Component({
  selector: 'sq-tick',
  imports: [MatCheckbox],
  template: `<mat-checkbox
    [checked]="on()"
    [disabled]="disabled()"
    [aria-label]="label()"
    [disableRipple]="true"
    (change)="turned.emit($event.checked)"
    ><ng-content
  /></mat-checkbox>`,
  styles: `
    :host {
      display: inline-flex;
      min-width: 0;
    }
    mat-checkbox {
      min-width: 0;
      --mat-checkbox-state-layer-size: 22px;
    }
    /* a long name ends in dots, it does not run into what stands beside it */
    mat-checkbox ::ng-deep .mdc-form-field {
      max-width: 100%;
    }
    mat-checkbox ::ng-deep .mdc-label {
      min-width: 0;
      overflow: hidden;
      text-overflow: ellipsis;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Tick {
  readonly on = input.required<boolean>();
  readonly label = input('');
  readonly disabled = input(false, { transform: booleanAttribute });
  readonly turned = output<boolean>();
}
