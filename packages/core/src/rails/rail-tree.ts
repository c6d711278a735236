import { labelOf, type Rig } from '../rig/index.js';
import type { RailNode, Rails } from './solve-rails.js';

/** A row of the power tree: a pack, what hangs on it, what hangs on that. */
export interface RailRow {
  /** Steps from the pack, from 0. */
  depth: number;
  part: string;
  label: string;
  /** The figure people look for: a source's output, a load's input. */
  node: RailNode;
  /** Worst margin of a load from full to flat at peak draw, V; null for sources. */
  worstMarginV: number | null;
  /** Heat of a regulator, W; null for others. */
  heatW: number | null;
}

/** Packs first, then everything in the order of feeding; what nothing feeds comes last at depth 0. */
export function railTree(rig: Rig, rails: Rails, worstMargin: Map<string, number>): RailRow[] {
  const rows: RailRow[] = [];
  const shown = new Set<string>();
  const nodesOf = (part: string): RailNode[] => rails.nodes.filter((n) => n.part === part);
  const add = (node: RailNode, depth: number): void => {
    const key = `${node.part}.${node.terminal}`;
    if (shown.has(key)) return;
    shown.add(key);
    rows.push({
      depth,
      part: node.part,
      label: labelOf(rig, node.part),
      node,
      worstMarginV: worstMargin.get(key) ?? null,
      heatW: node.kind === 'regulator' ? node.lostW : null,
    });
    if (node.kind === 'pack' || node.kind === 'regulator') fedFrom(node.part).forEach((fed) => add(fed, depth + 1));
  };
  /** What hangs on a part's source: loads as they are, regulators by their output. */
  const fedFrom = (part: string): RailNode[] =>
    rails.nodes
      .filter((n) => n.fedBy === part)
      .flatMap((n) => (n.kind === 'regulator input' ? nodesOf(n.part).filter((m) => m.kind === 'regulator') : [n]));
  for (const node of rails.nodes) if (node.kind === 'pack') add(node, 0);
  for (const node of rails.nodes) if (node.kind !== 'regulator input') add(node, 0);
  return rows;
}
