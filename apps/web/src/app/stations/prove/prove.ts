import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  ViewContainerRef,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { handedControls, sticksOf, type StickFace, type StickWay } from '@squallmark/core/channels';
import { findConversations } from '@squallmark/core/loom';
import {
  AWAY,
  CRAFT,
  CRAFT_MOST_DEG,
  endsSight,
  GUSTS,
  lossOf,
  lostAt,
  MOST_AWAY_M,
  radioOf,
  reachM,
  trafficAsDrawn,
  type Sights,
} from '@squallmark/core/bench';
import { faultsOf, type Fault } from '@squallmark/core/diagnose';
import { subject } from '@squallmark/core/log';
import type { CheckStep, Verdict } from '@squallmark/core/prove';
import { bringsChannels, drives, hearsAir, hasControls, speaksByLead, turns, type Sheet } from '@squallmark/core/parts';
import {
  labelOf,
  partsThat,
  partsWithSheets,
  controlName,
  pilotControls,
  pilotTransmitter,
  sheetOf,
} from '@squallmark/core/rig';
import { STILL, type Craft } from '@squallmark/core/scene';
import { degrees, groupBy, num, volts } from '@squallmark/core/units';
import { controlStep } from '../../kit/control-step';
import { Exports } from '../../kit/exports';
import { Choice, type Option } from '../../kit/fields/choice';
import { PickFile } from '../../kit/fields/pick-file';
import { Picker } from '../../kit/fields/picker';
import { StickWell } from '../../kit/fields/stick-well';
import { Travel } from '../../kit/fields/travel';
import { unrolled } from '../../kit/unroll';
import { Rooms } from '../../kit/rooms';
import { AnalysisStore } from '../../state/analysis';
import { BenchRun } from '../../state/bench-run';
import { DeskStore } from '../../state/desk';
import { Keys } from '../../state/keys';
import { PLATFORM } from '../../state/sources/platform';
import { RigStore } from '../../state/rig-store';
import { Dial, type Scale } from './dial';
import { PictureWall } from './pictures/picture-wall';
import { viewsOf } from './pictures/view-state';
import { PlanDock, type Told } from './plan-dock';
import { PortRows } from './port-rows';
import { ProofDesk } from './proof-desk';
import { ProofSource, SOURCES, type SourceKind } from './proof-source';
import { SlotBars } from './slot-bars';

const STICK_KEYS: Record<string, [way: StickWay, to: number]> = {
  a: ['left-x', -1],
  d: ['left-x', 1],
  ArrowLeft: ['right-x', -1],
  ArrowRight: ['right-x', 1],
  ArrowUp: ['right-y', 1],
  ArrowDown: ['right-y', -1],
};

/** The turns of the craft, with how far each can be taken, degrees. */
const craftAxes = (
  [
    ['pitchDeg', 'nose up'],
    ['rollDeg', 'right side down'],
    ['headingDeg', 'heading'],
  ] as const
).map(([key, label]) => ({ key, label, name: CRAFT[key], most: CRAFT_MOST_DEG[key] }));

/** In the list of faults: one that whoever proves is not told. */
const BLIND = ' blind';

/** One of some faults by chance, each as often as it is met. */
function drawn(faults: readonly Fault[]): Fault | null {
  let at = Math.random() * faults.reduce((sum, f) => sum + f.weight, 0);
  return faults.find((f) => (at -= f.weight) < 0) ?? faults.at(-1) ?? null;
}

/** Does each stick really do it? */
@Component({
  selector: 'sq-prove',
  imports: [
    Choice,
    Dial,
    PictureWall,
    PlanDock,
    PortRows,
    StickWell,
    SlotBars,
    MatButtonModule,
    PickFile,
    Picker,
    Travel,
  ],
  providers: [BenchRun, ProofSource, ProofDesk],
  templateUrl: './prove.html',
  styleUrl: './prove.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keyup)': 'letGo($event)' },
})
export class Prove {
  private readonly store = inject(RigStore);
  protected readonly desk = inject(DeskStore);
  private readonly analysis = inject(AnalysisStore);
  private readonly result = this.analysis.result;
  protected readonly bench = inject(BenchRun);
  private readonly keys = inject(Keys);
  readonly at = input<string>();

