import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  endPointsFor,
  forward,
  backward,
  type LadderMove,
  type LadderRow,
  type SignalWay,
} from '@squallmark/core/channels';
import { hearsAir, isWindowed } from '@squallmark/core/parts';
import { WIDTHS_US, partsThat, type EditOf, type FailSafe } from '@squallmark/core/rig';
import { micros, num } from '@squallmark/core/units';
import { Choice, type Option } from '../../kit/fields/choice';
import { FigureField } from '../../kit/fields/figure';
import { Span } from '../../kit/fields/span';
import { Tick } from '../../kit/fields/tick';
import { RigStore } from '../../state/rig-store';
import { CurveEditor } from './curve-editor';

type ShapeField = 'sharePct' | 'shiftPct' | 'softPct' | 'deadBandPct' | 'subTrimUs' | 'endToEndS';
type TuneField = 'speedPct' | 'deadBandPct' | 'smoothingMs' | 'lowUs' | 'highUs';

const SHAPES: { field: ShapeField; label: string; unit: string; unset: number; least: number; most: number }[] = [
  { field: 'sharePct', label: 'share of travel', unit: '%', unset: 100, least: -125, most: 125 },
  { field: 'shiftPct', label: 'shift', unit: '%', unset: 0, least: -100, most: 100 },
  { field: 'softPct', label: 'softness', unit: '%', unset: 0, least: -100, most: 100 },
  { field: 'deadBandPct', label: 'dead band', unit: '%', unset: 0, least: 0, most: 50 },
  { field: 'subTrimUs', label: 'trim', unit: 'µs', unset: 0, least: -200, most: 200 },
  { field: 'endToEndS', label: 'end to end', unit: 's', unset: 0, least: 0, most: 25 },
];
const TUNES: { field: TuneField; label: string; unit: string; least: number; most: number }[] = [
  { field: 'speedPct', label: 'speed', unit: '%', least: 5, most: 100 },
  { field: 'deadBandPct', label: 'dead band', unit: '%', least: 0, most: 50 },
  { field: 'smoothingMs', label: 'smooth', unit: 'ms', least: 0, most: 2000 },
  { field: 'lowUs', label: 'low', unit: 'µs', ...WIDTHS_US },
  { field: 'highUs', label: 'high', unit: 'µs', ...WIDTHS_US },
];

const FAIL_SAFES: Option<FailSafe['does'] | null>[] = [
  { value: null, label: 'not set' },
  { value: 'hold', label: 'stays' },
  { value: 'value', label: 'goes to' },
  { value: 'none', label: 'silent' },
];

/** Everything about one channel: the way through it now, what is wanted of it, how transmitter and device are set. */
@Component({
  selector: 'sq-row-card',
  imports: [Choice, CurveEditor, FigureField, Span, Tick],
  templateUrl: './row-card.html',
  styleUrl: './side-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'complementary', '[attr.aria-label]': '"Channel " + row().channel' },
})
export class RowCard {
  private readonly store = inject(RigStore);
  readonly row = input.required<LadderRow>();
  readonly position = input.required<number>();
  readonly shut = output();

  protected readonly widths = WIDTHS_US;
  protected readonly failSafes = FAIL_SAFES;
  protected readonly shapes = SHAPES;
  protected readonly tunes = TUNES;
  protected readonly move = computed(() => this.row().moves[0]);
  /** As the rig has it now: the row follows a moment later, too late for a hand that moves on. */
  protected readonly shaping = computed(() => {
    const { transmitter, channel } = this.row();
    return this.store.rig().shaping.find((s) => s.transmitter === transmitter && s.channel === channel);
  });
  private readonly way = computed((): SignalWay | null => {
    const move = this.move();
    const shaping = this.shaping();
    return move && shaping ? { fn: move.fn, setup: move.setup, scales: move.scales, shaping } : null;
  });
  protected readonly stages = computed(() => {
    const way = this.way();
    const now = way && forward(way, this.position());
    if (!now) return [];
    const demand =
      'value' in now.demand ? withUnit(num(now.demand.value, 1), way.fn.range?.unit) : (now.demand.window ?? 'nothing');
    return [
      { name: 'control', value: `${num(now.position * 100)} %` },
      { name: 'sent', value: `${num(now.sentUs, 1)} µs` },
      ...(now.count === null ? [] : [{ name: `count, ${way.scales!.talker} school`, value: num(now.count) }]),
      { name: 'device takes', value: `${num(now.arrivesUs, 1)} µs` },
      { name: way.fn.label.toLowerCase(), value: demand },
    ];
  });
  protected readonly range = computed(() => {
    const way = this.way();
    if (!way?.fn.range || isWindowed(way.fn)) return null;
    const at = (p: number): number => {
      const now = forward(way, p);
      return now && 'value' in now.demand ? now.demand.value : NaN;
    };
    return { unit: way.fn.range.unit, low: Number(at(-1).toFixed(1)), high: Number(at(1).toFixed(1)) };
  });
  protected readonly reached = computed(() => {
    const way = this.way();
    const range = this.range();
    const back = way && range && backward(way, range.high);
    if (!back) return '';
    const place = back.count === null ? `${num(back.sentUs, 1)} µs` : `count ${num(back.count)}`;
    return `${num(range.high, 1)}${range.unit} stands at ${place}, ${back.exact ? 'exactly' : `to the nearest step (${num(back.reached, 2)})`}`;
  });
  protected readonly fine = computed(() => this.fineOf(this.move()));
  protected readonly bound = computed(() => {
    const move = this.move();
    return move ? this.store.rig().bindings.some((b) => b.part === move.part && b.fn === move.fn.id) : false;
  });
  protected readonly receiver = computed(() => {
    const all = partsThat(this.store.rig(), hearsAir);
    return (all.find(({ part }) => part.id === this.move()?.receiver) ?? all[0])?.part;
  });
  protected readonly failSafe = computed((): FailSafe | null => {
    const receiver = this.receiver();
    return this.store.rig().failSafes.find((f) => f.receiver === receiver?.id && f.slot === this.row().channel) ?? null;
  });
  protected readonly num = num;
  protected readonly micros = micros;

