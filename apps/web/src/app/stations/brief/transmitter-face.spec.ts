import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { SHELF } from '@squallmark/core/shelf';
import { beforeEach, describe, expect, it } from 'vitest';
import { controlAt, FACE, layOutFace, wordsWide, type HungWish } from './face-layout';
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

  beforeEach(async () => {
    // what stands below the face is fetched later, and so is what it is made of
    await TestBed.configureTestingModule({ imports: [TransmitterFace] }).compileComponents();
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
    const { callouts, top, bottom } = layOutFace(controls.map((c, i) => ({ ...hung(`W${i}`, c.id) })));
    expect(callouts).toHaveLength(controls.length);
    for (const { to } of callouts) {
      expect(to.x).toBeGreaterThanOrEqual(0);
      expect(to.x).toBeLessThanOrEqual(FACE.width);
      expect(to.y).toBeGreaterThanOrEqual(top);
      expect(to.y).toBeLessThanOrEqual(bottom);
    }
  });

  it('lays no two callouts on each other, however many hang there', () => {
    for (const each of [1, 2, 6]) {
      const { callouts } = layOutFace(
        controls.flatMap((c) => Array.from({ length: each }, (_, i) => hung(`${c.id}-${i}`, c.id))),
      );
      const boxes = callouts.map((c) => {
        const wide = wordsWide(c);
        const left = c.anchor === 'middle' ? c.to.x - wide / 2 : c.anchor === 'end' ? c.to.x - wide : c.to.x;
        return { left, right: left + wide, y: c.to.y };
      });
      expect(Math.min(...boxes.map((b) => b.left))).toBeGreaterThanOrEqual(0);
      expect(Math.max(...boxes.map((b) => b.right))).toBeLessThanOrEqual(FACE.width);
      boxes.forEach((a, i) =>
        boxes.slice(i + 1).forEach((b) => {
          if (a.left < b.right && b.left < a.right) expect(Math.abs(a.y - b.y)).toBeGreaterThanOrEqual(26);
        }),
      );
    }
  });

  it('shows wishes of one name on one control as one, and goes through them', async () => {
    const same = ['A', 'B', 'C'].map((id) => ({
      ...hung(id, 'left-slider', id === 'C' ? 'watch' : 'clear'),
      label: 'Pan',
    }));
    const host = await show(same);
    const all = host.querySelectorAll('.wish');
    expect([...all].map((w) => w.getAttribute('aria-label'))).toEqual(['Wish Pan × 3, left hand']);
    expect(host.querySelector('path[stroke="var(--watch)"]')).not.toBeNull();
    for (const now of [null, 'A', 'B', 'C']) {
      fixture.componentRef.setInput('chosen', now);
      all[0]!.dispatchEvent(new MouseEvent('click'));
    }
    expect(chosen).toEqual(['A', 'B', 'C', 'A']);
  });
});
