import { decodeLine, recogniseLine } from '@squallmark/core/captures';
import { TROUBLES, isRight, recordingOf, type Trouble } from '../packages/core/test/support/recordings.js';
import type { Row } from './bench-rows.js';

/** Lines of the reliability table, and the seed they come from: none that sureness was fitted on. */
const LINES = 2040;
const SEED = 77;
const BANDS = [0.2, 0.5, 0.7, 0.9, 0.98, 1.01];

interface Tally {
  lines: number;
  right: number;
  sure: number;
}

const none = (): Tally => ({ lines: 0, right: 0, sure: 0 });
const share = ({ right, lines }: Tally): number => (lines ? right / lines : NaN);

/** Generated recordings called what they are, by what went wrong and by what they are; how often a line so sure is right. */
export function recordingRows(): Row[] {
  const troubles = new Map<Trouble, Tally>(TROUBLES.map((t) => [t, none()]));
  const kinds = new Map<string, Tally>();
  const bands = BANDS.slice(1).map(none);
  const frames = { whole: 0, found: 0 };
  for (let n = 0; n < LINES; n++) {
    const { edges, endNs, truth, trouble, whole } = recordingOf(SEED, n);
    const [guess] = recogniseLine(edges);
    const right = isRight(truth, guess?.sense ?? null);
    const kind = truth?.kind ?? 'nothing of the kind';
    if (!kinds.has(kind)) kinds.set(kind, none());
    for (const tally of [...(truth ? [troubles.get(trouble)!] : []), kinds.get(kind)!]) {
      tally.lines++;
      tally.right += Number(right);
    }
    if (!guess) continue;
    const band = bands[BANDS.findIndex((least) => guess.sure < least) - 1]!;
    band.lines++;
    band.right += Number(right);
    band.sure += guess.sure;
    if (!right || Number.isNaN(whole)) continue;
    frames.whole += whole;
    frames.found += Math.min(whole, decodeLine(edges, guess.sense, endNs).counts.frames);
  }
  return [
    ...[...kinds].map(([kind, tally]) =>
      row(`recordings: ${kind}`, tally, kind === 'nothing of the kind' ? null : 0.95),
    ),
    ...[...troubles].map(([trouble, tally]) => row(`recordings, ${trouble}`, tally, 0.92)),
    row('frames that stand whole, found', { lines: frames.whole, right: frames.found, sure: 0 }, 0.985),
    ...bands.map((tally, i) => reliability(tally, BANDS[i]!, Math.min(1, BANDS[i + 1]!))),
  ];
}

const row = (what: string, tally: Tally, goal: number | null): Row => ({
  what,
  value: 100 * share(tally),
  unit: `% of ${tally.lines}`,
  goal: goal === null ? 'shown' : `at least ${100 * goal}`,
  met: goal === null ? null : share(tally) >= goal,
});

/** A band is kept when it is right as often as it says, but for chance in so many lines. */
function reliability(tally: Tally, least: number, most: number): Row {
  const said = tally.lines ? tally.sure / tally.lines : NaN;
  const error = 2 * Math.sqrt((said * (1 - said)) / tally.lines);
  return {
    what: `called ${100 * least} to ${100 * most} % sure, and right`,
    value: 100 * share(tally),
    unit: `% of ${tally.lines}`,
    goal: `said ${(100 * said).toFixed(1)}, no less`,
    met: tally.lines ? share(tally) >= said - error : null,
  };
}
