import { CDK_VIRTUAL_SCROLL_VIEWPORT } from '@angular/cdk/scrolling';
import { CdkTableModule } from '@angular/cdk/table';
import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  booleanAttribute,
  computed,
  contentChildren,
  inject,
  input,
  output,
  signal,
  type Signal,
  type TemplateRef,
} from '@angular/core';
import { unrolled } from '../unroll';
import { CellOf, HeadOf, type CellContext, type Column } from './cell';

/** So many fill what a station leaves to a table; those of a larger screen follow at once. */
const FIRST_ROWS = 14;

/** A table: heads that stay in sight and sort, rows that can be chosen by click, arrows and Enter, words where it is empty. */
@Component({
  selector: 'sq-table',
  imports: [CdkTableModule, NgTemplateOutlet],
  templateUrl: './table.html',
  styleUrl: './table.scss',
  // in a viewport that scrolls, only the rows in sight are made; the table within looks no farther than this one
  viewProviders: [
    {
      provide: CDK_VIRTUAL_SCROLL_VIEWPORT,
      useFactory: () => inject(CDK_VIRTUAL_SCROLL_VIEWPORT, { optional: true, skipSelf: true }),
    },
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Table<T> {
  readonly caption = input.required<string>();
  readonly rows = input.required<readonly T[]>();
  readonly columns = input.required<readonly Column<T>[]>();
  /** What a row stays itself by. */
  readonly key = input<(row: T, index: number) => unknown>((_, index) => index);
  readonly chosen = input<(row: T) => boolean>(() => false);
  /** Rows can be chosen. */
  readonly choosable = input(false, { transform: booleanAttribute });
  /** No row of heads: the cells speak for themselves. */
  readonly headless = input(false, { transform: booleanAttribute });
  readonly muted = input<(row: T) => boolean>(() => false);
  /** Rows that hang on each other, each after the one it hangs on: how deep, and whether it shows what hangs on it (null: nothing does). */
  readonly tree = input<Tree<T> | null>(null);
  /** A row is to be folded, or unfolded. */
  readonly turn = output<T>();
  /** What is said when there are no rows. */
  readonly empty = input('');
  readonly choose = output<T>();

  private readonly cells = contentChildren<CellOf<T>>(CellOf);
  private readonly heads = contentChildren(HeadOf);
  protected readonly ids = computed(() => this.columns().map((c) => c.id));
  protected readonly by = signal<{ id: string; down: boolean } | null>(null);
  private readonly sorted = computed(() => {
    const by = this.by();
    const of = this.columns().find((c) => c.id === by?.id)?.sort;
    if (!by || !of) return [...this.rows()];
    const turn = by.down ? -1 : 1;
    return [...this.rows()].sort((a, b) => turn * inOrder(of(a), of(b)));
  });
  /** All of them where a viewport makes only those in sight. */
  protected readonly shown: Signal<readonly T[]> = inject(CDK_VIRTUAL_SCROLL_VIEWPORT, { optional: true })
    ? this.sorted
    : unrolled(this.sorted, FIRST_ROWS);
  protected readonly track = (index: number, row: T): unknown => this.key()(row, index);

  private readonly noneChosen = computed(() => !this.rows().some((row) => this.chosen()(row)));

  /** The one row that Tab stops at: the chosen one, or the first. */
  protected isStop(row: T, index: number): boolean {
    return this.chosen()(row) || (index === 0 && this.noneChosen());
  }

  protected cellOf(id: string): TemplateRef<CellContext<T>> | null {
    return this.cells().find((c) => c.id() === id)?.template ?? null;
  }

  protected headOf(id: string): TemplateRef<object> | null {
    return this.heads().find((h) => h.id() === id)?.template ?? null;
  }

  /** Up, then down, then as it was. */
  protected sortBy({ id }: Column<T>): void {
    this.by.update((now) => (now?.id !== id ? { id, down: false } : now.down ? null : { id, down: true }));
  }

  protected orderOf({ id, sort }: Column<T>): 'ascending' | 'descending' | 'none' | null {
    if (!sort) return null;
    const by = this.by();
    if (by?.id !== id) return 'none';
    return by.down ? 'descending' : 'ascending';
  }

  /** Keys of a row that has the focus itself; what stands in its cells keeps its own. */
  protected press(event: KeyboardEvent, row: T): void {
    const at = event.currentTarget as HTMLElement;
    if (event.target !== at) return;
    const open = this.tree()?.open(row) ?? null;
    const to =
      event.key === 'ArrowDown' ? at.nextElementSibling : event.key === 'ArrowUp' ? at.previousElementSibling : null;
    if (to instanceof HTMLElement) to.focus();
    else if (open !== null && event.key === (open ? 'ArrowLeft' : 'ArrowRight')) this.turn.emit(row);
    else if (event.key === 'Enter' || event.key === ' ') this.choose.emit(row);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
}

/** See {@link Table.tree}. */
export interface Tree<T> {
  /** From 0. */
  level: (row: T) => number;
  open: (row: T) => boolean | null;
}

/** Figures by size, words as a person sorts them: C2 before C10. */
function inOrder(a: string | number, b: string | number): number {
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  return String(a).localeCompare(String(b), undefined, { numeric: true });
}
