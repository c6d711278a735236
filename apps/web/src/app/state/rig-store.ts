import { computed, inject, Injectable } from '@angular/core';
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
  type Unsaved,
  type Rig,
} from '@squallmark/core/rig';
import { aboutChange, type LineKind, type LogLine } from '@squallmark/core/log';
import { formatRFC3339 } from 'date-fns/formatRFC3339';
import { nanoid } from 'nanoid';
import { BehaviorSubject, distinctUntilChanged, map, Subject } from 'rxjs';
import { Keeping } from './keeping';
import { RigMoved, RigVault, type LogEntry, type Removed, type StoredRig } from './rig-vault';
import { Tabs, type TabNews } from './tabs';
import { recall, remember } from './small-notes';

export type SavedState = 'saved' | 'saving' | 'not kept';

/** The demo rigs that ship, and what people read. */
export const DEMOS = [
  { file: 'saltmarsh-six', name: 'Saltmarsh Six', note: 'six-rotor over tidal banks, with two stops to mend' },
  { file: 'ridgeline-seven', name: 'Ridgeline Seven', note: 'seven-inch quad along avalanche fences' },
  { file: 'glasshouse-line', name: 'Glasshouse Line', note: 'carriage over tomato rows' },
] as const;

type DemoName = (typeof DEMOS)[number]['file'];

/** What stands before a rig is open. */
const NO_RIG = emptyRig('none', 'No rig');

const CURRENT_KEY = 'squallmark-current-rig';

/** What a line is about, and whether something was not as it should be. */
export type LineMore = Pick<LogLine, 'about' | 'bad' | 'session'>;

/** The open rig: edits, undo, redo, and every change written at once. */
@Injectable({ providedIn: 'root' })
export class RigStore {
  private readonly vault = inject(RigVault);
  private readonly historySubject = new BehaviorSubject<History>(startHistory(NO_RIG));
  private readonly savedSubject = new BehaviorSubject<SavedState>('saved');
  private readonly loggedSubject = new Subject<void>();
  private readonly notedSubject = new Subject<LineKind>();
  private readonly saidSubject = new Subject<string>();
  private readonly doneSubject = new Subject<string>();
  private readonly tabs = inject(Tabs);
  private readonly keeping = inject(Keeping);
  private writing: Promise<void> = Promise.resolve();
  private waiting = 0;
  /** Revision at which each rig lies in the vault, as far as this tab knows. */
  private readonly lying = new Map<string, number>();
  /** Steps on their way to the vault, with the rig each began from. */
  private unsaved: { from: Rig; step: Unsaved['steps'][number] }[] = [];

  readonly rig$ = this.historySubject.pipe(
    map((h) => h.rig),
    distinctUntilChanged(),
  );
  /** Something was added to the log. */
  readonly logged$ = this.loggedSubject.asObservable();
  /** A line was written into the log that is no change of the rig. */
  readonly noted$ = this.notedSubject.asObservable();
  /** Things the user should be told in passing. */
  readonly said$ = this.saidSubject.asObservable();

  /** What was just done, undone or done again, by its name. */
  readonly done$ = this.doneSubject.asObservable();

  readonly history = toSignal(this.historySubject, { requireSync: true });
  readonly rig = toSignal(this.rig$, { requireSync: true });
  readonly isOpen = computed(() => this.rig() !== NO_RIG);
  readonly saved = toSignal(this.savedSubject, { requireSync: true });

  constructor() {
    this.tabs.news$.subscribe((news) => void this.follow(news));
    this.vault.wiped$.subscribe(() => {
      this.say('What this browser kept was wiped. The open rig is still here and is written anew.');
      this.keep();
    });
  }

  /** Opens the rig of last time, else the newest, else the demo; the demo too where the browser keeps nothing. */
  async openLast(): Promise<void> {
    try {
      if (await this.openKept()) return;
    } catch (error) {
      this.keeping.failed(error);
    }
    await this.openDemo();
  }

  private async openKept(): Promise<boolean> {
    const wanted = recall(CURRENT_KEY);
    const stored = (wanted && (await this.vault.load(wanted))) || (await this.vault.list())[0];
    if (stored) this.showStored(stored);
    return stored !== undefined;
  }

  async open(id: string): Promise<void> {
    const stored = await this.vault.load(id);
    if (!stored) {
      this.say('That rig is no longer there');
      return;
    }
    this.showStored(stored);
  }

