import type { Analysis } from '../analysis/index.js';
import type { Latency } from '../channels/index.js';
import { onBoardG } from '../parts/index.js';
import { sheetOf, type Rig } from '../rig/index.js';
import { num, seconds } from '../units/index.js';
import { FROM, type About } from './about.js';

/** Mass of the parts that are on the bench or missing from it: all of the rig. */
export function aboutMass(rig: Rig): About {
  const masses = rig.parts.map((p) => ({ what: p.label, massG: onBoardG(sheetOf(rig, p.id)) }));
  const total = masses.reduce((sum, m) => sum + m.massG, 0);
  const heaviest = masses.toSorted((a, b) => b.massG - a.massG);
  const rest = heaviest.slice(8);
  return {
    title: 'Mass of the parts',
    figure: `${num(total / 1000, 2)} kg`,
    is: 'All parts of this rig together; leads are counted at the Loom.',
    how: 'the sum of the part sheets',
    grounds: [
      ...heaviest.slice(0, 8).map((m) => ({ what: m.what, value: `${num(m.massG, 1)} g`, source: FROM.sheet })),
      ...(rest.length
        ? [
            {
              what: `${rest.length} more`,
              value: `${num(
                rest.reduce((sum, m) => sum + m.massG, 0),
                1,
              )} g`,
              source: FROM.sheet,
            },
          ]
        : []),
    ],
  };
}

/** Time from a stick to what it moves. */
export function aboutLatency({ worst, usual, waits }: Latency): About {
  return {
    title: 'From stick to device',
    figure: `${num(worst)} ms worst, ${num(usual)} ms usual`,
    is: 'Time from a movement of the stick until the device hears of it; its own loop is not in it.',
    how: 'worst: every period waited out, and the time on the wire; usual: half of every period',
    grounds: waits.map((w) => ({
      what: w.what,
      value: w.periodMs
        ? `every ${num(w.periodMs, 1)} ms, ${num(w.transferMs, 1)} ms long`
        : `${num(w.transferMs, 1)} ms`,
      source: 'part sheet, or the usual period of its kind',
    })),
  };
}

/** Length of the whole wake. */
export function aboutWake({
  steps,
  seconds: total,
  floorSeconds,
  proven,
  pairs,
  freeSeconds,
}: Analysis['wake']): About {
  const hands = steps.filter((s) => s.hands);
  const inHands = hands.reduce((sum, s) => sum + s.seconds, 0);
  return {
    title: 'Length of the wake',
    figure: seconds(total),
    is: proven
      ? `From the first touch to the last, in the shortest order there is for ${pairs > 1 ? `${pairs} pairs` : 'one pair'} of hands${freeSeconds === null ? '' : ' with the order you asked for'}.`
      : 'From the first touch to the last, in the best order found; not every order was tried.',
    how: 'each step begins when what it waits for has ended, and a hand is free; while something must be still, no hand moves',
    grounds: [
      { what: `${hands.length} steps in the hands`, value: seconds(inHands), source: 'part sheets and practice' },
      ...(freeSeconds === null
        ? []
        : [{ what: 'without the order you asked for', value: seconds(freeSeconds), source: FROM.computed }]),
      { what: 'longest chain of waiting alone', value: seconds(floorSeconds), source: FROM.computed },
      ...steps
        .filter((s) => !s.hands)
        .toSorted((a, b) => b.seconds - a.seconds)
        .slice(0, 3)
        .map((s) => ({ what: s.text, value: seconds(s.seconds), source: FROM.sheet })),
    ],
  };
}
