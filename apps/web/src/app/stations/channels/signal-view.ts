import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, effect, inject, output, signal, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { SENSE_NAMES, USUAL, senseText, type Guess, type Sense, type SenseKind } from '@squallmark/core/captures';
import { count, groups3, num } from '@squallmark/core/units';
import { Choice } from '../../kit/fields/choice';
import { PickFile } from '../../kit/fields/pick-file';
import { Mark } from '../../kit/mark';
import { fileStem, saveFile } from '../../kit/save-file';
import { CaptureDesk } from '../../state/capture-desk';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import type { DecodedLine, SeenFrame, SignalPicture } from '../../workers/capture.worker';
import { drawSignal, frameAt, type Span } from './signal-drawing';

const KINDS = Object.keys(SENSE_NAMES) as SenseKind[];
/** Least time across the screen, ns: a tenth of a fast bit. */
const LEAST_NS = 200;
/** Over more time than this the next frame is the first in sight, not the one after it. */
const FAR_NS = 5e7;

/** A recorded line over time with its frames under it, down to the bit. Open a file, or record the simulated rig. */
@Component({
  selector: 'sq-signal-view',
  imports: [Choice, MatButtonModule, MatProgressBarModule, Mark, PickFile],
  templateUrl: './signal-view.html',
  styleUrl: './signal-view.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignalView {
  private readonly store = inject(RigStore);
  protected readonly desk = inject(CaptureDesk);
  private readonly keys = inject(Keys);
  readonly shut = output();
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');

  protected readonly kinds = KINDS.map((kind) => ({ value: kind, label: SENSE_NAMES[kind] }));
  protected readonly line = signal(0);
  protected readonly guesses = signal<Guess[]>([]);
  protected readonly sense = signal<Sense | null>(null);
  protected readonly decoded = signal<DecodedLine | null>(null);
  protected readonly span = signal<Span>({ fromNs: 0, toNs: 1e9 });
  protected readonly busy = signal(false);
  private readonly picture = signal<SignalPicture | null>(null);
  private readonly size = signal({ width: 0, height: 0 });
  private readonly pointerNs = signal<number | null>(null);
  /** How the line is read: as it most likely is, or as it was said to be. */
  protected readonly guess = signal<Guess | null>(null);
  protected readonly text = computed(() => {
    const sense = this.sense();
    return sense ? senseText(sense) : 'nothing known';
  });
  protected readonly under = computed((): SeenFrame | null => {
    const at = this.pointerNs();
    const picture = this.picture();
    return at !== null && picture ? frameAt(picture, at) : null;
  });
  protected readonly report = computed(() => {
    const d = this.decoded();
    if (!d) return [];
    return d.sense.kind === 'uart' ? bytesReport(d) : framesReport(d);
  });
  protected readonly width = computed(() => timeText(this.span().toNs - this.span().fromNs));
  protected readonly num = num;
  protected readonly count = count;
  protected readonly groups3 = groups3;

  constructor() {
    this.keys.use([
      { key: '+', text: 'closer', run: () => this.zoom(0.5) },
      { key: '-', text: 'farther', run: () => this.zoom(2) },
      { key: 'ArrowLeft', shown: '← →', text: 'along the line', run: () => this.pan(-0.25) },
      { key: 'ArrowRight', shown: '', text: '', run: () => this.pan(0.25) },
      { key: 'f', text: 'next frame', run: () => void this.next() },
      { key: '0', text: 'whole recording', run: () => this.whole() },
    ]);
    effect((onCleanup) => this.watchSize(onCleanup));
    effect(() => this.ask());
    effect(() => this.draw());
    if (this.desk.summary()) void this.choose(this.busiest());
  }

  protected values({ values }: SeenFrame): string {
    return values.map((v) => (typeof v === 'number' ? num(v) : v)).join(' ');
  }

  protected async open(file: File): Promise<void> {
    if (await this.desk.open(file)) await this.choose(this.busiest());
  }

  protected async record(): Promise<void> {
    this.busy.set(true);
    try {
      if (await this.desk.record(this.store.rig())) await this.choose(this.busiest());
    } finally {
      this.busy.set(false);
    }
  }

  protected async save(form: 'vcd' | 'csv'): Promise<void> {
    const blob = await this.desk.write(form);
    if (blob) saveFile(`${fileStem(this.desk.summary()!.name)}-lines.${form}`, blob, blob.type);
  }

  /** Shows a line as what it most likely is. */
  protected async choose(line: number): Promise<void> {
    const summary = this.desk.summary();
    if (!summary?.lines[line]) return;
    this.line.set(line);
    this.decoded.set(null);
    const guesses = await this.desk.guess(line);
    this.guesses.set(guesses);
    await this.readAs(guesses[0] ?? null);
    this.whole();
  }

  protected async takeAs(kind: SenseKind | null): Promise<void> {
    if (!kind) return;
    const odd = ['nothing on it speaks for that'];
    await this.readAs(
      (await this.desk.guessAs(this.line(), kind)) ?? { sense: USUAL[kind], sure: 0, text: SENSE_NAMES[kind], odd },
    );
  }

  private async readAs(guess: Guess | null): Promise<void> {
    this.guess.set(guess);
    this.sense.set(guess?.sense ?? null);
    this.decoded.set(guess ? await this.desk.decode(this.line(), guess.sense) : null);
  }

  private busiest(): number {
    const lines = this.desk.summary()?.lines ?? [];
    return lines.reduce((best, l, i) => (l.changes > lines[best]!.changes ? i : best), 0);
  }

  protected whole(): void {
    const summary = this.desk.summary();
    if (summary) this.span.set({ fromNs: summary.fromNs, toNs: Math.max(summary.fromNs + LEAST_NS, summary.endNs) });
  }

  protected zoom(by: number, at = 0.5): void {
    const { fromNs, toNs } = this.span();
    const middle = fromNs + at * (toNs - fromNs);
    const summary = this.desk.summary();
    const most = summary ? (summary.endNs - summary.fromNs) * 1.1 : Infinity;
    const long = Math.min(Math.max(LEAST_NS, most), Math.max(LEAST_NS, (toNs - fromNs) * by));
    this.span.set({ fromNs: middle - at * long, toNs: middle + (1 - at) * long });
  }

  protected pan(by: number): void {
    this.span.update(({ fromNs, toNs }) => {
      const move = by * (toNs - fromNs);
      return { fromNs: fromNs + move, toNs: toNs + move };
    });
  }

  /** Fills the screen with the next frame after the left edge. */
  protected async next(): Promise<void> {
    const { fromNs, toNs } = this.span();
    const sense = this.sense();
    if (!sense) return;
    const next = await this.desk.nextFrame(
      this.line(),
      sense,
      toNs - fromNs > FAR_NS ? fromNs : fromNs + (toNs - fromNs) * 0.06,
    );
    if (!next) {
      this.store.say('No frame after this one');
      return;
    }
    const long = (next.toNs - next.fromNs) * 1.1;
    this.span.set({ fromNs: next.fromNs - long * 0.05, toNs: next.fromNs + long * 0.95 });
  }

  protected wheel(event: WheelEvent): void {
    event.preventDefault();
    if (event.shiftKey) this.pan(Math.sign(event.deltaY) * 0.1);
    else this.zoom(event.deltaY > 0 ? 1.25 : 0.8, this.shareOf(event));
  }

  protected pointer(event: PointerEvent): void {
    const { fromNs, toNs } = this.span();
    const at = this.shareOf(event);
    this.pointerNs.set(fromNs + at * (toNs - fromNs));
    if (event.buttons === 1) this.pan(-event.movementX / Math.max(1, this.size().width));
  }

  protected leave(): void {
    this.pointerNs.set(null);
  }

  private shareOf(event: MouseEvent): number {
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    return (event.clientX - box.left) / box.width;
  }

  /** The paper comes and goes with the recording. */
  private watchSize(onCleanup: (undo: () => void) => void): void {
    const canvas = this.canvas()?.nativeElement;
    if (!canvas) return;
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      this.size.set({ width, height });
    });
    watch.observe(canvas);
    onCleanup(() => watch.disconnect());
  }

  /** Asks for what is to be drawn; while one answer is under way only the newest ask waits. */
  private ask(): void {
    const { fromNs, toNs } = this.span();
    const { width } = this.size();
    if (!this.desk.summary()?.lines.length || !width) return;
    void this.desk
      .picture({ line: this.line(), sense: this.decoded() ? this.sense() : null, fromNs, toNs, columns: width })
      .then((picture) => picture && this.picture.set(picture));
  }

  private draw(): void {
    const canvas = this.canvas()?.nativeElement;
    const picture = this.picture();
    const { width, height } = this.size();
    if (!canvas || !picture || !width) return;
    const scale = devicePixelRatio || 1;
    canvas.width = Math.round(width * scale);
    canvas.height = Math.round(height * scale);
    const pen = canvas.getContext('2d')!;
    pen.setTransform(scale, 0, 0, scale, 0, 0);
    drawSignal(pen, picture, { width, height, sense: this.sense(), style: getComputedStyle(canvas) });
  }
}

