import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import type { Figure, Finding, Fix, StationId } from '@squallmark/core/findings';
import { count } from '@squallmark/core/units';
import { concat, filter, scan, switchMap } from 'rxjs';
import { AnalysisStore } from '../state/analysis';
import { RigStore } from '../state/rig-store';
import { narrowerThan } from './breakpoints';
import { Mark } from './mark';
import { unrolled } from './unroll';
import { recall, remember } from '../state/small-notes';

/** Findings of the whole rig, the station's own first: what, why with the figures, and the fix as a button. */
@Component({
  selector: 'sq-findings-dock',
  imports: [Mark, MatButtonModule],
  templateUrl: './findings-dock.html',
  styleUrl: './findings-dock.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingsDock {
  private readonly store = inject(RigStore);
  private readonly analysis = inject(AnalysisStore);
  private readonly computed = this.analysis.result;

  readonly station = input.required<StationId>();
  /** Under this width the findings are a sheet from below, pulled up when it is wanted. */
  protected readonly isSheet = narrowerThan(1000);
  private readonly raised = signal(false);
  private readonly put = signal(recall(FOLDED_KEY) === 'yes');
  protected readonly folded = computed(() => (this.isSheet() ? !this.raised() : this.put()));
  protected readonly opened = signal<string | null>(null);
  private readonly findings = computed(() => this.computed()?.analysis.findings ?? []);
  protected readonly here = computed(() => this.findings().filter((f) => isAt(f, this.station())));
  protected readonly elsewhere = computed(() => this.findings().filter((f) => !isAt(f, this.station())));
  protected readonly hereShown = unrolled(this.here, 12);
  protected readonly elsewhereShown = unrolled(this.elsewhere, 12);
  /** The station's own are asked for first. */
  private readonly asked = computed(() => {
    const rig = this.computed()?.rig;
    if (!rig || this.folded()) return null;
    return { rig, batches: [this.here(), this.elsewhere()].map((list) => list.map((f) => f.id)) };
  });
  private readonly mending = toSignal(
    toObservable(this.asked).pipe(
      filter((asked) => asked !== null),
      switchMap(({ rig, batches }) =>
        concat(...batches.filter((ids) => ids.length).map((ids) => this.analysis.fixes$(rig, ids))).pipe(
          scan((known, next) => ({ rig, fixes: new Map([...known.fixes, ...next.fixes]) })),
        ),
      ),
    ),
    { initialValue: null },
  );
  /** Fixes of an older rig still show, so that nothing jumps, and cannot be pressed. */
  protected readonly isStale = computed(() => this.mending()?.rig !== this.store.rig());
  /** A finding with all of its fixes on show. */
  protected readonly unfolded = signal<string | null>(null);
  protected readonly standing = computed(() => this.analysis.standing().state);
  protected readonly tally = computed(() => {
    if (this.standing() !== 'current') return this.standing() === 'failed' ? 'not computed' : 'computing…';
    const of = (mark: string): number => this.findings().filter((f) => f.mark === mark).length;
    return (
      [
        of('stop') ? count(of('stop'), 'stop') : '',
        of('watch') ? `${of('watch')} watch${of('watch') === 1 ? '' : 'es'}` : '',
      ]
        .filter(Boolean)
        .join(' · ') || 'all clear'
    );
  });

  protected fixesOf({ id }: Finding): readonly Fix[] {
    return this.mending()?.fixes.get(id) ?? [];
  }

  /** The best two, or all. */
  protected shownOf(finding: Finding): readonly Fix[] {
    const all = this.fixesOf(finding);
    return this.unfolded() === finding.id ? all : all.slice(0, BEST);
  }

  protected readonly best = BEST;

  /** What was measured or worked out; the words among the figures are in the sentence already. */
  protected numbersOf({ figures }: Finding): Figure[] {
    return figures.filter((f) => typeof f.value === 'number' && (f.unit !== undefined || f.source !== undefined));
  }

  protected fix(fix: Fix): void {
    this.store.do(fix.edits);
  }

  protected toggleNumbers(finding: Finding): void {
    this.opened.update((id) => (id === finding.id ? null : finding.id));
  }

  protected lower(): void {
    this.raised.set(false);
  }

  protected fold(): void {
    if (this.isSheet()) return this.raised.update((up) => !up);
    this.put.update((folded) => !folded);
    remember(FOLDED_KEY, this.put() ? 'yes' : 'no');
  }
}

const isAt = (finding: Finding, station: StationId): boolean =>
  finding.station === station || (finding.alsoAt?.includes(station) ?? false);

/** So many fixes of a finding show at once. */
const BEST = 2;
const FOLDED_KEY = 'squallmark-dock-folded';
