import { COLUMN, MARK, type Sense } from '@squallmark/core/captures';
import { bitsPerByte } from '@squallmark/core/signals';
import type { SeenFrame, SignalPicture, SlotTrace } from '../../workers/capture.worker';

export interface Span {
  fromNs: number;
  toNs: number;
}

interface Paper {
  width: number;
  height: number;
  sense: Sense | null;
  style: CSSStyleDeclaration;
}

/** Heights of the drawing, px from the top. */
const AT = {
  scale: 16,
  high: 34,
  low: 92,
  bytes: 108,
  bytesEnd: 130,
  frames: 138,
  framesEnd: 162,
  slots: 172,
} as const;
/** A byte narrower than this has no room for its figure. */
const BYTE_PX = 22;
/** A bit narrower than this has no room for its cell. */
const BIT_PX = 14;

export function frameAt({ frames }: SignalPicture, atNs: number): SeenFrame | null {
  return frames.find((f) => f.fromNs <= atNs && f.toNs >= atNs) ?? null;
}

/** Draws a line, its bytes and bits, its frames, and slots where a frame is wide enough. */
export function drawSignal(pen: CanvasRenderingContext2D, picture: SignalPicture, paper: Paper): void {
  const { view } = picture;
  const x = (ns: number): number => ((ns - view.fromNs) / (view.toNs - view.fromNs)) * paper.width;
  const colour = (token: string): string => paper.style.getPropertyValue(token).trim();
  pen.clearRect(0, 0, paper.width, paper.height);
  pen.font = `11px ${paper.style.fontFamily}`;
  pen.textBaseline = 'middle';
  drawScale(pen, view, paper, x, colour);
  drawLevels(pen, picture, paper, x, colour);
  drawBytes(pen, picture, paper, x, colour);
  // plain bytes make no frames
  if (paper.sense?.kind !== 'uart') drawFrames(pen, picture, paper, x, colour);
}

type X = (ns: number) => number;
type Colour = (token: string) => string;

/** Round steps of time across the top. */
function drawScale(
  pen: CanvasRenderingContext2D,
  { fromNs, toNs }: Span,
  { width, height }: Paper,
  x: X,
  colour: Colour,
): void {
  const rough = (toNs - fromNs) / Math.max(2, width / 110);
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((n) => n * power).find((s) => s >= rough)!;
  // the unit of the place, with as many digits as the step needs
  const far = Math.max(Math.abs(fromNs), Math.abs(toNs));
  const [unit, size] =
    far >= 1e9 ? (['s', 1e9] as const) : far >= 1e6 ? (['ms', 1e6] as const) : (['µs', 1e3] as const);
  const digits = Math.max(0, -Math.floor(Math.log10(step / size) + 1e-9));
  pen.strokeStyle = colour('--hair');
  pen.fillStyle = colour('--mute');
  pen.textAlign = 'left';
  for (let t = Math.ceil(fromNs / step) * step; t <= toNs; t += step) {
    const at = Math.round(x(t)) + 0.5;
    pen.beginPath();
    pen.moveTo(at, 0);
    pen.lineTo(at, height);
    pen.stroke();
    pen.fillText(`${(t / size).toFixed(digits)} ${unit}`, at + 3, AT.scale / 2);
  }
}

function drawLevels(
  pen: CanvasRenderingContext2D,
  { view }: SignalPicture,
  { width }: Paper,
  x: X,
  colour: Colour,
): void {
  const y = (level: number): number => (level ? AT.high : AT.low);
  pen.strokeStyle = colour('--ink');
  pen.fillStyle = colour('--rule-strong');
  pen.lineWidth = 1.3;
  if (view.changes) {
    let level = startLevel(view);
    pen.beginPath();
    pen.moveTo(0, y(level));
    for (const ns of view.changes) {
      pen.lineTo(x(ns), y(level));
      level ^= 1;
      pen.lineTo(x(ns), y(level));
    }
    pen.lineTo(width, y(level));
    pen.stroke();
    return;
  }
  const wide = width / view.columns.length;
  pen.beginPath();
  view.columns.forEach((column, c) => {
    if (column === COLUMN.busy) pen.fillRect(c * wide, AT.high, Math.max(1, wide), AT.low - AT.high);
    else {
      pen.moveTo(c * wide, y(column));
      pen.lineTo((c + 1) * wide, y(column));
    }
  });
  pen.stroke();
}

