import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router } from '@angular/router';
import type { EditKind } from '@squallmark/core/rig';
import { filter, map } from 'rxjs';
import { Icon } from '../kit/icon';
import { AnalysisStore } from '../state/analysis';
import { DeskStore } from '../state/desk';
import { RigStore } from '../state/rig-store';
import { recall, remember } from '../state/small-notes';

const KEY = 'squallmark-first-lines-done';

/** What to do at a station, for whoever comes to it the first time. */
const LINES: Readonly<Record<string, string>> = {
  brief: 'Pull what lies on the table from the shelf, and say beside it what each hand should do.',
  loom: 'Press P for a wiring of all that is not plugged yet, or click a port to see what could go there.',
  channels: 'Press A to fill the open rows, or click one to set its ends, its curve and its fail-safe.',
  rails: 'Pull the pack from full to flat and see which load leaves its band first.',
  wake: 'Make it safe, then do the steps at the bench in this order; Enter ticks one and goes to the next.',
  prove: 'Move a stick and watch what answers, then play the steps: each says what must be seen.',
  log: 'All that is done is written here by itself; press N to note what you saw.',
};

/** Edits after which a station needs no first line any more. */
const DONE_BY: Readonly<Record<string, readonly EditKind[]>> = {
  brief: ['addPart', 'addWish', 'setWish', 'removeWish', 'tick', 'school'],
  loom: ['addCable', 'moveEnd', 'removeCable', 'crossPair', 'addWire', 'setWire'],
  channels: ['bind', 'tune', 'shape', 'failSafe', 'unbind'],
};

/** One sentence at the head of a station that says what to do here; gone for good once something was done, or put away. */
@Component({
  selector: 'sq-first-line',
  imports: [Icon],
  template: `
    @if (line(); as line) {
      <div role="note" aria-label="What to do here">
        <span>{{ line }}</span>
        <button type="button" aria-label="Put this line away" title="Put this line away" (click)="done(station())">
          <sq-icon name="close" />
        </button>
      </div>
    }
  `,
  styles: `
    div {
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 1px 8px 1px 14px;
      background: var(--harbour-tint);
      border-bottom: 1px solid var(--rule);
      font-size: 12.6px;
    }
    span {
      flex: 1;
      min-width: 0;
    }
    button {
      flex: none;
      display: grid;
      place-items: center;
      width: 24px;
      height: 24px;
      border: 0;
      background: none;
      color: var(--mute);
      cursor: pointer;
    }
    @media (pointer: coarse) {
      button {
        width: 40px;
        height: 40px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FirstLine {
  private readonly router = inject(Router);
  private readonly store = inject(RigStore);
  private readonly desk = inject(DeskStore).desk;
  private readonly known = inject(AnalysisStore).result;
  private readonly over = signal<ReadonlySet<string>>(new Set(recall(KEY)?.split(' ')));
  protected readonly station = toSignal(
    this.router.events.pipe(
      filter((e) => e instanceof NavigationEnd),
      map((e) => e.urlAfterRedirects.split(/[/?#]/)[1] ?? ''),
    ),
    { initialValue: '' },
  );
  protected readonly line = computed(() => {
    // not before there is something to do it with
    const line = this.known() ? LINES[this.station()] : undefined;
    return line !== undefined && !this.over().has(this.station()) ? line : '';
  });

  constructor() {
    effect(() => {
      const edits = this.store.history().trail.at(-1)?.edits ?? [];
      untracked(() => {
        for (const [station, kinds] of Object.entries(DONE_BY))
          if (edits.some((e) => kinds.includes(e.kind))) this.done(station);
      });
    });
    effect(() => {
      const { charge, ticks, verdicts } = this.desk();
      untracked(() => {
        if (charge < 1) this.done('rails');
        if (Object.keys(ticks).length) this.done('wake');
        if (Object.keys(verdicts).length) this.done('prove');
      });
    });
    this.store.noted$.subscribe((kind) => kind === 'note' && this.done('log'));
  }

  protected done(station: string): void {
    if (this.over().has(station)) return;
    this.over.update((over) => new Set([...over, station]));
    remember(KEY, [...this.over()].join(' '));
  }
}
