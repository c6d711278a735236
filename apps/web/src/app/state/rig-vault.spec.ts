import { emptyRig, RIG_VERSION } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import Dexie from 'dexie/dist/modern/dexie.mjs';
import { describe, expect, it } from 'vitest';
import { SquallmarkDb } from './rig-vault';

/** A store of its own: that of the application is open in other tests. */
const NAME = 'squallmark-of-old';

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
  const db = new Dexie(NAME);
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
    const db = new SquallmarkDb(NAME);
    const stored = (await db.rigs.get('old'))!;
    expect(stored.rig.version).toBe(RIG_VERSION);
    expect(stored.past).toEqual([]);
    const [sheet] = await db.sheets.toArray();
    expect(sheet!.class).toBe(gimbal.class);
    for (const { functions } of [sheet!, stored.rig.sheets[gimbal.class]!])
      for (const fn of functions) expect(fn.askedBy.length).toBeGreaterThan(0);
    db.close();
  });
});
