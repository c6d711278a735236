import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { Keeping } from './keeping';

/** As the database library wraps what the browser said. */
const wrapped = (name: string, inner: Error): Error => Object.assign(new Error('it failed'), { name, inner });

describe('what the browser keeps', () => {
  let keeping: Keeping;
  beforeEach(() => (keeping = TestBed.inject(Keeping)));

  it.each([
    ['full', wrapped('AbortError', new DOMException('no room', 'QuotaExceededError')), 'no room left'],
    ['absent', Object.assign(new Error('none'), { name: 'MissingAPIError' }), 'has no storage for rigs'],
    ['refused', wrapped('OpenFailedError', new DOMException('denied', 'SecurityError')), 'refuses to keep rigs'],
    ['refused', 'nobody knows', 'refuses to keep rigs'],
  ])('is %s, which is said in words with the browser’s own', (trouble, error, words) => {
    keeping.failed(error);
    expect(keeping.trouble()).toBe(trouble);
    expect(keeping.text()).toContain(words);
    expect(keeping.text()).toContain(
      error instanceof Error ? /no room|none|denied/.exec(keeping.text())![0] : 'nobody',
    );
    keeping.well();
    expect([keeping.trouble(), keeping.text()]).toEqual([null, '']);
  });
});
