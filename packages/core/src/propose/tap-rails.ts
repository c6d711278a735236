import { tapsOf, withTap, type Tap } from '../loom/index.js';
import { rigNetwork, solveRigNetwork, type RailNode } from '../rails/index.js';
import { labelOf, portLabel, type Rig } from '../rig/index.js';
import type { BenchView } from './bench-view.js';
import { eatersOf, fits, outletsOf, type Eater } from './outlets.js';
import { pinsText } from './weave.js';

/** A supply that was fed from a plug beside a signal, since nothing else here feeds it. */
export interface Tapped {
  /** Need of the supply. */
  need: string;
  cable: string;
  text: string;
}

/** A rig with its taps; `names` are the leads of today that others turned out to be. */
interface TappedRig {
  rig: Rig;
  tapped: Tapped[];
  names: ReadonlyMap<string, string>;
}

/**
 * Feeds what stayed without volts from plugs that carry a signal too: by the lead that it hears by, or from a plug of that part that
 * is free. Only where all then have their volts, by the peak and with flat packs.
 * @param open needs of supplies that the search left open
 */
export function tapRails(view: BenchView, wired: Rig, open: ReadonlySet<string>): TappedRig {
  let rig = wired;
  const tapped: Tapped[] = [];
  for (const eater of eatersOf(view).filter((e) => open.has(needOf(e)))) {
    const tap = findTap(view, rig, eater);
    if (!tap) continue;
    rig = withTap(rig, tap);
    tapped.push({
      need: needOf(eater),
      cable: tap.cable.id,
      text: `${eater.part.label} from ${labelOf(rig, tap.plus.part)} ${portLabel(rig, tap.plus)}`,
    });
  }
  return asToday(view.rig, rig, tapped);
}

/** Leads that are there today, tap and all, keep their names. */
function asToday(today: Rig, rig: Rig, tapped: readonly Tapped[]): TappedRig {
  const names = new Map<string, string>();
  for (const { cable: id } of tapped) {
    const pins = pinsText(rig.cables.find((c) => c.id === id)!.wires);
    const same = today.cables.find((c) => !c.locked && pinsText(c.wires) === pins);
    if (same) names.set(id, same.id);
  }
  const cables = rig.cables.map((c) => today.cables.find((x) => x.id === names.get(c.id)) ?? c);
  const told = tapped.map((t): Tapped => ({ ...t, cable: names.get(t.cable) ?? t.cable }));
  return { rig: { ...rig, cables }, tapped: told, names };
}

const needOf = ({ id }: Eater): string => `feed ${id}`;

function findTap(view: BenchView, rig: Rig, eater: Eater): Tap | undefined {
  const { part, supply } = eater;
  const to = { plus: { part: part.id, ...supply.plus }, minus: { part: part.id, ...supply.minus } };
  const before = nodesOf(rig);
  const taps = outletsOf(view)
    .filter((outlet) => fits(outlet, eater))
    .flatMap((outlet) => tapsOf(rig, { part: outlet.part.id, ...outlet.source.plus }, to));
  return taps.find((tap) => {
    const after = nodesOf(withTap(rig, tap));
    return isWell(after.get(eater.id)) && [...before].every(([id, node]) => !isWell(node) || isWell(after.get(id)));
  });
}

const nodesOf = (rig: Rig): Map<string, RailNode> =>
  new Map(solveRigNetwork(rigNetwork(rig, 'peak'), 0).nodes.map((n) => [`${n.part}.${n.terminal}`, n]));

/** Fed and inside its band; of a source, no more asked than it gives. */
const isWell = (node: RailNode | undefined): boolean =>
  node !== undefined && !node.overloaded && (node.allowed === null || node.fedBy !== null);
