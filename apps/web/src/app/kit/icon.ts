import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { DomSanitizer } from '@angular/platform-browser';
import close from '@material-symbols/svg-400/outlined/close.svg';
import dark from '@material-symbols/svg-400/outlined/dark_mode.svg';
import folder from '@material-symbols/svg-400/outlined/folder_open.svg';
import light from '@material-symbols/svg-400/outlined/light_mode.svg';
import redo from '@material-symbols/svg-400/outlined/redo.svg';
import shelf from '@material-symbols/svg-400/outlined/shelves.svg';
import undo from '@material-symbols/svg-400/outlined/undo.svg';

const SHAPES = { close, dark, folder, light, redo, shelf, undo };
type IconName = keyof typeof SHAPES;

/** One of the shipped symbols. Decorative: what holds it carries the name. */
@Component({
  selector: 'sq-icon',
  template: `<span aria-hidden="true" [innerHTML]="shape()"></span>`,
  styles: ':host,span{display:inline-flex} :host ::ng-deep svg{width:18px;height:18px;fill:currentColor}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Icon {
  private readonly sanitizer = inject(DomSanitizer);
  readonly name = input<IconName>();
  /** The shape itself, where it is none of the frame's. */
  readonly svg = input('');
  // the shapes come from the bundle, never from data
  protected readonly shape = computed(() => this.sanitizer.bypassSecurityTrustHtml(this.svg() || SHAPES[this.name()!]));
}
