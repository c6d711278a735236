import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { SupplyStudy } from '@squallmark/core/analysis';
import { firstToGo, standsText } from '@squallmark/core/rails';
import { labelOf } from '@squallmark/core/rig';
import { amps, num, percent, voltBand, volts } from '@squallmark/core/units';
import type { Mark as MarkKind } from '@squallmark/core/findings';
import { Mark } from '../../kit/mark';
import { CellOf, type Column } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import { AnalysisStore } from '../../state/analysis';
import { RigStore } from '../../state/rig-store';

export type StudyView = 'spread' | 'shorts' | 'packs';

/** One line of a study: its mark, and its figures as they are shown. */
interface Line {
  key: string;
  mark: MarkKind;
  cells: Record<string, string>;
}

const column = (id: string, head: string, figure = false): Column<Line> => ({
  ...{ id, head, figure },
  text: (r) => r.cells[id]!,
});
const MARK: Column<Line> = { id: 'mark', head: 'Mark', quiet: true };

const VIEWS: Readonly<Record<StudyView, { caption: string; columns: Column<Line>[] }>> = {
  spread: {
    caption: 'Volts over 1 000 rigs of the same parts, full pack',
    columns: [
      column('what', 'Part'),
      column('usual', '95 of 100 rigs', true),
      column('worst', 'Everything at its worst', true),
      column('takes', 'Takes', true),
      column('outside', 'Outside', true),
      MARK,
    ],
  },
  shorts: {
    caption: 'A short at each plug',
    columns: [
      column('what', 'Plug'),
      column('amps', 'Flows at once', true),
      column('first', 'Goes first'),
      column('after', 'After', true),
      MARK,
    ],
  },
  packs: {
    caption: 'Packs over a run',
    columns: [
      column('what', 'Pack'),
      column('rest', 'At rest', true),
      column('first', 'At first', true),
      column('into', 'Pushed into it', true),
      column('given', 'Gives', true),
      column('share', 'Its share', true),
      column('left', 'Left', true),
      MARK,
    ],
  },
};

/** What is looked up about the supplies beyond volts and amps: how far rigs differ, what a short does, how packs share a run. */
@Component({
  selector: 'sq-supply-study',
  imports: [CellOf, Mark, Table],
  template: `@if (study()) {
      @if (says(); as text) {
        <p class="m s">{{ text }}</p>
      }
      <div class="scroll" tabindex="0" role="group" [attr.aria-label]="shown().caption">
        <sq-table [caption]="shown().caption" [rows]="lines()" [columns]="shown().columns" [key]="keyOf">
          <ng-template sqCell="mark" [of]="lines()" let-r><sq-mark [kind]="r.mark" /></ng-template>
        </sq-table>
      </div>
    } @else {
      <p class="m s">Being worked out…</p>
    }`,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-height: 0;
    }

    p {
      margin: 2px 0 4px;
    }

    .scroll {
      overflow: auto;
      min-height: 0;
    }

    sq-table {
      --cell: 3px 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SupplyStudyView {
  readonly view = input.required<StudyView>();
  private readonly rig = inject(RigStore).rig;
  protected readonly study = toSignal(inject(AnalysisStore).supplies$);
  protected readonly shown = computed(() => VIEWS[this.view()]);
  protected readonly keyOf = ({ key }: Line): string => key;
  protected readonly lines = computed((): Line[] => {
    const study = this.study();
    if (!study) return [];
    return { spread: () => this.spread(study), shorts: () => this.shorts(study), packs: () => this.packs(study) }[
      this.view()
    ]();
  });
  /** What the table as a whole says. */
  protected readonly says = computed(() => {
    const study = this.study();
    if (!study) return '';
    if (this.view() === 'shorts')
      return 'A fuse must go before a wire, always. Where nothing goes, the source holds its limit.';
    if (this.view() === 'spread')
      return 'Each figure of a sheet drawn from the spread of its class; leads up to 60 °C, packs old or cold.';
    return packsText(study);
  });

  private spread({ bands }: SupplyStudy): Line[] {
    const takes = new Map(this.allowed());
    return bands.flatMap((b): Line[] => {
      const key = `${b.part}.${b.terminal}`;
      const band = takes.get(key);
      if (!band) return [];
      const beyond = b.leastV < band[0] || b.mostV > band[1];
      return [
        {
          key,
          mark: b.outside > 0.025 ? 'stop' : beyond ? 'watch' : 'clear',
          cells: {
            what: this.label(b.part),
            usual: voltBand([round(b.lowV), round(b.highV)]),
            worst: voltBand([round(b.leastV), round(b.mostV)]),
            takes: voltBand(band),
            outside: b.outside ? percent(b.outside) : '–',
          },
        },
      ];
    });
  }

  private shorts({ shorts }: SupplyStudy): Line[] {
    return shorts.map((s): Line => {
      const way = firstToGo(s);
      return {
        key: `${s.part}.${s.terminal}`,
        mark: s.first === 'wire' ? 'watch' : 'clear',
        cells: {
          what: `${this.label(s.part)}, ${s.terminal}`,
          amps: amps(s.amps),
          first: way ? `${s.first} in ${way.cable}` : 'nothing',
          after: way ? standsText(way) : '',
        },
      };
    });
  }

  private packs({ packs: { packs } }: SupplyStudy): Line[] {
    return packs.map((p): Line => ({
      key: p.part,
      mark: p.mostInA > 1 ? 'watch' : 'clear',
      cells: {
        what: this.label(p.part),
        rest: `${volts(p.restV)}, ${percent(p.fromCharge)}`,
        first: amps(p.firstA),
        into: p.mostInA > 0.005 ? amps(p.mostInA) : '–',
        given: `${num(p.givenAh, 2)} Ah`,
        share: percent(p.share),
        left: percent(p.toCharge),
      },
    }));
  }

  private allowed(): [string, readonly [number, number]][] {
    const rig = this.rig();
    return rig.parts.flatMap((part) =>
      (rig.sheets[part.class]?.supplies ?? []).map((s): [string, readonly [number, number]] => [
        `${part.id}.${s.id}`,
        s.volts,
      ]),
    );
  }

  private label(part: string): string {
    return labelOf(this.rig(), part);
  }
}

const round = (v: number): number => Math.round(v * 100) / 100;

function packsText({ packs: { minutes, fullMinutes, packs } }: SupplyStudy): string {
  if (minutes === null) return 'No pack gives anything.';
  const lost = (fullMinutes ?? minutes) - minutes;
  const until = `Runs ${num(minutes)} min until the first pack has 30 % left`;
  if (lost < 0.5) return `${until}.`;
  const why = packs.length > 1 ? 'packs full and alike' : 'a full pack';
  return `${until}; ${num(lost)} min less than with ${why}.`;
}
