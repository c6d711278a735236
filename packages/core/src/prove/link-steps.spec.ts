import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { fedBench, twoOperators } from '../../test/support/two-operators.js';
import { benchControls, radioOf, startBench } from '../bench/index.js';
import { findChains, wishCoverage } from '../channels/index.js';
import { findConversations } from '../loom/index.js';
import { applyEdits, type Edit, type FailSafe, type Rig } from '../rig/index.js';
import { planOf, playStep, type CheckStep } from './index.js';

/** What each step of a plan gave on a bench of the rig given, as a map from step to pass. */
function results(plan: readonly CheckStep[], rig: Rig): Record<string, boolean> {
  const bench = fedBench(rig);
  let state = startBench(bench, { awake: true });
  return Object.fromEntries(
    plan.map((step) => {
      const played = playStep(bench, state, step);
      state = played.state;
      return [step.id, played.verdict.passed];
    }),
  );
}
const failing = (plan: readonly CheckStep[], rig: Rig): string[] =>
  Object.entries(results(plan, rig)).flatMap(([id, passed]) => (passed ? [] : [id]));

describe('steps of a hand-over', () => {
  const rig = twoOperators();
  const plan = planOf(rig).filter((s) => s.id === 'T2.before' || s.id.endsWith('.T2'));
  const own = rig.handOvers[0]!;

  it('first show that nothing happens, then each handed function by the second one', () => {
    expect(plan[0]).toMatchObject({ id: 'T2.before', setUp: { [own.control!]: -1 } });
    expect(plan.slice(1).map((s) => s.id)).toEqual([
      'GB.mode.-1.T2',
      'GB.mode.0.T2',
      'GB.mode.1.T2',
      'GB.tilt.1.T2',
      'GB.tilt.-1.T2',
    ]);
    for (const step of plan.slice(1)) {
      expect(step.setUp[own.control!]).toBe(1);
      expect(step.moves.every((m) => m.control.startsWith('T2.'))).toBe(true);
    }
  });

  it('pass on the rig as it is set up', () => expect(failing(plan, rig)).toEqual([]));

  it('fail where the lead is out, and only what needed it', () => {
    const lead = rig.cables.find((c) => c.wires.some((w) => w.from.part === 'T2' || w.to.part === 'T2'))!;
    const cut = applyEdits(rig, [{ kind: 'removeCable', cable: lead.id }] as Edit[]).rig;
    const failed = failing(plan, cut);
    expect(failed).toEqual(expect.arrayContaining(['GB.tilt.1.T2', 'GB.tilt.-1.T2', 'GB.mode.1.T2']));
    expect(failed).not.toContain('T2.before');
  });

  it('fail where the second one always has the channels', () => {
    const always = { ...rig, handOvers: [{ ...own, control: 'right-y' }] };
    const stuck = planOf(always).map((s) => (s.id === 'T2.before' ? { ...s, setUp: { 'right-y': 1 } } : s));
    expect(
      failing(
        stuck.filter((s) => s.id === 'T2.before'),
        always,
      ),
    ).toEqual(['T2.before']);
  });

  it('prove what only the second one drives, by its own control alone', () => {
    const { channel } = own.channels.find((c) =>
      findChains(rig).some((x) => x.part.id === 'GB' && x.fn.id === 'tilt' && x.slot === c.channel),
    )!;
    const alone = applyEdits(rig, [
      { kind: 'shape', transmitter: own.from, channel, change: { control: null } },
    ] as Edit[]).rig;
    const steps = planOf(alone);
    const ids = steps.map((s) => s.id).filter((id) => id.startsWith('GB.tilt'));
    expect(ids).toEqual(['GB.tilt.1.T2', 'GB.tilt.-1.T2']);
    expect(
      failing(
        steps.filter((s) => s.id === 'T2.before' || s.id.endsWith('.T2')),
        alone,
      ),
    ).toEqual([]);
    const wishes = (by: Rig['wishes'][number]['by']) => {
      const asked = {
        ...alone,
        wishes: alone.wishes.filter((w) => w.what === 'tilt').map((w) => ({ ...w, by, control: null })),
      };
      return wishCoverage(asked, findChains(asked), null).map((w) => [w.state, w.why]);
    };
    expect(wishes('camera operator')).toEqual([['granted', expect.any(String)]]);
    expect(wishes('pilot')).toEqual([['open', expect.stringMatching(/^nothing of .* drives channel/)]]);
  });

  it('are not asked for where nothing is handed over', () => {
    expect(planOf(mendedRig()).filter((s) => s.title.startsWith('Handed'))).toEqual([]);
  });
});

