import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { analyse } from '@squallmark/core/analysis';
import type { LadderRow } from '@squallmark/core/channels';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { gimbalRig } from '../../../spec/rigs';
import { Rung, type RungDrag } from './rung';

const rows = analyse(gimbalRig(), 1).channels.rows;
const rowOf = (channel: number): LadderRow => rows.find((r) => r.channel === channel)!;
/** Where a width lies on a rung 1024 points wide: a point is a microsecond. */
const pointOf = (us: number): number => us - 988;

describe('a rung of the ladder', () => {
  let fixture: ComponentFixture<Rung>;
  let dragged: RungDrag[];
  let moved: number[];

  const show = async (channel: number, position: number, edges = false): Promise<HTMLElement> => {
    fixture.componentRef.setInput('row', rowOf(channel));
    fixture.componentRef.setInput('position', position);
    fixture.componentRef.setInput('edges', edges);
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    vi.spyOn(host, 'getBoundingClientRect').mockReturnValue(new DOMRect(0, 0, 1024, 28));
    return host;
  };
  const handles = (host: HTMLElement): HTMLElement[] => [...host.querySelectorAll<HTMLElement>('.handle')];
  /** Takes a handle, moves it there, and lets go. */
  const drag = (handle: HTMLElement, ...to: number[]): void => {
    const held = new Set<number>();
    handle.setPointerCapture = (id) => void held.add(id);
    handle.hasPointerCapture = (id) => held.has(id);
    handle.releasePointerCapture = (id) => void held.delete(id);
    const send = (type: string, clientX: number): void =>
      void handle.dispatchEvent(Object.assign(new MouseEvent(type, { clientX, bubbles: true }), { pointerId: 1 }));
    send('pointermove', 5);
    send('pointerdown', 5);
    for (const x of to) send('pointermove', x);
    send('pointerup', to.at(-1)!);
    send('pointermove', 5);
  };

  beforeEach(() => {
    fixture = TestBed.createComponent(Rung);
    dragged = [];
    moved = [];
    fixture.componentInstance.dragged.subscribe((d) => dragged.push(d));
    fixture.componentInstance.moved.subscribe((p) => moved.push(p));
  });

  it('is a slider by its control’s name, with the steps of its kind', async () => {
    const slider = (await show(8, 0)).querySelector('input')!;
    expect(slider.getAttribute('aria-label')).toBe('Channel 8: left slider position');
    expect(slider.step).toBe('0.01');
    expect((await show(10, 0)).querySelector('input')!.step).toBe('1');
    slider.value = '1';
    slider.dispatchEvent(new Event('input'));
    expect(moved).toEqual([1]);
  });

  it('names the windows and lights the one the width falls in', async () => {
    const lit = (host: HTMLElement): string[] =>
      [...host.querySelectorAll('.name:not(.m)')].map((n) => n.textContent.trim());
    expect(lit(await show(10, -1))).toEqual(['follow nose']);
    expect(lit(await show(10, 1))).toEqual(['hold heading']);
    expect((await show(8, 0)).querySelectorAll('.name')).toHaveLength(0);
  });

  it('gives its end points to the hand, and only while they are held', async () => {
    const [low, high] = handles(await show(8, 0));
    drag(low!, pointOf(1103));
    expect(dragged.at(-1)).toEqual({ what: 'lowUs', us: 1105 });
    expect(dragged.every((d) => d.what === 'lowUs' && d.us > 1050)).toBe(true);
    dragged = [];
    drag(high!, pointOf(1912), pointOf(1887));
    expect(dragged.map((d) => d.us)).toEqual([1910, 1885, 1885]);
  });

  it('falls on what matters when it comes near', async () => {
    const [low] = handles(await show(8, 0));
    drag(low!, pointOf(1098));
    expect(dragged.at(-1)!.us).toBe(1100);
    drag(low!, pointOf(1502));
    expect(dragged.at(-1)!.us).toBe(1500);
  });

  it('stays inside what a channel can send', async () => {
    const [low, high] = handles(await show(8, 0));
    drag(low!, -400);
    expect(dragged.at(-1)!.us).toBe(988);
    drag(high!, 4000);
    expect(dragged.at(-1)!.us).toBe(2012);
  });

  it('has window edges only where they may be moved', async () => {
    expect(handles(await show(10, 0)).map((h) => h.title)).toEqual(['low end', 'high end']);
    const host = await show(10, 0, true);
    const inner = handles(host).filter((h) => h.title.startsWith('lower edge'));
    expect(inner).toHaveLength(2);
    drag(inner[0]!, pointOf(1290));
    expect(dragged.at(-1)).toMatchObject({ what: 'edge', index: 1 });
  });
});
