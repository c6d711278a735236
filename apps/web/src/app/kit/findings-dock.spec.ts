import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { analyse } from '@squallmark/core/analysis';
import { fixesOf, type Finding, type StationId } from '@squallmark/core/findings';
import { beforeEach, describe, expect, it } from 'vitest';
import { gimbalRig } from '../../spec/rigs';
import { openStore } from '../../spec/store';
import { AnalysisStore } from '../state/analysis';
import type { RigStore } from '../state/rig-store';
import { FindingsDock } from './findings-dock';

const isAt = (f: Finding, station: StationId): boolean => f.station === station || !!f.alsoAt?.includes(station);

describe('the findings at the side', () => {
  let fixture: ComponentFixture<FindingsDock>;
  let store: RigStore;
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const findings = (): Finding[] => analyse(store.rig()).findings;
  const show = async (station: StationId): Promise<void> => {
    fixture.componentRef.setInput('station', station);
    await fixture.whenStable();
  };

  beforeEach(async () => {
    store = await openStore(gimbalRig());
    fixture = TestBed.createComponent(FindingsDock);
  });

  it.each(['loom', 'rails', 'channels', 'wake'] as const)(
    'at %s have its own first, the rest after',
    async (station) => {
      await show(station);
      const text = host().textContent;
      const places = (mine: boolean): number[] =>
        findings()
          .filter((f) => isAt(f, station) === mine)
          .map((f) => text.indexOf(f.title));
      expect(Math.min(...places(true), ...places(false))).toBeGreaterThanOrEqual(0);
      if (places(true).length && places(false).length)
        expect(Math.min(...places(true))).toBeLessThan(Math.max(...places(false)));
    },
  );

  it('count their marks', async () => {
    await show('loom');
    const of = (mark: string): number => findings().filter((f) => f.mark === mark).length;
    const stops = of('stop');
    if (stops) expect(host().textContent).toContain(`${stops} stop`);
    expect(host().textContent).toContain(`${of('watch')} watch`);
  });

  it('are mended by the press of their fix, in one step', async () => {
    store.do([{ kind: 'bind', binding: { part: 'GB', fn: 'pan', slot: 8, reverse: false } }]);
    const fixable = findings().find((f) => f.rule === 'two-on-one-slot')!;
    await show(fixable.station);
    const label = fixesOf(fixable)[0]!.label;
    const button = [...host().querySelectorAll('button')].find((b) => b.textContent.trim() === label)!;
    const before = store.rig().revision;
    button.click();
    await fixture.whenStable();
    expect(store.rig().revision).toBe(before + 1);
    expect(findings().map((f) => f.id)).not.toContain(fixable.id);
  });

  it('stay folded from one time to the next', async () => {
    await show('loom');
    const folder = (): HTMLButtonElement => host().querySelector<HTMLButtonElement>('button[aria-expanded]')!;
    const was = folder().getAttribute('aria-expanded');
    folder().click();
    await fixture.whenStable();
    expect(folder().getAttribute('aria-expanded')).not.toBe(was);
    fixture = TestBed.createComponent(FindingsDock);
    await show('loom');
    expect(folder().getAttribute('aria-expanded')).not.toBe(was);
  });

  it('are all clear on an empty rig', async () => {
    await store.create('Empty', 'rotor');
    await show('loom');
    expect(host().textContent).toContain('all clear');
  });

  it.each([
    ['computing', 'computing…', 'Computing…'],
    ['failed', 'not computed', 'Not known for the rig as it is now.'],
  ] as const)('of a rig whose picture is %s are never called clear', async (state, tally, words) => {
    await store.create('Empty', 'rotor');
    const analysis = TestBed.inject(AnalysisStore);
    Object.assign(analysis, { standing: () => ({ state, why: 'Rails: nothing' }) });
    fixture = TestBed.createComponent(FindingsDock);
    await show('loom');
    expect(host().textContent).not.toMatch(/all clear|Nothing to mend/);
    expect(host().textContent).toContain(tally);
    expect(host().textContent).toContain(words);
  });
});
