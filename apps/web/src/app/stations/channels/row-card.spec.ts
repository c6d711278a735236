import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { analyse } from '@squallmark/core/analysis';
import type { Shaping } from '@squallmark/core/rig';
import { beforeEach, describe, expect, it } from 'vitest';
import { gimbalRig } from '../../../spec/rigs';
import { ChoiceHarness, EntryHarness, KitOf } from '../../../spec/harnesses';
import { heard, openStore } from '../../../spec/store';
import type { RigStore } from '../../state/rig-store';
import { RowCard } from './row-card';

describe('the card of a channel', () => {
  let fixture: ComponentFixture<RowCard>;
  let store: RigStore;
  let said: string[];
  let kit: KitOf;
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const shaping = (channel = 8): Shaping => store.rig().shaping.find((s) => s.channel === channel)!;
  const show = async (channel = 8, position = 0): Promise<void> => {
    const row = analyse(store.rig()).channels.rows.find((r) => r.channel === channel)!;
    fixture.componentRef.setInput('row', row);
    fixture.componentRef.setInput('position', position);
    await fixture.whenStable();
  };
  const set = async (name: string, value: string): Promise<void> => {
    await (await kit.entry(name)).enter(value);
    await show();
  };
  const has = (name: string): Promise<boolean> => kit.has(EntryHarness, name);
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
    kit = new KitOf(fixture);
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
    expect(host().textContent).not.toContain('What it should reach');
  });

  it.each([
    ['share of travel', 'sharePct', '80', 80],
    ['shift', 'shiftPct', '-10', -10],
    ['softness', 'softPct', '35', 35],
    ['trim', 'subTrimUs', '12', 12],
    ['end to end', 'endToEndS', '2', 2],
  ] as const)('sets %s, as a step that undo takes back', async (name, field, typed, value) => {
    const before = shaping();
    await set(name, typed);
    expect(shaping()[field]).toBe(value);
    store.undo();
    expect(shaping()).toEqual(before);
  });

  it.each([
    ['share of travel', '400', '−125 to 125 %; 100 is kept'],
    ['dead band', '-1', '0 to 50 %; 0 is kept'],
    ['trim', 'much', 'A figure belongs here'],
    ['speed', '1', '5 to 100 %; maker is kept'],
  ])('keeps the last good figure of %s when given %s, and says why', async (name, typed, why) => {
    const before = store.rig();
    await set(name, typed);
    expect(store.rig()).toBe(before);
    expect(await (await kit.entry(name)).why()).toBe(why);
  });

  it('bends the end points to the angles that are wanted, and the way through agrees', async () => {
    await show(8, 1);
    const high = await kit.entry('high');
    const wanted = Number(await high.shown()) - 20;
    await high.enter(String(wanted));
    await show(8, 1);
    expect(shaping().highUs).toBeLessThan(2000);
    expect(shaping().lowUs).toBe(1000);
    expect(Number.parseFloat(stages().tilt!)).toBeCloseTo(wanted, 0);
    expect(host().textContent).toContain('stands at');
  });

  it('refuses ends that cross', async () => {
    const before = shaping();
    await set('low', '999');
    expect(shaping()).toEqual(before);
    expect(said).toEqual(['The low end must lie below the high one; nothing is changed']);
  });

  it('sets the device and gives a figure back to its maker', async () => {
    const setup = () => store.rig().bindings.find((b) => b.fn === 'tilt')!;
    await set('speed', '60');
    expect(setup().speedPct).toBe(60);
    await set('speed', '');
    expect(setup()).not.toHaveProperty('speedPct', 60);
    const turned = await kit.tick('turned round');
    await turned.turn();
    await show();
    expect(setup().reverse).toBe(true);
    expect(await turned.isOn()).toBe(true);
  });

  it('sets what the receiver does without radio, its width, and nothing again', async () => {
    const width = 'Fail-safe width';
    const set8 = () => store.rig().failSafes.find((f) => f.slot === 8);
    const choose = async (does: string): Promise<void> => {
      await (await kit.choice('Fail-safe of this slot')).choose(does);
      await show();
    };
    expect(await has(width)).toBe(false);
    await choose('goes to');
    expect(set8()).toMatchObject({ receiver: 'RX', does: 'value', valueUs: 1500 });
    await set(width, '1200');
    expect(set8()).toMatchObject({ valueUs: 1200 });
    await set(width, '300');
    expect(await (await kit.entry(width)).why()).toBe('800 to 2\u202f200 µs; 1200 is kept');
    expect(set8()).toMatchObject({ valueUs: 1200 });
    await choose('stays');
    expect(set8()).toEqual({ receiver: 'RX', slot: 8, does: 'hold' });
    await choose('not set');
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
    expect(await has('speed')).toBe(false);
    expect(await kit.has(ChoiceHarness, 'Curve by')).toBe(true);
    await set('share of travel', '70');
    expect(shaping().sharePct).toBe(70);
  });
});