  protected readonly controlStep = controlStep;
  protected readonly rig = this.store.rig;
  protected readonly frame = this.bench.frame;
  protected readonly plan = this.analysis.plan;
  private readonly proof = inject(ProofDesk);
  protected readonly verdicts = this.proof.verdicts;
  private readonly rooms = inject(Rooms);
  private readonly exports = inject(Exports);
  private readonly container = inject(ViewContainerRef);
  /** Some step of this plan failed: there is something to be found. */
  protected readonly hasFailed = computed(() =>
    this.plan().some(({ id }) => this.verdicts()[id]?.passed === false && !this.verdicts()[id]?.skipped),
  );
  protected readonly source = inject(ProofSource);
  private readonly platform = inject(PLATFORM);
  protected readonly sources = Object.entries(SOURCES)
    .filter(([kind]) => (kind.startsWith('serial') ? this.platform.canSerial : kind !== 'pad' || this.platform.canPads))
    .map(([kind, { label }]): Option<SourceKind> => ({ value: kind as SourceKind, label }));
  protected readonly sourceSays = computed(() => SOURCES[this.source.kind()].says);
  protected readonly byHand = computed(() => this.source.ledger() === 'bench');
  /** Slots of the real line while one is heard, else of the simulated one. */
  protected readonly slots = computed(() => this.source.slots()?.map((us) => ({ us })) ?? this.heard()?.slots ?? []);
  /** Whose slots are looked at, a receiver's or a desk's: the one that is chosen, else the first. */
  protected readonly receivers = computed((): Option<string>[] =>
    partsThat(this.rig(), bringsChannels).map(({ part }) => ({ value: part.id, label: part.label })),
  );
  protected readonly receiver = linkedSignal<Option<string>[], string | null>({
    source: this.receivers,
    computation: (all, before) =>
      all.some((o) => o.value === before?.value) ? before!.value : (all[0]?.value ?? null),
  });
  protected readonly heard = computed(() => this.frame()?.receivers.find((r) => r.part === this.receiver()));
  /** What comes in at the ports that the document has wired; nothing while the bench starts. */
  private readonly portsSeen = computed(() => this.frame()?.ports);
  protected readonly ports = computed(() => {
    const seen = this.portsSeen();
    return seen ? trafficAsDrawn(this.rig(), seen) : [];
  });
  private readonly possible = computed(() => faultsOf(this.rig()));
  protected readonly faults = computed((): Option<string | null>[] => [
    { value: null, label: 'none' },
    { value: BLIND, label: 'one that I am not told' },
    ...this.possible().map(({ id, text }) => ({ value: id, label: text })),
  ]);
  protected readonly busy = signal(false);
  protected readonly following = signal(false);
  private stopping = false;
  private readonly wanted = linkedSignal(() => this.at() ?? null);
  protected readonly current = computed<CheckStep | null>(() => {
    const plan = this.plan();
    return (
      plan.find((s) => s.id === this.wanted()) ??
      plan.find((s) => !this.verdicts()[s.id]) ??
      plan.find((s) => this.verdicts()[s.id]?.passed === false && !this.verdicts()[s.id]?.skipped) ??
      null
    );
  });

