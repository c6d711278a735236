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
  /** Colour of the line. */
  ink: string;
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
  const hangings = bundled(wishes).sort((a, b) => a.control.x - b.control.x || a.control.y - b.control.y);
  const on = (side: Side): Hanging[] => hangings.filter((w) => sideOf(w.control) === side);
  const flanks = [
    ...on('left').map((w, i) => callout(w, Math.max(FACE.left - 44, wordsWide(w)), 150 + i * 38, 'end')),
    ...on('right').map((w, i) => callout(w, Math.min(RIGHT + 44, FACE.width - wordsWide(w)), 130 + i * 48, 'start')),
  ];
  const below = Math.max(308, ...flanks.map((c) => c.to.y + 36));
  const callouts = [
    ...flanks,
    // words for a switch stay on its side of the face, so that lines cross little
    ...inRows([...spread(on('top left'), 70, 320), ...spread(on('top right'), 340, 600)], 48, -34),
    ...inRows(spread(on('below'), 0, FACE.width), below, 30),
  ];
  return {
    callouts,
    top: Math.min(0, ...callouts.map((c) => c.to.y - 14)),
    bottom: Math.max(FACE.height, ...callouts.map((c) => c.to.y + (c.anchor === 'middle' ? 6 : 16))),
  };
}

const RIGHT = FACE.left + FACE.faceWidth;
type Side = 'top left' | 'top right' | 'left' | 'right' | 'below';

function sideOf({ x, y, kind }: Control): Side {
  if (y < 0.2) return x < 0.5 ? 'top left' : 'top right';
  if (x < 0.1) return 'left';
  return x > 0.9 || kind === 'knob' ? 'right' : 'below';
}

interface Placed {
  hanging: Hanging;
  x: number;
  wide: number;
}

/** Side by side, none over the edge of the drawing. */
function spread(hangings: readonly Hanging[], from: number, to: number): Placed[] {
  return hangings.map((hanging, i) => {
    const wide = wordsWide(hanging);
    const x = from + ((i + 0.5) / hangings.length) * (to - from);
    return { hanging, wide, x: Math.max(wide / 2, Math.min(FACE.width - wide / 2, x)) };
  });
}

/** In so many rows as their words need, the first beside the face; outer ones first, so that no line runs through words. */
function inRows(placed: readonly Placed[], firstY: number, stepY: number): Callout[] {
  const taken: Placed[][] = [];
  const outwards = [...placed].sort((a, b) => Math.abs(b.x - FACE.width / 2) - Math.abs(a.x - FACE.width / 2));
  return outwards.map((one) => {
    const free = taken.findIndex((row) => row.every((r) => Math.abs(r.x - one.x) >= (r.wide + one.wide) / 2 + APART));
    const row = free < 0 ? taken.length : free;
    (taken[row] ??= []).push(one);
    return callout(one.hanging, one.x, firstY + row * stepY, 'middle');
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

function callout(hanging: Hanging, x: number, y: number, anchor: Callout['anchor']): Callout {
  const ink = hanging.mark === 'clear' ? 'var(--harbour)' : 'var(--watch)';
  return { ...hanging, from: controlAt(hanging.control), to: { x, y }, anchor, ink };
}
