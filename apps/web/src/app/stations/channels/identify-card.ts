import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  output,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { TrackWriter } from '@squallmark/core/captures';
import { boundReceivers, identify, type FoundControl, type Identified, type Touch } from '@squallmark/core/channels';
import { bringsChannels, type Control } from '@squallmark/core/parts';
import { partsThat, sheetOf, stepSentence, pilotControls, pilotTransmitter } from '@squallmark/core/rig';
import { num, seconds } from '@squallmark/core/units';
import { controlStep } from '../../kit/control-step';
import { Choice, type Option } from '../../kit/fields/choice';
import { PickFile } from '../../kit/fields/pick-file';
import { Travel } from '../../kit/fields/travel';
import { Mark } from '../../kit/mark';
import { BenchRun } from '../../state/bench-run';
import { CaptureDesk } from '../../state/capture-desk';
import { LivePort, type LiveKind } from '../../state/live-port';
import { RigStore } from '../../state/rig-store';

/** Wiggle each control once, and the map is inferred: from the simulated rig under one's own hands, or from a recording. */
@Component({
  selector: 'sq-identify-card',
  imports: [Choice, MatButtonModule, Mark, PickFile, Travel],
  providers: [BenchRun],
  templateUrl: './identify-card.html',
  styleUrl: './side-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'complementary', 'aria-label': 'Identify by wiggling' },
})
export class IdentifyCard {
  private readonly store = inject(RigStore);
  private readonly bench = inject(BenchRun);
  protected readonly desk = inject(CaptureDesk);
  protected readonly live = inject(LivePort);
  readonly shut = output();

  /** The transmitter being wiggled: the pilot's. */
  private readonly transmitter = computed(() => pilotTransmitter(this.store.rig()));
  protected readonly controls = computed(() => pilotControls(this.store.rig()));
  protected readonly listening = signal(false);
  protected readonly busy = signal(false);
  protected readonly result = signal<{ from: string; found: Identified } | null>(null);
  protected readonly positions = computed(() => this.bench.frame()?.controls ?? {});
  protected readonly heard = signal(0);
  private source = '';
  private writer = new TrackWriter();
  private touches: Touch[] = [];
  private startMs: number | null = null;

  protected readonly sentence = computed(() => {
    const edits = this.result()?.found.edits ?? [];
    return edits.length ? stepSentence(this.store.rig(), edits) : '';
  });
  protected readonly num = num;
  protected readonly seconds = seconds;

  constructor() {
    this.live.frames$.pipe(takeUntilDestroyed()).subscribe(({ tMs, us }) => this.hear(tMs, us));
    inject(DestroyRef).onDestroy(() => this.live.stop());
    effect(() => {
      const frame = this.bench.frame();
      const own = boundReceivers(this.store.rig());
      const ours = frame?.receivers.find((r) => own.get(r.part) === this.transmitter()) ?? frame?.receivers[0];
      const slots = ours?.slots ?? [];
      if (frame && slots.length && this.source === 'the simulated rig')
        this.hear(
          frame.tMs,
          slots.map((s) => s.us),
        );
    });
  }

  private hear(tMs: number, us: readonly number[]): void {
    if (!untracked(this.listening)) return;
    this.startMs ??= tMs;
    this.writer.add(tMs - this.startMs, us);
    this.heard.set((tMs - this.startMs) / 1000);
  }

  /** The real receiver, on a serial port of this computer; ends with Done. */
  protected async listenLive(kind: LiveKind): Promise<void> {
    this.listen('the live line');
    await this.live.start(kind, this.scale());
    if (this.listening() && this.writer.length < 5) this.listening.set(false);
  }

  protected listen(source = 'the simulated rig'): void {
    this.source = source;
    this.writer = new TrackWriter();
    this.touches = [];
    this.startMs = null;
    this.heard.set(0);
    this.result.set(null);
    this.listening.set(true);
  }

  protected done(): void {
    const from = this.source;
    this.live.stop();
    this.listening.set(false);
    if (this.writer.length < 5) return this.store.say('No frames were heard: the receiver has no link or no volts');
    this.result.set({
      from,
      found: identify(this.store.rig(), this.writer.track(), this.touches),
    });
  }

  protected move(control: Control, position: number): void {
    const frame = this.bench.frame();
    if (frame && this.startMs !== null && this.touches.at(-1)?.control !== control.id)
      this.touches.push({ control: control.id, atMs: frame.tMs - this.startMs });
    this.bench.setControl(control.id, position);
  }

  protected readonly step = ({ kind }: Control): number => controlStep(kind);

  /** The bench moves every control once by itself: shows what a good recording looks like. */
  protected async byBench(): Promise<void> {
    this.busy.set(true);
    try {
      if (await this.desk.record(this.store.rig())) await this.fromDesk('the bench’s own wiggles');
    } finally {
      this.busy.set(false);
    }
  }

  protected async open(file: File): Promise<void> {
    if (!(await this.desk.open(file))) return;
    this.busy.set(true);
    try {
      await this.fromDesk(file.name);
    } finally {
      this.busy.set(false);
    }
  }

  private async fromDesk(from: string): Promise<void> {
    const found = await this.desk.identify(this.store.rig(), this.scale(), []);
    if (found) this.result.set({ from: `${from}, ${found.line}`, found: found.found });
  }

  private scale(): 'micro' | 'percent' {
    const links = partsThat(this.store.rig(), bringsChannels).flatMap(({ sheet }) => sheet.links);
    return links.find((l) => l.kind === 'sbus')?.params.scale ?? 'micro';
  }

  /** By the label that its own transmitter has for it. */
  protected name(control: string): string {
    const own = this.result()?.found.transmitter;
    const controls = own ? sheetOf(this.store.rig(), own).controls : this.controls();
    return controls.find((c) => c.id === control)?.label ?? control;
  }

  protected names(controls: readonly string[]): string {
    return controls.map((c) => this.name(c)).join(', ');
  }

  protected either({ orElse }: FoundControl): Option<string | null>[] {
    return [
      { value: null, label: 'not said yet' },
      ...orElse.map((control) => ({ value: control, label: this.name(control) })),
    ];
  }

  /** One of several alike is named by the user; the rows follow at once. */
  protected choose(found: FoundControl, control: string | null): void {
    const transmitter = this.result()?.found.transmitter;
    if (!control || !transmitter) return;
    const edits = found.slots.map((channel) => ({ kind: 'shape' as const, transmitter, channel, change: { control } }));
    const now = this.result();
    if (!now || !this.store.do(edits)) return;
    const named = now.found.found.map((f) => (f === found ? { ...f, control, orElse: [] } : f));
    this.result.set({ ...now, found: { ...now.found, found: named } });
  }

  protected apply(): void {
    const edits = this.result()?.found.edits ?? [];
    if (edits.length && this.store.do(edits)) this.again();
  }

  /** The same recording against the rig as it is now. */
  private again(): void {
    const now = this.result();
    if (!now) return;
    if (this.writer.length)
      this.result.set({ ...now, found: identify(this.store.rig(), this.writer.track(), this.touches) });
    else this.result.set({ ...now, found: { ...now.found, edits: [] } });
  }
}
