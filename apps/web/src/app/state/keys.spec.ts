import { EnvironmentInjector, createEnvironmentInjector, runInInjectionContext } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { Keys, type KeyBinding } from './keys';

describe('keys of a station', () => {
  let keys: Keys;
  let ran: string[];
  const binding = (key: string): KeyBinding => ({ key, text: key, run: () => ran.push(key) });
  /** Presses a key on an element of that markup, and tells whether a binding took it. */
  const press = (key: string, markup = '<p></p>', with_: KeyboardEventInit = {}): boolean => {
    document.body.innerHTML = markup;
    const target = document.body.querySelector('[data-at]') ?? document.body.firstElementChild!;
    let took = false;
    target.addEventListener('keydown', (event) => (took = keys.press(event as KeyboardEvent)));
    target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, ...with_ }));
    return took;
  };

  beforeEach(() => {
    ran = [];
    keys = TestBed.inject(Keys);
    TestBed.runInInjectionContext(() => keys.use(['p', ' ', 'Enter', 'ArrowUp'].map(binding)));
  });

  it('run by their key, in either case, and by no other', () => {
    expect(press('p')).toBe(true);
    expect(press('P')).toBe(true);
    expect(press('q')).toBe(false);
    expect(ran).toEqual(['p', 'p']);
  });

  it.each(['ctrlKey', 'metaKey', 'altKey'])('leave combinations with %s to others', (modifier) => {
    expect(press('p', '<p></p>', { [modifier]: true })).toBe(false);
  });

  it.each([
    ['a field', '<input data-at>'],
    ['a text area', '<textarea data-at></textarea>'],
    ['a select', '<select data-at></select>'],
    ['something in a dialog', '<div role="dialog"><span data-at></span></div>'],
  ])('leave everything to %s', (_, markup) => {
    for (const key of ['p', ' ', 'Enter', 'ArrowUp']) expect(press(key, markup)).toBe(false);
  });

  it('leave Enter and Space to what can be pressed, and arrows to a slider', () => {
    for (const markup of ['<button data-at></button>', '<a data-at></a>', '<input type="checkbox" data-at>']) {
      expect(press('Enter', markup)).toBe(false);
      expect(press(' ', markup)).toBe(false);
      expect(press('p', markup)).toBe(true);
      expect(press('ArrowUp', markup)).toBe(true);
    }
    expect(press('ArrowUp', '<input type="range" data-at>')).toBe(false);
    expect(press('p', '<input type="range" data-at>')).toBe(true);
  });

  it('go with the station that brought them, not with one that came after', () => {
    const parent = TestBed.inject(EnvironmentInjector);
    const station = createEnvironmentInjector([], parent);
    runInInjectionContext(station, () => keys.use([binding('z')]));
    expect(press('z')).toBe(true);
    station.destroy();
    expect(press('z')).toBe(false);

    const first = createEnvironmentInjector([], parent);
    const second = createEnvironmentInjector([], parent);
    runInInjectionContext(first, () => keys.use([binding('a')]));
    runInInjectionContext(second, () => keys.use([binding('b')]));
    first.destroy();
    expect(press('b')).toBe(true);
  });
});
