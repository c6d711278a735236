import { inject, Injectable, signal } from '@angular/core';
import type { BundledEntry, BundledStates } from '@squallmark/core/bundle';
import type { Difference, Rig, Whose } from '@squallmark/core/rig';
import { wrap, type Remote } from 'comlink';
import { nanoid } from 'nanoid';
import { fileStem, saveFile } from '../kit/save-file';
import type { BundleWorkerApi, FoundBundle } from '../workers/bundle.worker';
import { ReviveWorker } from '../workers/revive';
import { telling } from '../workers/telling';
import { RigStore } from './rig-store';
import { RigVault, type LogEntry } from './rig-vault';

/** How far the reading of a file is: steps done, of how many, and what is at work. */
interface ReadingAt {
  done: number;
  of: number;
  step: string;
}

/** Rig files in, a rig with its log as one ZIP out and in, and two states of a rig side by side: worked out beside the page. */
@Injectable({ providedIn: 'root' })
export class Bundles {
  private readonly store = inject(RigStore);
  private readonly vault = inject(RigVault);
  private readonly worker = new ReviveWorker<Remote<BundleWorkerApi>>(
    () => new Worker(new URL('../workers/bundle.worker', import.meta.url), { type: 'module' }),
    (raw) => wrap<BundleWorkerApi>(raw),
  );

  /** A file is being read; null while none is. */
  readonly reading = signal<ReadingAt | null>(null);

  /** The rig of a rig file, or why it cannot be read; null when the reading was stopped. Nothing is taken in. */
  read(file: File): Promise<Awaited<ReturnType<BundleWorkerApi['read']>> | null> {
    const hear = (done: number, of: number, step: string): void => this.reading.set({ done, of, step });
    return this.whileReading(() => telling(hear, (tell) => this.worker.call((api) => api.read(file, tell))));
  }

  /** Ends the reading of a file: nothing was taken in. */
  stop(): void {
    this.leave();
    this.worker.giveUp();
  }

  private leave: () => void = () => undefined;

  /** Null when it was stopped, or another file came meanwhile. */
  private async whileReading<R>(work: () => Promise<R>): Promise<R | null> {
    if (this.reading()) this.stop();
    let isLeft = false;
    const left = new Promise<null>((done) => {
      this.leave = () => {
        isLeft = true;
        this.reading.set(null);
        done(null);
      };
    });
    this.reading.set({ done: 0, of: 1, step: 'the file' });
    try {
      return await Promise.race([left, work()]);
    } finally {
      if (!isLeft) this.reading.set(null);
    }
  }

  async save(): Promise<void> {
    const rig = this.store.rig();
    try {
      const entries = (await this.vault.entries(rig.id)).map(travels);
      const states = await this.givenAway(rig);
      const bytes = await this.worker.call((api) => api.pack(rig, entries, states));
      saveFile(`${fileStem(rig.name)}.squallmark.zip`, new Blob([bytes.slice()]), 'application/zip');
      this.store.note('file', 'Rig and log exported as a ZIP');
    } catch (error) {
      this.store.say(`Not exported: ${error instanceof Error ? error.message : String(error)}`);
    }
  }

  /** Notes that this state goes to another machine. */
  private async givenAway(rig: Rig): Promise<BundledStates> {
    const kept = await this.vault.shared(rig.id);
    const last = kept.at(-1);
    const mark = last?.rig.revision === rig.revision ? last.mark : nanoid(16);
    await this.vault.addShared({ rigId: rig.id, mark, rig });
    return { mark, had: kept.map((s) => s.mark).filter((m) => m !== mark) };
  }

  /** What lies in a ZIP, and what it would change; null when the reading was stopped. Nothing is taken in. */
  look(file: File): Promise<ReturnType<BundleWorkerApi['look']> | null> {
    return this.whileReading(() => this.lookInto(file));
  }

  private async lookInto(file: File): Promise<ReturnType<BundleWorkerApi['look']>> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const id = await this.worker.call((api) => api.idOf(bytes));
    const stored = id === null ? undefined : await this.vault.load(id);
    const here = stored && {
      rig: stored.rig,
      entries: (await this.vault.entries(stored.id)).map(travels),
      shared: await this.vault.shared(stored.id),
    };
    return this.worker.call((api) => api.look(bytes, here ?? null));
  }

  /** Takes a ZIP in: a rig that is here and otherwise is put beside it, one that is the same gets the lines it has not. */
  async take({ rig, report, entries, fresh, states }: FoundBundle, fileName: string): Promise<void> {
    let rigId = rig.id;
    if (report.rig === 'same') await this.store.takeLines(rigId, fresh);
    else rigId = await this.store.takeIn(rig, entries, fileName);
    if (states) await this.vault.addShared({ rigId, mark: states.mark, rig });
  }

  /**
   * Brings what was done on the other machine into the rig that is here, as one step.
   * @param whose whose it is to be at each clash
   * @returns why it cannot stand together so; empty when it is done
   */
  async together(found: FoundBundle, whose: Whose[], fileName: string): Promise<readonly string[]> {
    const { rig, meeting, fresh, states } = found;
    // opened anew it would lose a step that is still on its way to the vault
    if (this.store.rig().id !== rig.id) await this.store.open(rig.id);
    const here = this.store.rig();
    if (here.id !== rig.id || !meeting) return ['the rig is no longer here'];
    const { edit, problems } = await this.worker.call((api) => api.together(here, meeting, whose));
    if (problems.length) return problems;
    if (this.store.rig() !== here) return ['the rig was changed meanwhile; open the file once more'];
    if (edit) this.store.do([edit], undefined, `Brought together with ${fileName}`);
    await this.store.takeLines(rig.id, fresh);
    if (states) await this.vault.addShared({ rigId: rig.id, mark: states.mark, rig });
    return [];
  }

  compare(before: Rig, after: Rig): Promise<Difference[]> {
    return this.worker.call((api) => api.compare(before, after));
  }
}

/** A line without what is this browser's own. */
function travels({ at, kind, text, revision, about, bad, session }: LogEntry): BundledEntry {
  return { at, kind, text, revision, ...(about && { about }), ...(bad && { bad }), ...(session && { session }) };
}
