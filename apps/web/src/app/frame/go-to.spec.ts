import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { beforeEach, describe, expect, it } from 'vitest';
import { gimbalRig } from '../../spec/rigs';
import { openStore } from '../../spec/store';
import { GoTo } from './go-to';

/** The list's keys go by number. */
const CODES: Record<string, number> = { Enter: 13, ArrowUp: 38, ArrowDown: 40 };

describe('going to anything', () => {
  let fixture: ComponentFixture<GoTo>;
  let went: unknown[];
  let closed: number;
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const field = (): HTMLInputElement => host().querySelector('input')!;
  const places = (): string[] =>
    [...host().querySelectorAll('[role=option] span:first-child')].map((e) => e.textContent);
  const chosen = (): string => host().querySelector('[aria-selected=true] span')?.textContent ?? '';
  const type = async (text: string): Promise<void> => {
    field().value = text;
    field().dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };
  const press = async (key: string): Promise<KeyboardEvent> => {
    const event = new KeyboardEvent('keydown', { key, keyCode: CODES[key], cancelable: true });
    field().dispatchEvent(event);
    await fixture.whenStable();
    return event;
  };

  beforeEach(async () => {
    [went, closed] = [[], 0];
    await openStore(gimbalRig(), [
      { provide: MatDialogRef, useValue: { close: () => closed++ } },
      { provide: Router, useValue: { navigate: (...to: unknown[]) => went.push(to) } },
    ]);
    fixture = TestBed.createComponent(GoTo);
    await fixture.whenStable();
  });

  it('offers the stations before a letter is typed, twelve at the most', () => {
    expect(places().slice(0, 3)).toEqual(['Brief', 'Loom', 'Channels']);
    expect(places().length).toBeLessThanOrEqual(12);
  });

  it.each([
    ['gb part', ['GB'], ['/loom'], { queryParams: { at: 'GB' } }],
    ['c1 rx', ['C1 RX – GB'], ['/loom'], { queryParams: { at: 'C1' } }],
    ['RAILS station', ['Rails'], ['/rails'], {}],
  ])('finds "%s" by all its words in any case, and goes there', async (text, found, path, extras) => {
    await type(text);
    expect(places()).toEqual(found);
    await press('Enter');
    expect(went).toEqual([[path, extras]]);
    expect(closed).toBe(1);
  });

  it('goes to what the letters find, however fast Enter follows them', async () => {
    field().value = 'rails station';
    field().dispatchEvent(new Event('input'));
    field().dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', keyCode: CODES.Enter, cancelable: true }));
    await fixture.whenStable();
    expect(went).toEqual([[['/rails'], {}]]);
  });

  it('finds channels by what they carry', async () => {
    await type('channel tilt');
    expect(places()[0]).toMatch(/^Channel 8 left slider Tilt/i);
  });

  it('moves with the arrows and stays within the list', async () => {
    await press('ArrowUp');
    expect(chosen()).toBe('Brief');
    await press('ArrowDown');
    expect(chosen()).toBe('Loom');
    for (let i = 0; i < 30; i++) await press('ArrowDown');
    expect(chosen()).toBe(places().at(-1));
    expect(field().getAttribute('aria-activedescendant')).toBe(host().querySelector('[aria-selected=true]')!.id);
    await type('wake');
    expect(chosen()).toBe('Wake');
  });

  it('says so when nothing is called that, and Enter does nothing', async () => {
    await type('zzz');
    expect(host().textContent).toContain('Nothing here is called that.');
    const event = await press('Enter');
    expect([went, event.defaultPrevented]).toEqual([[], false]);
  });
});
