import { inject, Injectable, Injector, signal, type Type } from '@angular/core';
import type { MatDialog, MatDialogConfig } from '@angular/material/dialog';
import { Updates } from '../state/updates';

/** How long something said in passing stands, ms. */
const SAID_MS = 8000;

/** Rooms that open over a station, and what is said in passing. Both are fetched when they are first asked for. */
@Injectable({ providedIn: 'root' })
export class Rooms {
  private readonly injector = inject(Injector);
  private readonly updates = inject(Updates);
  /** What is said in passing where nothing else can show it; empty while nothing is. */
  readonly plainly = signal('');
  private dialogs: MatDialog | undefined;
  private opening = 0;

  /** A room is open, or on its way: what is typed is meant for it and never for the station under it. */
  get isOpen(): boolean {
    return this.opening > 0 || this.openNow > 0;
  }

  private get openNow(): number {
    return this.dialogs?.openDialogs.length ?? 0;
  }

  /**
   * Opens what `load` fetches; no wider than the screen.
   * @param closed what it was closed with
   */
  async open<T>(
    load: Promise<Type<T>>,
    config: Pick<
      MatDialogConfig,
      'width' | 'height' | 'maxWidth' | 'panelClass' | 'viewContainerRef' | 'position' | 'autoFocus'
    >,
    closed?: (result: unknown) => void,
  ): Promise<void> {
    this.opening++;
    try {
      const [{ MatDialog }, room] = await Promise.all([import('@angular/material/dialog'), load]);
      this.dialogs = this.injector.get(MatDialog);
      if (this.openNow) return;
      const opened = this.dialogs.open<T, unknown, unknown>(room, { maxWidth: '96vw', ...config });
      if (closed) opened.afterClosed().subscribe(closed);
    } catch (error) {
      if (this.updates.lost()) return;
      throw error;
    } finally {
      this.opening--;
    }
  }

  async say(text: string): Promise<void> {
    try {
      const { MatSnackBar } = await import('@angular/material/snack-bar');
      this.injector.get(MatSnackBar).open(text, 'Close', { duration: SAID_MS });
    } catch {
      // what shows it could not be fetched any more: it is said in the page itself
      this.plainly.set(text);
      setTimeout(() => this.plainly.update((now) => (now === text ? '' : now)), SAID_MS);
    }
  }
}