/** What is told of a line whose bytes are all that is known. */
const bytesReport = ({ counts: c }: DecodedLine): string[][] => [
  ['bytes', groups3(c.bytes)],
  ['damaged', groups3(c.faultyBytes)],
  ...(c.glitches ? [['spikes left out', groups3(c.glitches)]] : []),
];

/** What is told of a line with frames or pulses. */
const framesReport = ({ timing: t, counts: c }: DecodedLine): string[][] => [
  ['frames', groups3(c.frames)],
  ...(t.periodMs
    ? [
        ['one every', `${num(t.periodMs.usual, 2)} ms`],
        ['least, most', `${num(t.periodMs.least, 2)}, ${num(t.periodMs.most, 2)} ms`],
        ['jitter', `${num(t.jitterUs, 1)} µs`],
      ]
    : []),
  ['gaps', t.gaps.length ? `${t.gaps.length}, longest ${num(t.longestGapMs, 1)} ms` : 'none'],
  ['busy', `${num(t.busy * 100)} %`],
  ['damaged', String(c.bad)],
  ...(c.bytes
    ? [
        ['bytes', `${groups3(c.bytes)}, ${c.faultyBytes} faulty`],
        ['of no frame', groups3(c.skipped)],
      ]
    : []),
  ...(c.lost || c.failsafe ? [['lost, fail-safe', `${c.lost}, ${c.failsafe}`]] : []),
  ...(c.glitches ? [['spikes left out', groups3(c.glitches)]] : []),
  ...(t.outOfRange ? [['out of 800–2200 µs', String(t.outOfRange)]] : []),
];

function timeText(ns: number): string {
  if (ns >= 1e9) return `${num(ns / 1e9, 2)} s`;
  if (ns >= 1e6) return `${num(ns / 1e6, 2)} ms`;
  return ns >= 1e3 ? `${num(ns / 1e3, 1)} µs` : `${num(ns)} ns`;
}
