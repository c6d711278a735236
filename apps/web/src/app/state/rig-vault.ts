import { Injectable } from '@angular/core';
import type { RailLook } from '@squallmark/core/analysis';
import type { LogLine } from '@squallmark/core/log';
import type { Sheet } from '@squallmark/core/parts';
import { RIG_VERSION, type Move, type Rig, type Step } from '@squallmark/core/rig';
import type { Verdict } from '@squallmark/core/prove';
import type { WakeKind } from '@squallmark/core/wake';
import Dexie, { type EntityTable, type Table } from 'dexie/dist/modern/dexie.mjs';
import { Subject } from 'rxjs';

/** A rig as it lies in the browser, with what can be undone. */
export interface StoredRig {
  id: string;
  name: string;
  kind: string;
  revision: number;
  /** RFC 3339. */
  savedAt: string;
  rig: Rig;
  past: Step[];
  future: Step[];
  trail: Move[];
}

/** One line of a rig's log. Points at a revision, never holds the rig. */
export interface LogEntry extends LogLine {
  id: number;
  rigId: string;
  mergeKey?: string;
}

/** A state of a rig that was kept under a name, as built. */
export interface Snapshot {
  id: number;
  rigId: string;
  name: string;
  /** RFC 3339. */
  at: string;
  rig: Rig;
}

/** A state of a rig that was given to another machine or taken in from one. */
export interface SharedState {
  id: number;
  rigId: string;
  /** By this the other machine knows it. */
  mark: string;
  rig: Rig;
}

/** So many of them are kept; who comes back with an older one is put beside. */
const MOST_SHARED = 12;

/** What lies open on the desk of a rig: not part of the document. */
export interface Desk {
  rigId: string;
  charge: number;
  /** Result of each check step, by step id. */
  verdicts: Record<string, Verdict & { revision: number }>;
  /** Results that are not the simulated rig's: of it moved by a real line, and of the rig on the bench. */
  proven?: Partial<Record<'line' | 'bench', Desk['verdicts']>>;
  /** Ticked wake steps, by step id. */
  ticks: Record<string, Tick>;
  /** Which list is being worked through; the usual one where nothing was chosen. */
  wake?: WakeSetup;
  /** Draw and temperature at which the supplies are looked at. */
  look?: RailLook;
}

/** A step that was done, or was not as it should be. */
export interface Tick {
  /** RFC 3339. */
  at: string;
  /** As it was typed. */
  reading?: string;
  /** What was seen instead. */
  notSo?: string;
}

/** A list of waking as it lies on the desk. */
export interface WakeSetup {
  kind: WakeKind;
  pairs: number;
  /** When the run began, RFC 3339; null before. */
  begun: string | null;
  /** The run fills the screen. */
  open: boolean;
}

export const emptyDesk = (rigId: string): Desk => ({ rigId, charge: 1, verdicts: {}, ticks: {} });

/** The browser's tables, each version as it was first given out. */
export class SquallmarkDb extends Dexie {
  rigs!: EntityTable<StoredRig, 'id'>;
  entries!: EntityTable<LogEntry, 'id'>;
  desks!: EntityTable<Desk, 'rigId'>;
  sheets!: EntityTable<Sheet, 'class'>;
  snapshots!: EntityTable<Snapshot, 'id'>;
  shared!: EntityTable<SharedState, 'id'>;

  constructor(name = 'squallmark') {
    // a finished edit is on disk, not in a cache that a falling computer loses
    super(name, { chromeTransactionDurability: 'strict' });
    this.version(1).stores({ rigs: 'id, savedAt', entries: '++id, rigId', desks: 'rigId' });
    this.version(2).stores({ sheets: 'class' });
    this.version(3).upgrade(async (transaction) => {
      // fetched only by who has something old
      const { migrateRig, migrateSheet } = await Dexie.waitFor(import('@squallmark/core/rig-studies'));
      await transaction
        .table<StoredRig>('rigs')
        .toCollection()
        .modify((stored) => bringUp(stored, migrateRig));
      await transaction
        .table<Sheet>('sheets')
        .toCollection()
        .modify((sheet, ref) => {
          ref.value = migrateSheet(sheet) as Sheet;
        });
    });
    // steps were told by place in a list; told by name from here on
    this.version(4).upgrade((transaction) => transaction.table<StoredRig>('rigs').toCollection().modify(withoutSteps));
    this.version(5).stores({ snapshots: '++id, rigId' });
    this.version(6).stores({ shared: '++id, rigId' });
  }
}

/** A stored rig of an older version; steps back into a document of the older form would not fit the newer one. */
function bringUp(stored: StoredRig, migrate: (rig: unknown) => unknown): void {
  if ((stored.rig.version as number) === RIG_VERSION) return;
  stored.rig = migrate(stored.rig) as Rig;
  stored.kind = stored.rig.kind;
  withoutSteps(stored);
}

function withoutSteps(stored: StoredRig): void {
  stored.past = [];
  stored.future = [];
  stored.trail = [];
}

/** Everything a deleted rig needs to come back. */
export interface Removed {
  rig: StoredRig;
  entries: LogEntry[];
  desk: Desk | undefined;
  snapshots: Snapshot[];
  shared: SharedState[];
}

/** Another tab has saved this rig meanwhile; nothing was written. */
export class RigMoved extends Error {
  override readonly name = 'RigMoved';
  constructor(readonly stored: StoredRig) {
    super(`"${stored.name}" was changed in another tab`);
  }
}

