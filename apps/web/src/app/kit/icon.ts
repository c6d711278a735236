import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { DomSanitizer } from '@angular/platform-browser';
import left from '@material-symbols/svg-400/outlined/arrow_back.svg';
import right from '@material-symbols/svg-400/outlined/arrow_forward.svg';
import add from '@material-symbols/svg-400/outlined/add.svg';
import close from '@material-symbols/svg-400/outlined/close.svg';
import copy from '@material-symbols/svg-400/outlined/content_copy.svg';
import dark from '@material-symbols/svg-400/outlined/dark_mode.svg';
import remove from '@material-symbols/svg-400/outlined/delete.svg';
import folder from '@material-symbols/svg-400/outlined/folder_open.svg';
import help from '@material-symbols/svg-400/outlined/help.svg';
import light from '@material-symbols/svg-400/outlined/light_mode.svg';
import redo from '@material-symbols/svg-400/outlined/redo.svg';
import search from '@material-symbols/svg-400/outlined/search.svg';
import shelf from '@material-symbols/svg-400/outlined/shelves.svg';
import undo from '@material-symbols/svg-400/outlined/undo.svg';

const SHAPES = { add, close, copy, dark, remove, folder, help, left, light, redo, right, search, shelf, undo };
export type IconName = keyof typeof SHAPES;

/** One of the shipped symbols. Decorative: what holds it carries the name. */
@Component({
  selector: 'sq-icon',
  template: `<span aria-hidden="true" [innerHTML]="shape()"></span>`,
  styles: ':host,span{display:inline-flex} :host ::ng-deep svg{width:18px;height:18px;fill:currentColor}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Icon {
  private readonly sanitizer = inject(DomSanitizer);
  readonly name = input.required<IconName>();
  // the shapes come from the bundle, never from data
  protected readonly shape = computed(() => this.sanitizer.bypassSecurityTrustHtml(SHAPES[this.name()]));
}