  /** The sticks on screen stand for the pilot's. */
  protected readonly controls = computed(() => pilotControls(this.rig()));
  /** By what each transmitter's orders go through the air: its own radio, or the box that sends for it; those that go by lead alone have none. */
  private readonly onAir = computed((): ReadonlyMap<string, Sheet> => {
    const rig = this.rig();
    const own = partsThat(rig, (sheet) => hasControls(sheet) && !speaksByLead(sheet));
    return new Map([
      ...own.map(({ part, sheet }) => [part.id, sheet] as const),
      ...findConversations(rig).flatMap((c) => (c.via ? [[c.talker.part.id, sheetOf(rig, c.via.id)] as const] : [])),
    ]);
  });
  /** The transmitter's own switch, and beside it every second one with what it has in hand. */
  protected readonly radios = computed(() =>
    partsThat(this.rig(), hasControls).map(({ part }) => ({
      label: part.label,
      name: radioOf(part.id),
      // frames get lost on the air alone
      loss: this.onAir().has(part.id) ? lossOf(part.id) : null,
    })),
  );
  protected readonly seconds = computed(() => {
    const rig = this.rig();
    const channels = this.result()?.analysis.channels;
    const working = channels?.handOvers.filter((h) => h.breaks === null) ?? [];
    const handed = working.map(({ handOver }) => ({ id: handOver.to, controls: handedControls(rig, handOver) }));
    // one with a receiver of its own moves what its own channels drive
    const driven = groupBy(channels?.rows ?? [], (r) => r.transmitter);
    const own = [...driven]
      .filter(([id]) => id !== pilotTransmitter(rig))
      .map(([id, rows]) => ({ id, controls: rows.flatMap((r) => r.control ?? []) }));
    return [...handed, ...own].map(({ id, controls }) => ({
      label: labelOf(rig, id),
      controls: controls.map((c) => ({ ...c, name: controlName(rig, id, c.id) })),
    }));
  });
  protected readonly switches = computed(() =>
    this.controls()
      .filter((c) => ['switch2', 'switch3', 'button'].includes(c.kind))
      .map((c) => ({ ...c, face: faceText(c.label) })),
  );
  /** Those of the pilot's transmitter, in the mode that it is set to. */
  protected readonly sticks = computed((): StickFace[] => {
    const pilot = pilotTransmitter(this.rig());
    const own = partsThat(this.rig(), hasControls).find(({ part }) => part.id === pilot);
    return own ? sticksOf(own) : [];
  });
  /** A stick that is no part of a pair, such as one for a thumb, is moved like a slider. */
  protected readonly sliders = computed(() => {
    const paired = new Set(this.sticks().flatMap(({ x, y }) => [x, y]));
    return this.controls().filter(
      ({ id, kind }) => kind === 'slider' || kind === 'knob' || (kind === 'stick' && !paired.has(id)),
    );
  });
  /** How the craft lies, gusts and all. */
  protected readonly craft = computed((): Craft => this.frame()?.craft ?? STILL);
  protected readonly gusts = computed(() => this.position(GUSTS) > 0);
  /** Laid over by hand, or blown about. */
  protected readonly isLaid = computed(() => this.gusts() || craftAxes.some(({ name }) => this.position(name) !== 0));
  protected readonly craftAxes = craftAxes;
  protected readonly radiosOnAir = computed(() => this.radios().some((r) => r.loss !== null));
  protected readonly gustsAre = GUSTS;
  protected readonly awayIs = AWAY;
  protected readonly mostAwayM = MOST_AWAY_M;
  /** How far away the craft is, and what that costs the pilot's radio. */
  protected readonly away = computed(() => {
    const metres = this.position(AWAY);
    const by = this.onAir().get(pilotTransmitter(this.rig()) ?? '');
    const lost = by ? lostAt(metres, reachM(by, 'orders')) : 0;
    const [far, pct] = [`${num(metres)} m`, Math.round(100 * lost)];
    return {
      metres,
      shown: pct ? `${far} · −${pct} %` : far,
      says: pct ? `${far}, ${pct} % of the frames get lost` : far,
    };
  });
  protected readonly degrees = (deg: number): string => degrees(Math.round(deg));
  private readonly moving = computed(() => partsThat(this.rig(), (sheet) => turns(sheet) || drives(sheet)));
  protected readonly dials = computed(() => {
    const frame = this.frame();
    const sights = frame?.sights ?? {};
    const held = frame && this.isLaid() ? frame.held : {};
    const moving = this.moving();
    return moving.flatMap(({ part, sheet }) => {
      const of = moving.length > 1 ? part.label : '';
      const axes = sheet.joints.map(({ id, label, minDeg, maxDeg }) => {
        const key = `${part.id}.${id}`;
        const value = held[key] ?? numberOf(sights[`${key}-angle`]);
        return { key, value, of, scale: { label, from: minDeg, to: maxDeg, unit: '°' as const }, note: '' };
      });
      return [...axes, ...drivesOf(part.id, sheet, sights).map((d) => ({ ...d, of, value: numberOf(sights[d.key]) }))];
    });
  });
  // a stage of carriages has dozens of each
  private readonly dialsShown = unrolled(this.dials, 8);
  /** The dials of each part beside each other. */
  protected readonly dialGroups = computed(() =>
    [...groupBy(this.dialsShown(), (d) => d.of)].map(([of, dials]) => ({ of, dials })),
  );
  protected readonly secondsShown = unrolled(this.seconds, 2);
  protected readonly radiosShown = unrolled(this.radios, 8);
  private readonly sheets = computed(
    () => new Map(partsWithSheets(this.rig()).map(({ part, sheet }) => [part.id, sheet])),
  );
  /** What every camera sees. */
  protected readonly views = computed(() => {
    const frame = this.frame();
    return frame ? viewsOf(this.sheets(), frame) : [];
  });
  private readonly hearing = computed(() => partsThat(this.rig(), hearsAir));
  /** Receivers that lost the radio say so; a sound link says nothing. */
  protected readonly links = computed(() => {
    const sights = this.frame()?.sights ?? {};
    return this.hearing()
      .filter(({ part }) => sights[`${part.id}.radio`] === 'lost')
      .map(({ part }) => ({ part: part.id, text: `${part.label}: radio lost, fail-safe` }));
  });
  protected readonly summary = computed(() => {
    const frame = this.frame();
    if (!frame) return 'the bench is starting';
    const ill = frame.feeds.filter((f) => f.feed !== 'fed');
    if (ill.length) return ill.map((f) => `${f.label} ${f.feed} at ${volts(f.volts)}`).join(' · ');
    return `every part fed · bench time ${clock(frame.tMs)}`;
  });

