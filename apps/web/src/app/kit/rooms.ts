import { inject, Injectable, Injector, type Type } from '@angular/core';
import type { MatDialog, MatDialogConfig } from '@angular/material/dialog';
import type { MatSnackBar } from '@angular/material/snack-bar';

/** Rooms that open over a station, and what is said in passing. Both are fetched when they are first asked for. */
@Injectable({ providedIn: 'root' })
export class Rooms {
  private readonly injector = inject(Injector);
  private dialogs: MatDialog | undefined;
  private snacks: MatSnackBar | undefined;

  get isOpen(): boolean {
    return (this.dialogs?.openDialogs.length ?? 0) > 0;
  }

  /** Opens what `load` fetches; no wider than the screen. */
  async open<T>(
    load: Promise<Type<T>>,
    config: Pick<MatDialogConfig, 'width' | 'position' | 'autoFocus'>,
  ): Promise<void> {
    const [{ MatDialog }, room] = await Promise.all([import('@angular/material/dialog'), load]);
    this.dialogs = this.injector.get(MatDialog);
    if (!this.isOpen) this.dialogs.open(room, { maxWidth: '96vw', ...config });
  }

  async say(text: string): Promise<void> {
    const { MatSnackBar } = await import('@angular/material/snack-bar');
    this.snacks = this.injector.get(MatSnackBar);
    this.snacks.open(text, 'Close', { duration: 8000 });
  }
}
