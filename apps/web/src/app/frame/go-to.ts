import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { Finder } from '../kit/fields/finder';
import { AnalysisStore } from '../state/analysis';
import { RigStore } from '../state/rig-store';

interface Place {
  text: string;
  /** What it is. */
  note: string;
  path: string;
  focus?: string;
}

const STATIONS = ['brief', 'loom', 'channels', 'rails', 'wake', 'prove', 'log', 'shelf'];
const MOST = 12;

/** Type a few letters of anything in the rig and go there. */
@Component({
  selector: 'sq-go-to',
  imports: [MatDialogModule, Finder],
  template: `
    <mat-dialog-content>
      <sq-finder
        label="Go to"
        empty="Part, cable, channel, step…"
        [finds]="found()"
        (typed)="query.set($event)"
        (chosen)="go($event)"
      />
      @if (!found().length) {
        <p class="m none">Nothing here is called that.</p>
      }
    </mat-dialog-content>
  `,
  styles: `
    .none {
      padding: 8px 9px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GoTo {
  private readonly rig = inject(RigStore).rig;
  private readonly studies = inject(AnalysisStore);
  private readonly router = inject(Router);
  private readonly dialog = inject<MatDialogRef<GoTo>>(MatDialogRef);
  protected readonly query = signal('');

  private readonly places = computed<Place[]>(() => {
    const analysis = this.studies.result()?.analysis;
    return [
      ...STATIONS.map((s) => ({ text: s[0]!.toUpperCase() + s.slice(1), note: 'station', path: s })),
      ...this.rig().parts.map((p) => ({ text: p.label, note: 'part', path: 'loom', focus: p.id })),
      ...(analysis?.loom.cables ?? []).map((c) => ({
        text: `${c.id} ${c.ends.map((e) => e.partLabel).join(' – ')}`,
        note: 'cable',
        path: 'loom',
        focus: c.id,
      })),
      ...(analysis?.channels.rows ?? []).map((r) => ({
        text: `Channel ${r.channel} ${r.control?.label ?? ''} ${r.moves.map((m) => m.fn.label).join(', ')}`,
        note: 'channel',
        path: 'channels',
        focus: String(r.channel),
      })),
      ...this.studies.plan().map((s) => ({
        text: `${s.title}: ${s.expectText}`,
        note: 'check',
        path: 'prove',
        focus: s.id,
      })),
    ];
  });

  protected readonly found = computed(() => {
    const asked = this.query().trim().toLowerCase();
    const words = asked.split(/\s+/).filter(Boolean);
    const rank = ({ text }: Place): number =>
      text.toLowerCase() === asked ? 0 : text.toLowerCase().startsWith(asked) ? 1 : 2;
    return this.places()
      .filter((p) => words.every((w) => `${p.text} ${p.note}`.toLowerCase().includes(w)))
      .sort((a, b) => rank(a) - rank(b))
      .slice(0, MOST);
  });

  protected go(place: Place): void {
    this.dialog.close();
    void this.router.navigate(['/' + place.path], place.focus ? { queryParams: { at: place.focus } } : {});
  }
}
