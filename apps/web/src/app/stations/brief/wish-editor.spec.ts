import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { analyse } from '@squallmark/core/analysis';
import { applyEdits, newPart, type Edit, type Wish } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import { beforeEach, describe, expect, it } from 'vitest';
import { gimbalRig } from '../../../spec/rigs';
import { buttonOf, enter, listOf, openStore } from '../../../spec/store';
import type { RigStore } from '../../state/rig-store';
import { WishEditor } from './wish-editor';

const TILT: Wish = { id: 'W1', what: 'tilt', label: 'Tilt the camera', by: 'pilot', control: null, hand: 'either' };

describe('one wish', () => {
  let fixture: ComponentFixture<WishEditor>;
  let store: RigStore;
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const wish = (): Wish => store.rig().wishes[0]!;
  const show = async (): Promise<void> => {
    fixture.componentRef.setInput('state', analyse(store.rig()).brief.wishes[0]);
    await fixture.whenStable();
  };

  beforeEach(async () => {
    store = await openStore(applyEdits(gimbalRig(), [{ kind: 'addWish', wish: TILT }]).rig);
    fixture = TestBed.createComponent(WishEditor);
    await show();
  });

  it('is a section by its name with what it has now', () => {
    expect(host().querySelector('section')!.getAttribute('aria-label')).toBe('Wish Tilt the camera');
    expect(listOf(host(), 'by').value).toBe('pilot');
    expect(listOf(host(), 'hand').value).toBe('either');
    expect(listOf(host(), 'control').selectedOptions[0]!.textContent).toBe('any that fits');
  });

  it.each([
    ['by', 'camera operator', { by: 'camera operator' }],
    ['hand', 'left', { hand: 'left' }],
    ['control', 'left-slider', { control: 'left-slider' }],
  ])('sets %s, and undo takes it back', async (name, value, change) => {
    enter(host(), name, value);
    expect(wish()).toEqual({ ...TILT, ...change });
    await show();
    expect(listOf(host(), name).value).toBe(value);
    store.undo();
    expect(wish()).toEqual(TILT);
  });

  it('frees the control again', async () => {
    enter(host(), 'control', 'left-slider');
    await show();
    enter(host(), 'control', '');
    expect(wish().control).toBeNull();
  });

  it('asks which part only where several could do it', async () => {
    expect(() => listOf(host(), 'done by')).toThrow('no field');
    const sheet = SHELF.find((s) => s.class === 'gimbal-three-bus')!;
    const add: Edit = { kind: 'addPart', part: newPart('G2', sheet.class, 'Second gimbal'), sheet };
    store.do([add]);
    await show();
    enter(host(), 'done by', 'G2');
    expect(wish().part).toBe('G2');
    await show();
    enter(host(), 'done by', '');
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
