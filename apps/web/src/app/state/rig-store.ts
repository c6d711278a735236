import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  EditRefused,
  doStep,
  emptyRig,
  redo,
  startHistory,
  stepSentence,
  undo,
  type Edit,
  type History,
  type Rig,
} from '@squallmark/core/rig';
import { readFailed, type Reading } from '@squallmark/core/units';
import { formatRFC3339 } from 'date-fns/formatRFC3339';
import { nanoid } from 'nanoid';
import { BehaviorSubject, distinctUntilChanged, map, Subject } from 'rxjs';
import { RigVault, type EntryKind, type LogEntry, type Removed } from './rig-vault';

export type SavedState = 'saved' | 'saving' | 'not saved';

/** The demo rigs that ship, and what people read. */
export const DEMOS = [
  { file: 'saltmarsh-six', name: 'Saltmarsh Six', note: 'six-rotor over tidal banks, with two stops to mend' },
  { file: 'ridgeline-seven', name: 'Ridgeline Seven', note: 'seven-inch quad along avalanche fences' },
  { file: 'glasshouse-line', name: 'Glasshouse Line', note: 'carriage over tomato rows' },
] as const;

type DemoName = (typeof DEMOS)[number]['file'];

const CURRENT_KEY = 'squallmark-current-rig';

/** The open rig: edits, undo, redo, and every change written at once. */
@Injectable({ providedIn: 'root' })
export class RigStore {
  private readonly vault = inject(RigVault);
  private readonly historySubject = new BehaviorSubject<History>(startHistory(emptyRig('none', 'No rig')));
  private readonly savedSubject = new BehaviorSubject<SavedState>('saved');
  private readonly loggedSubject = new Subject<void>();
  private readonly saidSubject = new Subject<string>();
  private writing: Promise<void> = Promise.resolve();
  private waiting = 0;

  readonly rig$ = this.historySubject.pipe(
    map((h) => h.rig),
    distinctUntilChanged(),
  );
  /** Something was added to the log. */
  readonly logged$ = this.loggedSubject.asObservable();
  /** Things the user should be told in passing. */
  readonly said$ = this.saidSubject.asObservable();

  readonly history = toSignal(this.historySubject, { requireSync: true });
  readonly rig = toSignal(this.rig$, { requireSync: true });
  readonly saved = toSignal(this.savedSubject, { requireSync: true });

  /** Opens the rig of last time, else the newest, else the demo. */
  async openLast(): Promise<void> {
    const wanted = localStorage.getItem(CURRENT_KEY);
    const stored = (wanted && (await this.vault.load(wanted))) || (await this.vault.list())[0];
    if (stored) this.show({ rig: stored.rig, past: stored.past, future: stored.future });
    else await this.openDemo();
  }

  async open(id: string): Promise<void> {
    const stored = await this.vault.load(id);
    if (!stored) {
      this.say('That rig is no longer there');
      return;
    }
    this.show({ rig: stored.rig, past: stored.past, future: stored.future });
  }

  /** Brings a demo rig in as it ships; an earlier one in the vault is left alone. */
  async openDemo(name: DemoName = 'saltmarsh-six'): Promise<void> {
    const reply = await fetch(`demo/${name}.json`);
    if (!reply.ok) throw new Error(`the demo rig could not be fetched (${reply.status})`);
    // part of the application and checked by its tests, so it is not checked again here
    const demo = (await reply.json()) as Rig;
    const taken = await this.vault.load(demo.id);
    await this.adopt(taken ? { ...demo, id: freshId() } : demo, 'Demo rig opened');
  }

  async create(name: string, kind: string): Promise<void> {
    await this.adopt(emptyRig(freshId(), name, kind), 'Rig begun');
  }

  async duplicate(id: string): Promise<void> {
    const stored = await this.vault.load(id);
    if (!stored) {
      this.say('That rig is no longer there');
      return;
    }
    await this.adopt(
      { ...stored.rig, id: freshId(), name: `${stored.name} copy`.slice(0, 120) },
      `Copied from ${stored.name}`,
    );
  }

