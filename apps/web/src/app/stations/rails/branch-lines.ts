import type { Mark } from '@squallmark/core/findings';
import type { RailRow, Rails } from '@squallmark/core/rails';

/** The rails beside a row of the power tree. Widths are px, in proportion to the current. */
export interface BranchLines {
  /** Verticals that pass the row or end in it, by level from 1: upper and lower half. */
  trunks: { level: number; upper: number; lower: number }[];
  /** From the trunk to the row's own name; 0 for what hangs on nothing. */
  own: number;
}

const MOST_PX = 7;
const LEAST_PX = 1.5;

/**
 * Rails of every row, each as wide as the current on it: a trunk carries what all that still hangs below it draws.
 * Rows come in the order of the tree; each row's draw on what feeds it is its own current, a regulator's at its input.
 */
export function branchLines(rows: readonly RailRow[], nodes: Rails['nodes']): BranchLines[] {
  const draws = rows.map((row) => drawOf(row, nodes));
  const most = Math.max(1e-9, ...draws);
  const px = (amps: number): number => Math.max(LEAST_PX, (MOST_PX * amps) / most);
  return rows.map(({ depth }, i) => {
    const trunks: BranchLines['trunks'] = [];
    for (let level = 1; level <= depth; level++) {
      const below = laterAmps(rows, draws, i, level);
      if (level < depth && below === null) continue;
      const lower = below === null ? 0 : px(below);
      trunks.push({ level, lower, upper: level < depth ? lower : px((below ?? 0) + draws[i]!) });
    }
    return { trunks, own: depth ? px(draws[i]!) : 0 };
  });
}

/** Amps that a row takes from what feeds it. */
function drawOf({ node }: RailRow, nodes: Rails['nodes']): number {
  if (node.kind !== 'regulator') return Math.abs(node.amps);
  return nodes
    .filter((n) => n.part === node.part && n.kind === 'regulator input')
    .reduce((sum, n) => sum + Math.abs(n.amps), 0);
}

/** Amps of the rows after one that hang on the same thing at a level; null where none does. */
function laterAmps(rows: readonly RailRow[], draws: readonly number[], from: number, level: number): number | null {
  let amps: number | null = null;
  for (let j = from + 1; j < rows.length && rows[j]!.depth >= level; j++)
    if (rows[j]!.depth === level) amps = (amps ?? 0) + draws[j]!;
  return amps;
}

/** What a line is painted with. */
export const LINE_COLOUR: Readonly<Record<Mark, string>> = {
  clear: 'var(--harbour)',
  watch: 'var(--watch)',
  stop: 'var(--stop)',
};
