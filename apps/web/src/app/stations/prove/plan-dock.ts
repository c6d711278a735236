import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { STEP_KINDS, type CheckStep } from '@squallmark/core/prove';
import { WordsField } from '../../kit/fields/words';
import { Mark } from '../../kit/mark';
import { unrolled } from '../../kit/unroll';
import type { Desk } from '../../state/rig-vault';

/** What a person says of a step at the bench; what it did instead, or why it was skipped. */
export type Told = { passed: true } | { passed: false; saw: string; skipped?: true };

/** Whoever moved the pointer over the list so lately is still looking for a step, ms. */
const LOOKED_MS = 1500;

/** The check plan of this rig: what was proven, what comes next, what failed and how. */
@Component({
  selector: 'sq-plan-dock',
  imports: [Mark, MatButtonModule, WordsField],
  template: `<aside class="dock" aria-label="Check plan">
    <h2 class="h">
      <span>Check plan · {{ plan().length }} steps</span><span class="m s n">{{ passed() }} passed</span>
    </h2>
    <div class="acts">
      @if (byHand()) {
        <button mat-flat-button type="button" [disabled]="!current()" (click)="told.emit({ passed: true })">
          As expected
        </button>
      } @else if (current()?.byEye) {
        <button mat-flat-button type="button" [disabled]="busy()" (click)="looked.emit(true)">Seen</button>
        <button mat-stroked-button type="button" [disabled]="busy()" (click)="looked.emit(false)">Not seen</button>
      } @else {
        <button mat-flat-button type="button" [disabled]="busy() || !current()" (click)="playOne.emit()">
          Play step
        </button>
      }
      @if (byHand()) {
        <!-- at the bench nothing plays by itself -->
      } @else if (busy()) {
        <button mat-stroked-button type="button" (click)="stopAll.emit()">Stop</button>
      } @else {
        <button mat-stroked-button type="button" [disabled]="!plan().length" (click)="playAll.emit()">Play all</button>
      }
      <button mat-stroked-button type="button" [disabled]="busy()" (click)="again.emit()">Begin again</button>
    </div>
    @if (byHand() && current()) {
      <form class="instead" (submit)="tellInstead($event)">
        <sq-words
          bare
          label="What it did instead, or why it is skipped"
          empty="it did something else…"
          [value]="instead()"
          (typed)="instead.set($event)"
        />
        <button mat-stroked-button type="submit" [disabled]="!instead().trim()">It did this</button>
        <button mat-stroked-button type="button" [disabled]="!instead().trim()" (click)="skip()">Skip</button>
      </form>
    }
    <ol (pointerdown)="pressed.set(true)" (pointermove)="looking()" (wheel)="looking()">
      @for (row of shown(); track row.step.id) {
        @if (row.heading) {
          <li class="kind m s">
            <h3>{{ row.heading }}</h3>
          </li>
        }
        <li [class.cur]="row.step.id === current()?.id" [class.failed]="row.failed">
          <button
            type="button"
            (click)="choose.emit(row.step.id)"
            [attr.aria-current]="row.step.id === current()?.id ? 'step' : null"
          >
            @if (row.verdict) {
              <sq-mark [kind]="row.verdict.passed ? 'clear' : row.failed ? 'stop' : 'watch'" />
            } @else {
              <span class="n m s">{{ row.n }}</span>
            }
            <span>
              <b>{{ row.step.title }}</b>
              @if (row.verdict?.skipped) {
                <span class="m s">skipped: {{ row.verdict!.saw }}</span>
              } @else if (row.verdict && !row.verdict.passed) {
                <span class="s">expected {{ row.verdict.expected }} — saw {{ row.verdict.saw }}</span>
              } @else if (row.verdict) {
                <span class="m s">{{ row.verdict.saw }}{{ row.stale ? ' · at rev ' + row.verdict.revision : '' }}</span>
              } @else {
                @if (row.step.setUpText) {
                  <span class="m s">first {{ row.step.setUpText }}</span>
                }
                <span class="m s">{{ row.step.byEye ? 'look: ' : 'expect ' }}{{ row.step.expectText }}</span>
              }
            </span>
          </button>
        </li>
      } @empty {
        <li class="m none">No plan yet: nothing on this rig can be steered.</li>
      }
    </ol>
  </aside>`,
  styleUrl: './plan-dock.scss',
  host: { '(document:pointerup)': 'pressed.set(false)', '(document:pointercancel)': 'pressed.set(false)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanDock {
  readonly plan = input.required<readonly CheckStep[]>();
  readonly verdicts = input.required<Desk['verdicts']>();
  readonly revision = input.required<number>();
  readonly current = input.required<CheckStep | null>();
  readonly busy = input.required<boolean>();
  /** The rig on the bench is proven: a person does each step and says what it did. */
  readonly byHand = input(false);
  /** What it did, as a person says. */
  readonly told = output<Told>();
  readonly playOne = output();
  /** A step that only eyes can tell: whether it was seen. */
  readonly looked = output<boolean>();
  readonly playAll = output();
  readonly stopAll = output();
  readonly again = output();
  readonly choose = output<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  protected readonly rows = computed(() =>
    this.plan().map((step, i) => {
      const verdict = this.verdicts()[step.id];
      const heading = step.kind && step.kind !== this.plan()[i - 1]?.kind ? STEP_KINDS[step.kind] : null;
      const failed = verdict !== undefined && !verdict.passed && !verdict.skipped;
      return { step, n: i + 1, heading, verdict, failed, stale: verdict && verdict.revision !== this.revision() };
    }),
  );
  protected readonly shown = unrolled(this.rows, 18);
  /** Typed, not yet said: of the step at hand only. */
  protected readonly instead = linkedSignal({ source: () => this.current()?.id, computation: () => '' });
  private lookedMs = -Infinity;
  /** A step is being pressed: the list stays under the finger until it is let go. */
  protected readonly pressed = signal(false);
  protected readonly passed = computed(() => this.rows().filter((r) => r.verdict?.passed).length);

  constructor() {
    afterRenderEffect(() => {
      // what is not drawn yet is brought in once it is
      if (this.current() && this.shown().length && !this.pressed() && !this.isLookedThrough()) this.bringIn();
    });
  }

  protected looking(): void {
    this.lookedMs = performance.now();
  }

  /** Somebody goes through the list: it does not run away from under the pointer. */
  private isLookedThrough(): boolean {
    return performance.now() - this.lookedMs < LOOKED_MS;
  }

  protected tellInstead(event: Event): void {
    event.preventDefault();
    if (this.instead().trim()) this.told.emit({ passed: false, saw: this.instead().trim() });
  }

  protected skip(): void {
    this.told.emit({ passed: false, saw: this.instead().trim(), skipped: true });
  }

  /** Scrolls the list alone: where the plan lies below the sticks, the page stays under the hand. */
  private bringIn(): void {
    const list = this.host.nativeElement.querySelector('ol');
    const step = list?.querySelector('.cur')?.getBoundingClientRect();
    if (!list || !step) return;
    const box = list.getBoundingClientRect();
    if (step.top < box.top) list.scrollTop -= box.top - step.top;
    else if (step.bottom > box.bottom) list.scrollTop += step.bottom - box.bottom;
  }
}
