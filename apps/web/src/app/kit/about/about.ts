import { ChangeDetectionStrategy, Component, ElementRef, inject, Injector, input, signal } from '@angular/core';
import type { About } from '@squallmark/core/about';
import { Updates } from '../../state/updates';

/** A figure that can be asked where it comes from. What it is, its formula and its grounds are fetched when it is asked. */
@Component({
  selector: 'sq-about',
  template: `<button
    type="button"
    aria-haspopup="dialog"
    title="About this figure"
    [attr.aria-expanded]="open()"
    (click)="show($event)"
  >
    <ng-content />
  </button>`,
  styles: `
    button {
      padding: 0;
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      letter-spacing: inherit;
      text-align: inherit;
      cursor: help;
      text-decoration: underline dotted var(--rule-strong) 1px;
      text-underline-offset: 3px;

      &:hover {
        text-decoration-color: var(--harbour);
      }
    }
    @media (pointer: coarse) {
      button {
        min-height: 40px;
        min-width: 40px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AboutFigure {
  /** Works out what stands behind the figure; null where there is nothing to say. */
  readonly of = input.required<() => About | null | Promise<About | null>>();
  protected readonly open = signal(false);
  private readonly updates = inject(Updates);
  private readonly injector = inject(Injector);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  protected async show(event: Event): Promise<void> {
    // the row it stands in is not chosen by asking
    event.stopPropagation();
    if (this.open()) return;
    this.open.set(true);
    try {
      const [about, { openAbout }] = await Promise.all([this.of()(), import('./about-panel')]);
      this.open.set(about !== null);
      if (about) openAbout(this.injector, this.button(), about, () => this.open.set(false));
    } catch (error) {
      this.open.set(false);
      if (!this.updates.lost()) throw error;
    }
  }

  private button(): HTMLElement {
    return this.host.nativeElement.querySelector('button')!;
  }
}
