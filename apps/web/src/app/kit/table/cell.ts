import { Directive, inject, input, TemplateRef } from '@angular/core';

/** What stands in the cells of a column: `<ng-template sqCell="volts" [of]="rows()" let-row>`; `of` only tells the row's type. */
@Directive({ selector: 'ng-template[sqCell]' })
export class CellOf<T> {
  readonly id = input.required<string>({ alias: 'sqCell' });
  readonly of = input<readonly T[]>([]);
  readonly template = inject<TemplateRef<CellContext<T>>>(TemplateRef);

  static ngTemplateContextGuard<T>(_: CellOf<T>, _context: unknown): _context is CellContext<T> {
    return true;
  }
}

/** What stands at the head of a column, where a word is not enough. */
@Directive({ selector: 'ng-template[sqHead]' })
export class HeadOf {
  readonly id = input.required<string>({ alias: 'sqHead' });
  readonly template = inject<TemplateRef<object>>(TemplateRef);
}

export interface CellContext<T> {
  $implicit: T;
  index: number;
}

/** One column of a table. */
export interface Column<T> {
  id: string;
  head: string;
  /** The head is told, not shown. */
  quiet?: boolean;
  /** To the right, in the numbers' face. */
  figure?: boolean;
  /** In small, muted letters. */
  small?: boolean;
  /** As wide as the page says it, in CSS; else as its cells need. */
  width?: string;
  /** What the cells say, where no template of the page does. */
  text?: (row: T) => string | number;
  /** The column can be sorted by this. */
  sort?: (row: T) => string | number;
}
