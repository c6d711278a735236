import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { subject } from '@squallmark/core/log';
import { num, seconds, volts } from '@squallmark/core/units';
import {
  askedReading,
  handSteps,
  judgeReading,
  readVolts,
  type AskedReading,
  type ReadingVerdict,
  type WakeKind,
  type WakeStep,
} from '@squallmark/core/wake';
import { format, formatRFC3339, parseISO } from 'date-fns';
import { AnalysisStore } from './analysis';
import { DeskStore } from './desk';
import { RigStore, type LineMore } from './rig-store';
import type { Tick, WakeSetup } from './rig-vault';

export const KIND_WORDS: Readonly<Record<WakeKind, string>> = {
  field: 'In the field',
  bench: 'On packs at the bench',
  usb: 'On a computer',
  down: 'Powering down',
};

/** A step of the hands as it is worked through. */
export interface RunStep {
  step: WakeStep;
  /** From 1. */
  n: number;
  tick: Tick | undefined;
  /** When it was ticked, in words. */
  when: string;
  /** It was not as it should be. */
  missed: boolean;
}

/** Something that starts by itself since the last step. */
export interface Running {
  step: WakeStep;
  /** Seconds until it should have ended. */
  leftS: number;
}

/** The list of waking that is worked through at the bench, for as long as its station is open: where it stands, ticks, readings, log. */
@Injectable()
export class WakeRun {
  private readonly store = inject(RigStore);
  private readonly desk = inject(DeskStore);
  private readonly analysis = inject(AnalysisStore);
  readonly setup = this.desk.wake;
  private readonly waking = toSignal(this.analysis.waking$);
  /** The usual list comes with the picture of the rig; any other one on its own. */
  readonly plan = computed(() => {
    const { kind, pairs } = this.setup();
    const own = this.waking()?.plan;
    if (own?.kind === kind && own.pairs === pairs && this.analysis.standing().state === 'current') return own;
    const usual = this.analysis.result()?.analysis.wake;
    return kind === usual?.kind && pairs === usual.pairs ? usual : own;
  });
  /** What the supplies do meanwhile; null for what does not wake on packs. */
  readonly power = computed(() => this.waking()?.power ?? null);
  /** What would keep up what does not stay up. */
  readonly mends = computed(() => this.waking()?.mends ?? []);
  readonly steps = computed((): RunStep[] => {
    const plan = this.plan();
    const { ticks } = this.desk.desk();
    return (plan ? handSteps(plan) : []).map((step, i) => {
      const tick = ticks[step.id];
      return {
        step,
        n: i + 1,
        tick,
        when: tick ? format(parseISO(tick.at), 'HH:mm:ss') : '',
        missed: tick?.notSo !== undefined,
      };
    });
  });
  readonly next = computed(() => this.steps().find((s) => !s.tick) ?? null);
  readonly done = computed(() => this.steps().filter((s) => s.tick));
  readonly nowMs = signal(Date.now());
  /** Seconds of waiting that the user cut short, by the step that was to wait. */
  private readonly ready = signal<string | null>(null);

  /** Parts still starting after the last tick: the next step waits for them. */
  readonly waitS = computed(() => {
    const next = this.next();
    if (!next || this.ready() === next.step.id) return 0;
    const begun = this.plannedNow();
    return begun === null ? 0 : Math.max(0, next.step.start - begun);
  });
  /** What starts by itself just now, the one that takes longest last. */
  readonly running = computed((): Running[] => {
    const now = this.plannedNow();
    const plan = this.plan();
    if (now === null || !plan) return [];
    return plan.steps
      .filter((s) => !s.hands && s.start <= now + 1e-6 && s.start + s.seconds > now)
      .map((step) => ({ step, leftS: step.start + step.seconds - now }))
      .sort((a, b) => a.leftS - b.leftS);
  });

  /** Where the plan is now by the clock: the last step's end in the plan and what has gone by since it was ticked. */
  private readonly plannedNow = computed(() => {
    const last = this.done().at(-1);
    if (!last) return null;
    return last.step.start + last.step.seconds + Math.max(0, this.nowMs() - parseISO(last.tick!.at).getTime()) / 1000;
  });

  constructor() {
    const timer = setInterval(() => this.nowMs.set(Date.now()), 200);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }

  /** The reading a step asks for; null where it asks for none. */
  asks(stepId: string): AskedReading | null {
    return this.setup().kind === 'down' ? null : askedReading(this.store.rig(), stepId);
  }

