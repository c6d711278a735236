import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Shape } from '@squallmark/core/channels';
import { NEW_SHAPING } from '@squallmark/core/rig';
import { beforeEach, describe, expect, it } from 'vitest';
import { KitOf } from '../../../spec/harnesses';
import { CurveEditor } from './curve-editor';

const shape = (change: Partial<Shape> = {}): Shape => ({ ...NEW_SHAPING, ...change });

describe('the curve editor', () => {
  let fixture: ComponentFixture<CurveEditor>;
  let bent: (number[] | null)[];
  const show = async (of: Shape, position = 0): Promise<HTMLElement> => {
    fixture.componentRef.setInput('shape', of);
    fixture.componentRef.setInput('position', position);
    await fixture.whenStable();
    return fixture.nativeElement as HTMLElement;
  };
  const points = (at: HTMLElement): HTMLInputElement[] => [...at.querySelectorAll<HTMLInputElement>('input')];
  const by = () => new KitOf(fixture).choice('Curve by');

  beforeEach(() => {
    fixture = TestBed.createComponent(CurveEditor);
    bent = [];
    fixture.componentInstance.bent.subscribe((p) => bent.push(p));
  });

  it('offers points of the curve as it is', async () => {
    const at = await show(shape({ softPct: 100 }));
    expect(points(at)).toHaveLength(0);
    await (await by()).choose('5 points');
    // x³ at −1, −½, 0, ½, 1
    expect(bent).toEqual([[-100, -13, 0, 13, 100].map((v) => v + 0)]);
  });

  it('lifts one point and leaves the others', async () => {
    const at = await show(shape({ points: [-100, 0, 100] }));
    const [, middle] = points(at);
    expect(points(at).map((p) => p.getAttribute('aria-label'))).toEqual([
      'Curve at -100 % of the control',
      'Curve at 0 % of the control',
      'Curve at 100 % of the control',
    ]);
    middle!.value = '35';
    middle!.dispatchEvent(new Event('input'));
    expect(bent).toEqual([[-100, 35, 100]]);
  });

  it('gives the smooth curve back', async () => {
    await show(shape({ points: [-100, 0, 100] }));
    expect(await (await by()).shown()).toBe('3 points');
    await (await by()).choose('softness %');
    expect(bent).toEqual([null]);
  });

  it('shows a number of points a file brought, though it is not one of the usual ones', async () => {
    const at = await show(shape({ points: [-100, -40, 40, 100] }));
    expect(await (await by()).options()).toContain('4 points');
    expect(await (await by()).shown()).toBe('4 points');
    expect(points(at)).toHaveLength(4);
  });

  it('marks where the control stands, and does not move inside its dead band', async () => {
    const mark = (at: HTMLElement): string => [...at.querySelectorAll('path')].at(-1)!.getAttribute('d')!;
    const rest = mark(await show(shape({ deadBandPct: 20 }), 0));
    expect(mark(await show(shape({ deadBandPct: 20 }), 0.15))).toBe(rest);
    expect(mark(await show(shape({ deadBandPct: 20 }), 0.5))).not.toBe(rest);
  });
});
