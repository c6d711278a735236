import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { AssignResult } from '@squallmark/core/channels-studies';
import { Mark } from '../../kit/mark';

/** What an assignment did, row by row with its reasons; or what clashes and what could be given up. */
@Component({
  selector: 'sq-assign-card',
  imports: [MatButtonModule, Mark],
  template: `<div class="top">
      <h2>Assignment</h2>
      <button class="shut" type="button" aria-label="Close the assignment" (click)="shut.emit()">×</button>
    </div>
    @if (result().clash; as clash) {
      <p><sq-mark kind="watch" /> Nothing was changed: {{ clash.why }}.</p>
      <h3>One of these has to give</h3>
      <ul>
        @for (what of clash.giveUp; track what) {
          <li>{{ what }}</li>
        }
      </ul>
      @if (clash.smallest) {
        <p class="m s">No smaller set of wishes clashes.</p>
      }
    } @else if (result().rows.length) {
      <p class="m">{{ result().rows.length }} rows filled, nothing costs less. Ctrl Z takes it back.</p>
      <ul>
        @for (r of result().rows; track r.part + r.fn) {
          <li>
            <b>{{ r.label }}</b><br />{{ r.controlLabel }} → slot {{ r.slot }}
            <span class="m">· {{ r.reasons.length ? r.reasons.join(', ') : 'nothing speaks against it' }}</span>
          </li>
        }
      </ul>
    } @else {
      <p><sq-mark kind="clear" /> Every row is filled. Locked and finished rows stay as they are.</p>
    }
    @for (u of result().unreached; track u.label) {
      <p><sq-mark kind="watch" /> {{ u.label }}: {{ u.why }}</p>
    }
    <div class="acts">
      <button mat-stroked-button type="button" (click)="again.emit()">Assign all but locked rows again</button>
    </div>`,
  styleUrl: './side-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'complementary', 'aria-label': 'Assignment' },
})
export class AssignCard {
  readonly result = input.required<AssignResult>();
  readonly again = output();
  readonly shut = output();
}
