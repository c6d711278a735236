import { askText, doersOfWishes, gestureText, type Ask, type Chain } from '../channels/index.js';
import type { Rig } from '../rig/index.js';
import type { BareStep } from './step.js';

/** Steps for what no channel asks: gestures, screens, buttons of the device. Only eyes can tell whether they did it. */
export function askedSteps(rig: Rig, chains: readonly Chain[]): BareStep[] {
  const asks = [...doersOfWishes(rig, chains).values()].flatMap((d) => (d.ask && !d.breaks ? [d.ask] : []));
  return asks.flatMap((ask) => (ask.way.by === 'gesture' ? gestureSteps(ask, ask.way) : [oneStep(rig, ask)]));
}

const bare = ({ part, fn, parts }: Ask, id: string) => ({
  id: `${part.id}.${fn.id}.${id}`,
  part: part.id,
  setUp: {},
  moves: [],
  expects: [],
  byEye: true as const,
  through: [...parts],
});

const SHOWN = ['open', 'second menu', 'leave'] as const;

/** Opened, the second menu where there is one, and left before arming. @source [practice] never armed while a menu is open */
function gestureSteps(ask: Ask, { gestures }: Extract<Ask['way'], { by: 'gesture' }>): BareStep[] {
  return SHOWN.flatMap((does) => {
    const gesture = gestures.find((g) => g.does === does);
    if (!gesture) return [];
    const words = gestureText(gesture);
    return [
      {
        ...bare(ask, does.replace(' ', '-')),
        title: `Disarmed: ${words}`,
        expectText: `${gesture.shows ?? `${ask.fn.label.toLowerCase()}: ${does}`}${does === 'leave' ? '; only then is it armed' : ''}`,
      },
    ];
  });
}

function oneStep(rig: Rig, ask: Ask): BareStep {
  const by = askText(rig, ask);
  return {
    ...bare(ask, ask.way.by),
    title: by[0]!.toUpperCase() + by.slice(1),
    expectText: `${ask.part.label}: ${ask.fn.label.toLowerCase()}${ask.fn.cue ? ` · ${ask.fn.cue}` : ''}`,
  };
}
