import { TestBed } from '@angular/core/testing';
import { doStep, emptyRig, type Edit } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { filter, firstValueFrom, interval, switchMap } from 'rxjs';
import { toObservable } from '@angular/core/rxjs-interop';
import { DeskStore } from './desk';
import { RigStore } from './rig-store';
import { RigVault } from './rig-vault';

const gimbal = SHELF.find((s) => s.role === 'gimbal')!;
const addGimbal = (id = 'GB') => ({
  kind: 'addPart' as const,
  part: { id, class: gimbal.class, label: 'Gimbal', settings: {}, onBench: true, prepared: [] },
  sheet: gimbal,
});

describe('the rig store', () => {
  let store: RigStore;
  let vault: RigVault;
  const settled = () =>
    TestBed.runInInjectionContext(() => firstValueFrom(toObservable(store.saved).pipe(filter((s) => s !== 'saving'))));

  beforeEach(async () => {
    localStorage.clear();
    store = TestBed.inject(RigStore);
    vault = TestBed.inject(RigVault);
    for (const rig of await vault.list()) await vault.remove(rig.id);
    await store.create('Test rig', 'rotor');
  });

  it('writes every edit with its log line', async () => {
    expect(store.do([addGimbal()])).toBe(true);
    await settled();
    const stored = await vault.load(store.rig().id);
    expect(stored?.rig).toEqual(store.rig());
    expect((await vault.entries(store.rig().id)).map((e) => e.text)).toEqual([
      'Rig begun',
      'Gimbal pulled from the shelf',
    ]);
  });

  it('says why an edit is refused and keeps rig and log as they were', () => {
    const said: string[] = [];
    store.said$.subscribe((text) => said.push(text));
    store.do([addGimbal()]);
    const before = store.rig();
    expect(store.do([addGimbal()])).toBe(false);
    expect(store.rig()).toBe(before);
    expect(said).toEqual(['Not done: part "GB" is there already']);
  });

  it('does what was worked out of a rig only while that is the rig', async () => {
    const said: string[] = [];
    store.said$.subscribe((text) => said.push(text));
    const then = store.rig();
    expect(store.doOf(then, [addGimbal()])).toBe(true);
    expect(store.doOf(then, [addGimbal('GC')])).toBe(false);
    await store.create('Another', 'rotor');
    const other = store.rig();
    expect(store.doOf(then, [addGimbal('GD')])).toBe(false);
    expect(store.rig()).toBe(other);
    expect(said).toEqual(Array(2).fill('Not done: the rig was changed while this was worked out'));
  });

  it('takes what is typed as one step and one line', async () => {
    const name = (text: string) => store.do([{ kind: 'rename', name: text }], 'name');
    ['Te', 'Ter', 'Tern'].forEach(name);
    await settled();
    expect((await vault.entries(store.rig().id)).map((e) => e.text)).toEqual(['Rig begun', 'Rig named Tern']);
    store.undo();
    expect(store.rig().name).toBe('Test rig');
    store.redo();
    expect(store.rig().name).toBe('Tern');
  });

  it('brings back rig, undo and desk', async () => {
    store.do([addGimbal()]);
    TestBed.inject(DeskStore).setCharge(0.4);
    await settled();
    await firstValueFrom(
      interval(1).pipe(
        switchMap(() => vault.desk(store.rig().id)),
        filter((d) => d.charge !== 1),
      ),
    );
    TestBed.resetTestingModule();
    const again = TestBed.inject(RigStore);
    await again.openLast();
    expect(again.rig().parts).toHaveLength(1);
    again.undo();
    expect(again.rig().parts).toHaveLength(0);
    expect((await TestBed.inject(RigVault).desk(again.rig().id)).charge).toBe(0.4);
  });

  it('takes a rig in beside what is there, under a new id when its own is taken', async () => {
    const read = emptyRig('imported', 'Imported');
    expect(await store.takeIn(read, [], 'a.json')).toBe('imported');
    expect(store.rig()).toBe(read);
    const second = await store.takeIn(read, [], 'a.json');
    expect(second).not.toBe('imported');
    expect(store.rig().id).toBe(second);
    expect(await vault.list()).toHaveLength(3);
  });

  it('deletes with everything and brings everything back', async () => {
    store.note('note', 'seen');
    await settled();
    const { id } = store.rig();
    await store.create('Other', 'rotor');
    const removed = await store.remove(id);
    expect(await vault.entries(id)).toEqual([]);
    await store.restore(removed!);
    expect(store.rig().id).toBe(id);
    expect((await vault.entries(id)).map((e) => e.text)).toEqual(['Rig begun', 'seen']);
  });

  describe('while another tab has the same rig open', () => {
    /** What another tab saves: it reads, does its edits and writes. */
    const elsewhere = async (edits: Edit[]): Promise<void> => {
      const there = (await vault.load(store.rig().id))!;
      const { rig, past, future, trail } = doStep(there, 'Elsewhere', edits);
      const own = { rig, past: [...past], future: [...future], trail: [...trail] };
      const next = { ...there, ...own, revision: rig.revision };
      await vault.save(next, null, there.revision);
    };

    it('puts its own step beside what the other saved', async () => {
      await elsewhere([addGimbal('G2')]);
      store.do([{ kind: 'rename', name: 'Tern' }]);
      await settled();
      const there = (await vault.load(store.rig().id))!;
      expect([there.rig.name, there.rig.parts.map((p) => p.id)]).toEqual(['Tern', ['G2']]);
      expect(there.rig).toEqual(store.rig());
      expect(there.past.map((s) => s.text)).toEqual(['Elsewhere', 'Rig named Tern']);
      expect(await vault.list()).toHaveLength(1);
    });

    it('keeps both where they meet, and says so', async () => {
      const said: string[] = [];
      store.said$.subscribe((text) => said.push(text));
      const { id } = store.rig();
      await elsewhere([{ kind: 'rename', name: 'Theirs' }]);
      store.do([{ kind: 'rename', name: 'Mine' }]);
      store.do([addGimbal('G2')]);
      await settled();
      expect((await vault.load(id))!.rig.name).toBe('Theirs');
      const kept = (await vault.list()).find((r) => r.id !== id)!;
      expect([kept.name, kept.rig.parts.length]).toEqual(['Mine, other tab', 1]);
      expect(store.rig()).toEqual(kept.rig);
      expect(said.join()).toContain('changed in another tab');
    });

    it('goes on saving after a write that failed', async () => {
      const save = vi.spyOn(vault, 'save').mockRejectedValueOnce(new Error('the disk is full'));
      store.do([addGimbal('G1')]);
      await settled();
      expect(store.saved()).toBe('not kept');
      store.do([addGimbal('G2')]);
      await settled();
      expect((await vault.load(store.rig().id))!.rig.parts.map((p) => p.id)).toEqual(['G1', 'G2']);
      save.mockRestore();
    });
  });
});
