import type { Control } from '@squallmark/core/parts';
import type { Mark } from '@squallmark/core/findings';
import { groupBy } from '@squallmark/core/units';

/** Drawing box of the transmitter face, px. */
export const FACE = { width: 660, height: 306, left: 170, top: 88, faceWidth: 320, faceHeight: 200 } as const;

export interface HungWish {
  id: string;
  label: string;
  note: string;
  mark: Mark;
  control: Control;
}

/** Wishes of one name on one control, as many carriages have them: one of them for all. */
export interface Hanging extends HungWish {
  ids: readonly string[];
}

export interface Callout extends Hanging {
  /** Where the line starts on the control and ends at the words. */
  from: { x: number; y: number };
  to: { x: number; y: number };
  anchor: 'start' | 'middle' | 'end';
}

/** Callouts, and from where to where they reach, px: a face with much on it is drawn higher. */
export interface FaceLayout {
  callouts: readonly Callout[];
  top: number;
  bottom: number;
}

/** @returns in the order in which the first of each stands in the list */
export function bundled(wishes: readonly HungWish[]): Hanging[] {
  return [...groupBy(wishes, (w) => `${w.control.id} ${w.label}`).values()].map((same) => {
    const first = same[0]!;
    const notes = [...new Set(same.map((w) => w.note))];
    return {
      ...first,
      ids: same.map((w) => w.id),
      label: same.length > 1 ? `${first.label} × ${same.length}` : first.label,
      note: notes.length > 2 ? `${notes[0]} and ${notes.length - 1} more` : notes.join(', '),
      mark: same.every((w) => w.mark === 'clear') ? 'clear' : 'watch',
    };
  });
}

export function controlAt(control: Control): { x: number; y: number } {
  return { x: FACE.left + control.x * FACE.faceWidth, y: FACE.top + control.y * FACE.faceHeight };
}

/** Words above for what sits on the top edge, left and right for the flanks, below for the rest; none on another. */
export function layOutFace(wishes: readonly HungWish[]): FaceLayout {
  const hangings = bundled(wishes);
  const by = (pick: (c: Control) => boolean): Hanging[] =>
    hangings.filter((w) => pick(w.control)).sort((a, b) => a.control.x - b.control.x || a.control.y - b.control.y);
  const isTop = (c: Control): boolean => c.y < 0.2;
  const isLeft = (c: Control): boolean => !isTop(c) && c.x < 0.1;
  const isRight = (c: Control): boolean => !isTop(c) && (c.x > 0.9 || c.kind === 'knob');
  const top = by(isTop);
  const above = { first: 48, step: -34, ends: [] };
  const flanks = [
    ...by(isLeft).map((w, i) => callout(w, { x: FACE.left - 44, y: 150 + i * 38 }, 'end')),
    ...by(isRight).map((w, i) => callout(w, { x: FACE.left + FACE.faceWidth + 44, y: 130 + i * 48 }, 'start')),
  ];
  const below = Math.max(308, ...flanks.map((c) => c.to.y + 36));
  const callouts = [
    ...flanks,
    ...inRows(half(top, 0), { from: 70, to: 320 }, above),
    ...inRows(half(top, 1), { from: 340, to: 600 }, above),
    ...inRows(
      by((c) => !isTop(c) && !isLeft(c) && !isRight(c)),
      { from: 0, to: FACE.width },
      { first: below, step: 30, ends: [] },
    ),
  ];
  return {
    callouts,
    top: Math.min(0, ...callouts.map((c) => c.to.y - 14)),
    bottom: Math.max(FACE.height, ...callouts.map((c) => c.to.y + (c.anchor === 'middle' ? 6 : 16))),
  };
}

/**
 * Spread side by side, away from the face in so many rows as their words need.
 * @param rows where the first stands, how far the next is from it, and how far each is taken up already
 */
function inRows(
  hangings: readonly Hanging[],
  across: { from: number; to: number },
  rows: { first: number; step: number; ends: number[] },
): Callout[] {
  return hangings.map((w, i) => {
    const wide = wordsWide(w);
    const spread = across.from + ((i + 0.5) / hangings.length) * (across.to - across.from);
    const x = Math.max(wide / 2, Math.min(FACE.width - wide / 2, spread));
    const free = rows.ends.findIndex((end) => end <= x - wide / 2);
    const row = free < 0 ? rows.ends.length : free;
    rows.ends[row] = x + wide / 2 + APART;
    return callout(w, { x, y: rows.first + row * rows.step }, 'middle');
  });
}

/** Room between words of one row, px. */
const APART = 8;
/** About how wide the words of a callout are, px: its name is the bigger and bolder of both. */
export const wordsWide = (w: { label: string; note: string }): number =>
  Math.max(w.label.length * 7, w.note.length * 5.6);

export interface Spot {
  control: Control;
  /** Where the numbers stand, beside the control so that it stays to be seen. */
  x: number;
  y: number;
  width: number;
  /** Places in the list, from 1. */
  numbers: string;
}

/** One spot a control, with the numbers of what hangs on it. */
export function numbersOn(hangings: readonly Hanging[]): Spot[] {
  const spots = new Map<string, Spot>();
  hangings.forEach(({ control }, i) => {
    const before = spots.get(control.id);
    const numbers = before ? `${before.numbers} ${i + 1}` : String(i + 1);
    const { x, y } = controlAt(control);
    // over a switch, whose letter stands under it; beside everything else
    const [right, down] =
      control.kind === 'stick' ? [26, control.id.endsWith('-y') ? 28 : 8] : y < FACE.top + 40 ? [0, -22] : [0, 20];
    spots.set(control.id, { control, x: x + right, y: y + down, width: 8 + numbers.length * 8, numbers });
  });
  return [...spots.values()];
}

/** Words for a control stay on its side of the face, so that lines cross little. */
const half = (hangings: Hanging[], side: 0 | 1): Hanging[] =>
  hangings.filter((w) => (w.control.x < 0.5 ? 0 : 1) === side);

function callout(hanging: Hanging, to: Callout['to'], anchor: Callout['anchor']): Callout {
  return { ...hanging, from: controlAt(hanging.control), to, anchor };
}
