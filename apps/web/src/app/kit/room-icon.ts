import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import left from '@material-symbols/svg-400/outlined/arrow_back.svg';
import right from '@material-symbols/svg-400/outlined/arrow_forward.svg';
import copy from '@material-symbols/svg-400/outlined/content_copy.svg';
import remove from '@material-symbols/svg-400/outlined/delete.svg';
import { Icon } from './icon';

const SHAPES = { copy, left, remove, right };

/** A symbol that no first look needs: it comes with the room that shows it. */
@Component({
  selector: 'sq-room-icon',
  imports: [Icon],
  template: '<sq-icon [svg]="svg()" />',
  styles: ':host{display:inline-flex}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoomIcon {
  readonly name = input.required<keyof typeof SHAPES>();
  protected readonly svg = computed(() => SHAPES[this.name()]);
}
