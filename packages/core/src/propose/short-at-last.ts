import { isShortOfRoom, rigNetwork, solveRigNetwork } from '../rails/index.js';
import type { Rig } from '../rig/index.js';
import { num, voltBand } from '../units/index.js';
import { eatersOf, fits, fitsButFlat, type Eater } from './outlets.js';
import type { Unmet } from './unmet.js';
import type { Chosen } from './weave.js';
import type { PosedProblem } from './wiring-problem.js';

/** Supplies that are fed by what falls too low before it is flat, for them or for what their part makes of it: wired, and not as they want it. */
export function shortAtLast({ demands, view }: PosedProblem, options: readonly Chosen[], after: Rig): Unmet[] {
  const eaters = eatersOf(view);
  return options.flatMap((option): Unmet[] => {
    if (option.make.do !== 'feed') return [];
    const { outlet, part, supply } = option.make;
    const eater = eaters.find((e) => e.id === `${part}.${supply}`);
    if (!eater || fits(outlet, eater) || !fitsButFlat(outlet, eater)) return [];
    const { volts } = eater.supply;
    const wants =
      outlet.volts[0] < volts[0] ? `it wants ${voltBand(volts)}` : roomWanted(after, eater, outlet.volts[0]);
    if (wants === null) return [];
    const why = `${outlet.part.label} feeds it, and gives ${voltBand(outlet.volts)} where ${wants}`;
    return option.covers.map((need) => ({ demand: demands.get(need)?.text ?? need, wish: null, part, why }));
  });
}

/** Head room that a part's own regulators want of what feeds them, where one that gives something has too little; else null. */
function roomWanted(rig: Rig, { part, sheet, supply }: Eater, lowV: number): string | null {
  const short = solveRigNetwork(rigNetwork(rig, 'peak'), 0).nodes.filter((n) => n.part === part.id && isShortOfRoom(n));
  const own = sheet.sources.filter((s) => s.regulator?.fedBy === supply.id && short.some((n) => n.terminal === s.id));
  const wants = own.map(({ regulator }) => regulator!.volts + regulator!.dropoutV).filter((v) => v > lowV);
  return wants.length ? `its own regulator wants ${num(Math.max(...wants), 1)} V` : null;
}
