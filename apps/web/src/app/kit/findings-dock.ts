import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Finding, Fix, StationId } from '@squallmark/core/findings';
import { count } from '@squallmark/core/units';
import { AnalysisStore } from '../state/analysis';
import { RigStore } from '../state/rig-store';
import { Mark } from './mark';

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
  private readonly computed = inject(AnalysisStore).result;

  readonly station = input.required<StationId>();
  protected readonly folded = signal(localStorage.getItem(FOLDED_KEY) === 'yes');
  protected readonly opened = signal<string | null>(null);
  private readonly findings = computed(() => this.computed()?.analysis.findings ?? []);
  protected readonly here = computed(() => this.findings().filter((f) => isAt(f, this.station())));
  protected readonly elsewhere = computed(() => this.findings().filter((f) => !isAt(f, this.station())));
  protected readonly tally = computed(() => {
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

  protected fix(fix: Fix): void {
    this.store.do(fix.edits);
  }

  protected toggleNumbers(finding: Finding): void {
    this.opened.update((id) => (id === finding.id ? null : finding.id));
  }

  protected fold(): void {
    this.folded.update((folded) => !folded);
    localStorage.setItem(FOLDED_KEY, this.folded() ? 'yes' : 'no');
  }
}

const isAt = (finding: Finding, station: StationId): boolean =>
  finding.station === station || (finding.alsoAt?.includes(station) ?? false);

const FOLDED_KEY = 'squallmark-dock-folded';
