import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { worstMark, type Mark, type StationId } from '@squallmark/core/findings';
import type { Verdict } from '@squallmark/core/prove';
import { count, roundTo, seconds, signed } from '@squallmark/core/units';
import { from, merge, switchMap } from 'rxjs';
import type { ShownMark } from '../kit/mark';
import { AnalysisStore } from '../state/analysis';
import { DeskStore } from '../state/desk';
import { RigStore } from '../state/rig-store';
import { RigVault, type LogEntry } from '../state/rig-vault';
import type { Analysis } from '@squallmark/core/analysis';

export interface StationTile {
  path: StationId;
  name: string;
  figure: string;
  mark: ShownMark;
}

/** The live figure and mark of every station, from the last analysis. */
@Injectable({ providedIn: 'root' })
export class StationFigures {
  private readonly studies = inject(AnalysisStore);
  private readonly analysis = this.studies.result;
  private readonly desk = inject(DeskStore);
  private readonly store = inject(RigStore);
  private readonly vault = inject(RigVault);
  private readonly entries = toSignal(
    merge(this.store.rig$, this.store.logged$).pipe(
      switchMap(() => from(this.vault.entries(this.store.rig().id).catch((): LogEntry[] => []))),
    ),
    { initialValue: [] },
  );

  readonly stations = computed<StationTile[]>(() => {
    const analysis = this.analysis()?.analysis;
    // a mark is of this very revision, or it is none
    const { state } = this.studies.standing();
    const none = state === 'current' ? undefined : state === 'failed' ? 'unknown' : 'computing';
    const tile = (path: StationId, name: string, figure: string, mark?: Mark): StationTile => ({
      path,
      name,
      figure,
      mark: none ?? mark ?? worstMark(analysis?.findings.filter((f) => f.station === path) ?? []),
    });
    return [
      tile('brief', 'Brief', analysis ? `${analysis.brief.granted} / ${analysis.brief.wanted}` : '–'),
      tile('loom', 'Loom', analysis ? count(analysis.loom.cables.length, 'cable') : '–'),
      tile(
        'channels',
        'Channels',
        analysis?.channels.carriedSlots ? `${analysis.channels.usedSlots} / ${analysis.channels.carriedSlots}` : '–',
      ),
      tile('rails', 'Rails', this.margin(analysis), this.railsMark(analysis)),
      tile('wake', 'Wake', analysis ? seconds(analysis.wake.seconds) : '–'),
      tile('prove', 'Prove', this.proof(), this.proofMark()),
      tile(
        'log',
        'Log',
        count(this.entries().length, 'entr').replace(/entrs?$/, this.entries().length === 1 ? 'entry' : 'entries'),
      ),
    ];
  });

  private margin(analysis: Analysis | undefined): string {
    const lowest = analysis?.rails.lowestMargin;
    return lowest ? `${signed(lowest.volts, 2)} V` : '–';
  }

  private railsMark(analysis: Analysis | undefined): Mark {
    const worst = worstMark(analysis?.findings.filter((f) => f.station === 'rails') ?? []);
    // below by less than is shown is not below
    return roundTo(analysis?.rails.lowestMargin?.volts ?? 1, 2) < 0 ? 'stop' : worst;
  }

  private proof(): string {
    if (!this.studies.isPlanned()) return '–';
    return `${this.verdicts().filter((v) => v?.passed).length} / ${this.studies.plan().length}`;
  }

  /** Of the rig on the bench once anything was proven there, else of the simulated one. */
  private verdicts(): (Verdict | undefined)[] {
    const own = this.desk.verdicts('bench');
    const all = Object.keys(own).length ? own : this.desk.verdicts('simulated');
    return this.studies.plan().map((step) => all[step.id]);
  }

  private proofMark(): Mark {
    const verdicts = this.verdicts();
    if (verdicts.some((v) => v && !v.passed && !v.skipped)) return 'stop';
    return verdicts.every((v) => v?.passed) ? 'clear' : 'watch';
  }
}
