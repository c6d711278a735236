import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { isFlightChain, findChains } from '../channels/index.js';
import { faultsOf, stepsAgain } from '../diagnose/index.js';
import { planOf } from '../prove/index.js';
import { applyEdits } from '../rig/index.js';
import { analyse, documentEdits } from './index.js';

const rig = mendedRig();
const faults = faultsOf(rig);

describe('a rig that is otherwise than its document', () => {
  const offered = faults
    .map((fault) => ({ fault, edits: documentEdits(rig, fault.put) }))
    .filter((o) => o.edits.length);

  it('may be right, and then nothing more is to be mended in a document that says so', () => {
    expect(offered.length).toBeGreaterThan(0);
    expect(offered.length).toBeLessThan(faults.length / 2);
    const known = analyse(rig).findings.map((f) => f.id);
    const granted = (r: typeof rig): number => analyse(r).brief.wishes.filter((w) => w.state === 'granted').length;
    for (const { fault, edits } of offered) {
      const after = applyEdits(rig, edits).rig;
      expect([
        fault.text,
        analyse(after)
          .findings.filter((f) => !known.includes(f.id))
          .map((f) => f.title),
      ]).toEqual([fault.text, []]);
      expect([fault.text, granted(after)]).toEqual([fault.text, granted(rig)]);
    }
  });

  it('is never so where flight is touched, nor where a lead is off', () => {
    const flight = (r: typeof rig): unknown[] =>
      findChains(r)
        .filter(isFlightChain)
        .map((c) => [c.fn.id, c.slot, c.setup, c.shaping, c.breaks]);
    for (const { fault, edits } of offered) {
      expect(['cable off', 'wire broken']).not.toContain(fault.kind);
      expect([fault.text, flight(applyEdits(rig, edits).rig)]).toEqual([fault.text, flight(rig)]);
    }
  });
});

describe('after a fault was mended', () => {
  const plan = planOf(rig);
  const title = (id: string): string => plan.find((s) => s.id === id)!.title;

  it('what failed is asked again, and what runs through what the hands touched, and no more', () => {
    for (const fault of faults) {
      const failed = new Set(plan.slice(0, 2).map((s) => s.id));
      const again = stepsAgain(rig, fault, plan, failed);
      expect([...failed].every((id) => again.includes(id))).toBe(true);
      expect(again).toEqual(plan.map((s) => s.id).filter((id) => again.includes(id)));
    }
    const unplugged = faults.find((f) => f.kind === 'cable off' && f.id.includes('C6'))!;
    const again = stepsAgain(rig, unplugged, plan, new Set()).map(title);
    expect(again.length).toBeGreaterThan(1);
    expect(again.length).toBeLessThan(plan.length / 2);
    expect(again.some((t) => t.includes('C6'))).toBe(true);
  });

  it('a channel or a setting asks for what follows it, not for its whole transmitter', () => {
    const turned = faults.find((f) => f.kind === 'reversed at the transmitter')!;
    const again = stepsAgain(rig, turned, plan, new Set());
    expect(again.length).toBeGreaterThan(0);
    expect(again.length).toBeLessThan(plan.length / 3);
  });
});
