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
import { settingOf, sheetOf, type Place } from '@squallmark/core/rig';
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
  imports: [MatButtonModule],
  templateUrl: './part-card.html',
  styleUrl: './part-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartCard {
  private readonly store = inject(RigStore);
  private readonly weaver = inject(Weaver);
  readonly partId = input.required<string>();
  readonly choose = output<string>();

  protected readonly part = computed(() => this.store.rig().parts.find((p) => p.id === this.partId())!);
  protected readonly sheet = computed(() => sheetOf(this.store.rig(), this.partId()));
  protected readonly others = computed(() =>
    this.store.rig().parts.filter((p) => p.id !== this.partId() && this.store.rig().sheets[p.class]!.joints.length),
  );
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
    this.sheet().settings.map((s) => ({ ...s, now: settingOf(this.sheet(), this.part(), s.id) })),
  );
  /** Port whose candidates are shown: the first free one until another is chosen. */
  protected readonly port = linkedSignal<string, string | null>({
    source: this.partId,
    // a cable that comes or goes must not move the choice
    computation: () => untracked(() => this.ports().find((p) => !p.cables.length)?.id ?? this.ports()[0]?.id ?? null),
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

  protected set(setting: string, event: Event): void {
    this.store.do([{ kind: 'set', part: this.partId(), setting, value: (event.target as HTMLSelectElement).value }]);
  }

  protected setPlace(key: 'xMm' | 'yMm' | 'zMm', event: Event): void {
    const value = Number((event.target as HTMLInputElement).value);
    if (!Number.isFinite(value) || Math.abs(value) > 5000) {
      this.store.say('A part sits within 5 000 mm of the middle');
      return;
    }
    this.place({ [key]: value });
  }

  protected setRides(event: Event): void {
    const rides = (event.target as HTMLSelectElement).value;
    const { rides: _, ...rest } = this.part().place ?? { xMm: 0, yMm: 0, zMm: 0 };
    const place: Place = rides ? { ...rest, rides } : rest;
    this.store.do([{ kind: 'note', part: this.partId(), change: { place } }]);
  }

  protected noteText(key: 'firmware' | 'address', event: Event): void {
    const text = (event.target as HTMLInputElement).value.trim();
    const right = key === 'firmware' ? /^\d+(\.\d+){0,2}$/ : /^(\d{1,3})(\.\d{1,3}){3}$/;
    if (text && !right.test(text)) {
      this.store.say(
        key === 'firmware' ? 'A firmware version reads like 4.2 or 4.2.1' : 'An address reads like 192.168.10.20',
      );
      return;
    }
    this.store.do([{ kind: 'note', part: this.partId(), change: { [key]: text || null } }]);
  }

  protected putBack(): void {
    this.store.do([{ kind: 'removePart', part: this.partId() }]);
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
      if (found) this.candidates.set(found);
    } catch (error) {
      this.store.say(`No candidates: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}