/** Level at the left edge: that of the first column, before the changes in it. */
function startLevel({ columns, changes, fromNs, toNs }: SignalPicture['view']): number {
  const end = fromNs + (toNs - fromNs) / columns.length;
  const inFirst = changes!.findIndex((ns) => ns > end);
  const many = inFirst < 0 ? changes!.length : inFirst;
  if (columns[0] !== COLUMN.busy) return columns[0]! ^ (many & 1);
  // a busy first column does not say: the first calm one after it does
  let calm = 1;
  while (calm < columns.length && columns[calm] === COLUMN.busy) calm++;
  const calmEnd = fromNs + ((toNs - fromNs) * (calm + 1)) / columns.length;
  const before = changes!.filter((ns) => ns <= calmEnd).length;
  return (columns[calm] ?? 0) ^ (before & 1);
}

function drawBytes(
  pen: CanvasRenderingContext2D,
  { bytes, byteNs }: SignalPicture,
  { sense }: Paper,
  x: X,
  colour: Colour,
): void {
  if (!sense || !('format' in sense)) return;
  const wide = x(byteNs) - x(0);
  if (wide < BYTE_PX) return;
  const bits = bitsPerByte(sense.format);
  const bit = wide / bits;
  pen.textAlign = 'center';
  for (const { fromNs, value, fault } of bytes) {
    const left = x(fromNs);
    pen.strokeStyle = colour(fault ? '--stop' : '--rule-strong');
    pen.strokeRect(left + 0.5, AT.bytes, wide - 1, AT.bytesEnd - AT.bytes);
    pen.fillStyle = colour(fault ? '--stop' : '--ink');
    pen.fillText(value.toString(16).padStart(2, '0').toUpperCase(), left + wide / 2, (AT.bytes + AT.bytesEnd) / 2);
    if (bit < BIT_PX) continue;
    pen.fillStyle = colour('--mute');
    const names = [
      'start',
      ...Array.from({ length: 8 }, (_, i) => String((value >> i) & 1)),
      ...(sense.format.parity === 'none' ? [] : ['par']),
      ...Array.from({ length: sense.format.stopBits }, () => 'stop'),
    ];
    names.forEach((name, i) => {
      const text = name.length > 1 && bit < 30 ? name[0]! : name;
      pen.fillText(text, left + (i + 0.5) * bit, AT.high - 9);
      pen.strokeStyle = colour('--hair');
      pen.beginPath();
      pen.moveTo(left + i * bit, AT.high - 2);
      pen.lineTo(left + i * bit, AT.low + 8);
      pen.stroke();
    });
  }
}

