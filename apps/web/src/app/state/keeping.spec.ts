import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Keeping } from './keeping';

/** As the database library wraps what the browser said. */
const wrapped = (name: string, inner: Error): Error => Object.assign(new Error('it failed'), { name, inner });

describe('what the browser keeps', () => {
  let keeping: Keeping;
  beforeEach(() => (keeping = TestBed.inject(Keeping)));

  it.each([
    ['full', wrapped('AbortError', new DOMException('no room', 'QuotaExceededError')), 'no room left', '(no room)'],
    ['absent', Object.assign(new Error('none'), { name: 'MissingAPIError' }), 'has no storage for rigs', '(none)'],
    [
      'refused',
      wrapped('OpenFailedError', new DOMException('denied', 'SecurityError')),
      'refuses to keep rigs',
      '(denied)',
    ],
    ['refused', 'nobody knows', 'refuses to keep rigs', '(nobody knows)'],
  ])('is %s, which is said in words with the browser’s own', (trouble, error, words, own) => {
    keeping.failed(error);
    expect(keeping.trouble()).toBe(trouble);
    expect(keeping.text()).toContain(words);
    expect(keeping.text()).toContain(own);
    keeping.well();
    expect([keeping.trouble(), keeping.text()]).toEqual([null, '']);
  });

  describe('asked to keep rigs for good', () => {
    const browser = (storage: unknown) => vi.stubGlobal('navigator', { storage });
    afterEach(() => vi.unstubAllGlobals());

    it.each([
      ['gives its word', { persisted: () => Promise.resolve(false), persist: () => Promise.resolve(true) }, true],
      ['gave it before', { persisted: () => Promise.resolve(true), persist: () => Promise.resolve(false) }, true],
      ['does not', { persisted: () => Promise.resolve(false), persist: () => Promise.resolve(false) }, false],
      ['fails', { persisted: () => Promise.reject(new Error('no')) }, false],
      ['cannot be asked', undefined, false],
    ])('a browser that %s', async (_, storage, lasting) => {
      browser(storage);
      expect(keeping.lasting()).toBeNull();
      await keeping.askToLast();
      expect(keeping.lasting()).toBe(lasting);
    });

    it('is asked once', async () => {
      const persist = vi.fn(() => Promise.resolve(false));
      browser({ persisted: () => Promise.resolve(false), persist });
      await Promise.all([keeping.askToLast(), keeping.askToLast()]);
      expect(persist).toHaveBeenCalledTimes(1);
    });
  });
});
