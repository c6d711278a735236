import { LiveAnnouncer } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Icon } from '../kit/icon';
import { Mark } from '../kit/mark';
import { Rooms } from '../kit/rooms';
import { whenIdle } from '../kit/unroll';
import { AnalysisStore } from '../state/analysis';
import { Keys } from '../state/keys';
import { RigStore } from '../state/rig-store';
import { Theme } from '../state/theme';
import { FirstLine } from './first-line';
import { Notices } from './notices';
import { StationFigures } from './station-figures';

/** The frame: band of stations, the station, the foot. Owns the keys that work everywhere. */
@Component({
  selector: 'sq-root',
  imports: [RouterOutlet, RouterLink, RouterLinkActive, Mark, Icon, Notices, FirstLine],
  templateUrl: './root.html',
  styleUrl: './root.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'press($event)' },
})
export class Root {
  protected readonly store = inject(RigStore);
  protected readonly keys = inject(Keys);
  protected readonly theme = inject(Theme);
  protected readonly stations = inject(StationFigures).stations;
  private readonly analysis = inject(AnalysisStore);
  private readonly rooms = inject(Rooms);
  private readonly router = inject(Router);

  protected readonly ready = signal(false);
  protected readonly trouble = signal('');
  protected readonly canUndo = computed(() => this.store.history().past.at(-1)?.text);
  protected readonly canRedo = computed(() => this.store.history().future[0]?.text);
  protected readonly standing = computed(() => this.analysis.standing().state);
  protected readonly freshness = computed(() => {
    const result = this.analysis.result();
    if (this.standing() === 'failed') return 'not computed';
    if (this.standing() === 'computing' || !result) return 'computing…';
    return `all computed in ${Math.max(1, Math.round(result.tookMs))} ms`;
  });

  /** The open station's tile comes into sight where the tiles are a strip; asked earlier, it would have the page laid out twice. */
  protected bringIn(link: HTMLElement): void {
    whenIdle(() => link.scrollIntoView?.({ inline: 'center', block: 'nearest' }));
  }

  constructor() {
    this.store.said$.subscribe((text) => void this.rooms.say(text));
    const live = inject(LiveAnnouncer);
    this.store.done$.subscribe((text) => void live.announce(text, 'polite'));
    this.store.openLast().then(
      () => this.ready.set(true),
      (error: unknown) => this.trouble.set(error instanceof Error ? error.message : String(error)),
    );
  }

  protected openFiles(): void {
    void this.rooms.open(
      import('../rooms/files/files').then((m) => m.FilesRoom),
      { width: '720px', autoFocus: 'dialog' },
    );
  }

  protected openHelp(): void {
    void this.rooms.open(
      import('./key-list').then((m) => m.KeyList),
      { width: '560px' },
    );
  }

  protected goToAnything(): void {
    void this.rooms.open(
      import('./go-to').then((m) => m.GoTo),
      { width: '560px', position: { top: '80px' } },
    );
  }

  protected press(event: KeyboardEvent): void {
    const key = event.key.toLowerCase();
    if (event.ctrlKey || event.metaKey) {
      if (this.pressWithControl(key, event.shiftKey)) event.preventDefault();
    } else if (this.rooms.isOpen) {
      return;
    } else if (this.keys.press(event)) {
      event.preventDefault();
    } else if (!isField(event.target) && !event.altKey) {
      this.pressPlain(event);
    }
  }

  private pressPlain(event: KeyboardEvent): void {
    if (event.key === '?') this.openHelp();
    const station = this.stations()[Number(event.key) - 1];
    if (station) void this.router.navigate([station.path]);
  }

  private pressWithControl(key: string, shift: boolean): boolean {
    if (key === 'k') this.goToAnything();
    else if (key === 'z' && shift) this.store.redo();
    else if (key === 'z') this.store.undo();
    else if (key === 'y') this.store.redo();
    else return false;
    return true;
  }
}

const isField = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('input:not([type=range]):not([type=checkbox]), textarea, [role=combobox], [role=listbox]') !== null;
