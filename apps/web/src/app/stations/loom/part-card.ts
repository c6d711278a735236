import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Candidate } from '@squallmark/core/propose';
import { boundReceivers } from '@squallmark/core/channels';
import { airSenders, jointsOutTo, toldUse } from '@squallmark/core/loom';
import { hearsAir, sendsPictures, showsAir, speaksAir } from '@squallmark/core/parts';
import { labelOf, partsThat, partsWithSheets, settingOf, setupItem, sheetOf, type Place } from '@squallmark/core/rig';
import { setupCards } from '@squallmark/core/setup';
import { Choice, optionsOf, type Option } from '../../kit/fields/choice';
import { FigureField } from '../../kit/fields/figure';
import { Picker } from '../../kit/fields/picker';
import { Tick } from '../../kit/fields/tick';
import { WordsField } from '../../kit/fields/words';
import { RigStore } from '../../state/rig-store';
import { Weaver } from '../../state/weaver';

interface PortRow {
  id: string;
  label: string;
  family: string;
  cables: string[];
}

/** A part: its ports with what is or could be plugged in, its switches, its place. */
@Component({
  selector: 'sq-part-card',
  imports: [Choice, FigureField, MatButtonModule, Picker, Tick, WordsField],
  templateUrl: './part-card.html',
  styleUrl: './part-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartCard {
  private readonly store = inject(RigStore);
  private readonly weaver = inject(Weaver);
  readonly partId = input.required<string>();
  /** Port that the drawing was asked about. */
  readonly asked = input<string | null>(null);
  readonly choose = output<string>();

  protected readonly part = computed(() => this.store.rig().parts.find((p) => p.id === this.partId())!);
  protected readonly sheet = computed(() => sheetOf(this.store.rig(), this.partId()));
  /** Joints of other parts, each carried further out than the one before; the last carries the payload. */
  protected readonly others = computed((): Option<string | null>[] => [
    { value: null, label: 'frame' },
    ...partsWithSheets(this.store.rig())
      .filter(({ part }) => part.id !== this.partId())
      .flatMap(({ part, sheet }) => {
        const joints = jointsOutTo(sheet);
        return joints
          .toReversed()
          .map((j, i) => ({ value: i ? `${part.id} ${j.id}` : part.id, label: `${part.label}, ${j.label}` }));
      }),
  ]);
  protected readonly rides = computed(() => {
    const { rides, joint } = this.part().place ?? {};
    const known = this.others().some((o) => o.value === `${rides} ${joint}`);
    return rides === undefined ? null : known ? `${rides} ${joint}` : rides;
  });
  protected readonly told = computed(() =>
    (this.sheet().assignablePorts ?? []).map((a) => ({
      port: a.port,
      label: this.sheet().ports.find((p) => p.id === a.port)?.label ?? a.port,
      shows: a.showsOnline ?? 'its own page',
      options: optionsOf([...new Set(['nothing', a.default, ...a.mayBe])]),
      now: toldUse(this.part(), a),
    })),
  );
  protected readonly profiles = computed(() =>
    Array.from({ length: this.sheet().profiles ?? 0 }, (_, i) => ({ value: i + 1, label: `${i + 1}` })),
  );
  /** Transmitters a receiver can be bound to, or senders a screen can, where there are several. */
  protected readonly transmitters = computed((): Option<string | null>[] => {
    const rig = this.store.rig();
    const [all, found, by] = showsAir(this.sheet())
      ? [partsThat(rig, sendsPictures), airSenders(rig).get(this.partId())?.label ?? 'nobody', 'by its channel']
      : [partsThat(rig, speaksAir), labelOf(rig, boundReceivers(rig).get(this.partId()) ?? ''), 'by its work'];
    if (all.length < 2 || !(showsAir(this.sheet()) || hearsAir(this.sheet()))) return [];
    const now = this.part().bound === undefined ? `${found}, ${by}` : by;
    return [{ value: null, label: now }, ...all.map(({ part }) => ({ value: part.id, label: part.label }))];
  });
  protected readonly setup = computed(() => setupCards(this.store.rig()).find((c) => c.part === this.partId()));
  protected readonly ports = computed<PortRow[]>(() =>
    this.sheet().ports.map((port) => ({
      id: port.id,
      label: port.label,
      family: `${port.plug.family} ${port.plug.pins}`,
      cables: this.store
        .rig()
        .cables.filter((c) =>
          c.wires.some((w) => [w.from, w.to].some((at) => at.part === this.partId() && at.port === port.id)),
        )
        .map((c) => c.id),
    })),
  );
  protected readonly settings = computed(() =>
    this.sheet().settings.map((s) => ({
      ...s,
      options: optionsOf(s.values),
      now: settingOf(this.sheet(), this.part(), s.id),
    })),
  );
  /** Port whose candidates are shown: the first free one until another is chosen. */
  protected readonly port = linkedSignal<{ part: string; asked: string | null }, string | null>({
    source: () => ({ part: this.partId(), asked: this.asked() }),
    // a cable that comes or goes must not move the choice
    computation: ({ asked }) =>
      asked ?? untracked(() => this.ports().find((p) => !p.cables.length)?.id ?? this.ports()[0]?.id ?? null),
  });
  protected readonly candidates = signal<Candidate[] | null>(null);
  protected readonly axes = [
    { key: 'xMm', name: 'forward' },
    { key: 'yMm', name: 'right' },
    { key: 'zMm', name: 'up' },
  ] as const;

  constructor() {
    effect(() => void this.find(this.port()));
  }

  protected plug(candidate: Candidate): void {
    this.store.do(candidate.edits);
  }

  protected set(setting: string, value: string): void {
    this.store.do([{ kind: 'set', part: this.partId(), setting, value }]);
  }

  protected tell(port: string, use: string): void {
    const told = { ...this.part().told, [port]: use };
    this.store.do([{ kind: 'note', part: this.partId(), change: { told } }]);
  }

  protected setProfile(profile: number): void {
    this.store.do([{ kind: 'note', part: this.partId(), change: { profile } }]);
  }

  protected bind(bound: string | null): void {
    this.store.do([{ kind: 'note', part: this.partId(), change: { bound } }]);
  }

  protected tickLine(line: string, on: boolean): void {
    const part = this.partId();
    const prep = /^prep (.+)$/.exec(line)?.[1];
    this.store.do([
      prep === undefined
        ? { kind: 'tickItem', item: setupItem(part, line), on }
        : { kind: 'prepare', part, item: prep, done: on },
    ]);
  }

  protected setRides(to: string | null): void {
    const { rides: _rides, joint: _joint, ...rest } = this.part().place ?? { xMm: 0, yMm: 0, zMm: 0 };
    const [rides, joint] = to?.split(' ') ?? [];
    const place: Place = { ...rest, ...(rides ? { rides } : {}), ...(joint ? { joint } : {}) };
    this.store.do([{ kind: 'note', part: this.partId(), change: { place } }]);
  }

  protected readonly checkFirmware = (text: string): string =>
    !text || /^\d+(\.\d+){0,2}$/.test(text) ? '' : 'A firmware version reads like 4.2 or 4.2.1';

  protected noteFirmware(text: string): void {
    this.store.do([{ kind: 'note', part: this.partId(), change: { firmware: text || null } }]);
  }

  protected putBack(): void {
    this.store.do([{ kind: 'removePart', part: this.partId() }]);
  }

  protected putAt(axis: 'xMm' | 'yMm' | 'zMm', mm: number): void {
    this.place({ [axis]: mm });
  }

  private place(change: Partial<Place>): void {
    const now = this.part().place ?? { xMm: 0, yMm: 0, zMm: 0 };
    this.store.do(
      [{ kind: 'note', part: this.partId(), change: { place: { ...now, ...change } } }],
      `place-${this.partId()}`,
    );
  }

  private async find(port: string | null): Promise<void> {
    const rig = this.store.rig();
    const part = this.partId();
    if (!port || !rig.parts.some((p) => p.id === part)) {
      this.candidates.set(null);
      return;
    }
    try {
      const found = await this.weaver.candidates([rig, part, port]);
      // of another port, or another rig, by now: that one asks for itself
      if (found && rig === this.store.rig() && part === this.partId() && port === this.port())
        this.candidates.set(found);
    } catch (error) {
      this.store.say(`No candidates: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}
