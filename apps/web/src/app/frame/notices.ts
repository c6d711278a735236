import { ChangeDetectionStrategy, Component, computed, inject, Injector } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Mark } from '../kit/mark';
import { Rooms } from '../kit/rooms';
import { AnalysisStore } from '../state/analysis';
import { Keeping } from '../state/keeping';
import { RigStore } from '../state/rig-store';
import { Updates } from '../state/updates';

/** What holds for as long as it stands here: nothing is kept, nothing could be computed, a newer version is there. */
@Component({
  selector: 'sq-notices',
  imports: [MatButtonModule, Mark],
  template: `
    @if (keeping.text(); as text) {
      <div class="notice stop" role="alert">
        <sq-mark kind="stop" /><span>{{ text }}</span>
        <button mat-flat-button type="button" (click)="exportRig()">Export the rig</button>
        <button mat-stroked-button type="button" (click)="store.keep()">Try again</button>
      </div>
    }
    @if (keeping.smallNotes(); as text) {
      <div class="notice" role="status">
        <sq-mark kind="watch" /><span>{{ text }}</span>
      </div>
    }
    @if (failed(); as failed) {
      <div class="notice stop" role="alert">
        <sq-mark kind="stop" />
        <span>
          <b>Not computed.</b> {{ failed }}. What you see is of {{ seen() }}. Changing, undoing, log and files work on.
        </span>
        <button mat-stroked-button type="button" (click)="analysis.again()">Try again</button>
      </div>
    }
    @if (rooms.plainly(); as text) {
      <div class="notice" role="status">
        <sq-mark kind="watch" /><span>{{ text }}</span>
      </div>
    }
    @if (updates.news(); as news) {
      <div class="notice" role="status">
        <sq-mark kind="watch" />
        <span>
          {{
            news === 'ready'
              ? 'A newer Squallmark is ready. Rigs, log and settings stay.'
              : 'This page is of a version that is no longer there. Rigs, log and settings stay.'
          }}
        </span>
        <button mat-flat-button type="button" (click)="updates.changeOver()">Change over</button>
      </div>
    }
  `,
  styles: `
    .notice {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
      align-items: center;
      padding: 5px 14px;
      background: var(--watch-tint);
      border-bottom: 1px solid var(--rule);
      font-size: 12.6px;
    }
    .stop {
      background: var(--stop-tint);
    }
    span {
      min-width: 0;
      overflow-wrap: anywhere;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Notices {
  private readonly injector = inject(Injector);
  protected readonly store = inject(RigStore);
  protected readonly keeping = inject(Keeping);
  protected readonly analysis = inject(AnalysisStore);
  protected readonly updates = inject(Updates);
  protected readonly rooms = inject(Rooms);
  protected readonly failed = computed(() => {
    const standing = this.analysis.standing();
    return standing.state === 'failed' ? standing.why : '';
  });
  protected readonly seen = computed(() => {
    const shown = this.analysis.result();
    return shown ? `revision ${shown.analysis.revision}` : 'nothing yet';
  });

  protected async exportRig(): Promise<void> {
    const { Exports } = await import('../kit/exports');
    this.injector.get(Exports).rigJson();
  }
}
