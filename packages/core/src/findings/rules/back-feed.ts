import type { Chain } from '../../channels/index.js';
import { findNets, onePins } from '../../loom/index.js';
import type { Source } from '../../parts/index.js';
import {
  wireLine,
  labelOf,
  partsWithSheets,
  samePin,
  sheetOf,
  sourcesAsSet,
  wiresAt,
  type Cable,
  type Edit,
  type PinRef,
  type Rig,
  type WireAt,
} from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';
import { railsAfter, unfeedsNobody } from './after-edits.js';
import { outletVolts } from './outlets.js';

/** A rail with a second source on it: a computer's lead, or one regulator against another. Packs may stand in pair. */
export const backFeedRule: Rule = (context) => {
  const { rig, nets, chains } = context;
  const sources = rig.parts.flatMap((part): Joining[] =>
    sourcesAsSet(sheetOf(rig, part.id), part).map((source) => ({
      part: part.id,
      source,
      net: nets.netOf({ part: part.id, ...source.plus }),
    })),
  );
  // a box that takes whichever of two packs lives comes out at one contact
  const joined = sources.filter((s) => s.net !== undefined && sources.find((o) => isSameOut(o, s)) === s);
  return [...groupBy(joined, (s) => s.net).values()].flatMap((same): RuleResult[] => {
    if (same.length < 2 || same.every((s) => s.source.kind === 'pack' || isGuarded(rig, s))) return [];
    const guest = same.reduce((a, b) => (isRather(b, a) ? b : a));
    const cable = joiningLead(rig, guest, same);
    return [
      {
        rule: 'back-feed',
        mark: fight(same) ? 'stop' : 'watch',
        station: 'rails',
        subjects: [...same.map((s) => s.part), ...(cable ? [cable.id] : [])],
        figures: [
          { name: 'guest', value: guest.part },
          { name: 'sources', value: same.map((s) => labelOf(rig, s.part)).join(', ') },
        ],
        // what a hand switches stays the one that feeds: beside it the switch would do nothing
        fixes: () =>
          parted(
            context,
            [guest, ...same.filter((s) => s !== guest)].filter((s) => !isSwitched(chains, s)),
            same,
          ),
      },
    ];
  });
};

/** A source on a rail. */
interface Joining {
  part: string;
  source: Source;
  net: number | undefined;
}

const isSameOut = (a: Joining, b: Joining): boolean =>
  samePin({ part: a.part, ...a.source.plus }, { part: b.part, ...b.source.plus });

/** Which of two sources is one too many: a computer's lead, else the weaker, else the lower; of equal ones the last. */
function isRather({ source: a }: Joining, { source: b }: Joining): boolean {
  const stolen = [a, b].map((s) => Number(s.kind === 'stolen')) as [number, number];
  if (stolen[0] !== stolen[1]) return stolen[0] > stolen[1];
  if (a.maxA !== b.maxA) return a.maxA < b.maxA;
  return outletVolts(a)[1] <= outletVolts(b)[1];
}

/** A diode in each lead that leaves it lets nothing back. */
function isGuarded(rig: Rig, { part, source }: Joining): boolean {
  const leads = onePins(rig, { part, ...source.plus }).flatMap((own) =>
    wiresAt(rig, own).map(({ wire }) => wire.inline?.kind === 'diode' && samePin(wire.from, own)),
  );
  return leads.length > 0 && leads.every(Boolean);
}

const isSwitched = (chains: readonly Chain[], { part }: Joining): boolean =>
  chains.some((c) => c.part.id === part && c.fn.what === 'radio-power' && c.control && !c.breaks);

/**
 * The first lead that may come off, of the first of some sources: whatever it feeds has enough without, the rail is rid of a source,
 * and nobody had his ground by it.
 */
function parted({ rig, full }: RuleContext, guests: readonly Joining[], same: readonly Joining[]): Fix[] {
  for (const guest of guests) {
    const plus = { part: guest.part, ...guest.source.plus };
    const others = same.filter((s) => s !== guest);
    const leads = wiresAt(rig, plus).map((w) => w.cable);
    for (const lead of leads.filter((l) => othersSuffice(rig, l, others))) {
      const fix = takenOff(rig, lead, plus);
      const after = railsAfter(rig, fix.edits);
      const nets = findNets(after.rig);
      const isRid = others.every((s) => nets.netOf({ part: s.part, ...s.source.plus }) !== nets.netOf(plus));
      if (isRid && unfeedsNobody(full, after.full())) return [fix];
    }
  }
  return [];
}

/** Apart by more than a regulator gives way. [practice] the higher one drives its current through the lower */
const FIGHT_V = 1;
/** Apart by so much what flows back matters, where it is more than the lower one is made for, V. [calc] over their own resistances */
const PUSH_V = 0.5;
function fight(same: readonly Joining[]): boolean {
  const [high, ...others] = same.toSorted((a, b) => outletVolts(b.source)[1] - outletVolts(a.source)[1]);
  return others.some(({ source }) => {
    const apartV = outletVolts(high!.source)[1] - outletVolts(source)[1];
    const backA = apartV / (high!.source.outOhm + source.outOhm);
    return apartV > FIGHT_V || (apartV > PUSH_V && backA > source.maxA);
  });
}

/** The lead by which a source meets the others: straight to one of them, else to where another lead brings volts, else any. */
function joiningLead(rig: Rig, guest: Joining, same: readonly Joining[]): Cable | undefined {
  const plus = { part: guest.part, ...guest.source.plus };
  const isSource = (at: PinRef): boolean =>
    same.some((s) => s !== guest && samePin(at, { part: s.part, ...s.source.plus }));
  const rank = ({ cable, far, wire }: WireAt): number => {
    if (isSource(wire[far])) return 0;
    return wiresAt(rig, wire[far]).some((w) => w.cable !== cable) ? 1 : 2;
  };
  return wiresAt(rig, plus).toSorted((a, b) => rank(a) - rank(b))[0]?.cable;
}

/** The lead comes off; of one that carries anything beside power only its wire from that plus. */
function takenOff(rig: Rig, { id, wires }: Cable, plus: PinRef): Fix {
  const isPower = wires.every((w) => wireLine(rig, w) !== 'signal');
  if (isPower) return { label: `Take ${id} off`, edits: [{ kind: 'removeCable', cable: id }] };
  // the last first, so that the others keep their places
  const edits = wires.flatMap((w, i): Edit[] =>
    samePin(w.from, plus) || samePin(w.to, plus) ? [{ kind: 'removeWire', cable: id, wire: i }] : [],
  );
  return { label: `Take the plus wire of ${id} off`, edits: edits.reverse() };
}

/** Whatever a lead feeds has another lead as well, and the other sources all give what it takes. */
function othersSuffice(rig: Rig, lead: Cable, others: readonly { source: Source }[]): boolean {
  const ends = lead.wires.flatMap((w) => [w.from, w.to]);
  const fed = partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.supplies
      .map((supply) => ({
        supply,
        plus: { part: part.id, ...supply.plus },
        minus: { part: part.id, ...supply.minus },
      }))
      .filter(({ plus }) => ends.some((at) => samePin(at, plus))),
  );
  const isBeside = (at: PinRef): boolean => wiresAt(rig, at).some(({ cable }) => cable !== lead);
  return fed.every(({ supply, plus, minus }) => {
    const twice = isBeside(plus) && onePins(rig, minus).some(isBeside);
    const right = others.every(({ source }) => {
      const [low, high] = outletVolts(source);
      return low >= supply.volts[0] && high <= supply.volts[1];
    });
    return twice && right;
  });
}
