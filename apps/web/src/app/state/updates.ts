import { inject, Injectable, signal } from '@angular/core';
import { SwUpdate } from '@angular/service-worker';

/** A newer Squallmark: told, and taken on the user's word. The page that is open goes on with its own version until then. */
@Injectable({ providedIn: 'root' })
export class Updates {
  private readonly worker = inject(SwUpdate);
  /** What there is to say: a version is ready, or a piece of this one can no longer be had. */
  readonly news = signal<'ready' | 'gone' | null>(null);

  constructor() {
    if (!this.worker.isEnabled) return;
    this.worker.versionUpdates.subscribe((event) => {
      if (event.type === 'VERSION_READY') this.news.set('ready');
    });
    this.worker.unrecoverable.subscribe(() => this.news.set('gone'));
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'visible') void this.look();
    });
  }

  /** Asks whether there is a newer one; without a network there is none. */
  async look(): Promise<void> {
    await this.worker.checkForUpdate().catch(() => false);
  }

  /** A piece of this version could not be fetched; false where there is no network to fetch it by. */
  lost(): boolean {
    if (navigator.onLine) this.news.set('gone');
    return navigator.onLine;
  }

  async changeOver(): Promise<void> {
    if (this.worker.isEnabled && this.news() === 'ready') await this.worker.activateUpdate().catch(() => false);
    document.location.reload();
  }
}
