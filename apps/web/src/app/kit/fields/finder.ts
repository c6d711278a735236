import { ActiveDescendantKeyManager, type Highlightable } from '@angular/cdk/a11y';
import {
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  effect,
  ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
  untracked,
  viewChildren,
  Directive,
} from '@angular/core';

let made = 0;

/** One place in the list under a finder. */
@Directive({
  selector: '[sqFound]',
  host: { role: 'option', '[id]': 'id', '[attr.aria-selected]': 'active()' },
})
class Found implements Highlightable {
  readonly id = `found-${++made}`;
  protected readonly active = signal(false);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  setActiveStyles(): void {
    this.active.set(true);
    this.host.nativeElement.scrollIntoView?.({ block: 'nearest' });
  }

  setInactiveStyles(): void {
    this.active.set(false);
  }
}

/** A search whose finds stand in a list under it: arrows go through them, Enter takes the one that is marked. */
@Component({
  selector: 'sq-finder',
  imports: [Found],
  template: `<input
      type="search"
      role="combobox"
      autocomplete="off"
      aria-expanded="true"
      [attr.aria-label]="label()"
      [attr.aria-controls]="listId"
      [attr.aria-activedescendant]="activeId()"
      [placeholder]="empty()"
      (input)="typed.emit($any($event.target).value)"
      (keydown)="press($event)"
    />
    <ul role="listbox" [id]="listId" [attr.aria-label]="label() + ': finds'">
      @for (find of finds(); track find.note + find.text) {
        <li sqFound (click)="chosen.emit(find)">
          <span>{{ find.text }}</span><span class="m s">{{ find.note }}</span>
        </li>
      }
    </ul>`,
  styles: `
    input {
      width: 100%;
      font: inherit;
      font-size: 15px;
      padding: 7px 9px;
      color: var(--ink);
      background: var(--panel);
      border: 1px solid var(--rule-strong);
      border-radius: var(--r);
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 10px 0 0;
    }
    li {
      display: flex;
      justify-content: space-between;
      gap: 12px;
      padding: 6px 9px;
      cursor: pointer;
      border-radius: var(--r);
    }
    li[aria-selected='true'] {
      background: var(--harbour-tint);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Finder<F extends { text: string; note: string }> {
  readonly label = input.required<string>();
  readonly finds = input.required<readonly F[]>();
  readonly empty = input('');
  readonly typed = output<string>();
  readonly chosen = output<F>();
  protected readonly listId = `finds-${++made}`;
  protected readonly activeId = signal<string | null>(null);
  private readonly page = inject(ApplicationRef);
  private readonly items = viewChildren(Found);
  private readonly keys = new ActiveDescendantKeyManager(this.items, inject(Injector)).withHomeAndEnd();

  constructor() {
    this.keys.change.subscribe(() => this.activeId.set(this.keys.activeItem?.id ?? null));
    // the best find is marked as soon as it is there
    effect(() => {
      const none = !this.items().length;
      untracked(() => (none ? this.activeId.set(null) : this.keys.setFirstItemActive()));
    });
  }

  protected press(event: KeyboardEvent): void {
    // whoever types fast means what the letters find, not what stood there before them
    if (event.key === 'Enter') this.page.tick();
    const find = this.finds()[this.keys.activeItemIndex ?? -1];
    if (event.key === 'Enter' && find) {
      event.preventDefault();
      this.chosen.emit(find);
    } else this.keys.onKeydown(event);
  }
}
