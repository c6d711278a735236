import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { MatSnackBar, MatSnackBarModule } from '@angular/material/snack-bar';
import { Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Icon } from '../kit/icon';
import { Mark } from '../kit/mark';
import { AnalysisStore } from '../state/analysis';
import { Keys } from '../state/keys';
import { RigStore } from '../state/rig-store';
import { Theme } from '../state/theme';
import { StationFigures } from './station-figures';

/** The frame: band of stations, the station, the foot. Owns the keys that work everywhere. */
@Component({
  selector: 'sq-root',
  imports: [RouterOutlet, RouterLink, RouterLinkActive, Mark, Icon, MatSnackBarModule],
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
  private readonly computedResult = inject(AnalysisStore).result;
  private readonly dialog = inject(MatDialog);
  private readonly snack = inject(MatSnackBar);
  private readonly router = inject(Router);

  protected readonly ready = signal(false);
  protected readonly trouble = signal('');
  protected readonly canUndo = computed(() => this.store.history().past.at(-1)?.text);
  protected readonly canRedo = computed(() => this.store.history().future[0]?.text);
  protected readonly freshness = computed(() => {
    const result = this.computedResult();
    const { id, revision } = this.store.rig();
    if (result?.analysis.rigId !== id || result.analysis.revision !== revision) return 'computing…';
    return `all computed in ${Math.max(1, Math.round(result.tookMs))} ms`;
  });

  /** The open station's tile comes into sight where the tiles are a strip. */
  protected bringIn(link: HTMLElement): void {
    link.scrollIntoView?.({ inline: 'center', block: 'nearest' });
  }

  constructor() {
    this.store.said$.subscribe((text) => this.snack.open(text, 'Close', { duration: 8000 }));
    this.store.openLast().then(
      () => this.ready.set(true),
      (error: unknown) => this.trouble.set(error instanceof Error ? error.message : String(error)),
    );
  }

  protected async openFiles(): Promise<void> {
    const { FilesRoom } = await import('../rooms/files/files');
    this.dialog.open(FilesRoom, { width: '720px', maxWidth: '96vw', autoFocus: 'dialog' });
  }

  protected async openHelp(): Promise<void> {
    const { KeyList } = await import('./key-list');
    this.dialog.open(KeyList, { width: '560px', maxWidth: '96vw' });
  }

  protected async goToAnything(): Promise<void> {
    const { GoTo } = await import('./go-to');
    this.dialog.open(GoTo, { width: '560px', maxWidth: '96vw', position: { top: '80px' } });
  }

  protected press(event: KeyboardEvent): void {
    const key = event.key.toLowerCase();
    if (event.ctrlKey || event.metaKey) {
      if (this.pressWithControl(key, event.shiftKey)) event.preventDefault();
    } else if (this.dialog.openDialogs.length) {
      return;
    } else if (this.keys.press(event)) {
      event.preventDefault();
    } else if (!isField(event.target) && !event.altKey) {
      this.pressPlain(event);
    }
  }

  private pressPlain(event: KeyboardEvent): void {
    if (event.key === '?') void this.openHelp();
    const station = this.stations()[Number(event.key) - 1];
    if (station) void this.router.navigate([station.path]);
  }

  private pressWithControl(key: string, shift: boolean): boolean {
    if (key === 'k') void this.goToAnything();
    else if (key === 'z' && shift) this.store.redo();
    else if (key === 'z') this.store.undo();
    else if (key === 'y') this.store.redo();
    else return false;
    return true;
  }
}

const isField = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('input:not([type=range]):not([type=checkbox]), textarea, select') !== null;
