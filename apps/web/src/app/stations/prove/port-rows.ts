import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PortTraffic } from '@squallmark/core/bench';
import { LINK_WORDS } from '@squallmark/core/parts';
import { num } from '@squallmark/core/units';
import { Mark } from '../../kit/mark';
import { unrolled } from '../../kit/unroll';

/** What comes in at every port that listens for orders, as a probe there would have it. */
@Component({
  selector: 'sq-port-rows',
  imports: [Mark],
  template: `<h2 class="h">
      <span>At the ports</span><span class="m s n">{{ quiet() ? quiet() + ' not read' : 'all read' }}</span>
    </h2>
    <ul tabindex="0" aria-label="What comes in at the ports">
      @for (row of shown(); track row.key) {
        <li class="s">
          <sq-mark [kind]="row.mark" />
          <span class="at"
            >{{ row.label }} <span class="m">{{ row.port }}</span></span
          >
          <span class="n" [class.ill]="row.mark !== 'clear'">{{ row.says }}</span>
        </li>
      }
    </ul>`,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      margin-top: 8px;
    }
    ul {
      list-style: none;
      margin: 4px 0 0;
      padding: 0;
      overflow: auto;
      flex: 1 0 var(--ports-grow, auto);
      min-height: 54px;
      max-height: var(--ports-height, 132px);
    }
    li {
      display: grid;
      grid-template-columns: 14px minmax(110px, 1fr) minmax(0, auto);
      gap: 8px;
      line-height: 1.45;
      border-bottom: 1px solid var(--hair);
    }
    .at,
    .n {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .ill {
      color: var(--stop);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PortRows {
  readonly ports = input.required<readonly PortTraffic[]>();
  // sixty times a second the same most of the time
  private readonly rows = computed(() => this.ports().map(rowOf), { equal: areSame });
  protected readonly shown = unrolled(this.rows);
  protected readonly quiet = computed(() => this.rows().filter((r) => r.mark !== 'clear').length);
}

interface Row {
  key: string;
  label: string;
  port: string;
  mark: 'clear' | 'watch' | 'stop';
  says: string;
}

const MARKS = { read: 'clear', unread: 'watch', nothing: 'stop' } as const;

function rowOf(row: PortTraffic): Row {
  const { id, label, port, comes } = row;
  return { key: id, label, port, mark: MARKS[comes], says: saysOf(row) };
}

function saysOf({ kind, comes, perS, us, why }: PortTraffic): string {
  if (comes === 'nothing') return `nothing: ${why}`;
  if (comes === 'unread') return `not read: ${why}`;
  if (us !== null) return `${num(Math.round(us))} µs`;
  return [LINK_WORDS[kind], perS === null ? '' : `${num(Math.round(perS))}/s`].filter(Boolean).join(' · ');
}

const areSame = (a: readonly Row[], b: readonly Row[]): boolean =>
  a.length === b.length &&
  a.every((row, i) => row.key === b[i]!.key && row.says === b[i]!.says && row.mark === b[i]!.mark);
