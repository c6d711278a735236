import { TestBed } from '@angular/core/testing';
import type { PortTraffic } from '@squallmark/core/bench';
import { describe, expect, it } from 'vitest';
import { PortRows } from './port-rows';

const row = (more: Partial<PortTraffic>): PortTraffic => ({
  ...{ id: 'FC.bus.1', part: 'FC', label: 'Flight controller', port: 'bus in', kind: 'sbus', from: 'Receiver' },
  ...{ comes: 'read', perS: 1000 / 7, us: null, why: '' },
  ...more,
});

async function shown(ports: PortTraffic[]): Promise<HTMLElement> {
  const fixture = TestBed.createComponent(PortRows);
  fixture.componentRef.setInput('ports', ports);
  await fixture.whenStable();
  return fixture.nativeElement as HTMLElement;
}
const rows = (at: HTMLElement): string[] =>
  [...at.querySelectorAll('li')].map((li) =>
    [...li.querySelectorAll(':scope > span')].map((x) => x.textContent.trim()).join(' '),
  );
const marks = (at: HTMLElement): (string | null)[] =>
  [...at.querySelectorAll('li svg')].map((s) => s.getAttribute('aria-label'));

describe('what comes in at the ports', () => {
  it('says the kind and rate of a bus, the width of a pulse, and that all is read', async () => {
    const at = await shown([
      row({}),
      row({ id: 'SW.select.1', part: 'SW', label: 'Switcher', port: 'select', kind: 'pulse', perS: 50, us: 1503.6 }),
    ]);
    expect(rows(at)).toEqual(['Flight controller bus in SBUS · 143/s', 'Switcher select 1504 µs']);
    expect(marks(at)).toEqual(['clear', 'clear']);
    expect(at.querySelector('h2')!.textContent).toContain('all read');
  });

  it('tells what is not read from what does not come, each with why', async () => {
    const at = await shown([
      row({ comes: 'unread', why: 'not inverted' }),
      row({
        id: 'CA.serial.2',
        part: 'CA',
        label: 'Zoom camera',
        port: 'serial',
        comes: 'nothing',
        perS: null,
        from: null,
        why: 'no talker',
      }),
    ]);
    expect(rows(at)).toEqual([
      'Flight controller bus in not read: not inverted',
      'Zoom camera serial nothing: no talker',
    ]);
    expect(marks(at)).toEqual(['watch', 'stop']);
    expect(at.querySelector('h2')!.textContent).toContain('2 not read');
  });
});
