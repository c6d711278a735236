/**
 * Places for names at the ends of lines so that none covers another: each as near its line as may be, in the same order.
 * @param ys where the lines end, px from above, in any order
 * @param gapPx least from one name to the next
 * @param bottomPx no name is put below this while there is room above
 * @returns a place for each line, in the order given
 */
export function spreadEnds(ys: readonly number[], gapPx: number, bottomPx: number): number[] {
  const order = ys.map((_, i) => i).sort((a, b) => ys[a]! - ys[b]!);
  const placed = new Array<number>(ys.length);
  let least = -Infinity;
  for (const i of order) {
    placed[i] = Math.max(ys[i]!, least);
    least = placed[i] + gapPx;
  }
  // what was pushed out below pushes back
  let most = bottomPx;
  for (const i of order.toReversed()) {
    placed[i] = Math.min(placed[i]!, most);
    most = placed[i] - gapPx;
  }
  return placed;
}