  constructor() {
    this.bench.verdicts$.pipe(takeUntilDestroyed()).subscribe(({ step, verdict }) => this.keep(step, verdict, true));
    effect(() => this.bench.watch(this.following() && !this.busy() && !this.current()?.byEye ? this.current() : null));
    // a fault put in or taken out makes the step at hand a new question
    let faultBefore = this.bench.fault();
    effect(() => {
      const fault = this.bench.fault();
      if (fault !== faultBefore) untracked(() => this.wanted.set(null));
      faultBefore = fault;
    });
    this.keys.use([
      { key: ' ', shown: 'Space', text: 'play step', run: () => void this.play() },
      { key: 'w', shown: 'WASD', text: 'left stick', run: () => this.throttle(0.1) },
      { key: 's', text: '', run: () => this.throttle(-0.1) },
      ...Object.entries(STICK_KEYS).map(([key, [way, to]]) => ({
        key,
        shown: key === 'ArrowLeft' ? 'arrows' : undefined,
        text: key === 'ArrowLeft' ? 'right stick' : '',
        run: (): void => this.push(way, to),
      })),
      { key: '0', text: 'all centred', run: () => this.bench.rest() },
    ]);
  }

  protected position(control: string, unknown = 0): number {
    return this.bench.position(control) ?? unknown;
  }

  /** How far a hand has laid the craft about one of its axes, degrees. */
  protected laidDeg({ name, most }: (typeof craftAxes)[number]): number {
    return Math.round(this.position(name) * most);
  }

  /** Share of a transmitter's frames that get lost on their way, whole per cent. */
  protected lostPct(loss: string): number {
    return Math.round(100 * this.position(loss));
  }

