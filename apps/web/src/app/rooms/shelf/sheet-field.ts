import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  forwardRef,
  inject,
  input,
  output,
} from '@angular/core';
import type { FormNode } from '@squallmark/core/files';
import { Choice, optionsOf, type Option } from '../../kit/fields/choice';
import { FigureField } from '../../kit/fields/figure';
import { Tick } from '../../kit/fields/tick';
import { WordsField } from '../../kit/fields/words';
import { Fold } from '../../kit/fold';
import { FormTools } from './form-tools';
import { WidthScale, type ScaleWindow } from './width-scale';

type Kind<K extends FormNode['kind']> = Extract<FormNode, { kind: K }>;

/** One entry of the form of a sheet, or all that lies in it. What it gives on is the whole value, changed in one place. */
@Component({
  selector: 'sq-sheet-field',
  imports: [Choice, FigureField, Fold, Tick, WidthScale, WordsField, forwardRef(() => SheetField)],
  templateUrl: './sheet-field.html',
  styleUrl: './sheet-field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SheetField {
  private readonly tools = inject(FormTools);
  readonly node = input.required<FormNode>();
  readonly value = input.required<unknown>();
  /** The whole sheet: what can be named by its id. */
  readonly sheet = input.required<unknown>();
  /** To be read only. */
  readonly still = input(false, { transform: booleanAttribute });
  readonly changed = output<unknown>();

  protected readonly figure = computed(() => this.node() as Kind<'figure'>);
  protected readonly words = computed(() => this.node() as Kind<'words'>);
  protected readonly itemNode = computed(() => (this.node() as Kind<'list'>).item);
  protected readonly text = computed(() => (typeof this.value() === 'string' ? (this.value() as string) : ''));
  protected readonly number = computed(() => (typeof this.value() === 'number' ? (this.value() as number) : null));
  protected readonly items = computed(() => (Array.isArray(this.value()) ? (this.value() as unknown[]) : []));
  protected readonly isLeaf = computed(() => !['group', 'ways', 'list', 'tuple'].includes(this.itemNode().kind));
  protected readonly isFull = computed(() => this.items().length >= (this.node() as Kind<'list'>).most);

  protected readonly fields = computed(() => {
    const all = (this.value() ?? {}) as Record<string, unknown>;
    return (this.node() as Kind<'group'>).fields
      .filter(([, node]) => node.kind !== 'fixed')
      .map(([key, node]) => ({
        key,
        node,
        // an empty list can be added to; another thing that is left out is offered
        value: all[key] ?? (node.kind === 'list' ? [] : undefined),
        whole: ['list', 'group', 'ways', 'tuple'].includes(node.kind),
      }));
  });

  protected readonly parts = computed(() =>
    (this.node() as Kind<'tuple'>).parts.map((node, i) => ({ node, value: this.items()[i] })),
  );

  /** Words of a choice, or ids of the list that the words name; none where anything can be written. */
  protected readonly options = computed((): Option<string>[] => {
    const node = this.node();
    if (node.kind === 'choice') return optionsOf(node.values);
    if (node.kind !== 'words' || node.of === null) return [];
    const ids = this.tools.idsOf(this.sheet(), node.of);
    return ids.length ? optionsOf([...new Set([...ids, this.text()])]) : [];
  });

  protected readonly ways = computed(() =>
    (this.node() as Kind<'ways'>).ways.map(({ value, title }) => ({ value, label: title })),
  );
  protected readonly way = computed(() => {
    const { by, ways } = this.node() as Kind<'ways'>;
    const now = (this.value() as Record<string, unknown> | null)?.[by];
    return ways.some((w) => w.value === now) ? (now as string) : ways[0]!.value;
  });
  protected readonly wayNode = computed(
    () => (this.node() as Kind<'ways'>).ways.find((w) => w.value === this.way())?.node ?? null,
  );

  /** Items as windows of widths, where they are such. */
  protected readonly windows = computed((): ScaleWindow[] | null => {
    const item = this.itemNode();
    const isWindow = item.kind === 'group' && item.fields.some(([key]) => key === 'fromUs');
    return isWindow && this.items().length ? (this.items() as ScaleWindow[]) : null;
  });
  /** One of the list, in its own words: "+ Port". */
  protected readonly one = computed(() => {
    const { title, item } = this.node() as Kind<'list'>;
    return item.title === title || item.kind === 'group' ? title.replace(/s$/, '') : item.title;
  });

  protected isList(node: FormNode): boolean {
    return node.kind === 'list';
  }

  protected nameOf(item: unknown, index: number): string {
    const of = (key: string): string => {
      const word = (item as Record<string, unknown> | null)?.[key];
      return typeof word === 'string' || typeof word === 'number' ? String(word) : '';
    };
    return (
      ['label', 'text', 'id', 'n', 'by', 'what', 'when', 'channel'].map(of).find(Boolean) ??
      `${this.one()} ${index + 1}`
    );
  }

  protected setField(key: string, to: unknown): void {
    const all = (this.value() ?? {}) as Record<string, unknown>;
    const { [key]: _, ...rest } = all;
    // what is there keeps its place, so that the text shows one change
    this.changed.emit(to === undefined || to === null ? rest : { ...all, [key]: to });
  }

  protected begin(key: string, node: FormNode): void {
    this.setField(key, this.tools.blankOf(node, this.sheet()));
  }

  protected setItem(index: number, to: unknown): void {
    this.changed.emit(this.items().map((item, i) => (i === index ? to : item)));
  }

  protected takeOut(index: number): void {
    this.changed.emit(this.items().filter((_, i) => i !== index));
  }

  protected add(): void {
    const taken = this.items().flatMap((item) => {
      const id = (item as { id?: unknown } | null)?.id;
      return typeof id === 'string' ? [id] : [];
    });
    this.changed.emit([...this.items(), this.tools.blankOf(this.itemNode(), this.sheet(), taken)]);
  }

  protected chooseWay(value: string): void {
    const way = (this.node() as Kind<'ways'>).ways.find((w) => w.value === value);
    if (way) this.changed.emit(this.tools.blankOf(way.node, this.sheet()));
  }
}
