import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { Proposed } from '../../test/practice/proposed.js';
import { smallRig } from '../../test/support/small-rig.js';
import { hasControls, isPack } from '../parts/index.js';
import { emptyRig, partsWithSheets, type Rig } from '../rig/index.js';
import { scheduleWake } from './index.js';
import { powerDownTasks } from './power-down.js';

const rigs = [...BENCHES, ...SYSTEMS].map((b): [string, Rig] => [b.name, Proposed.of(b.brief).rig]);

/** What no practice bench is: everything on it has a battery of its own. */
const OWN: [string, Rig] = ['no pack', smallRig({ TX: 'transmitter-16', CAM: 'camera-own-battery' })];

describe('powering down', () => {
  it.each(rigs)('%s: nothing moves first, recordings before any power goes, packs before the transmitter', (_, rig) => {
    const { steps, proven } = scheduleWake(powerDownTasks(rig));
    expect(proven).toBe(true);
    const at = (id: string): number => steps.findIndex((s) => s.id === id);
    const idsOf = (is: (p: ReturnType<typeof partsWithSheets>[number]) => boolean, what: string): number[] =>
      partsWithSheets(rig)
        .filter(is)
        .map(({ part }) => at(`down:${part.id}:${what}`));
    const packs = idsOf(({ sheet }) => isPack(sheet), 'off');
    const records = idsOf(({ sheet }) => sheet.functions.some((f) => f.what === 'record'), 'record');
    const held = idsOf(({ sheet }) => hasControls(sheet), 'off');
    expect(at('down:still')).toBe(0);
    expect([...packs, ...records, ...held].every((i) => i > 0)).toBe(true);
    if (packs.length) expect(Math.max(...records, 0)).toBeLessThan(Math.min(...packs));
    if (packs.length && held.length) expect(Math.max(...packs)).toBeLessThan(Math.min(...held));
    // the first in the rig went on first: it comes off last
    expect(packs).toEqual([...packs].sort((a, b) => b - a));
  });

  it.each([...rigs, OWN])('%s: with two pairs of hands no radio goes while anything else is on', (_, rig) => {
    const { steps } = scheduleWake(powerDownTasks(rig), 2);
    const off = (held: boolean): (typeof steps)[number][] =>
      partsWithSheets(rig)
        .filter(({ sheet }) => hasControls(sheet) === held)
        .flatMap(({ part }) => steps.filter((s) => s.id === `down:${part.id}:off`));
    const others = Math.max(0, ...off(false).map((s) => s.start + s.seconds));
    for (const radio of off(true)) expect(radio.start).toBeGreaterThanOrEqual(others);
  });

  it('of an empty rig is empty', () => {
    expect(powerDownTasks(emptyRig('x', 'x'))).toEqual([]);
  });
});
