import { proxy } from 'comlink';

type Tell<Said extends unknown[]> = (...said: Said) => void;

/**
 * Work of a worker that tells how far it is. What it told comes by another port than its answer, and the two keep no order between them:
 * what comes when the work is over is not heard.
 */
export async function telling<Said extends unknown[], R>(
  hear: Tell<Said>,
  work: (tell: Tell<Said>) => Promise<R>,
): Promise<R> {
  let isOver = false;
  try {
    return await work(
      proxy((...said: Said) => {
        if (!isOver) hear(...said);
      }),
    );
  } finally {
    isOver = true;
  }
}