  protected set(control: string, to: number): void {
    this.bench.setControl(control, to);
  }

  /** Level, and no wind. */
  protected level(): void {
    for (const name of [...craftAxes.map((a) => a.name), GUSTS]) this.set(name, 0);
  }

  protected setStick(stick: StickFace, { axis, to }: { axis: 'x' | 'y'; to: number }): void {
    const control = stick[axis];
    if (control !== null) this.set(control, to);
  }

  /** The control that a key moves: of the stick at that hand; on a console with one stick it is at both. */
  private keyed(way: StickWay): string | null {
    const stick = way.startsWith('left') ? this.sticks().at(0) : this.sticks().at(-1);
    return stick?.[way.endsWith('x') ? 'x' : 'y'] ?? null;
  }

  private push(way: StickWay, to: number): void {
    const control = this.keyed(way);
    if (control !== null) this.set(control, to);
  }

  protected letGo(event: KeyboardEvent): void {
    const stick = STICK_KEYS[event.key.length === 1 ? event.key.toLowerCase() : event.key];
    if (stick && this.keys.isFree(event)) this.push(stick[0], 0);
  }

  protected putFault(id: string | null): void {
    const isBlind = id === BLIND;
    const before = this.bench.fault();
    const fault = isBlind ? drawn(this.possible()) : (this.possible().find((f) => f.id === id) ?? null);
    const said = fault
      ? `Fault put into the simulated rig: ${isBlind ? 'one that nobody is told' : fault.text}`
      : `Fault taken out of the simulated rig${before ? `: ${before.text}` : ''}`;
    if (!fault && this.bench.isBlind() && before) this.store.say(`It was: ${before.text}`);
    this.bench.fault.set(fault);
    this.bench.isBlind.set(isBlind && fault !== null);
    this.proof.forgetFaulty();
    this.store.note('proof', said);
  }

  protected readonly faultShown = computed(() => (this.bench.isBlind() ? BLIND : (this.bench.fault()?.id ?? null)));

  protected chooseSource(kind: SourceKind): void {
    this.wanted.set(null);
    void this.source.choose(kind);
  }

  protected learnPad(): void {
    void this.rooms.open(
      import('./learn-pad').then((m) => m.LearnPad),
      { width: '420px', viewContainerRef: this.container },
    );
  }

  /** What a person saw the rig on the bench do. */
  protected tell(told: Told): void {
    const step = this.current();
    if (!step) return;
    const saw = told.passed ? 'as expected, by hand' : told.saw;
    const skipped = !told.passed && told.skipped ? { skipped: true as const } : {};
    this.keep(step.id, { passed: told.passed, expected: step.expectText, saw, tookMs: 0, ...skipped }, true);
  }

  protected findIt(): void {
    if (!this.hasFailed()) return;
    void this.rooms.open(
      import('./find-it/find-it').then((m) => m.FindItRoom),
      {
        ...{ width: '100vw', height: '100dvh', maxWidth: '100vw', panelClass: 'sq-whole', autoFocus: 'dialog' },
        viewContainerRef: this.container,
      },
      (again) => void (Array.isArray(again) && this.playAll(again as string[])),
    );
  }

  /** What was proven on this source, with a line to sign. */
  protected printProof(): void {
    const fault = this.bench.fault() && !this.byHand() ? ', a fault put in' : '';
    void this.exports.proofCard(this.plan(), this.verdicts(), `${SOURCES[this.source.kind()].label}${fault}`);
  }

  protected choose(step: string): void {
    this.wanted.set(step);
  }

  protected again(): void {
    this.proof.clear();
    this.wanted.set(null);
  }

  protected async play(): Promise<void> {
    const step = this.current();
    if (!step || step.byEye || this.busy() || this.byHand()) return;
    this.busy.set(true);
    try {
      this.keep(step.id, await this.bench.play(step), true);
    } catch (error) {
      this.store.say(`Not played: ${error instanceof Error ? error.message : String(error)}`);
    } finally {
      this.busy.set(false);
    }
  }

