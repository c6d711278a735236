import { readSheet, writeSheet } from '@squallmark/core/files';
import { SHELF } from '@squallmark/core/shelf';
import { describe, expect, it } from 'vitest';
import { quickFields, setQuick } from './quick-fields';

describe('the figures of a sheet that are changed most', () => {
  it.each(SHELF.map((s) => [s.class, s] as const))(
    '%s: each stands where it says, and set to itself changes nothing',
    (_, sheet) => {
      const fields = quickFields(sheet);
      expect(new Set(fields.map((f) => f.path)).size).toBe(fields.length);
      for (const field of fields) {
        expect(field.value).not.toMatch(/undefined|NaN/);
        expect(setQuick(sheet, field, field.value)).toEqual(sheet);
      }
    },
  );

  it('set, leave the sheet given alone and touch nothing else', () => {
    const sheet = SHELF.find((s) => s.class === 'pack-4s')!;
    const weight = quickFields(sheet).find((f) => f.label === 'weight')!;
    const before = structuredClone(sheet);
    const heavier = setQuick(sheet, weight, '999');
    expect(sheet).toEqual(before);
    expect(heavier).toEqual({ ...before, massG: 999 });
  });

  it.each([
    ['weight', 'heavy', 'massG'],
    ['weight', '-1', 'massG'],
    ['name', '', 'name'],
  ])('a %s of "%s" is found out with the whole sheet, by its place', (label, text, where) => {
    const sheet = SHELF[0]!;
    const changed = setQuick(
      sheet,
      quickFields(sheet).find((f) => f.label === label)!,
      text,
    );
    const reading = readSheet(writeSheet(changed));
    expect(reading.ok).toBe(false);
    if (!reading.ok) expect(reading.problems.map((p) => p.where).join()).toContain(where);
  });
});
