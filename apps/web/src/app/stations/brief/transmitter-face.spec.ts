import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { SHELF } from '@squallmark/core/shelf';
import { beforeEach, describe, expect, it } from 'vitest';
import { controlAt, FACE, layOutFace, type HungWish } from './face-layout';
import { TransmitterFace } from './transmitter-face';

const controls = SHELF.find((s) => s.class === 'transmitter-16')!.controls;
const hung = (id: string, control: string, mark: HungWish['mark'] = 'clear'): HungWish => ({
  id,
  label: `Wish ${id}`,
  note: 'left hand',
  mark,
  control: controls.find((c) => c.id === control)!,
});

describe('the transmitter with its wishes', () => {
  let fixture: ComponentFixture<TransmitterFace>;
  let chosen: string[];
  const show = async (wishes: HungWish[]): Promise<HTMLElement> => {
    fixture.componentRef.setInput('controls', controls);
    fixture.componentRef.setInput('wishes', wishes);
    await fixture.whenStable();
    return fixture.nativeElement as HTMLElement;
  };
  const callout = (host: HTMLElement, id: string): Element => host.querySelector(`[aria-label^="Wish Wish ${id}"]`)!;

  beforeEach(() => {
    fixture = TestBed.createComponent(TransmitterFace);
    chosen = [];
    fixture.componentInstance.choose.subscribe((id) => chosen.push(id));
  });

  it('says in words what hangs where', async () => {
    const name = (host: HTMLElement) => host.querySelector('svg')!.getAttribute('aria-label');
    expect(name(await show([]))).toBe('Transmitter: nothing hung on it yet');
    expect(name(await show([hung('A', 'left-slider')]))).toBe('Transmitter: Wish A on left slider');
  });

  it('gives the wish by mouse, Enter and Space, and by no other key', async () => {
    const host = await show([hung('A', 'left-slider'), hung('B', 'C')]);
    callout(host, 'A').dispatchEvent(new MouseEvent('click'));
    for (const key of ['Enter', ' ', 'x', 'Tab'])
      callout(host, 'B').dispatchEvent(new KeyboardEvent('keydown', { key }));
    expect(chosen).toEqual(['A', 'B', 'B']);
  });

  it('marks the chosen one', async () => {
    fixture.componentRef.setInput('chosen', 'B');
    const host = await show([hung('A', 'left-slider'), hung('B', 'C')]);
    expect(['A', 'B'].map((id) => callout(host, id).getAttribute('aria-pressed'))).toEqual(['false', 'true']);
  });

  it('draws a stick once though it is two controls', async () => {
    const sticks = controls.filter((c) => c.kind === 'stick');
    const host = await show([]);
    expect(sticks.length).toBe(4);
    expect(host.querySelectorAll('circle[r="44"]')).toHaveLength(2);
  });

  it('keeps every control on the face and every callout on the drawing', () => {
    for (const control of controls) {
      const { x, y } = controlAt(control);
      expect(x).toBeGreaterThanOrEqual(FACE.left - 20);
      expect(x).toBeLessThanOrEqual(FACE.left + FACE.faceWidth + 20);
      expect(y).toBeGreaterThanOrEqual(FACE.top - 20);
      expect(y).toBeLessThanOrEqual(FACE.top + FACE.faceHeight + 20);
    }
    const all = layOutFace(controls.map((c, i) => ({ ...hung(`W${i}`, c.id) })));
    expect(all).toHaveLength(controls.length);
    for (const { to } of all) {
      expect(to.x).toBeGreaterThanOrEqual(0);
      expect(to.x).toBeLessThanOrEqual(FACE.width);
      expect(to.y).toBeGreaterThanOrEqual(0);
      expect(to.y).toBeLessThanOrEqual(FACE.height);
    }
  });

  it('lays no two callouts on each other', () => {
    const all = layOutFace(
      ['left-slider', 'left-knob', 'A', 'B', 'C', 'D']
        .filter((id) => controls.some((c) => c.id === id))
        .map((id) => hung(id, id)),
    );
    all.forEach((a, i) =>
      all.slice(i + 1).forEach((b) => {
        if (a.anchor === b.anchor && a.anchor !== 'middle') expect(Math.abs(a.to.y - b.to.y)).toBeGreaterThan(20);
      }),
    );
  });
});
