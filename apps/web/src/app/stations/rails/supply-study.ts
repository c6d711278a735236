import { ChangeDetectionStrategy, Component, computed, inject, input, resource, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import type { Edit } from '@squallmark/core/rig';
import { FigureField } from '../../kit/fields/figure';
import { Mark } from '../../kit/mark';
import { CellOf } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import { AnalysisStore } from '../../state/analysis';
import { RigStore } from '../../state/rig-store';
import { Weaver } from '../../state/weaver';
import {
  feedLines,
  heatLines,
  leadLines,
  leadsText,
  packLines,
  packsText,
  setLines,
  setText,
  shortLines,
  spreadLines,
  TABLES,
  type Line,
  type StudyView,
} from './study-tables';

/** Room that a set of leads or regulators is to keep, until another is said, V. */
const USUAL_ROOM_V = 0.1;

/** What one view shows; null as long as it is being worked out. */
interface Shown {
  lines: Line[];
  text: string;
  /** What does it, and how that is called. */
  edits?: Edit[];
  done?: string;
}

/** What is looked up about the supplies beyond volts and amps: spread, shorts, packs, heat, leads, feeds and the cheapest set. */
@Component({
  selector: 'sq-supply-study',
  imports: [CellOf, FigureField, Mark, MatButtonModule, Table],
  template: `@if (asksRoom() || shown()?.text) {
      <p class="m s">
        @if (asksRoom()) {
          <sq-figure
            label="keep"
            unit="V"
            [least]="0"
            [most]="20"
            [step]="0.05"
            [value]="room()"
            (changed)="room.set($event!)"
          />
        }
        {{ shown()?.text }}
        @if (shown()?.edits?.length) {
          <button mat-stroked-button type="button" (click)="make()">{{ shown()!.done }}</button>
        }
      </p>
    }
    @if (shown(); as all) {
      <div class="scroll" tabindex="0" role="group" [attr.aria-label]="table().caption">
        <sq-table [caption]="table().caption" [rows]="all.lines" [columns]="table().columns" [key]="keyOf">
          <ng-template sqCell="mark" [of]="all.lines" let-r><sq-mark [kind]="r.mark" /></ng-template>
        </sq-table>
      </div>
    } @else {
      <p class="m s">{{ failed() ?? 'Being worked out…' }}</p>
    }`,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-height: 0;
    }

    p {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      align-items: center;
      margin: 2px 0 4px;
    }

    .scroll {
      overflow: auto;
      min-height: 0;
    }

    sq-table {
      --cell: 3px 8px;
      display: block;
      min-width: 640px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SupplyStudyView {
  readonly view = input.required<StudyView>();
  private readonly store = inject(RigStore);
  private readonly analysis = inject(AnalysisStore);
  private readonly weaver = inject(Weaver);
  private readonly rig = this.store.rig;
  protected readonly room = signal(USUAL_ROOM_V);
  private readonly supplies = toSignal(this.analysis.supplies$);
  private readonly feeds = toSignal(this.analysis.feeds$);
  private readonly leads = toSignal(this.analysis.leads$(toObservable(this.room)));
  /** Asked of the solver only while it is looked at. */
  private readonly set = resource({
    params: () => (this.view() === 'set' ? { rig: this.rig(), room: this.room() } : undefined),
    loader: ({ params: { rig, room } }) => this.weaver.feeding([rig, room]),
  });
  protected readonly table = computed(() => TABLES[this.view()]);
  protected readonly asksRoom = computed(() => this.view() === 'leads' || this.view() === 'set');
  protected readonly keyOf = ({ key }: Line): string => key;
  protected readonly failed = computed(() =>
    this.view() === 'set' && this.set.error() ? `Not worked out: ${this.set.error()!.message}` : null,
  );

  protected readonly shown = computed((): Shown | null => {
    const view = this.view();
    if (view === 'leads') return this.ofLeads();
    if (view === 'feed') return this.ofFeeds();
    if (view === 'set') return this.ofSet();
    const study = this.supplies();
    const rig = this.rig();
    if (!study) return null;
    switch (view) {
      case 'shorts':
        return {
          lines: shortLines(rig, study),
          text: 'A fuse must go before a wire, always. Where nothing goes, the source holds its limit.',
        };
      case 'spread':
        return {
          lines: spreadLines(rig, study),
          text: 'Each figure of a sheet drawn from the spread of its class; leads up to 60 °C, packs old or cold.',
        };
      case 'packs':
        return { lines: packLines(rig, study), text: packsText(study) };
      case 'heat':
        return {
          lines: heatLines(rig, study),
          text: 'In still air, flat pack, everything at its peak; what warms by less than a kelvin is left out.',
        };
    }
  });

  protected make(): void {
    this.store.do(this.shown()!.edits!);
  }

  private ofLeads(): Shown | null {
    const found = this.leads();
    // the leads of an earlier rig are shown no more: they would be made of another
    if (found?.rig !== this.rig()) return null;
    const { study } = found;
    const edits = [...study.leads, ...study.splices].flatMap((x) => x.edits);
    return { lines: leadLines(this.rig(), study), text: leadsText(study), edits, done: 'Make the leads so' };
  }

  private ofFeeds(): Shown | null {
    const found = this.feeds();
    if (found?.rig !== this.rig()) return null;
    const sides = found.feeds;
    const other = sides.find((s) => s.edits.length > 0 && s.fits);
    const text = sides.length
      ? 'From the pack its volts fall with the charge; from a regulator they stand, and it goes dark with it.'
      : 'Takes a gimbal with a supply lead, a pack and a regulator that suits it.';
    return { lines: feedLines(sides), text, edits: other?.edits ?? [], done: `Feed it from the ${other?.from ?? ''}` };
  }

  private ofSet(): Shown | null {
    const set = this.set.hasValue() ? this.set.value() : null;
    if (!set) return null;
    return { lines: setLines(set), text: setText(set), edits: set.edits, done: 'Pull these from the shelf' };
  }
}
