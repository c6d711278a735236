import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { analyse } from '@squallmark/core/analysis';
import { applyEdits, newPart, type Cable, type Edit } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import { beforeEach, describe, expect, it } from 'vitest';
import { gimbalRig } from '../../../spec/rigs';
import { buttonOf, enter, fieldOf, heard, listOf, openStore } from '../../../spec/store';
import type { RigStore } from '../../state/rig-store';
import { CableCard } from './cable-card';

/** The gimbal rig and a camera whose menu a flight controller works over a serial pair, C2. */
function serialRig() {
  const add = (id: string, cls: string): Edit => {
    const sheet = SHELF.find((s) => s.class === cls)!;
    return { kind: 'addPart', part: newPart(id, cls, id), sheet };
  };
  const wire = (from: number, to: number) => ({
    from: { part: 'FC', port: 'serial1', pin: from },
    to: { part: 'CAM', port: 'main', pin: to },
    ...{ colour: 'white', gaugeAwg: 26, lengthMm: 150 },
  });
  return applyEdits(gimbalRig(), [
    add('FC', 'flight-controller-3'),
    add('CAM', 'fpv-camera-serial'),
    { kind: 'addCable', cable: { id: 'C2', wires: [wire(2, 4), wire(3, 3)], marked: false, locked: false } },
  ]).rig;
}

describe('the card of a cable', () => {
  let fixture: ComponentFixture<CableCard>;
  let store: RigStore;
  let said: string[];
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const cable = (id = 'C2'): Cable => store.rig().cables.find((c) => c.id === id)!;
  const show = async (id = 'C2'): Promise<void> => {
    fixture.componentRef.setInput(
      'cable',
      analyse(store.rig()).loom.cables.find((c) => c.id === id),
    );
    await fixture.whenStable();
  };

  beforeEach(async () => {
    store = await openStore(serialRig());
    said = heard(store);
    fixture = TestBed.createComponent(CableCard);
    await show();
  });

  it('sets the gauge and the length of every wire of it', () => {
    enter(host(), 'gauge', '22');
    enter(host(), 'length', '310');
    expect(cable().wires.map((w) => [w.gaugeAwg, w.lengthMm])).toEqual([
      [22, 310],
      [22, 310],
    ]);
    expect(cable('C1').wires.map((w) => w.lengthMm)).toEqual([200, 200]);
  });

  it('takes a length that is typed as one step', () => {
    for (const text of ['3', '32', '320']) enter(host(), 'length', text);
    store.undo();
    expect(cable().wires[0]!.lengthMm).toBe(150);
  });

  it.each(['0', '-4', '20001', ''])('keeps the last good length when given "%s"', (text) => {
    enter(host(), 'length', text);
    expect(said[0]).toBe('A wire is 1 to 20 000 mm long');
    expect(cable().wires[0]!.lengthMm).toBe(150);
  });

  it('shows the gauge it has, also one that is seldom stocked', async () => {
    store.do([0, 1].map((wire) => ({ kind: 'setWire', cable: 'C2', wire, gaugeAwg: 27 })));
    await show();
    expect(listOf(host(), 'gauge').selectedOptions[0]!.textContent).toBe('27 AWG');
  });

  it('crosses a serial pair, and offers that for no other', async () => {
    const [a, b] = cable().wires.map((w) => w.to);
    buttonOf(host(), 'Cross pair').click();
    expect(cable().wires.map((w) => w.to)).toEqual([b, a]);
    await show('C1');
    expect(() => buttonOf(host(), 'Cross pair')).toThrow('no button');
  });

  it('is locked and unlocked', async () => {
    const box = () => fieldOf(host(), 'locked');
    box().click();
    expect(cable().locked).toBe(true);
    await show();
    expect(box().checked).toBe(true);
    box().click();
    expect(cable().locked).toBe(false);
  });

  it('comes off, and undo puts it back as it was', () => {
    const before = cable();
    buttonOf(host(), 'Take off').click();
    expect(store.rig().cables.map((c) => c.id)).toEqual(['C1']);
    store.undo();
    expect(cable()).toEqual(before);
  });

  it('says that a length is a guess where no place is given', () =>
    expect(host().textContent).toContain('no place given, length as you say'));
});
