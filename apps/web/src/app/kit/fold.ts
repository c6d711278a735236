import { CdkAccordionItem } from '@angular/cdk/accordion';
import { ChangeDetectionStrategy, Component, input, signal } from '@angular/core';

let made = 0;

/** A line that unfolds what lies under it. */
@Component({
  selector: 'sq-fold',
  imports: [CdkAccordionItem],
  template: `<cdk-accordion-item [(expanded)]="open" #item="cdkAccordionItem">
    <button type="button" [attr.aria-expanded]="open()" [attr.aria-controls]="id" (click)="item.toggle()">
      <span aria-hidden="true">{{ open() ? '▾' : '▸' }}</span> {{ head() }}
    </button>
    <div [id]="id" [hidden]="!open()"><ng-content /></div>
  </cdk-accordion-item>`,
  styles: `
    :host {
      display: block;
    }
    button {
      border: 0;
      padding: 3px 0;
      background: none;
      color: inherit;
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    @media (pointer: coarse) {
      button {
        min-height: 40px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Fold {
  readonly head = input.required<string>();
  protected readonly id = `fold-${++made}`;
  /** Whether what lies under it is in sight; who puts much there makes it only then. */
  readonly open = signal(false);
}