  /** What a person saw of a step that nothing here can measure. */
  protected look(passed: boolean): void {
    const step = this.current();
    if (!step?.byEye || this.busy()) return;
    const saw = passed ? 'seen by eye' : 'nothing seen';
    this.keep(step.id, { passed, expected: step.expectText, saw, tookMs: 0 }, true);
  }

  /** All steps one after the other from the first, or some; can be stopped between two. */
  protected async playAll(some?: readonly string[]): Promise<void> {
    this.busy.set(true);
    this.stopping = false;
    let passed = 0;
    let played = 0;
    try {
      // what only eyes can tell is left for them
      for (const step of this.plan().filter((s) => !s.byEye && (some?.includes(s.id) ?? true))) {
        if (this.stopping) break;
        this.wanted.set(step.id);
        const verdict = await this.bench.play(step);
        this.keep(step.id, verdict, !verdict.passed);
        played++;
        if (verdict.passed) passed++;
      }
      this.store.note(
        'proof',
        `Proved ${passed} of ${played} steps played, plan of ${this.plan().length}${this.withFault()}`,
      );
    } catch (error) {
      this.store.say(`Stopped: ${error instanceof Error ? error.message : String(error)}`);
    } finally {
      this.wanted.set(null);
      this.busy.set(false);
    }
  }

  private withFault(): string {
    const fault = this.bench.fault();
    if (!fault) return '';
    return this.bench.isBlind() ? ', with a fault that nobody is told' : `, with the fault ${fault.text}`;
  }

  protected stopAll(): void {
    this.stopping = true;
  }

  private keep(stepId: string, verdict: Verdict, log: boolean): void {
    this.proof.keep(stepId, verdict);
    const step = this.plan().find((s) => s.id === stepId);
    if (log && step)
      this.store.note('proof', `${this.byHand() ? 'On the bench, ' : ''}${step.title}: ${saidOf(verdict)}`, {
        about: [subject('part', step.part)],
        ...(verdict.passed ? {} : { bad: true }),
      });
    if (this.wanted() === stepId && !this.busy()) this.wanted.set(null);
    else if (this.wanted() === stepId && verdict.passed) this.wanted.set(null);
  }

  /** One notch more or less; keys that follow each other faster than the bench answers add up. */
  private throttle(by: number): void {
    const from = this.position(this.keyed('left-y') ?? '');
    this.push('left-y', Math.max(-1, Math.min(1, Math.round((from + by) * 10) / 10)));
  }
}

function saidOf({ passed, skipped, expected, saw }: Verdict): string {
  if (skipped) return `skipped, ${saw}`;
  return passed ? saw : `failed, expected ${expected}, saw ${saw}`;
}

/** Drives of a part, each with its ends, and which ends of its line it knows; what goes by windows has no figure. */
const drivesOf = (part: string, { functions }: Sheet, sights: Sights): { key: string; scale: Scale; note: string }[] =>
  functions.flatMap(({ id, label, what, range }) => {
    if (what !== 'drive' || range?.unit !== '%') return [];
    const [from, to] = [Math.min(range.from, range.to), Math.max(range.from, range.to)];
    const ends = sights[endsSight(part, id)];
    const note = typeof ends === 'string' ? `ends: ${ends}` : '';
    return [{ key: `${part}.${id}`, scale: { label: label.toLowerCase(), from, to, unit: '%' as const }, note }];
  });

function numberOf(sight: unknown): number | null {
  return typeof sight === 'number' ? sight : null;
}

/** Minutes and seconds, as a recorder shows them. */
function clock(ms: number): string {
  const s = Math.floor(ms / 1000);
  return `${num(Math.floor(s / 60)).padStart(2, '0')}:${String(s % 60).padStart(2, '0')}`;
}

/** What a switch has written on the face: its label without the word for what it is. */
const faceText = (label: string): string => label.replace(/^(switch|button) /i, '');
