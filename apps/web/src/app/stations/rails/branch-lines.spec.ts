import type { RailRow, Rails } from '@squallmark/core/rails';
import { describe, expect, it } from 'vitest';
import { branchLines } from './branch-lines';

const row = (depth: number, part: string, amps: number, kind: RailRow['node']['kind'] = 'load'): RailRow =>
  ({ depth, part, node: { part, amps, kind } }) as unknown as RailRow;
const input = (part: string, amps: number) => ({ part, amps, kind: 'regulator input' }) as Rails['nodes'][number];

describe('the rails of the power tree', () => {
  const rows = [row(0, 'PK', 4, 'pack'), row(1, 'R5', 3, 'regulator'), row(2, 'A', 1), row(2, 'B', 2), row(1, 'VT', 3)];
  const lines = branchLines(rows, [input('R5', 1)]);

  it('are as wide as the current on them, a regulator’s as what it takes', () => {
    // the pack's own 4 A are the widest, 7 px
    expect(lines.map((l) => l.own)).toEqual([0, 1.75, 1.75, 3.5, 5.25]);
  });

  it('carry on past a row what still hangs below it', () => {
    expect(lines[1]!.trunks).toEqual([{ level: 1, upper: 7, lower: 5.25 }]);
    expect(lines[2]!.trunks).toEqual([
      { level: 1, upper: 5.25, lower: 5.25 },
      { level: 2, upper: 5.25, lower: 3.5 },
    ]);
    expect(lines[3]!.trunks.at(-1)).toEqual({ level: 2, upper: 3.5, lower: 0 });
    expect(lines[4]!.trunks).toEqual([{ level: 1, upper: 5.25, lower: 0 }]);
  });

  it('are hairlines where nothing flows, and none for what hangs on nothing', () => {
    expect(branchLines([row(0, 'X', 0), row(1, 'Y', 0)], []).map((l) => l.own)).toEqual([0, 1.5]);
  });
});
