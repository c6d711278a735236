import { computed, inject, Injectable, signal } from '@angular/core';
import type { Sheet } from '@squallmark/core/parts';
import { RigStore } from './rig-store';
import { RigVault } from './rig-vault';

/** Part sheets: the built-in shelf, fetched when first asked for, and the user's own, kept in the browser. */
@Injectable({ providedIn: 'root' })
export class Sheets {
  private readonly vault = inject(RigVault);
  private readonly store = inject(RigStore);
  readonly builtIn = signal<readonly Sheet[]>([]);
  readonly own = signal<readonly Sheet[]>([]);
  /** Own sheets first: they are what somebody is working on. */
  readonly all = computed(() => [...this.own(), ...this.builtIn()]);

  async load(): Promise<void> {
    try {
      const { SHELF } = await import('@squallmark/core/shelf');
      this.builtIn.set(SHELF);
      this.own.set(await this.vault.sheets());
    } catch (error) {
      this.store.say(`The shelf could not be opened: ${error instanceof Error ? error.message : String(error)}`);
    }
  }

  async save(sheet: Sheet): Promise<void> {
    await this.change(() => this.vault.saveSheet(sheet), `Sheet saved: ${sheet.name}`);
  }

  async remove(cls: string): Promise<void> {
    await this.change(() => this.vault.removeSheet(cls), `Sheet deleted: ${cls}`);
  }

  private async change(write: () => Promise<void>, text: string): Promise<void> {
    try {
      await write();
      this.own.set(await this.vault.sheets());
      this.store.note('file', text);
    } catch (error) {
      this.store.say(`Not saved: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}