  /** Brings a demo rig in as it ships; an earlier one in the vault is left alone. */
  async openDemo(name: DemoName = 'saltmarsh-six'): Promise<void> {
    const reply = await fetch(`demo/${name}.json`);
    if (!reply.ok) throw new Error(`the demo rig could not be fetched (${reply.status})`);
    // part of the application and checked by its tests, so it is not checked again here
    const demo = (await reply.json()) as Rig;
    const taken = await this.isTaken(demo.id);
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

  /** Takes in a rig that was read, with lines of its log; beside the one of the same id, where that is here. Gives the id it has here. */
  async takeIn(read: Rig, lines: readonly Omit<LogEntry, 'id' | 'rigId'>[], fileName: string): Promise<string> {
    const rig = (await this.isTaken(read.id)) ? { ...read, id: freshId() } : read;
    await this.vault.addEntries(lines.map((line) => ({ ...line, rigId: rig.id })));
    await this.adopt(rig, `Read from ${fileName}`);
    return rig.id;
  }

  /** Adds lines to the log of a rig that is here. */
  async takeLines(rigId: string, lines: readonly Omit<LogEntry, 'id' | 'rigId'>[]): Promise<void> {
    if (rigId !== this.rig().id) await this.open(rigId);
    this.queue(() => this.vault.addEntries(lines.map((line) => ({ ...line, rigId }))));
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
   * @param called what the step is called, where the edits do not say it
   */
  do(edits: Edit[], mergeKey?: string, called?: string): boolean {
    const before = this.historySubject.value;
    try {
      const text = called ?? stepSentence(before.rig, edits);
      const next = doStep(before, text, edits, mergeKey);
      this.commit(before, next, { text, mergeKey });
      return true;
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error;
      this.say(`Not done: ${error.reason}`);
      return false;
    }
  }

  /** Does edits that were worked out of a rig, and would be of another by now: refused with its reason where that is so. */
  doOf(rig: Rig, edits: Edit[]): boolean {
    if (rig === this.rig()) return this.do(edits);
    this.say('Not done: the rig was changed while this was worked out');
    return false;
  }

  /** The rig before its last step; null where there was none. */
  beforeLast(): Rig | null {
    const now = this.historySubject.value;
    return now.past.length ? undo(now).rig : null;
  }

  undo(): void {
    const before = this.historySubject.value;
    const step = before.past.at(-1);
    if (step) this.commit(before, undo(before), { text: `Undone: ${step.text}` });
  }

  redo(): void {
    const before = this.historySubject.value;
    const step = before.future[0];
    if (step) this.commit(before, redo(before), { text: `Done again: ${step.text}` });
  }

  /** Adds a line to the log that is not a change of the rig. */
  note(kind: LineKind, text: string, more: LineMore = {}): void {
    const entry = { ...this.entry(kind, text), ...more };
    this.queue(() => this.vault.addEntry(entry));
    this.notedSubject.next(kind);
  }

  say(text: string): void {
    this.saidSubject.next(text);
  }

  private async isTaken(id: string): Promise<boolean> {
    try {
      return (await this.vault.load(id)) !== undefined;
    } catch (error) {
      this.keeping.failed(error);
      return false;
    }
  }

  /** Writes the open rig whole: after it could not be kept, or after what was kept is gone. */
  keep(): void {
    const history = this.historySubject.value;
    const entry = this.entry('file', 'Kept anew');
    this.queue(async () => {
      await this.put(history, entry, null);
      this.unsaved = this.unsaved.filter((u) => u.from.id !== history.rig.id);
    });
  }

  private async adopt(rig: Rig, text: string): Promise<void> {
    this.show(startHistory(rig));
    const entry = this.entry('file', text);
    this.queue(() => this.put(startHistory(rig), entry, null));
    await this.writing;
  }

  private showStored(stored: StoredRig): void {
    // a step of this tab that is still on its way began from an earlier one
    if (!this.unsaved.some((u) => u.from.id === stored.id)) this.lying.set(stored.id, stored.revision);
    const { rig, past, future, trail } = stored;
    this.show({ rig, past, future, trail });
  }

  private show(history: History): void {
    this.historySubject.next(history);
    remember(CURRENT_KEY, history.rig.id);
  }

  private commit(before: History, history: History, step: Omit<Unsaved['steps'][number], 'edits'>): void {
    const { text, mergeKey } = step;
    this.historySubject.next(history);
    const own = { from: before.rig, step: { ...step, edits: history.trail.at(-1)!.edits } };
    this.unsaved.push(own);
    const about = aboutChange(before.rig, history.rig);
    const entry = { ...this.entry('change', text), about, ...(mergeKey === undefined ? {} : { mergeKey }) };
    this.queue(() => this.save(own, history, entry));
    this.doneSubject.next(text);
  }

  private async save(own: (typeof this.unsaved)[number], history: History, entry: Omit<LogEntry, 'id'>): Promise<void> {
    // a step that was put beside another tab's went to the vault with it
    if (!this.unsaved.includes(own)) return;
    try {
      await this.put(history, entry);
      const at = this.unsaved.indexOf(own);
      this.unsaved = this.unsaved.filter((u, i) => i > at || u.from.id !== own.from.id);
    } catch (error) {
      if (!(error instanceof RigMoved)) throw error;
      await this.standBeside(error.stored, history);
    }
  }

  /** Writes over what this tab last saved or read, never over what another has put there. */
  private async put(history: History, entry: Omit<LogEntry, 'id'>, base = this.baseOf(history)): Promise<void> {
    const { id, revision } = history.rig;
    const wasThere = await this.vault.save(storedOf(history), entry, base);
    if (!wasThere)
      this.say(`"${history.rig.name}" was gone from this browser and is written anew; its log begins again.`);
    this.keeping.well();
    if (entry.kind === 'change') void this.keeping.askToLast();
    this.lying.set(id, revision);
    this.tabs.tell({ rigId: id, revision, text: entry.text });
  }

  private baseOf({ rig }: History): number | null {
    return this.lying.get(rig.id) ?? null;
  }

  /** Another tab was first: its version and the steps of this tab together, or both kept where they meet. */
  private async standBeside(stored: StoredRig, written: History): Promise<void> {
    const { beside } = await import('@squallmark/core/rig-studies');
    const open = this.historySubject.value.rig.id === stored.id;
    const own = open ? this.historySubject.value : written;
    const steps = this.unsaved.filter((u) => u.from.id === stored.id);
    this.unsaved = this.unsaved.filter((u) => u.from.id !== stored.id);
    const text = steps.map(({ step }) => step.text).join(', ');
    const both = beside(stored, { base: steps[0]!.from, steps: steps.map(({ step }) => step) });
    if (both) {
      const entry = { ...this.entry('change', text), rigId: stored.id, revision: both.rig.revision };
      // shown before it is written: what is done meanwhile goes on from it
      if (open) this.historySubject.next(both);
      this.lying.set(stored.id, stored.revision);
      await this.put(both, entry);
      return;
    }
    const name = `${own.rig.name}, other tab`.slice(0, 120);
    const kept = { ...own, rig: { ...own.rig, id: freshId(), name } };
    if (open) this.show(kept);
    this.say(
      `"${stored.name}" was changed in another tab at the same place. What you did is kept beside it as "${name}".`,
    );
    const entry = { ...this.entry('file', `Kept apart from ${stored.name}: ${text}`), rigId: kept.rig.id };
    await this.put(kept, entry);
  }

  /** Another tab has saved the rig that is open here. */
  private async follow({ rigId, revision, text }: TabNews): Promise<void> {
    const before = this.rig();
    if (rigId !== before.id || revision <= before.revision || this.unsaved.length) return;
    const stored = await this.vault.load(rigId);
    // meanwhile this tab may have gone on; its own save then looks at what is there
    if (!stored || this.rig() !== before || this.unsaved.length) return;
    this.showStored(stored);
    this.loggedSubject.next();
    this.say(`In another tab: ${text}`);
  }

  private entry(kind: LineKind, text: string): Omit<LogEntry, 'id'> {
    const { id, revision } = this.rig();
    return { rigId: id, at: formatRFC3339(new Date()), kind, text, revision };
  }

  /** Writes go one after the other; a failed one is said and does not block the next. */
  private queue(write: () => Promise<void>): void {
    this.waiting++;
    this.savedSubject.next('saving');
    this.writing = this.writing.then(write).then(
      () => this.written(),
      (error: unknown) => this.written(error),
    );
  }

  private written(error?: unknown): void {
    this.waiting--;
    if (error !== undefined) this.keeping.failed(error);
    // a line of the log that could be written says nothing of a rig that could not
    if (this.keeping.trouble()) this.savedSubject.next('not kept');
    else if (this.waiting === 0) this.savedSubject.next('saved');
    this.loggedSubject.next();
  }
}

/** A history as it lies in the vault. */
function storedOf({ rig, past, future, trail }: History): StoredRig {
  const { id, name, kind, revision } = rig;
  const savedAt = formatRFC3339(new Date(), { fractionDigits: 3 });
  return { id, name, kind, revision, savedAt, rig, past: [...past], future: [...future], trail: [...trail] };
}

/** Ids start with a letter or digit. */
const freshId = (): string => `r${nanoid(10)}`;
