import type { Sheet } from '@squallmark/core/parts';

/** A figure of a sheet that people change most, with where it stands in the document. */
export interface QuickField {
  /** Keys from the top, joined by dots. */
  path: string;
  label: string;
  kind: 'text' | 'number';
  value: string;
  unit: string;
}

/** Name, weight, what each supply takes and draws, what each source gives, limits of joints. */
export function quickFields(sheet: Sheet): QuickField[] {
  const field = (path: string, label: string, value: string | number, unit = ''): QuickField => ({
    path,
    label,
    kind: typeof value === 'number' ? 'number' : 'text',
    value: String(value),
    unit,
  });
  return [
    field('name', 'name', sheet.name),
    field('summary', 'summary', sheet.summary),
    field('massG', 'weight', sheet.massG, 'g'),
    ...sheet.supplies.flatMap((s, i) => [
      field(`supplies.${i}.volts.0`, `${s.id} least`, s.volts[0], 'V'),
      field(`supplies.${i}.volts.1`, `${s.id} most`, s.volts[1], 'V'),
      ...(s.draw.kind === 'regulator'
        ? []
        : [
            field(`supplies.${i}.draw.typical`, `${s.id} usual`, s.draw.typical, UNITS[s.draw.kind]),
            field(`supplies.${i}.draw.peak`, `${s.id} peak`, s.draw.peak, UNITS[s.draw.kind]),
          ]),
    ]),
    ...sheet.sources.flatMap((s, i) => [
      field(`sources.${i}.maxA`, `${s.id} gives`, s.maxA, 'A'),
      ...(s.regulator ? [field(`sources.${i}.regulator.volts`, `${s.id} holds`, s.regulator.volts, 'V')] : []),
      ...(s.pack ? [field(`sources.${i}.pack.capacityMah`, 'capacity', s.pack.capacityMah, 'mAh')] : []),
    ]),
    ...sheet.joints.flatMap((j, i) => [
      field(`joints.${i}.minDeg`, `${j.label} from`, j.minDeg, '°'),
      field(`joints.${i}.maxDeg`, `${j.label} to`, j.maxDeg, '°'),
    ]),
  ];
}

const UNITS = { power: 'W', current: 'A', resistance: 'Ω' } as const;

/** The sheet with one field set; what is typed is judged with the whole sheet, so nothing is refused here. */
export function setQuick(sheet: Sheet, { path, kind }: QuickField, text: string): Sheet {
  const copy = structuredClone(sheet);
  const keys = path.split('.');
  const last = keys.pop()!;
  const holder = keys.reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], copy);
  (holder as Record<string, unknown>)[last] = kind === 'number' ? Number(text) : text;
  return copy;
}
