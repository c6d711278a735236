const start = (): Worker => new Worker(new URL('./analysis.worker', import.meta.url), { type: 'module' });

let early: Worker | null = null;

/** Starts a worker that analyses before anybody asks: fetching and preparing it takes as long as the page does. */
export function startEarly(): void {
  const own = (early = start());
  // one that could not be loaded is not handed on
  own.addEventListener('error', () => (early = early === own ? null : early));
}

/** A worker that analyses: the one that was started early, once; else another. */
export function analysisWorker(): Worker {
  const worker = early ?? start();
  early = null;
  return worker;
}
