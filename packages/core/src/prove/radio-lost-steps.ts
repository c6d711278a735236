import { fnSight, LOST_AFTER_MS, radioOf, slotSight } from '../bench/index.js';
import { demandOf, arrivingUs, gatesOf, sentPulseUs, type Chain } from '../channels/index.js';
import { drives, flies, hearsAir, isWindowed } from '../parts/index.js';
import { labelOf, partsThat, safeLine, type FailSafe, type Part } from '../rig/index.js';
import { enabling, nearAt, standing, stays } from './function-steps.js';
import { SAME_US, WITHIN, type BareStep, type Expect, type Plan } from './step.js';

/** Time for an axis to come to rest after the fail-safe acts, ms. */
const SETTLED_MS = 1500;

/**
 * One step for each receiver with a fail-safe set: the transmitter is switched off while a rate is asked for. Nothing
 * may start, turn or gain radio power; what is set to a width goes there. What a flight controller then does is its
 * own affair and its maker's manual's.
 */
export function radioLostSteps(plan: Plan): BareStep[] {
  return partsThat(plan.rig, hearsAir).flatMap(({ part }) => {
    const set = plan.rig.failSafes.filter((f) => f.receiver === part.id);
    const own = plan.driven.filter(
      (c) => c.path[0]?.talker.part.id === part.id && (!flies(c.sheet) || drives(c.sheet)),
    );
    const watched = own.flatMap((chain) => {
      const failSafe = set.find((f) => f.slot === chain.slot);
      return failSafe ? [{ chain, failSafe }] : [];
    });
    return watched.length ? [lostStep(plan, part, own, watched)] : [];
  });
}

function lostStep(
  { rig, driven }: Plan,
  receiver: Part,
  own: readonly Chain[],
  watched: { chain: Chain; failSafe: FailSafe }[],
): BareStep {
  const transmitter = own[0]!.transmitter!.id;
  const turning = watched.map((w) => w.chain).find((c) => c.fn.takes === 'rate');
  return {
    id: `${receiver.id}.lost`,
    part: receiver.id,
    title: `${safeLine(rig).text}: switch off ${labelOf(rig, transmitter)}`,
    expectText: 'each slot at its fail-safe; nothing starts or turns',
    setUp: {
      ...Object.fromEntries(watched.flatMap(awayFrom)),
      // what has no power, or is held, stands already
      ...Object.fromEntries(strictestLast(watched).flatMap(({ chain }) => Object.entries(enabling(chain, driven)))),
      ...(turning ? { [turning.control!.id]: 1 } : {}),
    },
    moves: [{ control: radioOf(transmitter), to: -1 }],
    expects: [
      { sight: `${receiver.id}.radio`, is: 'lost' },
      ...watched.map(({ chain, failSafe }) => expected(chain, failSafe)),
      ...watched.flatMap(({ chain, failSafe }) => ownSlot(receiver.id, chain, failSafe)),
    ],
    waitMs: LOST_AFTER_MS + SETTLED_MS,
  };
}

/** Of two that work in several windows of one gate, what works in fewer has its way: there the other works too. */
const strictestLast = <W extends { chain: Chain }>(watched: readonly W[]): W[] => {
  const windows = ({ chain }: W): number =>
    Math.min(Infinity, ...gatesOf(chain.sheet, chain.fn).map((gate) => gate.windows.length));
  return watched.toSorted((a, b) => windows(b) - windows(a));
};

/** A place of its control that asks for something else than the fail-safe does: what stays where it is proves nothing. Power is not raised for it. */
function awayFrom({ chain, failSafe: { does, valueUs } }: { chain: Chain; failSafe: FailSafe }): [string, number][] {
  const { fn, setup } = chain;
  if (does !== 'value' || valueUs === undefined || fn.what === 'radio-power' || !STANDS.has(fn.takes)) return [];
  const there = demandOf(fn, arrivingUs(chain, valueUs), setup);
  if ('window' in there) return standing(chain, (window) => window !== there.window);
  const farther = (to: number): number => Math.abs(sentPulseUs(chain, to)! - valueUs);
  return [[chain.control!.id, farther(1) >= farther(-1) ? 1 : -1]];
}
/** What stays as it is told. */
const STANDS: ReadonlySet<string> = new Set(['position', 'windows', 'latch']);

/** A drive that stands may be held by its brake alone: what its own slot does is read as well. */
const ownSlot = (receiver: string, { fn, slot }: Chain, { does, valueUs }: FailSafe): Expect[] =>
  fn.what === 'drive' && does === 'value' && valueUs !== undefined
    ? [{ sight: slotSight(receiver, slot!), near: valueUs, within: SAME_US }]
    : [];

/** What must be seen of a function without radio: the safe thing first, then what the setting asks. */
function expected(chain: Chain, { does, valueUs }: FailSafe): Expect {
  const { fn, part, setup } = chain;
  const sight = fnSight(part.id, fn.id);
  if (fn.takes === 'rate') return { sight, near: 0, within: WITHIN['°/s'] };
  if (fn.takes === 'pulse' || does !== 'value' || valueUs === undefined) return stays(chain);
  const arrivesUs = arrivingUs(chain, valueUs);
  if (isWindowed(fn)) {
    if (fn.what === 'radio-power') return { sight, is: [...fn.windows!].sort((a, b) => a.fromUs - b.fromUs)[0]!.label };
    const demand = demandOf(fn, arrivesUs, setup);
    return { sight, is: 'window' in demand ? demand.window : null };
  }
  return nearAt(chain, arrivesUs);
}
