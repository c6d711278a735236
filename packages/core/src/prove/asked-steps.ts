import { ANSWERS, askedSight } from '../bench/index.js';
import { askText, doersOfWishes, type Ask, type Chain } from '../channels/index.js';
import type { Rig } from '../rig/index.js';
import { gestureSteps } from './gesture-steps.js';
import type { BareStep, Plan } from './step.js';

/** Steps for what no channel asks: gestures of the sticks, screens, and what only eyes can tell, buttons of the device. */
export function askedSteps(plan: Plan, chains: readonly Chain[]): BareStep[] {
  const { rig } = plan;
  const asks = [...doersOfWishes(rig, chains).values()].flatMap((d) => (d.ask && !d.breaks ? [d.ask] : []));
  return asks.flatMap((ask) => (ask.way.by === 'gesture' ? gestureSteps(plan, ask, ask.way) : [byHand(rig, ask)]));
}

/** What a screen asks is looked at on the part; a button of the device itself is for whoever presses it. */
function byHand(rig: Rig, ask: Ask): BareStep {
  const { part, fn, parts, way } = ask;
  const by = askText(rig, ask);
  const isScreen = way.by === 'screen';
  return {
    id: `${part.id}.${fn.id}.${way.by}`,
    part: part.id,
    title: by[0]!.toUpperCase() + by.slice(1),
    expectText: `${part.label}: ${fn.label.toLowerCase()}${fn.cue ? ` · ${fn.cue}` : ''}`,
    ...{ setUp: {}, moves: [] },
    expects: isScreen ? [{ sight: askedSight(part.id, fn.id), is: ANSWERS }] : [],
    ...(isScreen ? {} : { byEye: true }),
    through: [...parts],
  };
}
