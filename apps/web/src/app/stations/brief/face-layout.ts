import type { Control } from '@squallmark/core/parts';
import type { Mark } from '@squallmark/core/findings';

/** Drawing box of the transmitter face, px. */
export const FACE = { width: 660, height: 306, left: 170, top: 88, faceWidth: 320, faceHeight: 200 } as const;

export interface HungWish {
  id: string;
  label: string;
  note: string;
  mark: Mark;
  control: Control;
}

export interface Callout extends HungWish {
  /** Where the line starts on the control and ends at the words. */
  from: { x: number; y: number };
  to: { x: number; y: number };
  anchor: 'start' | 'middle' | 'end';
}

export function controlAt(control: Control): { x: number; y: number } {
  return { x: FACE.left + control.x * FACE.faceWidth, y: FACE.top + control.y * FACE.faceHeight };
}

/** Words above for what sits on the top edge, left and right for the flanks, below for the rest; none on another. */
export function layOutFace(wishes: readonly HungWish[]): Callout[] {
  const by = (pick: (c: Control) => boolean): HungWish[] =>
    wishes.filter((w) => pick(w.control)).sort((a, b) => a.control.x - b.control.x || a.control.y - b.control.y);
  const isTop = (c: Control): boolean => c.y < 0.2;
  const isLeft = (c: Control): boolean => !isTop(c) && c.x < 0.1;
  const isRight = (c: Control): boolean => !isTop(c) && (c.x > 0.9 || c.kind === 'knob');
  const top = by(isTop);
  return [
    ...half(top, 0).map((w, i, all) =>
      callout(w, { x: 70 + ((i + 0.5) / all.length) * 250, y: i % 2 ? 48 : 14 }, 'middle'),
    ),
    ...half(top, 1).map((w, i, all) =>
      callout(w, { x: 340 + ((i + 0.5) / all.length) * 260, y: i % 2 ? 48 : 14 }, 'middle'),
    ),
    ...by(isLeft).map((w, i) => callout(w, { x: FACE.left - 44, y: 150 + i * 38 }, 'end')),
    ...by(isRight).map((w, i) => callout(w, { x: FACE.left + FACE.faceWidth + 44, y: 130 + i * 48 }, 'start')),
    ...by((c) => !isTop(c) && !isLeft(c) && !isRight(c)).map((w, i, all) =>
      callout(w, { x: spread(i, all.length), y: 300 }, 'middle'),
    ),
  ];
}

export interface Spot {
  control: Control;
  /** Where the numbers stand, beside the control so that it stays to be seen. */
  x: number;
  y: number;
  width: number;
  /** Places of the wishes in their list, from 1. */
  numbers: string;
}

/** One spot a control, with the numbers of the wishes that hang on it. */
export function numbersOn(wishes: readonly HungWish[]): Spot[] {
  const spots = new Map<string, Spot>();
  wishes.forEach(({ control }, i) => {
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

const spread = (i: number, n: number): number => ((i + 0.5) / n) * FACE.width;
/** Words for a control stay on its side of the face, so that lines cross little. */
const half = (wishes: HungWish[], side: 0 | 1): HungWish[] =>
  wishes.filter((w) => (w.control.x < 0.5 ? 0 : 1) === side);

function callout(wish: HungWish, to: Callout['to'], anchor: Callout['anchor']): Callout {
  return { ...wish, from: controlAt(wish.control), to, anchor };
}
