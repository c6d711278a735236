/** What a supply comes through between its source and the part that it feeds. */
import { cablesOn, findPin, partsWithSheets, type Rig } from '../rig/index.js';

/**
 * Parts between each fed part and what feeds it: splices, bars, rows of servo plugs. The shortest way counts where there are several.
 * @param fedBy sources of each part, as the rails have it
 * @returns the sources of each part with all that is between
 */
export function feedWays(
  rig: Rig,
  fedBy: ReadonlyMap<string, readonly string[]>,
): ReadonlyMap<string, readonly string[]> {
  const next = suppliesJoined(rig);
  const passes = new Set(partsWithSheets(rig).flatMap(({ part, sheet }) => (sheet.ties.length ? [part.id] : [])));
  return new Map(
    [...fedBy].map(([part, sources]) => [
      part,
      [...new Set(sources.flatMap((source) => [source, ...between(part, source, next, passes)]))],
    ]),
  );
}

/** Parts that a wire between two plus pins joins each part to. */
function suppliesJoined(rig: Rig): ReadonlyMap<string, ReadonlySet<string>> {
  return new Map(
    rig.parts.map(({ id }) => {
      const wires = cablesOn(rig, id).flatMap((c) => c.wires);
      const plus = wires.filter((w) => [w.from, w.to].every((at) => findPin(rig, at)?.pin.line === 'supply'));
      const own = plus.filter((w) => w.from.part === id || w.to.part === id);
      return [id, new Set(own.map((w) => (w.from.part === id ? w.to.part : w.from.part)))];
    }),
  );
}

/** What lies on the shortest way from a part to its source; nothing where no way is found. */
function between(
  part: string,
  source: string,
  next: ReadonlyMap<string, ReadonlySet<string>>,
  passes: ReadonlySet<string>,
): string[] {
  const cameFrom = new Map<string, string | null>([[part, null]]);
  for (const [at] of cameFrom) {
    if (at === source) break;
    if (at !== part && !passes.has(at)) continue;
    for (const to of next.get(at) ?? []) if (!cameFrom.has(to)) cameFrom.set(to, at);
  }
  const way: string[] = [];
  for (let at = cameFrom.get(source); at && at !== part; at = cameFrom.get(at)) way.push(at);
  return way;
}
