import { TestKey } from '@angular/cdk/testing';
import { Component, computed, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { KitOf, type TableHarness } from '../../../spec/harnesses';
import { CellOf, type Column } from './cell';
import { Table, type Tree } from './table';

interface Lead {
  cable: string;
  mm: number;
}

@Component({
  selector: 'sq-table-host',
  imports: [CellOf, Table],
  template: `<sq-table
    choosable
    caption="Leads"
    empty="No leads yet."
    [rows]="rows()"
    [columns]="columns"
    [chosen]="isChosen"
    (choose)="chosen.set($event.cable)"
  >
    <ng-template sqCell="mm" [of]="rows()" let-lead>{{ lead.mm }} mm</ng-template>
  </sq-table>`,
})
class TableHost {
  readonly rows = signal<Lead[]>([
    { cable: 'C10', mm: 90 },
    { cable: 'C2', mm: 300 },
    { cable: 'C1', mm: 120 },
  ]);
  readonly chosen = signal('');
  readonly isChosen = (lead: Lead): boolean => lead.cable === this.chosen();
  readonly columns: Column<Lead>[] = [
    { id: 'cable', head: 'Cable', text: (l) => l.cable, sort: (l) => l.cable },
    { id: 'mm', head: 'Length', figure: true, sort: (l) => l.mm },
  ];
}

describe('a table', () => {
  let fixture: ComponentFixture<TableHost>;
  let table: TableHarness;

  beforeEach(async () => {
    fixture = TestBed.createComponent(TableHost);
    document.body.append(fixture.nativeElement as HTMLElement);
    await fixture.whenStable();
    table = await new KitOf(fixture).table();
  });

  it('sorts up, down and back, words as a person counts and figures by size', async () => {
    const lengths = async (): Promise<string[]> => (await table.texts()).map((t) => /(\d+) mm/.exec(t)![1]!);
    expect(await lengths()).toEqual(['90', '300', '120']);
    await table.sortBy('Cable');
    expect(await lengths()).toEqual(['120', '300', '90']);
    await table.sortBy('Cable');
    expect(await lengths()).toEqual(['90', '300', '120']);
    await table.sortBy('Cable');
    expect(await lengths()).toEqual(['90', '300', '120']);
    await table.sortBy('Length');
    expect(await lengths()).toEqual(['90', '120', '300']);
  });

  it('is one stop of Tab; arrows go from row to row and Enter chooses', async () => {
    expect(await table.stops()).toEqual(['0', '-1', '-1']);
    await table.press(0, TestKey.DOWN_ARROW);
    expect(await table.focused()).toBe(1);
    await table.press(1, TestKey.ENTER);
    expect(fixture.componentInstance.chosen()).toBe('C2');
    expect(await table.stops()).toEqual(['-1', '0', '-1']);
    await table.press(1, TestKey.UP_ARROW);
    await table.press(0, TestKey.UP_ARROW);
    expect(await table.focused()).toBe(0);
  });

  it('says so when it is empty', async () => {
    fixture.componentInstance.rows.set([]);
    await fixture.whenStable();
    expect(await table.texts()).toEqual(['No leads yet.']);
  });
});

interface Branch {
  name: string;
  depth: number;
}

@Component({
  selector: 'sq-tree-host',
  imports: [Table],
  template: `<sq-table caption="Branches" [rows]="rows()" [columns]="columns" [tree]="tree" (turn)="turn($event)" />`,
})
class TreeHost {
  readonly folded = signal(false);
  readonly rows = computed((): Branch[] => [
    { name: 'pack', depth: 0 },
    ...(this.folded() ? [] : [{ name: 'camera', depth: 1 }]),
  ]);
  readonly columns: Column<Branch>[] = [{ id: 'name', head: 'Name', text: (b) => b.name }];
  readonly tree: Tree<Branch> = {
    level: (b) => b.depth,
    open: (b) => (b.depth ? null : !this.folded()),
  };

  turn(b: Branch): void {
    if (b.name === 'pack') this.folded.update((f) => !f);
  }
}

describe('a table of rows that hang on each other', () => {
  it('tells how deep each is and what is folded, and folds by the arrows', async () => {
    const fixture = TestBed.createComponent(TreeHost);
    document.body.append(fixture.nativeElement as HTMLElement);
    await fixture.whenStable();
    const table = await new KitOf(fixture).table();
    const host = fixture.nativeElement as HTMLElement;
    const told = (): (string | null)[][] =>
      [...host.querySelectorAll('tbody tr')].map((r) => ['aria-level', 'aria-expanded'].map((a) => r.getAttribute(a)));
    expect(host.querySelector('table')!.getAttribute('role')).toBe('treegrid');
    expect(host.querySelector('td')!.getAttribute('role')).toBe('gridcell');
    expect(told()).toEqual([
      ['1', 'true'],
      ['2', null],
    ]);
    await table.press(0, TestKey.RIGHT_ARROW);
    expect(await table.texts()).toHaveLength(2);
    await table.press(0, TestKey.LEFT_ARROW);
    expect(told()).toEqual([['1', 'false']]);
    await table.press(0, TestKey.RIGHT_ARROW);
    expect(await table.texts()).toEqual(['pack', 'camera']);
  });
});