  /** What is to be said of a reading as it stands; undefined where it is no figure. */
  judge(asked: AskedReading, words: string): ReadingVerdict | undefined {
    const readV = readVolts(words);
    if (readV === null) return undefined;
    const { ticks } = this.desk.desk();
    const earlier = asked.before.flatMap((id) => readVolts(ticks[id]?.reading ?? '') ?? []);
    return judgeReading(asked, readV, earlier);
  }

  /** Another list, or more hands: what was ticked of the old one does not hold for it. */
  choose(setup: Pick<WakeSetup, 'kind'> | Pick<WakeSetup, 'pairs'>): void {
    const next = this.next();
    if (next && this.done().length)
      this.note(`Run left at step ${next.n} of ${this.steps().length}, ${next.step.text}, for another list`);
    this.desk.clearTicks();
    this.desk.setWake({ ...setup, begun: null });
  }

  begin(): void {
    const { kind, pairs, begun } = this.setup();
    this.desk.setWake({ open: true, begun: begun ?? now() });
    if (!begun && !this.done().length)
      this.note(`Run begun: ${KIND_WORDS[kind].toLowerCase()}, ${pairs > 1 ? 'two pairs' : 'one pair'} of hands`);
  }

  leave(): void {
    if (this.setup().open) this.desk.setWake({ open: false });
  }

  /** The next step is done, with what was read. */
  tick(reading = ''): void {
    const next = this.next();
    if (!next) return;
    const said = reading.trim();
    this.desk.tick(next.step.id, { at: now(), ...(said && { reading: said }) });
    const asked = this.asks(next.step.id);
    const verdict = asked && said ? this.judge(asked, said)?.says : undefined;
    const read = said ? `, read ${said} V${verdict ? `, ${verdict}` : ''}` : asked ? ', not read' : '';
    this.note(`${this.place(next)}: ${next.step.text}${read}`, { about: [subject('part', next.step.part)] });
    this.end();
  }

  /** The next step was not as it should be; the run goes on behind it. */
  notSo(seen: string): void {
    const next = this.next();
    if (!next) return;
    const words = seen.trim() || 'not as expected';
    this.desk.tick(next.step.id, { at: now(), notSo: words });
    this.note(`${this.place(next)} not so: ${next.step.text}; seen: ${words}`, {
      about: [subject('part', next.step.part)],
      bad: true,
    });
    this.end();
  }

  /** The last tick is taken back. */
  back(): void {
    const last = this.done().at(-1);
    if (!last) return;
    this.desk.untick(last.step.id);
    this.note(`${this.place(last)} taken back: ${last.step.text}`);
  }

  /** What the next step waits for is there already. */
  isReady(): void {
    this.ready.set(this.next()?.step.id ?? null);
  }

  /** Given up before the end: the log keeps how far it came and why. */
  stop(why: string): void {
    const next = this.next();
    const reason = why.trim();
    this.note(
      `Run stopped ${next ? `at step ${next.n} of ${this.steps().length}, ${next.step.text}` : 'at its end'} after ${this.tookText()}${reason ? `: ${reason}` : ''}`,
    );
    this.again();
  }

  again(): void {
    this.desk.clearTicks();
    this.desk.setWake({ begun: null, open: false });
  }

  /** Time since the run began, until its last tick once it is through. */
  readonly tookText = computed(() => {
    const { begun } = this.setup();
    const from = begun ?? this.done()[0]?.tick?.at;
    if (!from) return seconds(0);
    const last = this.done().at(-1)?.tick?.at;
    const until = !this.next() && last ? parseISO(last).getTime() : this.nowMs();
    const s = Math.max(0, (until - parseISO(from).getTime()) / 1000);
    return s < 60 ? `${num(s)} s` : `${num(Math.floor(s / 60))} min ${num(Math.floor(s % 60))} s`;
  });

  readonly ended = computed(() => {
    const { kind } = this.setup();
    return { field: 'Awake.', bench: 'Awake.', usb: 'Set up.', down: 'Asleep.' }[kind];
  });

  /** What was not as it should be, step by step. */
  readonly misses = computed(() => this.done().filter((s) => s.missed));

  private place({ n }: RunStep): string {
    return `${this.setup().kind === 'down' ? 'Down' : 'Wake'} ${n} of ${this.steps().length}`;
  }

  private end(): void {
    if (this.next()) return;
    const misses = this.misses().length;
    this.note(`Wake list done in ${this.tookText()}${misses ? `, ${misses} not so` : ''}`);
  }

  private note(text: string, more?: LineMore): void {
    this.store.note('wake', text, more);
  }
}

const now = (): string => formatRFC3339(new Date(), { fractionDigits: 3 });

/** The band a reading should lie in, in words. */
export const expectedText = ({ expected: [from, to] }: AskedReading): string => `${num(from, 2)}–${volts(to)} expected`;
