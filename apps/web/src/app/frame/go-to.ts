import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { AnalysisStore } from '../state/analysis';
import { RigStore } from '../state/rig-store';

interface Place {
  text: string;
  kind: string;
  path: string;
  focus?: string;
}

const STATIONS = ['brief', 'loom', 'channels', 'rails', 'wake', 'prove', 'log', 'shelf'];
const MOST = 12;

/** Type a few letters of anything in the rig and go there. */
@Component({
  selector: 'sq-go-to',
  imports: [MatDialogModule],
  template: `
    <mat-dialog-content>
      <label class="sr" for="go-to">Go to</label>
      <input
        id="go-to"
        type="search"
        role="combobox"
        autocomplete="off"
        aria-expanded="true"
        aria-controls="go-to-list"
        [attr.aria-activedescendant]="found().length ? 'place-' + at() : null"
        placeholder="Part, cable, channel, step…"
        [value]="query()"
        (input)="type($event)"
        (keydown)="press($event)"
      />
      <ul id="go-to-list" role="listbox" aria-label="Places">
        @for (place of found(); track place.kind + place.text; let i = $index) {
          <li [id]="'place-' + i" role="option" [attr.aria-selected]="i === at()" (click)="go(place)">
            <span>{{ place.text }}</span><span class="m s">{{ place.kind }}</span>
          </li>
        }
      </ul>
      @if (!found().length) {
        <p class="m none">Nothing here is called that.</p>
      }
    </mat-dialog-content>
  `,
  styles: `
    input {
      width: 100%;
      font-size: 15px;
      padding: 7px 9px;
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 10px 0 0;
    }
    li {
      display: flex;
      justify-content: space-between;
      padding: 6px 9px;
      cursor: pointer;
      border-radius: var(--r);
    }
    li[aria-selected='true'] {
      background: var(--harbour-tint);
    }
    .none {
      padding: 8px 9px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GoTo {
  private readonly rig = inject(RigStore).rig;
  private readonly analysis = inject(AnalysisStore).result;
  private readonly router = inject(Router);
  private readonly dialog = inject<MatDialogRef<GoTo>>(MatDialogRef);
  protected readonly query = signal('');
  protected readonly at = signal(0);

  private readonly places = computed<Place[]>(() => {
    const analysis = this.analysis()?.analysis;
    return [
      ...STATIONS.map((s) => ({ text: s[0]!.toUpperCase() + s.slice(1), kind: 'station', path: s })),
      ...this.rig().parts.map((p) => ({ text: p.label, kind: 'part', path: 'loom', focus: p.id })),
      ...(analysis?.loom.cables ?? []).map((c) => ({
        text: `${c.id} ${c.ends.map((e) => e.partLabel).join(' – ')}`,
        kind: 'cable',
        path: 'loom',
        focus: c.id,
      })),
      ...(analysis?.channels.rows ?? []).map((r) => ({
        text: `Channel ${r.channel} ${r.control?.label ?? ''} ${r.moves.map((m) => m.fn.label).join(', ')}`,
        kind: 'channel',
        path: 'channels',
        focus: String(r.channel),
      })),
      ...(analysis?.plan ?? []).map((s) => ({
        text: `${s.title}: ${s.expectText}`,
        kind: 'check',
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
      .filter((p) => words.every((w) => `${p.text} ${p.kind}`.toLowerCase().includes(w)))
      .sort((a, b) => rank(a) - rank(b))
      .slice(0, MOST);
  });

  protected type(event: Event): void {
    this.query.set((event.target as HTMLInputElement).value);
    this.at.set(0);
  }

  protected press(event: KeyboardEvent): void {
    const last = this.found().length - 1;
    if (event.key === 'ArrowDown') this.at.update((i) => Math.min(last, i + 1));
    else if (event.key === 'ArrowUp') this.at.update((i) => Math.max(0, i - 1));
    else if (event.key === 'Enter' && this.found()[this.at()]) this.go(this.found()[this.at()]!);
    else return;
    event.preventDefault();
  }

  protected go(place: Place): void {
    this.dialog.close();
    void this.router.navigate(['/' + place.path], place.focus ? { queryParams: { at: place.focus } } : {});
  }
}
