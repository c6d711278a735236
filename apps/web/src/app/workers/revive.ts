/** What was asked is not worked out any more, since nobody waits for it. */
export class GivenUp extends Error {
  override readonly name = 'GivenUp';
}

/** A worker that is replaced when it dies; what it was asked fails with a reason instead of hanging. */
export class ReviveWorker<Api> {
  private current: { api: Api; died: Promise<never>; giveUp: () => void } | null = null;
  private worker: Worker | null = null;

  constructor(
    private readonly start: () => Worker,
    private readonly wrap: (worker: Worker) => Api,
  ) {}

  /** True until the first call and after a death: the next call meets a worker that remembers nothing. */
  get isFresh(): boolean {
    return this.current === null;
  }

  async call<R>(ask: (api: Api) => PromiseLike<R>): Promise<R> {
    const { api, died } = (this.current ??= this.open());
    return Promise.race([ask(api), died]);
  }

  /** Ends the worker; a later call starts another. Whoever waits for an answer is gone as well, and hears nothing. */
  close(): void {
    this.worker?.terminate();
    this.worker = null;
    this.current = null;
  }

  /** Ends the worker; whoever still waits for an answer is told with {@link GivenUp}. */
  giveUp(): void {
    this.current?.giveUp();
    this.close();
  }

  private open(): { api: Api; died: Promise<never>; giveUp: () => void } {
    const worker = (this.worker = this.start());
    let giveUp = (): void => undefined;
    const died = new Promise<never>((_, reject) => {
      giveUp = () => reject(new GivenUp('given up'));
      worker.addEventListener('error', (event) => {
        this.current = null;
        worker.terminate();
        reject(new Error(`the worker stopped (${event.message || 'it could not be loaded'}) and is started again`));
      });
    });
    died.catch(() => undefined);
    return { api: this.wrap(worker), died, giveUp };
  }
}