describe('the step without radio', () => {
  const base = mendedRig();
  const chains = findChains(base);
  const slotOf = (part: string, fn: string): number => chains.find((c) => c.part.id === part && c.fn.id === fn)!.slot!;
  const withSafe = (...set: [part: string, fn: string, does: FailSafe['does'], valueUs?: number][]): Rig => ({
    ...base,
    failSafes: set.map(([part, fn, does, valueUs]) => ({
      receiver: 'RX',
      slot: slotOf(part, fn),
      does,
      ...(valueUs === undefined ? {} : { valueUs }),
    })),
  });
  const lost = (rig: Rig): CheckStep => planOf(rig).find((s) => s.id === 'RX.lost')!;
  const judged = (rig: Rig): boolean => results([lost(rig)], rig)['RX.lost']!;

  it('is there only when a fail-safe is set, and warns of props', () => {
    expect(lost(base)).toBeUndefined();
    expect(lost(withSafe(['GB', 'tilt', 'hold'])).title).toMatch(/^Props off: switch off ./);
  });

  it('turns a rate on first, and fails when the receiver keeps it', () => {
    expect(lost(withSafe(['GB', 'pan', 'hold'])).setUp).not.toEqual({});
    expect(judged(withSafe(['GB', 'pan', 'hold']))).toBe(false);
    expect(judged(withSafe(['GB', 'pan', 'value', 1500]))).toBe(true);
  });

  it('fails when a recording starts by itself, passes when the button stays where it was', () => {
    const fn = base.sheets[base.parts.find((p) => p.id === 'ZC')!.class]!.functions.find((f) => f.id === 'record')!;
    const inside = (fn.windows![0]!.fromUs + fn.windows![0]!.toUs) / 2;
    expect(judged(withSafe(['ZC', 'record', 'value', inside]))).toBe(false);
    expect(judged(withSafe(['ZC', 'record', 'hold']))).toBe(true);
  });

  it('asks least radio power and the width that is set elsewhere', () => {
    expect(judged(withSafe(['VT', 'power', 'value', 2000]))).toBe(false);
    expect(judged(withSafe(['VT', 'power', 'value', 1000]))).toBe(true);
    expect(judged(withSafe(['GB', 'tilt', 'value', 1500]))).toBe(true);
  });

  it('leaves the transmitter on', () => {
    const rig = withSafe(['GB', 'tilt', 'hold']);
    const bench = fedBench(rig);
    const { state } = playStep(bench, startBench(bench, { awake: true }), lost(rig));
    expect(benchControls(bench, state)[radioOf('TX')]).toBe(1);
  });

  it('is judged by the rig: a fail-safe other than the planned one fails', () => {
    const plan = [lost(withSafe(['GB', 'tilt', 'value', 1900]))];
    expect(failing(plan, withSafe(['GB', 'tilt', 'value', 1900]))).toEqual([]);
    expect(failing(plan, withSafe(['GB', 'tilt', 'value', 1200]))).toEqual(['RX.lost']);
    expect(failing(plan, withSafe(['GB', 'tilt', 'hold']))).toEqual(['RX.lost']);
  });
});

describe('a switcher that no channel tells', () => {
  const told = mendedRig();
  const lead = findChains(told)
    .find((c) => c.part.id === 'SW' && c.fn.what === 'picture')!
    .path.at(-1)!;
  const at = lead.listener.link.pins.data!;
  const cable = told.cables.find((c) =>
    c.wires.some((w) => [w.from, w.to].some((x) => x.part === 'SW' && x.port === at.port && x.pin === at.pin)),
  )!;
  const rig = applyEdits(told, [{ kind: 'removeCable', cable: cable.id }]).rig;

  it('stands at its first input: the plan looks for that picture where it ends', () => {
    const looks = (of: Rig): CheckStep[] => planOf(of).filter((s) => s.id.startsWith('VT.picture-'));
    expect(looks(told)).toEqual([]);
    const [look] = looks(rig);
    const first = rig.sheets['picture-switcher-3']!.pictures[0]!.inputs[0]!;
    const camera = findConversations(rig).find((c) => c.listener.part.id === 'SW' && c.listener.link.id === first)!;
    expect(look?.expects).toMatchObject([{ is: camera.talker.part.id }]);
    expect(failing(looks(rig), rig)).toEqual([]);
  });

  it('whose others are seen by eye, where a key of it chooses', () => {
    const sheet = rig.sheets['picture-switcher-3']!;
    const functions = sheet.functions.map((f) => ({
      ...f,
      askedBy: [...f.askedBy, { by: 'device' as const, what: 'front key' }],
    }));
    const keyed = { ...rig, sheets: { ...rig.sheets, [sheet.class]: { ...sheet, functions } } };
    const looks = planOf(keyed).filter((s) => s.byEye && s.part === 'SW');
    const label = keyed.parts.find((p) => p.id === 'SW')!.label;
    expect(looks).toHaveLength(sheet.pictures[0]!.inputs.length - 1);
    for (const { title } of looks) expect(title).toMatch(new RegExp(`^Front key of ${label}, until .+ is shown$`));
    expect(planOf(rig).some((s) => s.id.includes('by-hand'))).toBe(false);
  });
});
