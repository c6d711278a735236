import { TestBed } from '@angular/core/testing';
import { emptyRig, RIG_VERSION } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import Dexie from 'dexie/dist/modern/dexie.mjs';
import { describe, expect, it } from 'vitest';
import { RigVault } from './rig-vault';

const gimbal = SHELF.find((s) => s.role === 'gimbal')!;
/** The sheet as version 3 wrote it: who asks a function stood in its own fields. */
const older = {
  ...gimbal,
  functions: gimbal.functions.map(({ askedBy, ...fn }) => {
    const way = askedBy.find((w) => w.by === 'slot');
    return way ? { ...fn, over: way.over, firstSlot: way.firstSlot } : { ...fn, askedBy };
  }),
};

/** What an earlier version of this application left in the browser. */
async function leaveOld(): Promise<void> {
  await Dexie.delete('squallmark');
  const db = new Dexie('squallmark');
  db.version(1).stores({ rigs: 'id, savedAt', entries: '++id, rigId', desks: 'rigId' });
  db.version(2).stores({ sheets: 'class' });
  const rig = { ...emptyRig('old', 'Old rig'), version: RIG_VERSION - 1, sheets: { [older.class]: older } };
  const head = { id: 'old', name: 'Old rig', kind: 'rotor', revision: 3, savedAt: '2024-05-01T10:00:00Z' };
  await db.table('rigs').add({ ...head, rig, past: [{ text: 'a step' }], future: [], trail: [] });
  await db.table('sheets').add(older);
  db.close();
}

describe('what an earlier version left in the browser', () => {
  it('is brought up when it is opened, and its steps back are let go', async () => {
    await leaveOld();
    const stored = (await TestBed.inject(RigVault).load('old'))!;
    expect(stored.rig.version).toBe(RIG_VERSION);
    expect(stored.past).toEqual([]);
    for (const fn of stored.rig.sheets[gimbal.class]!.functions) expect(fn.askedBy.length).toBeGreaterThan(0);
    expect(await TestBed.inject(RigVault).sheets()).toMatchObject([{ class: gimbal.class }]);
    for (const sheet of await TestBed.inject(RigVault).sheets())
      for (const fn of sheet.functions) expect(fn.askedBy.length).toBeGreaterThan(0);
  });
});
