import { computed, inject, Injectable, linkedSignal } from '@angular/core';
import { aboutAmps, aboutRoom, aboutVolts, type About } from '@squallmark/core/about';
import type { Analysis } from '@squallmark/core/analysis';
import type { Mark } from '@squallmark/core/findings';
import { isShortOfRoom, type RailRow } from '@squallmark/core/rails';
import type { Rig } from '@squallmark/core/rig';
import { amps, hairV, signed, voltBand, volts, watts } from '@squallmark/core/units';
import { AnalysisStore } from '../../state/analysis';
import { RigStore } from '../../state/rig-store';
import type { Tree } from '../../kit/table/table';
import { branchLines, LINE_COLOUR, type BranchLines } from './branch-lines';

/** A branch of the power tree as it is shown. */
export interface Branch {
  row: RailRow;
  key: string;
  volts: string;
  amps: string;
  limit: string;
  margin: string;
  /** What stands behind its figures; null as long as there is none. */
  about: Record<'volts' | 'amps' | 'room', () => About | null>;
  /** Room left, 0…1. */
  fill: number;
  mark: Mark;
  lines: BranchLines;
  colour: string;
}

/** The power tree as it is shown; what is made of an analysis, and what is folded, outlasts a look at another station. */
@Injectable({ providedIn: 'root' })
export class Branches {
  private readonly rig = inject(RigStore).rig;
  private readonly result = inject(AnalysisStore).result;
  private readonly folded = linkedSignal<string, ReadonlySet<string>>({
    source: () => this.rig().id,
    computation: () => new Set<string>(),
  });
  private readonly all = computed(() => {
    const rails = this.result()?.analysis.rails;
    if (!rails) return [];
    const lines = branchLines(rails.rows, rails.now.nodes);
    return rails.rows.map((row, i): Branch => this.branchOf(row, lines[i]!));
  });
  /** Branches whose way to the pack is not folded away. */
  readonly rows = computed(() => {
    let under = Infinity;
    return this.all().filter(({ key, row: { depth } }) => {
      if (depth > under) return false;
      under = this.folded().has(key) ? depth : Infinity;
      return true;
    });
  });
  /** Branches on which others hang. */
  private readonly feeding = computed(
    () =>
      new Set(this.all().flatMap(({ key, row }, i, all) => ((all[i + 1]?.row.depth ?? 0) > row.depth ? [key] : []))),
  );
  readonly tree: Tree<Branch> = {
    level: ({ row }) => row.depth,
    open: ({ key }) => (this.feeding().has(key) ? !this.folded().has(key) : null),
  };

  fold({ key }: Branch): void {
    this.folded.update((now) => (now.has(key) ? new Set([...now].filter((k) => k !== key)) : new Set([...now, key])));
  }

  /** Asked of the very rig that the figures on the screen are of. */
  about(of: (rig: Rig, rails: Analysis['rails']) => About | null): () => About | null {
    return () => {
      const shown = this.result();
      return shown && of(shown.rig, shown.analysis.rails);
    };
  }

  private branchOf(row: RailRow, lines: BranchLines): Branch {
    const mark = markOf(row);
    return {
      row,
      key: `${row.part}.${row.node.terminal}`,
      volts: volts(row.node.volts),
      amps: amps(row.node.amps),
      limit: row.node.allowed ? voltBand(row.node.allowed) : `up to ${row.node.maxA} A`,
      margin:
        row.worstMarginV === null
          ? row.heatW === null
            ? ''
            : `${watts(row.heatW)} heat`
          : `${signed(row.worstMarginV, 2)} V at worst`,
      fill: fillOf(row),
      about: {
        volts: this.about((rig, rails) => aboutVolts(rig, rails, row)),
        amps: this.about((rig, rails) => aboutAmps(rig, rails, row)),
        room: this.about((rig, rails) => aboutRoom(rig, rails, row)),
      },
      mark,
      lines,
      colour: LINE_COLOUR[mark],
    };
  }
}

/** Share of the room between band edges, or of rated current, that is left. */
function fillOf({ node }: RailRow): number {
  if (node.allowed) return Math.max(0, Math.min(1, (2 * node.marginV!) / (node.allowed[1] - node.allowed[0])));
  return Math.max(0, 1 - node.amps / node.maxA!);
}

function markOf({ node, worstMarginV }: RailRow): Mark {
  const hair = node.allowed ? hairV(node.allowed) : 0;
  if (node.overloaded || Math.min(worstMarginV ?? 0, node.marginV ?? 0) < -hair) return 'stop';
  return isShortOfRoom(node) || (worstMarginV !== null && worstMarginV < 0.25) ? 'watch' : 'clear';
}