/** The browser's own store of rigs, logs and desks. */
@Injectable({ providedIn: 'root' })
export class RigVault {
  private readonly db = new SquallmarkDb();
  private readonly wiped = new Subject<void>();
  /** All that lay here was wiped from outside while the page is open. */
  readonly wiped$ = this.wiped.asObservable();

  constructor() {
    this.db.on('versionchange', ({ newVersion }) => {
      // lets go, so that the wiping is not held up; the next write finds a bare store
      this.db.close({ disableAutoOpen: false });
      if (newVersion === null) this.wiped.next();
      return false;
    });
    this.db.on('close', () => this.wiped.next());
  }

  list(): Promise<StoredRig[]> {
    return this.db.rigs.orderBy('savedAt').reverse().toArray();
  }

  load(id: string): Promise<StoredRig | undefined> {
    return this.db.rigs.get(id);
  }

  /**
   * Writes the rig and its log line in one go: both or neither. A line with the key of the last one replaces it.
   * @param base revision that what is written began from; null for a rig that comes in whole
   * @returns whether the rig was there to be written over, where it should have been
   * @throws {RigMoved} when another one lies there by now
   */
  async save(stored: StoredRig, entry: Omit<LogEntry, 'id'> | null, base: number | null): Promise<boolean> {
    return this.db.transaction('rw', this.db.rigs, this.db.entries, async () => {
      const there = base === null ? undefined : await this.db.rigs.get(stored.id);
      if (there && there.revision !== base) throw new RigMoved(there);
      await this.db.rigs.put(stored);
      const wasThere = base === null || there !== undefined;
      if (!entry) return wasThere;
      const last = entry.mergeKey ? await this.db.entries.where({ rigId: stored.id }).last() : undefined;
      if (last && last.mergeKey === entry.mergeKey) await this.db.entries.put({ ...entry, id: last.id });
      else await this.db.entries.add(entry);
      return wasThere;
    });
  }

  async addEntry(entry: Omit<LogEntry, 'id'>): Promise<void> {
    await this.db.entries.add(entry);
  }

  async addEntries(entries: Omit<LogEntry, 'id'>[]): Promise<void> {
    await this.db.entries.bulkAdd(entries);
  }

  /** States of a rig that were kept, oldest first. */
  snapshots(rigId: string): Promise<Snapshot[]> {
    return this.db.snapshots.where({ rigId }).sortBy('id');
  }

  async addSnapshot(snapshot: Omit<Snapshot, 'id'>): Promise<void> {
    await this.db.snapshots.add(snapshot);
  }

  async removeSnapshot(id: number): Promise<void> {
    await this.db.snapshots.delete(id);
  }

  /** States of a rig that another machine has had, oldest first. */
  shared(rigId: string): Promise<SharedState[]> {
    return this.db.shared.where({ rigId }).sortBy('id');
  }

  async addShared(state: Omit<SharedState, 'id'>): Promise<void> {
    await this.db.transaction('rw', this.db.shared, async () => {
      const kept = await this.shared(state.rigId);
      const gone = kept.filter((s, i) => s.mark === state.mark || i <= kept.length - MOST_SHARED);
      await this.db.shared.bulkDelete(gone.map((s) => s.id));
      await this.db.shared.add(state);
    });
  }

  /** Log of a rig, oldest first. */
  entries(rigId: string): Promise<LogEntry[]> {
    return this.db.entries.where({ rigId }).sortBy('id');
  }

  async desk(rigId: string): Promise<Desk> {
    return (await this.db.desks.get(rigId)) ?? emptyDesk(rigId);
  }

  async saveDesk(desk: Desk): Promise<void> {
    await this.db.desks.put(desk);
  }

  /** Own part sheets, by class. */
  sheets(): Promise<Sheet[]> {
    return this.db.sheets.orderBy('class').toArray();
  }

  async saveSheet(sheet: Sheet): Promise<void> {
    await this.db.sheets.put(sheet);
  }

  async removeSheet(cls: string): Promise<void> {
    await this.db.sheets.delete(cls);
  }

  async remove(id: string): Promise<Removed | null> {
    return this.db.transaction('rw', this.all(), async () => {
      const rig = await this.db.rigs.get(id);
      if (!rig) return null;
      const entries = await this.db.entries.where({ rigId: id }).toArray();
      const desk = await this.db.desks.get(id);
      const [snapshots, shared] = [await this.snapshots(id), await this.shared(id)];
      await Promise.all([
        this.db.rigs.delete(id),
        this.db.entries.where({ rigId: id }).delete(),
        this.db.desks.delete(id),
        this.db.snapshots.where({ rigId: id }).delete(),
        this.db.shared.where({ rigId: id }).delete(),
      ]);
      return { rig, entries, desk, snapshots, shared };
    });
  }

  async restore({ rig, entries, desk, snapshots, shared }: Removed): Promise<void> {
    await this.db.transaction('rw', this.all(), async () => {
      await this.db.rigs.put(rig);
      await this.db.entries.bulkPut(entries);
      await this.db.snapshots.bulkPut(snapshots);
      await this.db.shared.bulkPut(shared);
      if (desk) await this.db.desks.put(desk);
    });
  }

  /** Everything that is kept of a rig. */
  private all(): Table[] {
    const { rigs, entries, desks, snapshots, shared } = this.db;
    return [rigs, entries, desks, snapshots, shared];
  }
}
