import { describe, expect, it } from 'vitest';
import { filtered, filterForm, isFilter, NO_FILTER } from './log-filter';

const entry = (at: string, kind: 'change' | 'note', text: string) => ({ at: new Date(at).toISOString(), kind, text });
const ENTRIES = [
  entry('2026-05-04T09:29:59', 'change', 'Cable C6 crossed'),
  entry('2026-05-04T09:30:00', 'note', 'Gimbal leans'),
  entry('2026-05-04T09:31:59', 'change', 'gimbal relabelled'),
  entry('2026-05-05T08:00:00', 'note', 'level again'),
];
const texts = (filter: object): string[] => filtered(ENTRIES, { ...NO_FILTER, ...filter }).map((e) => e.text);

describe('the filter of the log', () => {
  it('leaves all where nothing is said', () => {
    expect(texts({})).toHaveLength(4);
    expect([isFilter(NO_FILTER), isFilter({ ...NO_FILTER, words: ' ' }), isFilter({ ...NO_FILTER, to: 'x' })]).toEqual([
      false,
      false,
      true,
    ]);
  });

  it('finds words however they are written, and any of the kinds', () => {
    expect(texts({ words: ' GIMBAL ' })).toEqual(['Gimbal leans', 'gimbal relabelled']);
    expect(texts({ words: 'gimbal', kinds: ['note'] })).toEqual(['Gimbal leans']);
    expect(texts({ kinds: ['note', 'change'] })).toHaveLength(4);
  });

  it('goes from the first moment named to the end of the last minute named', () => {
    expect(texts({ from: '2026-05-04T09:30' })).toEqual(['Gimbal leans', 'gimbal relabelled', 'level again']);
    expect(texts({ from: '2026-05-04T09:30', to: '2026-05-04T09:31' })).toEqual(['Gimbal leans', 'gimbal relabelled']);
    expect(texts({ to: '2026-05-04T09:29' })).toEqual(['Cable C6 crossed']);
  });

  it('refuses an end before its beginning', () => {
    const form = filterForm();
    form.patchValue({ from: '2026-05-04T09:30', to: '2026-05-04T09:29' });
    expect(form.errors).toEqual({ order: true });
    form.patchValue({ to: '2026-05-04T09:30' });
    expect(form.valid).toBe(true);
  });
});
