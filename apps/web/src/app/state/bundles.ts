import { inject, Injectable } from '@angular/core';
import type { BundledEntry } from '@squallmark/core/bundle';
import type { Difference, Rig } from '@squallmark/core/rig';
import { wrap, type Remote } from 'comlink';
import { fileStem, saveFile } from '../kit/save-file';
import type { BundleWorkerApi, FoundBundle } from '../workers/bundle.worker';
import { ReviveWorker } from '../workers/revive';
import { RigStore } from './rig-store';
import { RigVault, type LogEntry } from './rig-vault';

/** A rig with its log as one ZIP, out and in; and two states of a rig side by side. */
@Injectable({ providedIn: 'root' })
export class Bundles {
  private readonly store = inject(RigStore);
  private readonly vault = inject(RigVault);
  private readonly worker = new ReviveWorker<Remote<BundleWorkerApi>>(
    () => new Worker(new URL('../workers/bundle.worker', import.meta.url), { type: 'module' }),
    (raw) => wrap<BundleWorkerApi>(raw),
  );

  async save(): Promise<void> {
    const rig = this.store.rig();
    try {
      const entries = (await this.vault.entries(rig.id)).map(travels);
      const bytes = await this.worker.call((api) => api.pack(rig, entries));
      saveFile(`${fileStem(rig.name)}.squallmark.zip`, new Blob([bytes.slice()]), 'application/zip');
      this.store.note('file', 'Rig and log exported as a ZIP');
    } catch (error) {
      this.store.say(`Not exported: ${error instanceof Error ? error.message : String(error)}`);
    }
  }

  /** What lies in a ZIP, and what it would change; nothing is taken in. */
  async look(file: File): Promise<ReturnType<BundleWorkerApi['look']>> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const id = await this.worker.call((api) => api.idOf(bytes));
    const stored = id === null ? undefined : await this.vault.load(id);
    const here = stored && { rig: stored.rig, entries: (await this.vault.entries(stored.id)).map(travels) };
    return this.worker.call((api) => api.look(bytes, here ?? null));
  }

  /** Takes a ZIP in: a rig that is here and otherwise is put beside it, one that is the same gets the lines it has not. */
  take({ rig, report, entries, fresh }: FoundBundle, fileName: string): Promise<void> {
    return report.rig === 'same' ? this.store.takeLines(rig.id, fresh) : this.store.takeIn(rig, entries, fileName);
  }

  compare(before: Rig, after: Rig): Promise<Difference[]> {
    return this.worker.call((api) => api.compare(before, after));
  }
}

const travels = ({ at, kind, text, revision }: LogEntry): BundledEntry => ({ at, kind, text, revision });
