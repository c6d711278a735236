import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { CheckStep } from '@squallmark/core/prove';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { PlanDock } from './plan-dock';

const step = (id: string, more: Partial<CheckStep> = {}): CheckStep => ({
  id,
  part: 'GB',
  title: `Move ${id}`,
  expectText: `${id} moves`,
  setUp: {},
  moves: [],
  expects: [],
  dependsOn: [],
  ...more,
});
const verdict = (passed: boolean, revision = 3) => ({
  passed,
  expected: 'tilt +40°',
  saw: 'tilt 0°',
  tookMs: 9,
  revision,
});

describe('the check plan at the side', () => {
  let fixture: ComponentFixture<PlanDock>;
  const show = async (inputs: Record<string, unknown>): Promise<HTMLElement> => {
    const all = { plan: [], verdicts: {}, revision: 3, current: null, busy: false, ...inputs };
    for (const [name, value] of Object.entries(all)) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
    return fixture.nativeElement as HTMLElement;
  };
  const rows = (at: HTMLElement): string[] =>
    [...at.querySelectorAll('li')].map(
      (li) =>
        [...li.querySelectorAll('.n, b, .m:not(.n), .s:not(.m)')].map((e) => e.textContent.trim()).join(' ') ||
        li.textContent.trim(),
    );
  const buttons = (at: HTMLElement): HTMLButtonElement[] => [...at.querySelectorAll<HTMLButtonElement>('.acts button')];

  beforeEach(() => (fixture = TestBed.createComponent(PlanDock)));

  it('says what comes first and what is expected of a step not yet made', async () => {
    const at = await show({ plan: [step('A', { setUpText: 'Switch C up' }), step('B')] });
    expect(rows(at)).toEqual(['1 Move A first Switch C up expect A moves', '2 Move B expect B moves']);
  });

  it('says what was seen, what was expected where it failed, and at which revision it was', async () => {
    const at = await show({
      plan: [step('A'), step('B'), step('C')],
      verdicts: { A: verdict(true), B: verdict(false), C: verdict(true, 2) },
    });
    expect(rows(at)[0]).toContain('tilt 0°');
    expect(rows(at)[0]).not.toContain('at rev');
    expect(rows(at)[1]).toContain('expected tilt +40° — saw tilt 0°');
    expect(rows(at)[2]).toContain('tilt 0° · at rev 2');
    expect(at.querySelector('h2')!.textContent).toContain('2 passed');
  });

  it('marks the step at hand, and gives the one that is chosen', async () => {
    const plan = [step('A'), step('B')];
    const at = await show({ plan, current: plan[1] });
    const chosen: string[] = [];
    fixture.componentInstance.choose.subscribe((id) => chosen.push(id));
    const [a, b] = [...at.querySelectorAll<HTMLButtonElement>('li button')];
    expect(a!.getAttribute('aria-current')).toBeNull();
    expect(b!.getAttribute('aria-current')).toBe('step');
    a!.click();
    expect(chosen).toEqual(['A']);
  });

  it.each([
    ['below what is seen', 480, 150],
    ['above what is seen', -30, -30],
    ['in sight', 60, 0],
  ])('brings the step at hand into its list, and moves nothing else: %s', async (_, top, moved) => {
    const into = vi.spyOn(Element.prototype, 'scrollIntoView');
    vi.spyOn(Element.prototype, 'getBoundingClientRect').mockImplementation(function (this: Element) {
      return this.tagName === 'OL' ? new DOMRect(0, 0, 260, 360) : new DOMRect(0, top, 260, 30);
    });
    const plan = [step('A'), step('B')];
    const at = await show({ plan });
    const list = at.querySelector('ol')!;
    let scrolled = 0;
    Object.defineProperty(list, 'scrollTop', { get: () => scrolled, set: (to: number) => (scrolled = to) });
    await show({ plan, current: plan[1] });
    expect(scrolled).toBe(moved);
    expect(into).not.toHaveBeenCalled();
    vi.restoreAllMocks();
  });

  it.each(['pointerdown', 'pointermove', 'wheel'])('leaves its list where it is under a hand: %s', async (what) => {
    vi.spyOn(Element.prototype, 'getBoundingClientRect').mockImplementation(function (this: Element) {
      return this.tagName === 'OL' ? new DOMRect(0, 0, 260, 360) : new DOMRect(0, 480, 260, 30);
    });
    const plan = [step('A'), step('B')];
    const at = await show({ plan });
    const list = at.querySelector('ol')!;
    let scrolled = 0;
    Object.defineProperty(list, 'scrollTop', { get: () => scrolled, set: (to: number) => (scrolled = to) });
    list.dispatchEvent(new Event(what, { bubbles: true }));
    await show({ plan, current: plan[1] });
    expect(scrolled).toBe(0);
    if (what === 'pointerdown') {
      document.dispatchEvent(new Event('pointerup'));
      await show({ plan, current: plan[1] });
      expect(scrolled).toBe(150);
    }
    vi.restoreAllMocks();
  });

  it('can be stopped while it plays, and not begun twice', async () => {
    const plan = [step('A')];
    const told: string[] = [];
    fixture.componentInstance.stopAll.subscribe(() => told.push('stop'));
    fixture.componentInstance.playOne.subscribe(() => told.push('one'));
    const at = await show({ plan, current: plan[0], busy: true });
    const [one, stop, again] = buttons(at);
    expect([one!.disabled, stop!.disabled, again!.disabled]).toEqual([true, false, true]);
    one!.click();
    stop!.click();
    expect(told).toEqual(['stop']);
  });

  it('says so when there is no plan', async () => {
    const at = await show({});
    expect(rows(at)).toEqual(['No plan yet: nothing on this rig can be steered.']);
    expect(buttons(at).map((b) => b.disabled)).toEqual([true, true, false]);
  });
});
