import { DOCUMENT } from '@angular/common';
import { DestroyRef, inject, Injectable } from '@angular/core';

/**
 * Keeps the screen lit for as long as whoever asked for it lives, where the browser can. A screen that was away lets go; it is asked
 * again when it comes back. Provide it where it is needed.
 */
@Injectable()
export class StayAwake {
  private readonly document = inject(DOCUMENT);
  private lock: WakeLockSentinel | null = null;
  private over = false;

  constructor() {
    const ask = (): void => void this.ask();
    ask();
    this.document.addEventListener('visibilitychange', ask);
    inject(DestroyRef).onDestroy(() => {
      this.over = true;
      this.document.removeEventListener('visibilitychange', ask);
      void this.lock?.release();
    });
  }

  private async ask(): Promise<void> {
    if (this.document.visibilityState !== 'visible') return;
    try {
      // an older browser has none; one that saves its battery may refuse
      const lock = await (this.document.defaultView?.navigator as Partial<Navigator> | undefined)?.wakeLock?.request(
        'screen',
      );
      this.lock = lock ?? null;
      if (this.over) await this.lock?.release();
    } catch {
      this.lock = null;
    }
  }
}
