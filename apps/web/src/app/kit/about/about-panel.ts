import { CdkTrapFocus } from '@angular/cdk/a11y';
import {
  createFlexibleConnectedPositionStrategy,
  createOverlayRef,
  createRepositionScrollStrategy,
} from '@angular/cdk/overlay';
import { ComponentPortal } from '@angular/cdk/portal';
import { ChangeDetectionStrategy, Component, InjectionToken, inject, Injector } from '@angular/core';
import type { About } from '@squallmark/core/about';
import { merge } from 'rxjs';
import { Icon } from '../icon';

interface Shown {
  about: About;
  close: () => void;
}

const SHOWN = new InjectionToken<Shown>('shown figure');

/** What a figure is, how it is come by, and what it stands on. */
@Component({
  selector: 'sq-about-panel',
  imports: [CdkTrapFocus, Icon],
  template: `<div
    role="dialog"
    aria-labelledby="about-h"
    cdkTrapFocus
    cdkTrapFocusAutoCapture
    (keydown.escape)="close()"
  >
    <h2 id="about-h">
      <span>{{ about.title }}</span><b class="n">{{ about.figure }}</b>
      <button type="button" aria-label="Close" (click)="close()"><sq-icon name="close" /></button>
    </h2>
    <p>{{ about.is }}</p>
    @if (about.how) {
      <p class="how n">= {{ about.how }}</p>
    }
    <dl>
      @for (g of about.grounds; track $index) {
        <dt>{{ g.what }}</dt>
        <dd class="n">{{ g.value }}</dd>
        <dd class="m">{{ g.source }}</dd>
      }
    </dl>
  </div>`,
  styleUrl: './about-panel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class AboutPanel {
  private readonly shown = inject(SHOWN);
  protected readonly about = this.shown.about;
  protected readonly close = this.shown.close;
}

/** Opens the panel beside a figure; Escape, its cross and a press anywhere else close it, and the figure has the focus again. */
export function openAbout(injector: Injector, origin: HTMLElement, about: About, closed: () => void): void {
  const side = (y: 'top' | 'bottom', x: 'start' | 'end') =>
    ({
      originX: x,
      originY: y,
      overlayX: x,
      overlayY: y === 'top' ? 'bottom' : 'top',
      offsetY: y === 'top' ? -4 : 4,
    }) as const;
  const overlay = createOverlayRef(injector, {
    positionStrategy: createFlexibleConnectedPositionStrategy(injector, origin)
      .withPositions([side('bottom', 'start'), side('bottom', 'end'), side('top', 'start'), side('top', 'end')])
      .withViewportMargin(8)
      .withPush(),
    scrollStrategy: createRepositionScrollStrategy(injector, { autoClose: true }),
    hasBackdrop: true,
    backdropClass: 'cdk-overlay-transparent-backdrop',
    disposeOnNavigation: true,
  });
  const close = (): void => overlay.dispose();
  overlay.detachments().subscribe(() => {
    closed();
    origin.focus();
  });
  // a press that comes before the ground under it is laid counts too
  merge(overlay.backdropClick(), overlay.outsidePointerEvents()).subscribe(close);
  const providers = [{ provide: SHOWN, useValue: { about, close } satisfies Shown }];
  overlay.attach(new ComponentPortal(AboutPanel, null, Injector.create({ parent: injector, providers })));
}
