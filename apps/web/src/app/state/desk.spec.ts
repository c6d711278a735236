import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { DeskStore } from './desk';
import { RigStore } from './rig-store';
import { RigVault } from './rig-vault';

const verdict = { passed: true, expected: 'x', saw: 'x', tookMs: 5 };

describe('the desk of a rig', () => {
  let desk: DeskStore;
  let store: RigStore;
  let vault: RigVault;
  const kept = (): Promise<unknown> => vault.desk(store.rig().id);

  beforeEach(async () => {
    localStorage.clear();
    store = TestBed.inject(RigStore);
    vault = TestBed.inject(RigVault);
    desk = TestBed.inject(DeskStore);
    for (const rig of await vault.list()) await vault.remove(rig.id);
    await store.create('First', 'rotor');
  });

  it('keeps charge, ticks and verdicts with the revision they were given at', async () => {
    desk.setCharge(0.4);
    desk.tick('W3', { at: '2026-11-25T08:00:00Z', reading: '12.1 V' });
    desk.tick('W4', { at: '2026-11-25T08:01:00Z' });
    desk.tick('W5', { at: '2026-11-25T08:02:00Z' });
    desk.untick('W5');
    desk.setVerdict('S1', verdict);
    await vi.waitFor(async () =>
      expect(await kept()).toMatchObject({
        charge: 0.4,
        ticks: { W3: { at: '2026-11-25T08:00:00Z', reading: '12.1 V' }, W4: { at: '2026-11-25T08:01:00Z' } },
        verdicts: { S1: { ...verdict, revision: store.rig().revision } },
      }),
    );
    expect(desk.desk().ticks).not.toHaveProperty('W5');
  });

  it('is cleared part by part', async () => {
    desk.tick('W3', { at: '2026-11-25T08:00:00Z' });
    desk.setVerdict('S1', verdict);
    desk.clearTicks();
    expect(desk.desk()).toMatchObject({ ticks: {}, verdicts: { S1: verdict } });
    desk.clearVerdicts();
    await vi.waitFor(async () => expect(await kept()).toMatchObject({ ticks: {}, verdicts: {} }));
  });

  it('belongs to its rig: another rig has its own, and the first finds its own again', async () => {
    const first = store.rig().id;
    desk.setCharge(0.25);
    await vi.waitFor(async () => expect(await kept()).toMatchObject({ charge: 0.25 }));
    await store.create('Second', 'rotor');
    await vi.waitFor(() => expect(desk.desk()).toMatchObject({ rigId: store.rig().id, charge: 1 }));
    await store.open(first);
    await vi.waitFor(() => expect(desk.charge()).toBe(0.25));
  });

  it('loses nothing that is changed while a rig is still being opened', async () => {
    const opening = store.create('Third', 'rotor');
    await opening;
    desk.setCharge(0.7);
    await vi.waitFor(async () => expect(await kept()).toMatchObject({ charge: 0.7 }));
  });
});
