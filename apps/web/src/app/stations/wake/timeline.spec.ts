import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { WakeSchedule, WakeStep } from '@squallmark/core/wake';
import { beforeEach, describe, expect, it } from 'vitest';
import { Timeline } from './timeline';

const step = (id: string, part: string, start: number, seconds: number, more: Partial<WakeStep> = {}): WakeStep =>
  ({ id, part, text: id, start, seconds, hands: false, still: false, why: '', ...more }) as WakeStep;

const STEPS = [
  step('Switch the transmitter on', 'TX', 0, 3, { hands: true }),
  step('Plug the pack in', 'PK', 3, 5, { hands: true }),
  step('Regulator settles', 'R5', 8, 0.1),
  step('Gimbal finds level', 'GB', 8, 12, { still: true }),
];
const PARTS = [
  { id: 'TX', label: 'Transmitter', role: 'transmitter' },
  { id: 'R5', label: 'Regulator', role: 'regulator' },
  { id: 'GB', label: 'Gimbal', role: 'gimbal' },
];

describe('the wake timeline', () => {
  let fixture: ComponentFixture<Timeline>;
  const show = async (seconds = 20, inputs: Record<string, unknown> = {}): Promise<HTMLElement> => {
    const schedule = { steps: STEPS, seconds, floorSeconds: seconds } as unknown as WakeSchedule;
    const all = { schedule, parts: PARTS, chosen: null, done: new Set<string>(), ...inputs };
    for (const [name, value] of Object.entries(all)) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
    return fixture.nativeElement as HTMLElement;
  };
  const texts = (host: HTMLElement): string[] => [...host.querySelectorAll('text')].map((t) => t.textContent.trim());
  const bars = (host: HTMLElement): SVGGElement[] => [...host.querySelectorAll<SVGGElement>('g[role=button]')];

  beforeEach(() => (fixture = TestBed.createComponent(Timeline)));

  it('has the hands on top, and a row for each part that takes its time', async () => {
    const said = texts(await show());
    expect(said).toEqual(expect.arrayContaining(['Hands', 'Gimbal']));
    expect(said).not.toContain('Regulator');
    expect(said.indexOf('Hands')).toBeLessThan(said.indexOf('Gimbal'));
  });

  it('numbers what hands do in their order, by name for a reader', async () => {
    const names = bars(await show()).map((b) => b.getAttribute('aria-label'));
    expect(names).toEqual(['1: Switch the transmitter on', '2: Plug the pack in']);
  });

  it('keeps times in proportion', async () => {
    const [first, second] = bars(await show()).map((b) => b.querySelector('rect')!);
    const at = (r: SVGRectElement, name: string): number => Number(r.getAttribute(name));
    expect((at(second!, 'width') + 2) / (at(first!, 'width') + 2)).toBeCloseTo(5 / 3);
    expect(at(second!, 'x')).toBeCloseTo(at(first!, 'x') + at(first!, 'width') + 2);
  });

  it('says hands off for as long as something must lie still', async () => {
    expect(texts(await show())).toContain('hands off');
    const schedule = { steps: STEPS.slice(0, 3), seconds: 9, floorSeconds: 9 };
    expect(texts(await show(9, { schedule }))).not.toContain('hands off');
  });

  it.each([
    [20, ['0 s', '5 s', '10 s', '15 s', '20 s']],
    [90, ['0 s', '10 s', '20 s', '30 s', '40 s', '50 s', '60 s', '70 s', '80 s', '90 s']],
    [150, ['0 s', '30 s', '60 s', '90 s', '120 s', '150 s']],
  ])('has a readable scale for %i seconds', async (seconds, marks) =>
    expect(texts(await show(seconds)).filter((t) => /^\d+ s$/.test(t))).toEqual(marks),
  );

  it('gives the step that is clicked or entered, and marks it', async () => {
    const chosen: string[] = [];
    fixture.componentInstance.choose.subscribe((id) => chosen.push(id));
    const host = await show(20, { chosen: 'Plug the pack in', done: new Set(['Switch the transmitter on']) });
    const [first, second] = bars(host);
    expect([first, second].map((b) => b!.getAttribute('aria-pressed'))).toEqual(['false', 'true']);
    expect(first!.querySelector('rect')!.getAttribute('fill')).toBe('var(--clear)');
    first!.dispatchEvent(new MouseEvent('click'));
    second!.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(chosen).toEqual(['Switch the transmitter on', 'Plug the pack in']);
  });

  it('of nothing is one empty row', async () => {
    const host = await show(0, { schedule: { steps: [], seconds: 0, floorSeconds: 0 }, parts: [] });
    expect(texts(host)).toEqual(['0 s', 'Hands']);
  });
});
