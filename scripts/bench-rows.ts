/** One line of the bench's table. */
export interface Row {
  what: string;
  value: number;
  unit: string;
  goal: string;
  met: boolean | null;
}

/** Median time of a run, ms, after some runs to warm up. */
export function median(run: () => unknown, times: number): number {
  for (let i = 0; i < Math.min(20, times); i++) run();
  const took = Array.from({ length: times }, () => {
    const from = performance.now();
    run();
    return performance.now() - from;
  }).sort((a, b) => a - b);
  return took[Math.floor(times / 2)]!;
}
