import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { StickWell } from './stick-well';

describe('a stick', () => {
  let fixture: ComponentFixture<StickWell>;
  let host: HTMLElement;
  let moved: { axis: 'x' | 'y'; to: number }[];
  const last = (axis: 'x' | 'y'): number | undefined => moved.findLast((m) => m.axis === axis)?.to;
  const send = (type: string, clientX: number, clientY: number): void => {
    const event = new MouseEvent(type, { clientX, clientY, bubbles: true });
    host.querySelector('svg')!.dispatchEvent(Object.assign(event, { pointerId: 1 }));
  };

  beforeEach(async () => {
    fixture = TestBed.createComponent(StickWell);
    for (const [name, value] of Object.entries({ label: 'right', names: 'roll, pitch', x: 0, y: 0 }))
      fixture.componentRef.setInput(name, value);
    moved = [];
    fixture.componentInstance.moved.subscribe((m) => moved.push(m));
    await fixture.whenStable();
    host = fixture.nativeElement as HTMLElement;
    const drawing = host.querySelector('svg')!;
    drawing.setPointerCapture = drawing.releasePointerCapture = () => undefined;
    vi.spyOn(drawing, 'getBoundingClientRect').mockReturnValue(new DOMRect(0, 0, 108, 108));
  });

  it('follows the hand from the middle to its stops, up being up', () => {
    send('pointerdown', 54, 54);
    expect([last('x'), Math.abs(last('y')!)]).toEqual([0, 0]);
    send('pointermove', 54 + 42, 54 - 42);
    expect(last('x')).toBeCloseTo(1);
    expect(last('y')).toBeCloseTo(1);
    send('pointermove', 54 - 21, 54 + 21);
    expect(last('x')).toBeCloseTo(-0.5);
    expect(last('y')).toBeCloseTo(-0.5);
    send('pointermove', -400, 900);
    expect([last('x'), last('y')]).toEqual([-1, -1]);
  });

  it('springs back when let go, and moves no more', () => {
    send('pointerdown', 90, 20);
    send('pointerup', 90, 20);
    expect([last('x'), last('y')]).toEqual([0, 0]);
    moved = [];
    send('pointermove', 10, 10);
    send('pointerup', 10, 10);
    expect(moved).toEqual([]);
  });

  it('lets a throttle stay where it was put', () => {
    fixture.componentRef.setInput('springY', false);
    send('pointerdown', 54, 96);
    send('pointercancel', 54, 96);
    expect(last('x')).toBe(0);
    expect(last('y')).toBeCloseTo(-1);
  });

  it('has a slider an axis for the keyboard, each by its name', () => {
    const sliders = [...host.querySelectorAll<HTMLInputElement>('input')];
    expect(sliders.map((s) => s.getAttribute('aria-label'))).toEqual([
      'right stick left and right',
      'right stick up and down',
    ]);
    sliders[1]!.value = '0.5';
    sliders[1]!.dispatchEvent(new Event('input'));
    expect(moved).toEqual([{ axis: 'y', to: 0.5 }]);
  });
});
