import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { analyse } from '@squallmark/core/analysis';
import { applyEdits, newPart, type Cable, type Edit } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import { beforeEach, describe, expect, it } from 'vitest';
import { gimbalRig } from '../../../spec/rigs';
import { KitOf } from '../../../spec/harnesses';
import { buttonOf, openStore } from '../../../spec/store';
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
  let kit: KitOf;
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
    fixture = TestBed.createComponent(CableCard);
    kit = new KitOf(fixture);
    await show();
  });

  it('writes what each wire is beside a pin of its own, from whichever plug it is drawn', async () => {
    const written = (): string[] => {
      const texts = [...host().querySelectorAll('sq-pin-faces text')].filter((t) => t.textContent.includes('AWG'));
      return texts.map((t) => ['x', 'y'].map((at) => t.getAttribute(at)).join(' '));
    };
    const asDrawn = written();
    expect(new Set(asDrawn).size).toBe(2);
    const { from, to } = cable().wires[1]!;
    const end = { kind: 'moveEnd' as const, cable: 'C2', wire: 1 };
    store.do([
      { ...end, end: 'from', pin: to },
      { ...end, end: 'to', pin: from },
    ]);
    await show();
    expect(cable().wires[1]!.from).toEqual(to);
    expect(written()).toEqual(asDrawn);
  });

  it('sets the gauge and the length of every wire of it', async () => {
    await (await kit.choice('gauge')).choose('22 AWG · 0.33 mm²');
    await (await kit.entry('length')).type('310');
    expect(cable().wires.map((w) => [w.gaugeAwg, w.lengthMm])).toEqual([
      [22, 310],
      [22, 310],
    ]);
    expect(cable('C1').wires.map((w) => w.lengthMm)).toEqual([200, 200]);
  });

  it('takes a length that is typed as one step', async () => {
    const length = await kit.entry('length');
    for (const text of ['3', '32', '320']) await length.type(text);
    store.undo();
    expect(cable().wires[0]!.lengthMm).toBe(150);
  });

  it.each([
    ['0', '1 to 200\u202f000 mm; 150 is kept'],
    ['-4', '1 to 200\u202f000 mm; 150 is kept'],
    ['200001', '1 to 200\u202f000 mm; 150 is kept'],
    ['', 'A figure belongs here'],
  ])('keeps the last good length when given "%s", and says why', async (text, why) => {
    const length = await kit.entry('length');
    await length.enter(text);
    expect(await length.why()).toBe(why);
    await length.leave();
    expect(await length.shown()).toBe('150');
    expect(cable().wires[0]!.lengthMm).toBe(150);
  });

  it('shows the gauge it has, also one that is seldom stocked', async () => {
    store.do([0, 1].map((wire) => ({ kind: 'setWire', cable: 'C2', wire, gaugeAwg: 27 })));
    await show();
    expect(await (await kit.choice('gauge')).shown()).toBe('27 AWG · 0.10 mm²');
  });

  it('crosses a serial pair, and offers that for no other', async () => {
    const [a, b] = cable().wires.map((w) => w.to);
    buttonOf(host(), 'Cross pair').click();
    expect(cable().wires.map((w) => w.to)).toEqual([b, a]);
    await show('C1');
    expect(() => buttonOf(host(), 'Cross pair')).toThrow('no button');
  });

  it('is locked and unlocked', async () => {
    const box = await kit.tick('locked');
    await box.turn();
    expect(cable().locked).toBe(true);
    await show();
    expect(await box.isOn()).toBe(true);
    await box.turn();
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