function drawFrames(
  pen: CanvasRenderingContext2D,
  { frames, inSight, traces }: SignalPicture,
  { width, height }: Paper,
  x: X,
  colour: Colour,
): void {
  for (const frame of frames) {
    const left = Math.max(-1, x(frame.fromNs));
    const right = Math.min(width + 1, x(frame.toNs));
    const odd = (frame.marks & (MARK.lost | MARK.failsafe)) !== 0;
    pen.fillStyle = colour(odd ? '--watch-tint' : '--harbour-tint');
    pen.fillRect(left, AT.frames, Math.max(1, right - left), AT.framesEnd - AT.frames);
    pen.strokeStyle = colour(odd ? '--watch' : '--harbour');
    pen.strokeRect(left + 0.5, AT.frames + 0.5, Math.max(1, right - left - 1), AT.framesEnd - AT.frames - 1);
    if (right - left < 44) continue;
    pen.textAlign = 'left';
    pen.fillStyle = colour('--ink');
    const note = frame.marks & MARK.failsafe ? ' · fail-safe' : frame.marks & MARK.lost ? ' · lost' : '';
    pen.fillText(`${frame.name}${note}`, left + 6, (AT.frames + AT.framesEnd) / 2);
  }
  if (!frames.length) {
    pen.textAlign = 'left';
    pen.fillStyle = colour('--mute');
    pen.fillText(
      inSight ? `${inSight} frames in sight: go closer to see each` : 'no frame here',
      6,
      (AT.frames + AT.framesEnd) / 2,
    );
  }
  const [only] = frames.filter((f) => x(f.toNs) - x(f.fromNs) > 320);
  if (only) drawSlots(pen, only, width, height, colour);
  else if (traces.length) drawTraces(pen, traces, width, height, colour);
}

/** Values of one wide frame as bars. */
function drawSlots(
  pen: CanvasRenderingContext2D,
  { values }: SeenFrame,
  width: number,
  height: number,
  colour: Colour,
): void {
  if (!values.length || height < AT.slots + 60) return;
  const widths = values.filter((v) => typeof v === 'number');
  const most = Math.max(...widths) > 2100 || Math.min(...widths) < 700 ? 2047 : 2200;
  const wide = width / values.length;
  const foot = height - 18;
  values.forEach((value, i) => {
    const share = typeof value === 'number' ? value / most : 0;
    const tall = Math.max(0, Math.min(1, share)) * (foot - AT.slots - 16);
    pen.fillStyle = colour('--harbour');
    pen.fillRect(i * wide + wide * 0.3, foot - tall, wide * 0.4, tall);
    pen.fillStyle = colour('--mute');
    pen.textAlign = 'center';
    pen.fillText(String(i + 1), (i + 0.5) * wide, foot + 9);
    pen.fillStyle = colour('--ink');
    pen.fillText(typeof value === 'number' ? String(Math.round(value)) : value, (i + 0.5) * wide, foot - tall - 8);
  });
}

/** Slots over time, a strip each: what moved when. */
function drawTraces(
  pen: CanvasRenderingContext2D,
  traces: SlotTrace[],
  width: number,
  height: number,
  colour: Colour,
): void {
  const tall = (height - AT.slots) / traces.length;
  const values = traces.flatMap((t) => [...t.high]).filter((v) => !Number.isNaN(v));
  const isCount = Math.max(...values) < 2048 && Math.min(...values) < 700;
  const [least, most] = isCount ? [172, 1811] : [988, 2012];
  const wide = width / traces[0]!.low.length;
  traces.forEach((trace, i) => {
    const top = AT.slots + i * tall;
    const y = (value: number): number =>
      top + tall * 0.9 - Math.max(0, Math.min(1, (value - least) / (most - least))) * tall * 0.8;
    pen.strokeStyle = colour('--hair');
    pen.beginPath();
    pen.moveTo(0, top + tall);
    pen.lineTo(width, top + tall);
    pen.stroke();
    pen.strokeStyle = colour('--harbour');
    pen.beginPath();
    let held = false;
    trace.low.forEach((low, c) => {
      if (Number.isNaN(low)) return;
      const at = (c + 0.5) * wide;
      if (held) pen.lineTo(at, y(low));
      else pen.moveTo(at, y(low));
      pen.lineTo(at, y(trace.high[c]!));
      held = true;
    });
    pen.stroke();
    // the number stands on the trace: paper behind it, thin enough to see through
    pen.globalAlpha = 0.7;
    pen.fillStyle = colour('--panel');
    pen.fillRect(2, top + 2, 14, Math.min(tall - 3, 14));
    pen.globalAlpha = 1;
    pen.fillStyle = colour('--mute');
    pen.textAlign = 'left';
    pen.fillText(String(trace.slot), 4, top + Math.min(tall / 2, 9));
  });
}