  protected shapeValue({ field, unset }: (typeof SHAPES)[number]): number {
    return this.shaping()?.[field] ?? unset;
  }

  protected tuneValue({ field }: (typeof TUNES)[number]): number | null {
    return this.move()?.setup[field] ?? null;
  }

  protected setShape({ field }: (typeof SHAPES)[number], value: number): void {
    this.shape({ [field]: value }, field);
  }

  protected setTune({ field }: (typeof TUNES)[number], value: number | null): void {
    const move = this.move();
    if (move) this.store.do([{ kind: 'tune', part: move.part, fn: move.fn.id, change: { [field]: value } }]);
  }

  /** An end pulled along: one step of undo for one pull. */
  protected moveEnd(end: 'lowUs' | 'highUs', us: number): void {
    this.shape({ [end]: us }, end);
  }

  /** Lifting a point goes on being one step; another number of points is a step of its own. */
  protected bendCurve(points: number[] | null): void {
    const lifted = points?.length === this.shaping()?.points?.length;
    this.shape({ points }, lifted ? 'points' : undefined);
  }

  protected turnDevice(): void {
    const move = this.move();
    if (move)
      this.store.do([{ kind: 'tune', part: move.part, fn: move.fn.id, change: { reverse: !move.setup.reverse } }]);
  }

  /** End points of the channel for a wanted range of the function. */
  protected want(end: 'low' | 'high', value: number): void {
    const way = this.way();
    const range = this.range();
    if (!way || !range) return;
    const ends = endPointsFor(way, end === 'low' ? value : range.low, end === 'high' ? value : range.high);
    if (ends && ends.lowUs < ends.highUs) this.shape(ends, `want-${end}`);
    else this.store.say('The low end must lie below the high one; nothing is changed');
  }

  protected setFailSafe(does: FailSafe['does'] | null): void {
    const receiver = this.receiver();
    if (does) this.putFailSafe({ does, ...(does === 'value' ? { valueUs: this.failSafe()?.valueUs ?? 1500 } : {}) });
    else if (receiver) this.store.do([{ kind: 'noFailSafe', receiver: receiver.id, slot: this.row().channel }]);
  }

  protected putFailSafe(set: Pick<FailSafe, 'does' | 'valueUs'>): void {
    const receiver = this.receiver();
    if (receiver)
      this.store.do([{ kind: 'failSafe', failSafe: { receiver: receiver.id, slot: this.row().channel, ...set } }]);
  }

  private shape(change: EditOf<'shape'>['change'], key?: string): void {
    const { transmitter, channel } = this.row();
    this.store.do([{ kind: 'shape', transmitter, channel, change }], key && `shape-${channel}-${key}`);
  }

  private fineOf(move: LadderMove | undefined): { step: string; picture: string } | null {
    if (!move?.resolution) return null;
    const { step, steps } = move.resolution;
    const [seen] = move.pictures;
    return {
      step: `${withUnit(num(step, 3), move.fn.range?.unit)}, ${steps} in all`,
      picture: seen
        ? `${num(seen.telePoints, 1)} points at the longest lens: ${seen.shows ? 'steps can be seen' : 'smooth'}`
        : '',
    };
  }
}

/** A figure with its unit; degrees stand close, as they are written. */
const withUnit = (figure: string, unit = ''): string => `${figure}${unit.startsWith('°') ? unit : ` ${unit}`}`.trim();
