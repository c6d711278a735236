import { describe, expect, it } from 'vitest';
import { sheetSchema } from '../parts/schemas.js';
import { SHELF } from '../parts/shelf/index.js';
import { blankOf, idsOf, readSheet, sheetForm, writeSheet, type FormNode } from './index.js';

/** Places of a value that the form has no field for. */
function beyond(node: FormNode, value: unknown, at: string): string[] {
  switch (node.kind) {
    case 'list':
      return (value as unknown[]).flatMap((item, i) => beyond(node.item, item, `${at}[${i}]`));
    case 'tuple':
      return (value as unknown[]).flatMap((part, i) => (node.parts[i] ? beyond(node.parts[i], part, at) : [at]));
    case 'ways': {
      const way = node.ways.find((w) => w.value === (value as Record<string, unknown>)[node.by]);
      return way ? beyond(way.node, value, at) : [at];
    }
    case 'group':
      return Object.entries(value as object).flatMap(([key, inner]) => {
        const field = node.fields.find(([name]) => name === key);
        return field ? beyond(field[1], inner, `${at}.${key}`) : [`${at}.${key}`];
      });
    case 'tick':
      return typeof value === 'boolean' ? [] : [at];
    case 'figure':
      return typeof value === 'number' && value >= node.least && value <= node.most ? [] : [at];
    case 'choice':
      return node.values.includes(value as string) ? [] : [at];
    default:
      return typeof value === 'string' ? [] : [at];
  }
}

/** Every list of a form, wherever it lies, by its way from the top. */
function listsOf(node: FormNode): Extract<FormNode, { kind: 'list' }>[] {
  switch (node.kind) {
    case 'list':
      return [node, ...listsOf(node.item)];
    case 'group':
      return node.fields.flatMap(([, field]) => listsOf(field));
    case 'ways':
      return node.ways.flatMap((way) => listsOf(way.node));
    default:
      return [];
  }
}

describe('the form of a sheet', () => {
  const form = sheetForm();

  it.each(SHELF.map((s) => [s.class, s] as const))('has a field for everything that %s says', (_, sheet) =>
    expect(beyond(form, sheet, 'sheet')).toEqual([]),
  );

  it('names every field for people, with bounds for every figure', () => {
    const check = (node: FormNode): void => {
      expect(node.title).toMatch(/^[A-Z]/);
      if (node.kind === 'figure') expect(Number.isFinite(node.least + node.most)).toBe(true);
      if (node.kind === 'group') node.fields.forEach(([, field]) => check(field));
      if (node.kind === 'list') check(node.item);
      if (node.kind === 'tuple') node.parts.forEach(check);
      if (node.kind === 'ways') node.ways.forEach((way) => check(way.node));
    };
    check(form);
    expect(listsOf(form).length).toBeGreaterThan(20);
  });

  it('adds to a list of a sheet what the reader takes, wherever the list is one of the sheet', () => {
    if (form.kind !== 'group') throw new Error('a sheet is a group of fields');
    const sheet = SHELF.find((s) => s.class === 'gimbal-two-axis')!;
    for (const [key, node] of form.fields) {
      if (node.kind !== 'list') continue;
      const was = (sheet as unknown as Record<string, unknown[] | undefined>)[key] ?? [];
      const more = { ...sheet, [key]: [...was, blankOf(node.item, sheet, idsOf(sheet, key))] };
      const parsed = sheetSchema.safeParse(more);
      expect(parsed.success ? [] : parsed.error.issues, key).toEqual([]);
    }
  });

  it('gives a new thing an id that is free', () => {
    if (form.kind !== 'group') throw new Error('a sheet is a group of fields');
    const [, joints] = form.fields.find(([key]) => key === 'joints')!;
    if (joints.kind !== 'list') throw new Error('joints are a list');
    const sheet = structuredClone(SHELF.find((s) => s.class === 'gimbal-two-axis')!);
    for (let n = 0; n < 3; n++)
      sheet.joints.push(blankOf(joints.item, sheet, idsOf(sheet, 'joints')) as (typeof sheet.joints)[number]);
    expect(new Set(sheet.joints.map((j) => j.id)).size).toBe(sheet.joints.length);
    expect(readSheet(writeSheet(sheet))).toMatchObject({ ok: true });
  });

  it('lists the ids of a sheet that is not sound without falling over', () => {
    expect(idsOf(null, 'ports')).toEqual([]);
    expect(idsOf({ ports: 'none' }, 'ports')).toEqual([]);
    expect(idsOf({ ports: [{ id: 'a' }, null, { id: 7 }] }, 'ports')).toEqual(['a']);
  });
});
