import { benchList } from '../loom/index.js';
import { sheetOf, type Rig } from '../rig/index.js';
import { roundTo } from '../units/index.js';
import type { Table } from './table.js';

/** Sum of the prices the user entered, and how many parts have none. */
export function priceSum(rig: Rig): { sum: number; without: number } {
  const priced = rig.parts.filter((p) => p.price !== undefined);
  return {
    sum: roundTo(
      priced.reduce((sum, p) => sum + p.price!, 0),
      2,
    ),
    without: rig.parts.length - priced.length,
  };
}

/** Parts, leads, adapters and tools of a rig, with weights and the prices the user entered; the sum in the last row. */
export function partsList(rig: Rig): Table {
  const fields = ['kind', 'name', 'class', 'count', 'on_bench', 'mass_g', `price_${rig.currency}`];
  const parts = rig.parts.map((p) => [
    'part',
    p.label,
    p.class,
    1,
    p.onBench ? 'yes' : 'no',
    sheetOf(rig, p.id).massG,
    p.price ?? '',
  ]);
  const items = benchList(rig).map((i) => [
    i.group.toLowerCase().replace(/s$/, ''),
    i.text,
    '',
    i.count,
    i.ticked ? 'yes' : 'no',
    '',
    '',
  ]);
  const mass = rig.parts.reduce((sum, p) => sum + sheetOf(rig, p.id).massG, 0);
  return { fields, data: [...parts, ...items, ['sum', '', '', rig.parts.length, '', mass, priceSum(rig).sum]] };
}
