/** Changes of one digital line. Levels alternate, so only the first level and the times are kept. */
export interface Edges {
  /** Level before the first change. */
  first: 0 | 1;
  /** Times of the changes, ns, rising. */
  timesNs: Float64Array;
}

const FIRST_ROOM = 1024;

/** A list of times that grows: plain memory, no object an entry. */
export class TimeList {
  private room: Float64Array;
  length = 0;

  constructor(room = FIRST_ROOM) {
    this.room = new Float64Array(room);
  }

  push(timeNs: number): void {
    if (this.length === this.room.length) {
      const wider = new Float64Array(this.room.length * 2);
      wider.set(this.room);
      this.room = wider;
    }
    this.room[this.length++] = timeNs;
  }

  get last(): number {
    return this.length ? this.room[this.length - 1]! : Number.NEGATIVE_INFINITY;
  }

  dropLast(): void {
    this.length--;
  }

  /** A view of what is held, no copy; good until the next push. */
  view(): Float64Array {
    return this.room.subarray(0, this.length);
  }
}

/** Writes a line: levels over time, changes only. */
export class LineWriter {
  private readonly times = new TimeList();
  private level: 0 | 1;

  constructor(readonly first: 0 | 1) {
    this.level = first;
  }

  /** The line has this level from `timeNs` on; times never go back. */
  set(timeNs: number, level: 0 | 1): void {
    if (level === this.level) return;
    this.level = level;
    // a change taken back at the same instant never was
    if (this.times.last === timeNs) this.times.dropLast();
    else this.times.push(timeNs);
  }

  edges(): Edges {
    return { first: this.first, timesNs: this.times.view().slice() };
  }
}

/** Index of the first change after `timeNs`. */
export function firstAfter(timesNs: Float64Array, timeNs: number): number {
  let low = 0;
  let high = timesNs.length;
  while (low < high) {
    const mid = (low + high) >>> 1;
    if (timesNs[mid]! <= timeNs) low = mid + 1;
    else high = mid;
  }
  return low;
}

/** Level of the line at a time; a change counts from its own instant on. */
export function levelAt({ first, timesNs }: Edges, timeNs: number): 0 | 1 {
  return ((firstAfter(timesNs, timeNs) & 1) ^ first) as 0 | 1;
}

/**
 * A line without its spans shorter than `leastNs`: a spike goes with both its changes, and an edge that rings keeps one.
 * What is left alternates as before.
 * @returns the line, and how many short spans were taken out
 */
export function withoutGlitches(edges: Edges, leastNs: number): { edges: Edges; glitches: number } {
  const { timesNs } = edges;
  const kept = new Float64Array(timesNs.length);
  let n = 0;
  for (const timeNs of timesNs) {
    if (n && timeNs - kept[n - 1]! < leastNs) n--;
    else kept[n++] = timeNs;
  }
  const glitches = (timesNs.length - n) / 2;
  return glitches ? { edges: { first: edges.first, timesNs: kept.subarray(0, n) }, glitches } : { edges, glitches };
}
