/**
 * Runs one request at a time and, when several came meanwhile, only the newest: a newer request cancels the
 * ones that wait. Every promise settles; a cancelled one resolves to null.
 */
export function latestOnly<A, R>(run: (request: A) => Promise<R>): (request: A) => Promise<R | null> {
  let running = false;
  let waiting: { request: A; settle: (result: R | null | Promise<R>) => void } | null = null;

  const start = async (request: A): Promise<R> => {
    running = true;
    try {
      return await run(request);
    } finally {
      running = false;
      const next = waiting;
      waiting = null;
      if (next) next.settle(start(next.request));
    }
  };

  return (request) => {
    if (!running) return start(request);
    waiting?.settle(null);
    return new Promise<R | null>((settle) => (waiting = { request, settle }));
  };
}
