import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { applyEdits, newPart, type Edit } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import { beforeEach, describe, expect, it } from 'vitest';
import { KitOf } from '../../../spec/harnesses';
import { gimbalRig } from '../../../spec/rigs';
import { openStore } from '../../../spec/store';
import type { RigStore } from '../../state/rig-store';
import { PartCard } from './part-card';

function twoSenders() {
  const add = (id: string, cls: string): Edit => {
    const sheet = SHELF.find((s) => s.class === cls)!;
    return { kind: 'addPart', part: newPart(id, cls, `Sender ${id}`), sheet };
  };
  const plain = SHELF.find((s) => s.class === 'goggles')!;
  const air = { id: 'air', kind: 'radio' as const, way: 'listen' as const, pins: {}, params: {} };
  const screen = { ...plain, class: 'own-air-goggles', links: [...plain.links, air] };
  return applyEdits(gimbalRig(), [
    add('V1', 'video-transmitter-plain'),
    add('V2', 'video-transmitter-plain'),
    { kind: 'addPart', part: newPart('SC', screen.class, 'Screen'), sheet: screen },
  ]).rig;
}

describe('the card of a screen that takes its picture from the air', () => {
  let fixture: ComponentFixture<PartCard>;
  let store: RigStore;
  let kit: KitOf;

  beforeEach(async () => {
    store = await openStore(twoSenders());
    fixture = TestBed.createComponent(PartCard);
    kit = new KitOf(fixture);
    fixture.componentRef.setInput('partId', 'SC');
    await fixture.whenStable();
  });

  it('binds it to one of two senders, and lets go of it again', async () => {
    const bound = await kit.choice('bound to');
    expect(await bound.options()).toEqual(['nobody, by its channel', 'Sender V1', 'Sender V2']);
    await bound.choose('Sender V2');
    expect(store.rig().parts.find((p) => p.id === 'SC')!.bound).toBe('V2');
    await bound.choose('by its channel');
    expect(store.rig().parts.find((p) => p.id === 'SC')!.bound).toBeUndefined();
  });
});
