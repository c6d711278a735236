import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
  ViewContainerRef,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { aboutWake, type About } from '@squallmark/core/about';
import { cautionsOf } from '@squallmark/core/files';
import { partsWithSheets } from '@squallmark/core/rig';
import { count, seconds } from '@squallmark/core/units';
import { freeStep, moveStep, readVolts, roomOf, WAKE_KINDS } from '@squallmark/core/wake';
import { AboutFigure } from '../../kit/about/about';
import { Exports } from '../../kit/exports';
import { Choice, type Option } from '../../kit/fields/choice';
import { WordsField } from '../../kit/fields/words';
import { FindingsDock } from '../../kit/findings-dock';
import { RoomIcon } from '../../kit/room-icon';
import { Mark } from '../../kit/mark';
import { Rooms } from '../../kit/rooms';
import { unrolled } from '../../kit/unroll';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import { KIND_WORDS, WakeRun } from '../../state/wake-run';
import { PowerPanel } from './power-panel';
import { Timeline } from './timeline';

/** In what order is it switched on? */
@Component({
  selector: 'sq-wake',
  imports: [
    AboutFigure,
    Choice,
    FindingsDock,
    RoomIcon,
    Timeline,
    Mark,
    MatButtonModule,
    MatMenuModule,
    PowerPanel,
    WordsField,
  ],
  providers: [WakeRun],
  templateUrl: './wake.html',
  styleUrl: './wake.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Wake {
  private readonly store = inject(RigStore);
  private readonly rooms = inject(Rooms);
  private readonly view = inject(ViewContainerRef);
  protected readonly exports = inject(Exports);
  protected readonly run = inject(WakeRun);
  protected readonly plan = this.run.plan;
  protected readonly parts = computed(() =>
    partsWithSheets(this.store.rig()).map(({ part, sheet }) => ({ id: part.id, label: part.label, role: sheet.role })),
  );
  protected readonly cautions = computed(() => cautionsOf(this.store.rig()));
  protected readonly cautionsShown = unrolled(this.cautions, 12);
  protected readonly done = computed(() => new Set(this.run.done().map((s) => s.step.id)));
  private readonly looked = signal<string | null>(null);
  protected readonly chosen = computed(() => this.looked() ?? this.run.next()?.step.id ?? null);
  protected readonly list = unrolled(this.run.steps);
  protected readonly shown = computed(() => this.run.steps().find((s) => s.step.id === this.chosen()) ?? null);
  protected readonly kinds: readonly Option<(typeof WAKE_KINDS)[number]>[] = WAKE_KINDS.map((kind) => ({
    value: kind,
    label: KIND_WORDS[kind],
  }));
  protected readonly hands: readonly Option<number>[] = [
    { value: 1, label: 'One pair of hands' },
    { value: 2, label: 'Two pairs of hands' },
  ];
  protected readonly summary = computed(() => `${this.run.steps().length} steps`);
  protected readonly order = computed(() => {
    const plan = this.plan();
    if (!plan) return '';
    const proven = plan.proven ? 'no order is shorter' : 'best found, not every order tried';
    return `${proven} · waiting alone takes ${seconds(plan.floorSeconds)}`;
  });
  /** What the user's own order costs, and what of it cannot be. */
  protected readonly ownOrder = computed(() => {
    const plan = this.plan();
    if (!plan || (!plan.pins.length && !plan.against.length)) return '';
    const costs = plan.seconds - (plan.freeSeconds ?? plan.seconds);
    const price = costs > 0.05 ? `costs ${seconds(costs)}` : 'costs no time';
    const lost = plan.against.length ? `; ${count(plan.against.length, 'step')} of it cannot be so` : '';
    return `your own order ${price}${lost}`;
  });
  protected readonly seconds = seconds;
  protected readonly aboutLength = (): About | null => {
    const plan = this.plan();
    return plan ? aboutWake(plan) : null;
  };
  protected readonly meter = viewChild(WordsField);
  protected readonly waitText = computed(() => (this.run.waitS() > 0.05 ? seconds(this.run.waitS()) : ''));
  /** Room of the step at hand among the others. */
  protected readonly room = computed(() => {
    const plan = this.plan();
    const id = this.chosen();
    return plan && id ? roomOf(plan, id) : null;
  });
  /** The step at hand stands where the user put it. */
  protected readonly isPinned = computed(() => {
    const id = this.chosen();
    return Boolean(this.plan()?.pins.some((pin) => pin.first === id || pin.then === id));
  });
  /** How a step was done, in words. */
  protected readonly tickText = ({ tick, when }: ReturnType<WakeRun['steps']>[number]): string => {
    if (!tick) return '';
    return tick.notSo === undefined
      ? `✓ ${when}${tick.reading ? ` · ${tick.reading} V` : ''}`
      : `✕ ${when} · ${tick.notSo}`;
  };

  constructor() {
    inject(Keys).use([
      { key: 'Enter', shown: 'Enter', text: 'done, next step', run: () => this.tick('') },
      { key: 'b', text: 'run at the bench', run: () => this.openRun() },
      { key: '0', text: 'begin again', run: () => this.again() },
    ]);
    // a run that filled the screen when the page was closed goes on where it stood
    const opening = effect(() => {
      if (!this.run.setup().open || !this.run.steps().length) return;
      opening.destroy();
      untracked(() => this.openRun());
    });
  }

  protected openRun(): void {
    if (!this.run.steps().length) return;
    this.run.begin();
    void this.rooms.open(
      import('./bench-run/bench-run').then((m) => m.BenchRunRoom),
      {
        ...{ width: '100vw', height: '100dvh', maxWidth: '100vw', panelClass: 'sq-whole', autoFocus: 'dialog' },
        viewContainerRef: this.view,
      },
    );
  }

  protected look(step: string): void {
    this.looked.set(step);
  }

  protected readonly isVolts = (said: string): string =>
    !said || readVolts(said) !== null ? '' : 'Volts read like 16.4';

  protected tick(reading: string): void {
    this.run.tick(reading);
    this.looked.set(null);
  }

  protected again(): void {
    this.run.again();
    this.looked.set(null);
  }

  /** Puts a step at a place among the others; where it cannot stand, says why. */
  protected move(step: string, place: number): void {
    const plan = this.plan();
    if (!plan) return;
    const edit = moveStep(plan, step, place);
    this.looked.set(step);
    if (typeof edit === 'string') this.store.say(edit);
    else this.store.do([edit]);
  }

  protected shift(by: number): void {
    const room = this.room();
    const id = this.chosen();
    if (room && id) this.move(id, room.at + by);
  }

  protected free(): void {
    const own = this.shown()?.step;
    if (own) this.store.do([freeStep(own)]);
  }
}
