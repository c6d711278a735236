/** Lines whose bits are told by the width of a pulse in a beat of its own: throttles, strips of lamps. No bytes stand on them. */
import { levelAt, withoutGlitches, type Edges } from '../signals/index.js';

/** Beats at least, and share of all beginnings that must be on the beat. */
const LEAST_BEATS = 20;
const ON_BEAT = 0.9;
/** Two beats are alike within this share; so are two widths, as a share of the beat. */
const ALIKE = 0.08;
/** A pulse takes so much of its beat: what is all but empty or full is a byte of zeros or ones. */
const WIDTH = { least: 0.18, most: 0.82 } as const;
/** Share of the rarer width at least, and how much wider the wide one is. */
const RARER = 0.02;
const WIDER = 1.35;
/** Wide and narrow in turn for longer than this share is one letter over and over. */
const IN_TURN = 0.9;
/** A pause is longer than so many beats. */
const PAUSE = 1.6;

/** What is shorter than this share of the usual span is a spike: no pulse of two widths is. @source [mem] tried on generated lines */
const SPIKE = 0.15;

/** Pulses of two widths, begun at an even beat in bursts, at either level. */
export function isPulseCoded(edges: Edges): boolean {
  const { timesNs } = edges;
  const spans = Float64Array.from(
    { length: Math.max(0, timesNs.length - 1) },
    (_, i) => timesNs[i + 1]! - timesNs[i]!,
  ).sort();
  const { edges: steady } = withoutGlitches(edges, SPIKE * (spans[spans.length >> 1] ?? 0));
  return [0, 1].some((level) => isCodedAt(steady, level));
}

function isCodedAt(edges: Edges, level: number): boolean {
  const { timesNs } = edges;
  const from = levelAt(edges, timesNs[0] ?? 0) === level ? 0 : 1;
  const beats: number[] = [];
  const widths: number[] = [];
  for (let i = from; i + 2 < timesNs.length; i += 2) {
    beats.push(timesNs[i + 2]! - timesNs[i]!);
    widths.push(timesNs[i + 1]! - timesNs[i]!);
  }
  if (beats.length < LEAST_BEATS) return false;
  const beat = beats.slice().sort((a, b) => a - b)[beats.length >> 1]!;
  const inBurst = beats.filter((b) => b < PAUSE * beat);
  const even = inBurst.filter((b) => Math.abs(b / beat - 1) < ALIKE).length;
  if (even < LEAST_BEATS || even < ON_BEAT * inBurst.length) return false;
  const shares = widths.map((w) => w / beat);
  const wideFrom = widerFrom(shares.slice().sort((a, b) => a - b));
  if (wideFrom === null) return false;
  const turns = shares.filter((w, i) => i > 0 && w >= wideFrom !== shares[i - 1]! >= wideFrom).length;
  return turns < IN_TURN * (shares.length - 1);
}

/** The least of the wide ones of some widths in rising order, shares of the beat; null where they are not two, apart, and no other. */
function widerFrom(widths: readonly number[]): number | null {
  const at = widths.findIndex((w, i) => i > 0 && w > WIDER * widths[i - 1]!);
  if (at < 0) return null;
  const areTwo = [widths.slice(0, at), widths.slice(at)].every((own) => {
    const middle = own[own.length >> 1]!;
    const near = own.filter((w) => Math.abs(w - middle) < ALIKE).length;
    const isAPulse = middle > WIDTH.least && middle < WIDTH.most;
    return isAPulse && near >= ON_BEAT * own.length && own.length >= RARER * widths.length;
  });
  return areTwo ? widths[at]! : null;
}
