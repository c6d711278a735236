import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { BoardSetting, ResourceView } from '@squallmark/core/loom';
import { labelOf } from '@squallmark/core/rig';
import { groupBy } from '@squallmark/core/units';
import type { Column } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import { AnalysisStore } from '../../state/analysis';
import { RigStore } from '../../state/rig-store';

const COLUMNS: Column<BoardSetting>[] = [
  { id: 'setting', head: 'Setting', text: (s) => s.text },
  { id: 'undo', head: 'Undo first', small: true, text: (s) => s.undoFirst.join(', ') || 'nothing' },
];

/** Serial ports and pads of every controller: who holds what, what is plugged in, and the settings list that follows. */
@Component({
  selector: 'sq-board-plan',
  imports: [MatButtonModule, Table],
  template: `
    <section aria-label="Board plan">
      @for (board of boards(); track board.part) {
        <h2 class="h">{{ board.label }}</h2>
        <div class="board">
          <div class="edge" role="list" aria-label="Serial ports">
            @for (r of board.serial; track r.id) {
              <div class="port" role="listitem" [class.twice]="r.held.length > 1" [class.free]="!r.held.length">
                <b>{{ r.label }}</b>
                <span class="s">
                  @for (h of r.held; track h.to) {
                    <span>{{ h.to }}{{ h.baud ? ' · ' + h.baud + ' baud' : '' }}</span>
                  } @empty {
                    <span class="m">free</span>
                  }
                </span>
                <span>
                  @for (c of r.cables; track c) {
                    <button class="link n" type="button" (click)="choose.emit(c)">{{ c }}</button>
                  }
                </span>
                @for (h of r.held; track h.to) {
                  <button class="link s" type="button" (click)="release(r, h.to)">release {{ h.to }}</button>
                }
              </div>
            }
          </div>
          <div class="pads" role="list" aria-label="Pads">
            @for (r of board.pads; track r.id) {
              <div class="pad" role="listitem" [class.twice]="r.held.length > 1" [class.free]="!r.held.length">
                <b>{{ r.label }}</b>
                @for (h of r.held; track h.to) {
                  <button
                    class="link s"
                    type="button"
                    (click)="release(r, h.to)"
                    [attr.aria-label]="'Release ' + r.label + ' from ' + h.to"
                  >
                    {{ h.to }}
                  </button>
                }
                @for (c of r.cables; track c) {
                  <button class="link n" type="button" (click)="choose.emit(c)">{{ c }}</button>
                }
              </div>
            }
          </div>
        </div>
      } @empty {
        <p class="m">No controller on the bench, so no ports and pads to plan.</p>
      }
      @if (settings().length) {
        <h2 class="h">To set, port by port</h2>
        <sq-table caption="Settings of the ports" [rows]="settings()" [columns]="columns" />
        <p class="m s">Save, read back, then go on. Configure on USB power, run on the pack.</p>
      }
    </section>
  `,
  styleUrl: './board-plan.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BoardPlan {
  private readonly store = inject(RigStore);
  private readonly loom = inject(AnalysisStore).result;
  readonly choose = output<string>();

  protected readonly columns = COLUMNS;
  protected readonly settings = computed(() => this.loom()?.analysis.loom.settings ?? []);
  protected readonly boards = computed(() =>
    [...groupBy(this.loom()?.analysis.loom.board ?? [], (r) => r.part)].map(([part, all]) => ({
      part,
      label: labelOf(this.store.rig(), part),
      serial: all.filter((r) => r.kind === 'serial'),
      pads: all.filter((r) => r.kind === 'pad'),
    })),
  );

  protected release({ part, id }: ResourceView, to: string): void {
    this.store.do([{ kind: 'release', part, resource: id, to }]);
  }
}