  /** Takes in a rig file. Nothing changes when it cannot be read. */
  async importText(text: string, fileName: string): Promise<Reading<Rig>> {
    const { readRig } = await import('@squallmark/core/files');
    const reading = readRig(text);
    if (!reading.ok) return readFailed(...reading.problems.map((p) => ({ ...p, where: `${fileName}, ${p.where}` })));
    const taken = await this.vault.load(reading.value.id);
    const rig = taken ? { ...reading.value, id: freshId() } : reading.value;
    await this.adopt(rig, `Read from ${fileName}`);
    return { ok: true, value: rig };
  }

  async remove(id: string): Promise<Removed | null> {
    const removed = await this.vault.remove(id);
    if (removed && id === this.rig().id) await this.openLast();
    return removed;
  }

  async restore(removed: Removed): Promise<void> {
    await this.vault.restore(removed);
    await this.open(removed.rig.id);
  }

  /**
   * Does edits as one step and saves it. An edit that does not fit is refused with its reason and nothing changes.
   * Steps with the same `mergeKey` count as one for undo and log.
   */
  do(edits: Edit[], mergeKey?: string): boolean {
    const before = this.historySubject.value;
    try {
      const text = stepSentence(before.rig, edits);
      const next = doStep(before, text, edits, mergeKey);
      this.commit(next, 'change', text, mergeKey);
      return true;
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error;
      this.say(`Not done: ${error.reason}`);
      return false;
    }
  }

  undo(): void {
    const before = this.historySubject.value;
    const step = before.past.at(-1);
    if (step) this.commit(undo(before), 'change', `Undone: ${step.text}`);
  }

  redo(): void {
    const before = this.historySubject.value;
    const step = before.future[0];
    if (step) this.commit(redo(before), 'change', `Done again: ${step.text}`);
  }

  /** Adds a line to the log that is not a change of the rig. */
  note(kind: EntryKind, text: string): void {
    const entry = this.entry(kind, text);
    this.queue(() => this.vault.addEntry(entry));
  }

  say(text: string): void {
    this.saidSubject.next(text);
  }

  private async adopt(rig: Rig, text: string): Promise<void> {
    this.show(startHistory(rig));
    this.write(this.historySubject.value, this.entry('file', text));
    await this.writing;
  }

  private show(history: History): void {
    this.historySubject.next(history);
    localStorage.setItem(CURRENT_KEY, history.rig.id);
  }

  private commit(history: History, kind: EntryKind, text: string, mergeKey?: string): void {
    this.historySubject.next(history);
    this.write(history, { ...this.entry(kind, text), ...(mergeKey === undefined ? {} : { mergeKey }) });
  }

  private entry(kind: EntryKind, text: string): Omit<LogEntry, 'id'> {
    const { id, revision } = this.rig();
    return { rigId: id, at: formatRFC3339(new Date()), kind, text, revision };
  }

  private write({ rig, past, future }: History, entry: Omit<LogEntry, 'id'>): void {
    const { id, name, kind, revision } = rig;
    const stored = {
      id,
      name,
      kind,
      revision,
      savedAt: formatRFC3339(new Date(), { fractionDigits: 3 }),
      rig,
      past: [...past],
      future: [...future],
    };
    this.queue(() => this.vault.save(stored, entry));
  }

  /** Writes go one after the other; a failed one is said and does not block the next. */
  private queue(write: () => Promise<void>): void {
    this.waiting++;
    this.savedSubject.next('saving');
    this.writing = this.writing.then(write).then(
      () => this.written(true),
      (error: unknown) => this.written(false, error),
    );
  }

  private written(well: boolean, error?: unknown): void {
    this.waiting--;
    if (!well)
      this.say(`Not saved: ${error instanceof Error ? error.message : String(error)}. Export the rig to keep it.`);
    if (this.waiting === 0 || !well) this.savedSubject.next(well ? 'saved' : 'not saved');
    this.loggedSubject.next();
  }
}

/** Ids are letters, digits and dashes and start with no dash. */
function freshId(): string {
  return `r${nanoid(10).replace(/_/g, 'x')}`;
}
