import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { CheckStep, StepKind } from '@squallmark/core/prove';
import { Mark } from '../../kit/mark';
import type { Desk } from '../../state/rig-vault';

/** What people call the kinds of work. */
const HEADINGS: Record<StepKind, string> = {
  leads: 'Leads, nothing powered',
  pages: 'Pages, read back',
  supplies: 'Packs and volts',
  channels: 'Radio and slots',
  pictures: 'Pictures',
  functions: 'What each control does',
  looks: 'At rest',
  radio: 'Hand-over and lost radio',
  'by eye': 'By eye',
  'power-off': 'Off and on again',
};

/** The check plan of this rig: what was proven, what comes next, what failed and how. */
@Component({
  selector: 'sq-plan-dock',
  imports: [Mark, MatButtonModule],
  template: `<aside class="dock" aria-label="Check plan">
    <h2 class="h">
      <span>Check plan · {{ plan().length }} steps</span><span class="m s n">{{ passed() }} passed</span>
    </h2>
    <div class="acts">
      @if (current()?.byEye) {
        <button mat-flat-button type="button" [disabled]="busy()" (click)="looked.emit(true)">Seen</button>
        <button mat-stroked-button type="button" [disabled]="busy()" (click)="looked.emit(false)">Not seen</button>
      } @else {
        <button mat-flat-button type="button" [disabled]="busy() || !current()" (click)="playOne.emit()">
          Play step
        </button>
      }
      @if (busy()) {
        <button mat-stroked-button type="button" (click)="stopAll.emit()">Stop</button>
      } @else {
        <button mat-stroked-button type="button" [disabled]="!plan().length" (click)="playAll.emit()">Play all</button>
      }
      <button mat-stroked-button type="button" [disabled]="busy()" (click)="again.emit()">Begin again</button>
    </div>
    <ol>
      @for (row of rows(); track row.step.id) {
        @if (row.heading) {
          <li class="kind m s">
            <h3>{{ row.heading }}</h3>
          </li>
        }
        <li [class.cur]="row.step.id === current()?.id" [class.failed]="row.verdict && !row.verdict.passed">
          <button
            type="button"
            (click)="choose.emit(row.step.id)"
            [attr.aria-current]="row.step.id === current()?.id ? 'step' : null"
          >
            @if (row.verdict) {
              <sq-mark [kind]="row.verdict.passed ? 'clear' : 'stop'" />
            } @else {
              <span class="n m s">{{ row.n }}</span>
            }
            <span>
              <b>{{ row.step.title }}</b>
              @if (row.verdict && !row.verdict.passed) {
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
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanDock {
  readonly plan = input.required<readonly CheckStep[]>();
  readonly verdicts = input.required<Desk['verdicts']>();
  readonly revision = input.required<number>();
  readonly current = input.required<CheckStep | null>();
  readonly busy = input.required<boolean>();
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
      const heading = step.kind && step.kind !== this.plan()[i - 1]?.kind ? HEADINGS[step.kind] : null;
      return { step, n: i + 1, heading, verdict, stale: verdict && verdict.revision !== this.revision() };
    }),
  );
  protected readonly passed = computed(() => this.rows().filter((r) => r.verdict?.passed).length);

  constructor() {
    afterRenderEffect(() => {
      if (this.current()) this.bringIn();
    });
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
