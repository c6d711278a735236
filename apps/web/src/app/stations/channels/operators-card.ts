import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { setUpTwoOperators } from '@squallmark/core/channels';
import { whyUnsolved } from '@squallmark/core/channels-studies';
import { flies, hasControls } from '@squallmark/core/parts';
import { labelOf, partsThat, sheetOf, type HandOver } from '@squallmark/core/rig';
import { Choice, type Option } from '../../kit/fields/choice';
import { Tick } from '../../kit/fields/tick';
import { Mark } from '../../kit/mark';
import { AnalysisStore } from '../../state/analysis';
import { RigStore } from '../../state/rig-store';

/** The second transmitter: which channels it may have, by which switch, and whether it gets through. */
@Component({
  selector: 'sq-operators-card',
  imports: [Choice, MatButtonModule, Mark, Tick],
  template: `<div class="top">
      <h2>Two operators</h2>
      <button class="shut" type="button" aria-label="Close two operators" (click)="shut.emit()">×</button>
    </div>
    @if (handOver(); as h) {
      <p>
        <sq-mark [kind]="breaks() ? 'watch' : 'clear'" /> {{ name(h.from) }} hands over to {{ name(h.to) }},
        {{ h.over }}.
        @if (breaks(); as why) {
          <span class="m">{{ why }}</span>
        }
      </p>
      <h3>Handed over</h3>
      <sq-choice
        label="Switch that hands over"
        [options]="switches()"
        [value]="h.control"
        (chosen)="setSwitch(h, $event)"
      />
      <h3>Channels {{ name(h.to) }} may have</h3>
      @for (r of rows(); track r.channel) {
        <sq-tick [on]="r.takes !== null" [disabled]="r.flies" (turned)="toggle(h, r.channel)"
          ><span class="sr">Hand over channel </span>{{ r.channel }} · {{ r.text }}</sq-tick
        >
        @if (r.takes !== null) {
          <p class="m s">takes channel {{ r.takes }}: {{ r.control }}</p>
        }
      }
      <p class="m s">
        Proof: before hand-over the second has no effect, after it does, and flight channels never move. Props off until
        then.
      </p>
      <div class="acts">
        <button mat-stroked-button type="button" (click)="alone(h)">Pilot alone</button>
      </div>
    } @else {
      <p class="m">
        A second transmitter carries the camera. The first hands over only the camera's channels, by a switch, and takes
        them back at will.
      </p>
      <div class="acts">
        <button mat-flat-button type="button" (click)="setUp()">Set up two operators</button>
      </div>
    }`,
  styleUrl: './side-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'complementary', 'aria-label': 'Two operators' },
})
export class OperatorsCard {
  private readonly store = inject(RigStore);
  private readonly result = inject(AnalysisStore).result;
  readonly shut = output();

  protected readonly handOver = computed((): HandOver | undefined => this.store.rig().handOvers[0]);
  protected readonly breaks = computed(() => {
    const link = this.result()?.analysis.channels.handOvers[0];
    return link?.breaks ?? null;
  });
  protected readonly switches = computed((): Option<string | null>[] => {
    const from = this.handOver()?.from;
    const controls = from === undefined ? [] : sheetOf(this.store.rig(), from).controls;
    const switches = controls.filter((c) => c.kind === 'switch2' || c.kind === 'switch3');
    return [{ value: null, label: 'none yet' }, ...switches.map(({ id, label }) => ({ value: id, label }))];
  });
  protected readonly rows = computed(() =>
    (this.result()?.analysis.channels.rows ?? [])
      .filter((r) => r.moves.length)
      .map((r) => {
        const taken = this.handOver()?.channels.find((c) => c.channel === r.channel);
        return {
          channel: r.channel,
          text: r.moves.map((m) => `${m.partLabel} ${m.fn.label.toLowerCase()}`).join(', '),
          flies: r.moves.some((m) => flies(sheetOf(this.store.rig(), m.part))),
          takes: taken?.takes ?? null,
          control: r.second?.control?.label ?? 'nothing yet',
        };
      }),
  );

  protected name(part: string): string {
    return labelOf(this.store.rig(), part);
  }

  protected setUp(): void {
    const set = setUpTwoOperators(this.store.rig());
    if (!set.ok) return this.store.say(`Not set up: ${set.why}`);
    this.store.do(set.edits);
    const { unsolved } = set.assigned;
    if (unsolved) this.store.say(`Not all assigned: ${whyUnsolved(unsolved)}`);
    else if (!partsThat(this.store.rig(), hasControls).length || !set.assigned.rows.length)
      this.store.say("No wish is the camera operator's yet: say so at Brief, or tick channels here");
  }

  protected setSwitch(handOver: HandOver, control: string | null): void {
    this.store.do([{ kind: 'handOver', handOver: { ...handOver, control } }]);
  }

  protected toggle(handOver: HandOver, channel: number): void {
    const others = handOver.channels.filter((c) => c.channel !== channel);
    const was = others.length !== handOver.channels.length;
    const free = [5, 6, 7, 8, 1, 2, 3, 4].find((n) => !others.some((c) => c.takes === n)) ?? 8;
    const channels = was ? others : [...others, { channel, takes: free }].sort((a, b) => a.channel - b.channel);
    this.store.do([{ kind: 'handOver', handOver: { ...handOver, channels } }]);
  }

  protected alone({ from, to }: HandOver): void {
    this.store.do([
      { kind: 'noHandOver', from, to },
      { kind: 'school', choice: { operators: 'alone' } },
    ]);
  }
}
