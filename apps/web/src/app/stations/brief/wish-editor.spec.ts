import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { analyse } from '@squallmark/core/analysis';
import { applyEdits, newPart, type Edit, type Wish } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import { beforeEach, describe, expect, it } from 'vitest';
import { gimbalRig } from '../../../spec/rigs';
import { KitOf, PickerHarness } from '../../../spec/harnesses';
import { buttonOf, openStore } from '../../../spec/store';
import type { RigStore } from '../../state/rig-store';
import { WishEditor } from './wish-editor';

const TILT: Wish = { id: 'W1', what: 'tilt', label: 'Tilt the camera', by: 'pilot', control: null, hand: 'either' };

describe('one wish', () => {
  let fixture: ComponentFixture<WishEditor>;
  let store: RigStore;
  let kit: KitOf;
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const wish = (): Wish => store.rig().wishes[0]!;
  const show = async (): Promise<void> => {
    fixture.componentRef.setInput('state', analyse(store.rig()).brief.wishes[0]);
    await fixture.whenStable();
  };

  beforeEach(async () => {
    store = await openStore(applyEdits(gimbalRig(), [{ kind: 'addWish', wish: TILT }]).rig);
    fixture = TestBed.createComponent(WishEditor);
    kit = new KitOf(fixture);
    await show();
  });

  it('is a section by its name with what it has now', async () => {
    expect(host().querySelector('section')!.getAttribute('aria-label')).toBe('Wish Tilt the camera');
    expect(await (await kit.toggle('by')).shown()).toBe('pilot');
    expect(await (await kit.toggle('hand')).shown()).toBe('either');
    expect(await (await kit.choice('control')).shown()).toBe('any that fits');
  });

  it.each([
    ['toggle', 'by', 'camera operator', { by: 'camera operator' }],
    ['toggle', 'hand', 'left', { hand: 'left' }],
    ['choice', 'control', 'left slider', { control: 'left-slider' }],
  ] as const)('by a %s sets %s, and undo takes it back', async (piece, name, label, change) => {
    await (await kit[piece](name)).choose(label);
    expect(wish()).toEqual({ ...TILT, ...change });
    await show();
    expect(await (await kit[piece](name)).shown()).toBe(label);
    store.undo();
    expect(wish()).toEqual(TILT);
  });

  it('frees the control again', async () => {
    const control = await kit.choice('control');
    await control.choose('left slider');
    await show();
    await control.choose('any that fits');
    expect(wish().control).toBeNull();
  });

  it('asks which part only where several could do it', async () => {
    expect(await kit.has(PickerHarness, 'done by')).toBe(false);
    const sheet = SHELF.find((s) => s.class === 'gimbal-three-bus')!;
    const add: Edit = { kind: 'addPart', part: newPart('G2', sheet.class, 'Second gimbal'), sheet };
    store.do([add]);
    await show();
    const doer = await kit.picker('done by');
    await doer.choose('Second gimbal');
    expect(wish().part).toBe('G2');
    await show();
    await doer.choose('any part');
    expect(wish()).toEqual(TILT);
  });

  it('asks to be dropped and leaves that to its list', () => {
    let dropped = 0;
    fixture.componentInstance.dropped.subscribe(() => dropped++);
    buttonOf(host(), 'Drop it').click();
    expect(dropped).toBe(1);
    expect(store.rig().wishes).toHaveLength(1);
  });
});
