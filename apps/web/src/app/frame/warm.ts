import { whenIdle } from '../kit/unroll';

/** Pieces of the page that a hand may ask for at any moment. */
const PIECES: (() => Promise<unknown>)[] = [
  // first what says that something went wrong: once the server is gone it could not be fetched
  () => import('@angular/material/snack-bar'),
  () => import('@angular/material/dialog'),
  () => import('../stations/loom/loom'),
  () => import('../stations/channels/channels'),
  () => import('../stations/rails/rails'),
  () => import('../stations/wake/wake'),
  () => import('../stations/prove/prove'),
  () => import('../stations/log/log'),
  () => import('../stations/brief/brief'),
  () => import('../rooms/files/files'),
  () => import('../rooms/shelf/shelf'),
  () => import('../rooms/shelf/pull-dialog'),
  () => import('./go-to'),
  () => import('./key-list'),
  () => import('../kit/about/about-panel'),
  () => import('@squallmark/core/files'),
  () => import('@squallmark/core/rig-studies'),
];

/** The first picture of the rig stands by then: nothing is fetched beside it. */
const FIRST_PICTURE_MS = 2500;

/**
 * Fetches every piece once the page stands, one after the other while nothing else is to be done. The worker that keeps the whole
 * application for later is busy with that for seconds, and whoever asks for a piece meanwhile waits: so it is started after this.
 */
export async function warm(): Promise<void> {
  await new Promise((done) => setTimeout(done, FIRST_PICTURE_MS));
  for (const piece of PIECES) {
    await new Promise<void>(whenIdle);
    // a piece that cannot be fetched now is asked for again when it is wanted
    await piece().catch(() => undefined);
  }
}
