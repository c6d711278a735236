import { computed, Injectable, signal } from '@angular/core';
import { smallNotesKept } from './small-notes';

/** Why the browser keeps nothing. */
export type KeepingTrouble = 'absent' | 'refused' | 'full';

const WORDS: Record<KeepingTrouble, string> = {
  absent: 'This browser has no storage for rigs: nothing is kept when the page closes.',
  refused: 'The browser refuses to keep rigs: what you do is lost when the page closes.',
  full: 'The browser has no room left: what you did last is not kept.',
};

/** Names that the browser and its database library give to what went wrong, the plainest first. */
const NAMES: [RegExp, KeepingTrouble][] = [
  [/QuotaExceeded/, 'full'],
  [/MissingAPI/, 'absent'],
];

/** Whether what is done here is kept: said for as long as it is not. */
@Injectable({ providedIn: 'root' })
export class Keeping {
  private readonly why = signal<KeepingTrouble | null>(null);
  /** The last that went wrong, in the browser's words. */
  private readonly said = signal('');
  readonly trouble = this.why.asReadonly();
  readonly text = computed(() => {
    const why = this.why();
    return why ? `${WORDS[why]}${this.said() && ` (${this.said()})`}` : '';
  });
  readonly smallNotes = computed(() =>
    smallNotesKept() ? '' : 'This browser keeps no settings: drafts of sheets and the open rig’s place are forgotten.',
  );

  /** A write or read of a rig failed. */
  failed(error: unknown): void {
    const chain = causes(error);
    const known = NAMES.find(([name]) => chain.some((e) => name.test(e.name)));
    this.why.set(known?.[1] ?? 'refused');
    this.said.set(chain.at(-1)?.message ?? String(error));
  }

  /** Whether the browser has given its word not to clear the rigs by itself; null while it was not asked. */
  private readonly lastingWord = signal<boolean | null>(null);
  readonly lasting = this.lastingWord.asReadonly();

  /** Asks the browser once to keep the rigs for good. Done after something of the user's own was kept: a page that only looks asks nothing. */
  async askToLast(): Promise<void> {
    if (this.lastingWord() !== null) return;
    this.lastingWord.set(false);
    // absent on a plain address of another machine
    const storage = (navigator as Partial<Navigator>).storage;
    const word = async (): Promise<boolean> => !!storage && ((await storage.persisted()) || (await storage.persist()));
    this.lastingWord.set(await word().catch(() => false));
  }

  /** A rig was written: all is well again. */
  well(): void {
    this.why.set(null);
  }
}

/** An error and what it stands on, the outermost first; the database library keeps the cause as `inner`. */
function causes(error: unknown): { name: string; message: string }[] {
  if (typeof error !== 'object' || error === null || !('name' in error)) return [];
  const { name, message, inner, cause } = error as Error & { inner?: unknown };
  return [{ name, message }, ...causes(inner ?? cause)];
}
