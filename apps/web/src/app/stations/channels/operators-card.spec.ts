import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { applyEdits, newPart, type Edit, type HandOver, type Rig } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import { beforeEach, describe, expect, it } from 'vitest';
import { gimbalRig } from '../../../spec/rigs';
import { KitOf, type TickHarness } from '../../../spec/harnesses';
import { buttonOf, heard, openStore } from '../../../spec/store';
import type { RigStore } from '../../state/rig-store';
import { OperatorsCard } from './operators-card';

const wish = (what: string): Edit => ({
  kind: 'addWish',
  wish: { id: `W-${what}`, what, label: what, by: 'camera operator', control: null, hand: 'either' },
});

const LEAD: Edit = {
  kind: 'addCable',
  cable: {
    id: 'C9',
    wires: [1, 2].map((pin) => ({
      from: { part: 'T2', port: 'trainer', pin },
      to: { part: 'TX', port: 'trainer', pin },
      ...{ colour: 'white', gaugeAwg: 26, lengthMm: 900 },
    })),
    marked: false,
    locked: false,
  },
};

/** The gimbal rig with a second transmitter beside it, its lead, and a switch of the first that does nothing yet. */
function withOperator(wishes: string[], lead = [LEAD]): Rig {
  const sheet = SHELF.find((s) => s.class === 'transmitter-operator')!;
  const add: Edit = { kind: 'addPart', part: newPart('T2', sheet.class, 'Operator'), sheet };
  return applyEdits(gimbalRig('transmitter-10', 'right-slider'), [
    ...[add, ...lead, ...wishes.map(wish)],
    { kind: 'shape', transmitter: 'TX', channel: 5, change: { control: null } },
  ]).rig;
}

describe('two operators', () => {
  let fixture: ComponentFixture<OperatorsCard>;
  let store: RigStore;
  let said: string[];
  let kit: KitOf;
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const handOver = (): HandOver | undefined => store.rig().handOvers[0];
  const box = async (channel: number): Promise<TickHarness> => {
    const fn = channel === 8 ? 'tilt' : 'pan';
    return kit.tick(`Hand over channel ${channel} · GB ${fn}`);
  };
  const open = async (rig: Rig): Promise<void> => {
    store = await openStore(rig);
    said = heard(store);
    fixture = TestBed.createComponent(OperatorsCard);
    kit = new KitOf(fixture);
    await fixture.whenStable();
  };
  const press = async (name: string): Promise<void> => {
    buttonOf(host(), name).click();
    await fixture.whenStable();
  };

  describe('with a second transmitter', () => {
    beforeEach(() => open(withOperator(['tilt'])));

    it('are set up in one step, and undo takes it back', async () => {
      const before = store.rig();
      await press('Set up two operators');
      expect(handOver()).toMatchObject({ from: 'TX', to: 'T2' });
      expect(handOver()!.channels.map((c) => c.channel)).toEqual([8]);
      expect(host().textContent).toContain('TX hands over to Operator');
      store.undo();
      expect({ ...store.rig(), revision: 0 }).toEqual({ ...before, revision: 0 });
    });

    it('have the channels that are ticked, each on a channel of its own', async () => {
      await press('Set up two operators');
      expect(await (await box(8)).isOn()).toBe(true);
      await (await box(9)).turn();
      await fixture.whenStable();
      expect(handOver()!.channels.map((c) => c.channel)).toEqual([8, 9]);
      expect(new Set(handOver()!.channels.map((c) => c.takes)).size).toBe(2);
      await (await box(8)).turn();
      await fixture.whenStable();
      expect(handOver()!.channels.map((c) => c.channel)).toEqual([9]);
    });

    it('hand over by the switch that is chosen, or by none', async () => {
      await press('Set up two operators');
      const pick = await kit.choice('Switch that hands over');
      const names = await pick.options();
      expect(names[0]).toBe('none yet');
      await pick.choose(names.at(-1)!);
      expect(`switch ${handOver()!.control}`).toBe(names.at(-1));
      await pick.choose('none yet');
      expect(handOver()!.control).toBeNull();
    });

    it('are alone again at a press', async () => {
      await press('Set up two operators');
      await press('Pilot alone');
      expect(store.rig()).toMatchObject({ handOvers: [], schools: { operators: 'alone' } });
      expect(buttonOf(host(), 'Set up two operators')).toBeDefined();
    });
  });

  it('say when no wish is the camera operator’s yet', async () => {
    await open(withOperator([]));
    await press('Set up two operators');
    expect(said.at(-1)).toContain('No wish is the camera operator');
  });

  it.each([
    ['a second transmitter', gimbalRig('transmitter-10', 'right-slider'), 'two operators need two'],
    ['a socket that teaches', gimbalRig(), 'no transmitter here has a socket that teaches'],
    ['a lead between them', withOperator(['tilt'], []), 'no trainer lead between TX and Operator'],
  ])('say what is missing and change nothing without %s', async (_, rig, why) => {
    await open(rig);
    const before = store.rig();
    await press('Set up two operators');
    expect(said[0]).toMatch(/^Not set up: /);
    expect(said[0]).toContain(why);
    expect(store.rig()).toBe(before);
  });
});
