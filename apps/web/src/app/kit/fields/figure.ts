import {
  ChangeDetectionStrategy,
  Component,
  booleanAttribute,
  computed,
  effect,
  input,
  output,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { groups3, num } from '@squallmark/core/units';
import { Reason } from './reason';

let made = 0;

/**
 * A figure with its unit and bounds. Arrows step it, Page Up and Page Down step tenfold. What lies outside is not taken:
 * the field says why, and the last good figure is back as soon as the field is left.
 */
@Component({
  selector: 'sq-figure',
  template: `@if (!bare()) {
      <label [for]="id">{{ label() }}</label>
    }
    <input
      #field
      type="number"
      class="n"
      [id]="id"
      [attr.aria-label]="bare() ? label() : null"
      [attr.min]="least()"
      [attr.max]="most()"
      [attr.step]="step()"
      [attr.aria-invalid]="reason.stands() ? 'true' : null"
      [attr.aria-describedby]="reason.text() ? id + '-why' : null"
      [placeholder]="empty() ?? ''"
      [disabled]="disabled()"
      (input)="type()"
      (change)="commit()"
      (blur)="leave()"
      (keydown)="page($event)"
    />
    @if (unit()) {
      <span class="m s">{{ unit() }}</span>
    }
    @if (reason.text(); as text) {
      <span class="why" role="alert" [id]="id + '-why'">{{ text }}</span>
    }`,
  styleUrl: './figure.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FigureField {
  readonly label = input.required<string>();
  readonly value = input.required<number | null>();
  readonly unit = input('');
  readonly least = input(-Infinity);
  readonly most = input(Infinity);
  readonly step = input<number | 'any'>(1);
  /** Says why a figure within the bounds is not taken all the same; empty where it is. */
  readonly check = input<(value: number) => string>(() => '');
  /** What an empty field says and stands for; left out, a figure must be there. */
  readonly empty = input<string>();
  readonly disabled = input(false, { transform: booleanAttribute });
  readonly bare = input(false, { transform: booleanAttribute });
  /** Every good figure on the way is told, not only the one that is left standing. */
  readonly live = input(false, { transform: booleanAttribute });
  readonly changed = output<number | null>();
  protected readonly id = `figure-${++made}`;
  protected readonly reason = new Reason();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  /** What this field told last while it is being typed in: its own echo must not rewrite what is typed. */
  private told: number | null | undefined;
  private readonly shown = computed(() => (this.value() === null ? '' : String(this.value())));

  constructor() {
    effect(() => {
      const shown = this.shown();
      const { nativeElement: field } = this.field();
      if (this.told !== undefined && document.activeElement === field && this.isEcho()) return;
      field.value = shown;
      this.told = undefined;
    });
  }

  protected type(): void {
    const read = this.read();
    this.reason.say(read.why);
    if (this.live() && !read.why) this.tell(read.value);
  }

  protected commit(): void {
    const read = this.read();
    this.reason.say(read.why);
    if (!read.why) this.tell(read.value);
  }

  protected leave(): void {
    this.told = undefined;
    // the browser tells a change before the field is left: what is not good by now is given up
    this.field().nativeElement.value = this.shown();
    this.reason.linger();
  }

  protected page(event: KeyboardEvent): void {
    const step = this.step();
    const turn = event.key === 'PageUp' ? 10 : event.key === 'PageDown' ? -10 : 0;
    const { value } = this.read();
    if (!turn || step === 'any' || value === null || Number.isNaN(value)) return;
    event.preventDefault();
    const to = Math.min(this.most(), Math.max(this.least(), Number((value + turn * step).toFixed(6))));
    this.field().nativeElement.value = String(to);
    this.commit();
  }

  private read(): { value: number | null; why: string } {
    const { value: text, valueAsNumber, validity } = this.field().nativeElement;
    if (text === '' && !validity.badInput)
      return { value: null, why: this.empty() === undefined ? 'A figure belongs here' : '' };
    const good = valueAsNumber >= this.least() && valueAsNumber <= this.most();
    const why = good ? this.check()(valueAsNumber) : this.bounds();
    return { value: valueAsNumber, why: why && `${why}; ${this.shown() || this.empty()} is kept` };
  }

  private bounds(): string {
    const [least, most] = [this.least(), this.most()].map(inWords);
    const unit = this.unit() && ` ${this.unit()}`;
    if (this.most() === Infinity)
      return this.least() === -Infinity ? 'A figure belongs here' : `${least}${unit} or more`;
    return this.least() === -Infinity ? `At most ${most}${unit}` : `${least} to ${most}${unit}`;
  }

  private tell(value: number | null): void {
    if (value === (this.told === undefined ? this.value() : this.told)) return;
    this.told = value;
    this.changed.emit(value);
  }

  /** Whether the value that has come is the one that was told, to the step that the store keeps. */
  private isEcho(): boolean {
    const [now, told] = [this.value(), this.told];
    if (now === null || told === null || told === undefined) return now === told;
    return Math.abs(now - told) <= Math.max(0.5, Math.abs(told) * 0.005);
  }
}

const inWords = (n: number): string => (Number.isInteger(n) ? `${n < 0 ? '−' : ''}${groups3(Math.abs(n))}` : num(n, 2));
