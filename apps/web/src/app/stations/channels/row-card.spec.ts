import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { analyse } from '@squallmark/core/analysis';
import type { Shaping } from '@squallmark/core/rig';
import { beforeEach, describe, expect, it } from 'vitest';
import { gimbalRig } from '../../../spec/rigs';
import { enter, fieldOf, heard, openStore } from '../../../spec/store';
import type { RigStore } from '../../state/rig-store';
import { RowCard } from './row-card';

describe('the card of a channel', () => {
  let fixture: ComponentFixture<RowCard>;
  let store: RigStore;
  let said: string[];
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const shaping = (channel = 8): Shaping => store.rig().shaping.find((s) => s.channel === channel)!;
  const show = async (channel = 8, position = 0): Promise<void> => {
    const row = analyse(store.rig()).channels.rows.find((r) => r.channel === channel)!;
    fixture.componentRef.setInput('row', row);
    fixture.componentRef.setInput('position', position);
    await fixture.whenStable();
  };
  const set = async (name: string, value: string): Promise<void> => {
    enter(host(), name, value);
    await show();
  };
  /** Name and figure of each stage on the way through. */
  const stages = (): Record<string, string> => {
    const list = host().querySelector('dl')!;
    const names = [...list.querySelectorAll('dt')].map((e) => e.textContent.trim());
    const figures = [...list.querySelectorAll('dd')].map((e) => e.textContent.trim());
    return Object.fromEntries(names.map((n, i) => [n, figures[i]!]));
  };

  beforeEach(async () => {
    store = await openStore(gimbalRig());
    said = heard(store);
    fixture = TestBed.createComponent(RowCard);
    await show();
  });

  it('follows the control through the widths to the axis', async () => {
    expect(stages()).toMatchObject({ control: '0 %', sent: '1500.0 µs', 'device takes': '1500.0 µs' });
    await show(8, 1);
    expect(stages()).toMatchObject({ control: '100 %', sent: '2000.0 µs' });
    await show(8, -1);
    expect(stages()).toMatchObject({ control: '−100 %', sent: '1000.0 µs' });
  });

  it('names the window instead of a figure where there are windows', async () => {
    await show(10, 1);
    expect(Object.values(stages())).toContain('hold heading');
    expect(() => fieldOf(host(), 'low °')).toThrow('no field');
  });

  it.each([
    ['share of travel %', 'sharePct', '80', 80],
    ['shift %', 'shiftPct', '-10', -10],
    ['softness %', 'softPct', '35', 35],
    ['trim µs', 'subTrimUs', '12', 12],
    ['end to end s', 'endToEndS', '2', 2],
  ] as const)('sets %s, as a step that undo takes back', async (name, field, typed, value) => {
    const before = shaping();
    await set(name, typed);
    expect(shaping()[field]).toBe(value);
    store.undo();
    expect(shaping()).toEqual(before);
  });

  it.each([
    ['share of travel %', '400', 'sharePct: -125…125'],
    ['dead band %', '-1', 'deadBandPct: 0…50'],
    ['trim µs', 'much', 'subTrimUs: -200…200'],
    ['speed %', '1', "speedPct: 5…100, or empty for the maker's"],
    ['low µs', '90', "lowUs: 800…2200, or empty for the maker's"],
  ])('keeps the last good figure of %s when given %s', async (name, typed, why) => {
    const before = store.rig();
    await set(name, typed);
    expect(store.rig()).toBe(before);
    expect(said[0]).toContain(why);
    expect(said[0]).toContain('the last good figure is kept');
  });

  it('bends the end points to the angles that are wanted, and the way through agrees', async () => {
    await show(8, 1);
    const high = fieldOf(host(), 'high °');
    const wanted = high.valueAsNumber - 20;
    enter(host(), 'high °', String(wanted));
    await show(8, 1);
    expect(shaping().highUs).toBeLessThan(2000);
    expect(shaping().lowUs).toBe(1000);
    expect(Number.parseFloat(stages().tilt!)).toBeCloseTo(wanted, 0);
    expect(host().textContent).toContain('stands at');
  });

  it('refuses ends that cross', async () => {
    const before = shaping();
    await set('low °', '999');
    expect(shaping()).toEqual(before);
    expect(said).toEqual(['The low end must lie below the high one; nothing is changed']);
  });

  it('sets the device and gives a figure back to its maker', async () => {
    const setup = () => store.rig().bindings.find((b) => b.fn === 'tilt')!;
    await set('speed %', '60');
    expect(setup().speedPct).toBe(60);
    await set('speed %', '');
    expect(setup()).not.toHaveProperty('speedPct', 60);
    fieldOf(host(), 'turned round').click();
    await show();
    expect(setup().reverse).toBe(true);
    expect(fieldOf(host(), 'turned round').checked).toBe(true);
  });

  it('sets what the receiver does without radio, its width, and nothing again', async () => {
    const [name, width] = ['Fail-safe of this slot', 'Fail-safe width, µs'];
    const set8 = () => store.rig().failSafes.find((f) => f.slot === 8);
    expect(() => fieldOf(host(), width)).toThrow('no field');
    await set(name, 'value');
    expect(set8()).toMatchObject({ receiver: 'RX', does: 'value', valueUs: 1500 });
    await set(width, '1200');
    expect(set8()).toMatchObject({ valueUs: 1200 });
    await set(width, '300');
    expect(said).toEqual(['A fail-safe lies between 800 and 2200 µs; the last good one is kept']);
    expect(set8()).toMatchObject({ valueUs: 1200 });
    await set(name, 'hold');
    expect(set8()).toEqual({ receiver: 'RX', slot: 8, does: 'hold' });
    await set(name, '');
    expect(store.rig().failSafes).toEqual([]);
  });

  it('says how fast and how fine it is', () => {
    expect(host().textContent).toMatch(/worst, usual\s*[\d.]+, [\d.]+ ms/);
    expect(host().textContent).toMatch(/smallest step\s*[\d.]+°, \d+ in all/);
  });

  it('of a channel that reaches nothing has no way and no device, and can still be shaped', async () => {
    store.do([{ kind: 'unbind', part: 'GB', fn: 'tilt' }]);
    await show();
    expect(host().querySelector('dl')).toBeNull();
    expect(() => fieldOf(host(), 'speed %')).toThrow('no field');
    await set('share of travel %', '70');
    expect(shaping().sharePct).toBe(70);
  });
});
