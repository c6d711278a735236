import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findSheets } from './find-sheets.js';
import { SHELF } from './shelf/index.js';

const names = (query: string): string[] => findSheets(SHELF, query).map((s) => s.name);

describe('finding a sheet', () => {
  it('puts an exact name first, whatever else has it in its name', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SHELF), (sheet) => {
        expect(names(sheet.name)[0]).toBe(sheet.name);
        expect(names(`  ${sheet.name.toUpperCase()} `)[0]).toBe(sheet.name);
      }),
    );
  });

  it('puts names that begin so before sheets that only mention it', () => {
    const found = names('gimbal');
    const first = found.findIndex((name) => !name.toLowerCase().startsWith('gimbal'));
    expect(first).toBeGreaterThan(1);
    expect(found.slice(first).some((name) => name.toLowerCase().startsWith('gimbal'))).toBe(false);
  });

  it('finds by what a part does and by its plug, every word of it', () => {
    expect(findSheets(SHELF, 'palette').length).toBeGreaterThan(0);
    for (const sheet of findSheets(SHELF, 'hdmi micro'))
      expect(`${sheet.name} ${JSON.stringify(sheet.ports)} ${sheet.summary}`).toMatch(/hdmi/i);
    expect(names('no such thing')).toEqual([]);
    expect(names('')).toEqual(SHELF.map((s) => s.name));
  });
});
