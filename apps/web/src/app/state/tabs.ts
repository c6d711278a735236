import { DestroyRef, inject, Injectable } from '@angular/core';
import { Subject } from 'rxjs';

/** What one tab tells the others: a rig lies in the browser at a new revision. */
export interface TabNews {
  rigId: string;
  revision: number;
  text: string;
}

/** Tabs of one browser telling each other what they saved. Without the channel each save still looks before it writes. */
@Injectable({ providedIn: 'root' })
export class Tabs {
  private readonly channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel('squallmark-rigs') : null;
  private readonly newsSubject = new Subject<TabNews>();
  /** News of other tabs. */
  readonly news$ = this.newsSubject.asObservable();

  constructor() {
    this.channel?.addEventListener('message', ({ data }: MessageEvent<TabNews>) => this.newsSubject.next(data));
    inject(DestroyRef).onDestroy(() => this.channel?.close());
  }

  tell(news: TabNews): void {
    this.channel?.postMessage(news);
  }
}
