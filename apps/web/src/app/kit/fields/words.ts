import {
  ChangeDetectionStrategy,
  Component,
  booleanAttribute,
  computed,
  input,
  linkedSignal,
  output,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { Reason } from './reason';

let made = 0;

/** A line of words, or a search. What `check` refuses is not taken: the field says why and keeps what was. */
@Component({
  selector: 'sq-words',
  template: `@if (!bare()) {
      <label [for]="id">{{ label() }}</label>
    }
    <input
      #field
      [type]="search() ? 'search' : 'text'"
      autocomplete="off"
      [id]="id"
      [value]="standing()"
      [attr.aria-label]="bare() ? label() : null"
      [attr.maxlength]="most()"
      [attr.inputmode]="figures() ? 'decimal' : null"
      [attr.aria-invalid]="reason.stands() ? 'true' : null"
      [attr.aria-describedby]="described()"
      [placeholder]="empty()"
      [disabled]="disabled()"
      (input)="type()"
      (change)="commit()"
      (blur)="leave()"
      (keydown.enter)="entered.emit($event)"
    />
    @if (unit()) {
      <span class="m s">{{ unit() }}</span>
    }
    @if (reason.text(); as text) {
      <span class="why" role="alert" [id]="id + '-why'">{{ text }}</span>
    }`,
  styleUrl: './words.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WordsField {
  readonly label = input.required<string>();
  readonly value = input('');
  readonly empty = input('');
  readonly unit = input('');
  /** Letters at most. */
  readonly most = input(400);
  readonly search = input(false, { transform: booleanAttribute });
  /** A figure that is read off an instrument: the phone shows its number keys. */
  readonly figures = input(false, { transform: booleanAttribute });
  readonly disabled = input(false, { transform: booleanAttribute });
  readonly bare = input(false, { transform: booleanAttribute });
  /** Says why words are not taken; empty where they are. */
  readonly check = input<(words: string) => string>(() => '');
  /** Element that says more about the field. */
  readonly about = input<string>();
  /** Each letter as it comes. */
  readonly typed = output<string>();
  /** The words that were left standing, trimmed. */
  readonly changed = output<string>();
  readonly entered = output<Event>();
  protected readonly standing = linkedSignal(() => this.value());
  protected readonly id = `words-${++made}`;
  protected readonly reason = new Reason();
  protected readonly described = computed(() => (this.reason.text() ? `${this.id}-why` : (this.about() ?? null)));
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('field');

  private get element(): HTMLInputElement {
    return this.field()!.nativeElement;
  }

  focus(): void {
    this.element.focus();
  }

  /** What stands there now. */
  read(): string {
    return this.element.value.trim();
  }

  clear(): void {
    this.element.value = '';
  }

  /** What a form says stands here. */
  put(words: string): void {
    this.standing.set(words);
    // letters that were typed stand there without being told
    if (this.field()) this.element.value = words;
  }

  protected type(): void {
    const words = this.element.value;
    if (this.reason.text()) this.reason.say(this.check()(words.trim()));
    this.typed.emit(words);
  }

  protected commit(): void {
    const words = this.read();
    this.reason.say(this.check()(words));
    if (!this.reason.text()) this.changed.emit(words);
  }

  /** Words that were refused give way to what was. */
  protected leave(): void {
    if (!this.reason.text()) return;
    this.element.value = this.value();
    this.reason.linger();
  }
}
