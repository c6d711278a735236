import { Component, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { KitOf } from '../../../spec/harnesses';
import { FigureField } from './figure';
import { Picker } from './picker';
import { Travel } from './travel';
import { WordsField } from './words';

@Component({
  selector: 'sq-fields-host',
  imports: [FigureField, Picker, WordsField],
  template: `<sq-figure
      label="length"
      unit="mm"
      [least]="1"
      [most]="500"
      [value]="mm()"
      [live]="live()"
      [check]="isEven"
      (changed)="take($event)"
    />
    <sq-words label="name" [value]="name()" [check]="isNamed" (changed)="name.set($event)" />
    <sq-picker label="part" [options]="parts" [value]="part()" (chosen)="part.set($event)" />`,
})
class FieldsHost {
  readonly mm = signal<number | null>(150);
  readonly live = signal(false);
  readonly name = signal('Belly plug');
  readonly part = signal('P7');
  readonly parts = Array.from({ length: 100 }, (_, i) => ({ value: `P${i}`, label: `Part ${i}` }));
  readonly taken: (number | null)[] = [];
  readonly isEven = (mm: number): string => (mm % 2 ? 'Only even ones' : '');
  readonly isNamed = (name: string): string => (name ? '' : 'It has a name');

  take(mm: number | null): void {
    this.taken.push(mm);
    this.mm.set(mm);
  }
}

describe('fields of the kit', () => {
  let fixture: ComponentFixture<FieldsHost>;
  let kit: KitOf;
  const taken = (): (number | null)[] => fixture.componentInstance.taken;

  beforeEach(async () => {
    fixture = TestBed.createComponent(FieldsHost);
    document.body.append(fixture.nativeElement as HTMLElement);
    kit = new KitOf(fixture);
    await fixture.whenStable();
  });

  describe('a figure', () => {
    it('is told once it is left standing, and again only when it is another', async () => {
      const length = await kit.entry('length');
      await length.type('16');
      expect(taken()).toEqual([]);
      await length.enter('160');
      await length.enter('160');
      expect(taken()).toEqual([160]);
    });

    it('is told letter by letter where it is live, and what is typed stays as it is typed', async () => {
      fixture.componentInstance.live.set(true);
      const length = await kit.entry('length');
      for (const text of ['2', '24', '24.0']) await length.type(text);
      expect(taken()).toEqual([2, 24]);
      expect(await length.shown()).toBe('24.0');
    });

    it.each([
      ['0', '1 to 500 mm; 150 is kept'],
      ['501', '1 to 500 mm; 150 is kept'],
      ['151', 'Only even ones; 150 is kept'],
      ['', 'A figure belongs here'],
    ])(
      'of "%s" is refused with the reason, and the last good one is back when the field is left',
      async (text, why) => {
        const length = await kit.entry('length');
        await length.enter(text);
        expect(await length.why()).toBe(why);
        await length.leave();
        expect(await length.shown()).toBe('150');
        expect(taken()).toEqual([]);
      },
    );

    it('takes ten steps by Page Up and Page Down, and stops at its bounds', async () => {
      const length = await kit.entry('length');
      await length.press('PAGE_UP');
      await length.press('PAGE_DOWN');
      await length.press('PAGE_DOWN');
      expect(taken()).toEqual([160, 150, 140]);
      await length.enter('498');
      await length.press('PAGE_UP');
      expect(taken().at(-1)).toBe(500);
    });

    it('shows what comes from elsewhere, also while it has the focus', async () => {
      const length = await kit.entry('length');
      await length.type('16');
      fixture.componentInstance.mm.set(300);
      await fixture.whenStable();
      expect(await length.shown()).toBe('300');
    });
  });

  it('words that are refused give way to what was, with the reason beside them', async () => {
    const name = await kit.entry('name');
    await name.enter('');
    expect(await name.why()).toBe('It has a name');
    await name.leave();
    expect(await name.shown()).toBe('Belly plug');
    await name.enter(' Nose plug ');
    expect([await name.why(), fixture.componentInstance.name()]).toEqual(['', 'Nose plug']);
  });

  it.each([
    ['rests at its low end', -1],
    ['stands high', 0.75],
  ])('a travel that %s shows it from the first', async (_, value) => {
    const travel = TestBed.createComponent(Travel);
    travel.componentRef.setInput('label', 'left slider');
    travel.componentRef.setInput('value', value);
    await travel.whenStable();
    expect((travel.nativeElement as HTMLElement).querySelector('input')!.valueAsNumber).toBe(value);
  });

  describe('a picker', () => {
    it('narrows by letters in any order, and says how many more there are', async () => {
      const part = await kit.picker('part');
      expect(await part.shown()).toBe('Part 7');
      expect((await part.find('')).at(-1)).toBe('40 more: type on');
      expect(await part.find('9 part 4')).toEqual(['Part 49', 'Part 94']);
      expect(await part.find('rotor')).toEqual(['Nothing is called that']);
    });

    it('gives up what was typed and not chosen', async () => {
      const part = await kit.picker('part');
      await part.find('4');
      await part.leave();
      expect([await part.shown(), fixture.componentInstance.part()]).toEqual(['Part 7', 'P7']);
      await part.choose('Part 12');
      expect([await part.shown(), fixture.componentInstance.part()]).toEqual(['Part 12', 'P12']);
    });
  });
});
