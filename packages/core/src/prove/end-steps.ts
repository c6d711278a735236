/** The ends of a line: each is set while the drive creeps up to it, and then proven by full stick into it. */
import { fnSight } from '../bench/index.js';
import { rangeDemand, restPositions, sentPulseUs, type Chain } from '../channels/index.js';
import { isWindowed } from '../parts/index.js';
import { asksFor, enabling, slowFirst, SLOWLY } from './function-steps.js';
import { WITHIN, type BareStep, type Expect, type Move, type Plan } from './step.js';

/** One end: the key that sets it, the drive that stands at it, and which way its control goes to get there. */
export interface EndToSet {
  key: Chain;
  drive: Chain;
  to: 1 | -1;
}

/** It creeps up so long, presses so long, and creeps back so long, so that full stick has a way to go, ms. */
const UP_MS = 2000;
const PRESS_MS = 400;
const BACK_MS = 1000;
/** Longer than full stick takes from there to the end, and to be heard, ms. */
const INTO_MS = 2000;

/**
 * Every end that a key sets of a drive of its own part, both driven by controls that can do it: the first key for the way
 * ahead, the second for the way back, a single one for both.
 */
export function endsToSet({ driven }: Plan): EndToSet[] {
  return driven.filter(isRun).flatMap((drive) => {
    const keys = driven.filter(
      (c) =>
        c.fn.what === 'end-stop' &&
        isWindowed(c.fn) &&
        c.part.id === drive.part.id &&
        c.control!.id !== drive.control!.id &&
        pressOf(c) !== null,
    );
    const [first, second = first, ...others] = keys;
    if (!first || others.length) return [];
    return [
      { key: first, drive, to: 1 },
      { key: second!, drive, to: -1 },
    ];
  });
}

/** A little of its control each way makes it creep that way. */
function isRun(chain: Chain): boolean {
  if (chain.fn.what !== 'drive' || !chain.fn.range || !slowFirst(chain, chain.control!).length) return false;
  const [ahead, back] = [SLOWLY, -SLOWLY].map((to) => asked(chain, to));
  return (
    Math.sign(ahead!) === -Math.sign(back!) && Math.min(Math.abs(ahead!), Math.abs(back!)) > WITHIN[chain.fn.range.unit]
  );
}

/** What its control asks of it at a place. */
const asked = (chain: Chain, at: number): number => rangeDemand(chain.fn, sentPulseUs(chain, at)!, chain.setup);

/** Where its control asks for it, and where it does not: a step of it is a press. Null where no place does, or every one. */
function pressOf(chain: Chain): { on: number; off: number } | null {
  const places = restPositions(chain.control!.kind);
  const windows = (chain.fn.windows ?? []).map((w) => w.fromUs);
  const highest = windows.length > 1 ? windows.indexOf(Math.max(...windows)) : 0;
  const on = places.find((to) => asksFor(chain, to) === highest);
  const off = places.find((to) => asksFor(chain, to) !== highest);
  return on === undefined || off === undefined ? null : { on, off };
}

/** A step for each. */
export const endSteps = (plan: Plan, ends: readonly EndToSet[]): BareStep[] => ends.map((end) => endStep(plan, end));

function endStep({ driven }: Plan, { key, drive, to }: EndToSet): BareStep {
  const { on, off } = pressOf(key)!;
  const control = drive.control!.id;
  const press = (at: number): Move => ({ control: key.control!.id, to: at, holdMs: PRESS_MS });
  const way = asked(drive, to) > 0 ? 'forward' : 'back';
  return {
    id: `${key.part.id}.${key.fn.id}.end.${to}`,
    part: key.part.id,
    title: `Creep ${way} to the end, ${key.control!.label}: set it; creep off, then full stick into it`,
    expectText: `stands at the ${way} end, goes from it`,
    setUp: { ...enabling(key, driven), ...enabling(drive, driven) },
    moves: [
      press(off),
      { control, to: to * SLOWLY, holdMs: UP_MS },
      { ...press(on), reads: [goes(drive, 'still')] },
      press(off),
      { control, to: -to * SLOWLY, holdMs: BACK_MS, reads: [goes(drive, -to * SLOWLY)] },
      { control, to },
    ],
    expects: [goes(drive, 'still')],
    waitMs: INTO_MS,
  };
}

/** What a drive reads while its control stands somewhere, or it stands still. */
function goes(drive: Chain, at: number | 'still'): Expect {
  const { part, fn } = drive;
  return {
    sight: fnSight(part.id, fn.id),
    near: at === 'still' ? 0 : asked(drive, at),
    within: WITHIN[fn.range!.unit],
  };
}
