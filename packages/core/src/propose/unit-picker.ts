import { flies } from '../parts/index.js';
import { Misuse } from '../units/index.js';
import { isGivenTo, resourceOf, speechOf, type LinkEnd } from '../loom/index.js';
import { wiredTogether, type BenchView, type ClassEnd, type Unit } from './bench-view.js';
import { inputRank, pinRank } from './pins.js';
import type { JoinFeed } from './poser.js';

interface JoinMake {
  talker: ClassEnd;
  listener: ClassEnd;
  feed: JoinFeed | null;
  /** Nobody else sits on the talker's plug. */
  alone: boolean;
}

/**
 * Picks the very port for each join out of its class: the one that is joined so today, else one already given to the device,
 * else the first free.
 */
export class UnitPicker {
  private readonly used = new Set<string>();
  /** Bus plugs with a Y lead on them. */
  private readonly shared = new Set<string>();

  constructor(private readonly view: BenchView) {}

  /** Ends of every join, in order. Joins that stand today choose first, so that nobody takes their ports. */
  pick(joins: readonly JoinMake[]): { talker: LinkEnd; listener: LinkEnd }[] {
    const picked = new Map<JoinMake, { talker: LinkEnd; listener: LinkEnd }>();
    const rank = (make: JoinMake): number => (this.today(make) ? 0 : this.held(make) ? 1 : 2);
    // what a controller moves by itself stands on its first outputs, a payload on those behind
    const behind = ({ talker, listener }: JoinMake): number =>
      Number(flies(talker.cls.sheet) && listener.end.link.kind === 'pulse' && listener.cls.sheet.functions.length > 0);
    const order = [...joins].sort(
      (a, b) => rank(a) - rank(b) || behind(a) - behind(b) || (placeOf(a) < placeOf(b) ? -1 : 1),
    );
    for (const make of order) picked.set(make, this.pickOne(make));
    return joins.map((make) => picked.get(make)!);
  }

  private pickOne(make: JoinMake): { talker: LinkEnd; listener: LinkEnd } {
    const pair = this.today(make) ?? this.held(make);
    const listener = pair?.listener ?? this.free(make.listener);
    const talker = pair?.talker ?? this.free(make.talker, listener.links[make.listener.nth], make.alone);
    (make.alone ? this.used : this.shared).add(keyOf(talker));
    this.used.add(keyOf(listener));
    return { talker: talker.links[make.talker.nth]!, listener: listener.links[make.listener.nth]! };
  }

  /** The first free unit; of pulse pins, the one that suits what it tells. */
  private free({ cls, nth, end }: ClassEnd, tells?: LinkEnd, alone = true): Unit {
    const free = cls.members.filter((u) => this.mayTake(u, alone));
    const rank = (u: Unit): number =>
      tells
        ? pinRank(this.view.rig, u.links[nth]!, tells) + (namedAlike(u.links[nth]!, tells) ? 0 : 0.5)
        : inputRank(this.view.rig, u.links[nth]!);
    const unit = free.reduce<Unit | undefined>((a, b) => (a && rank(a) <= rank(b) ? a : b), undefined);
    if (!unit) throw new Misuse(`no free ${end.link.kind} port left on ${cls.part.label}`);
    return unit;
  }

  private mayTake(unit: Unit, alone: boolean): boolean {
    return !this.used.has(keyOf(unit)) && !(alone && this.shared.has(keyOf(unit)));
  }

  private pairs(
    { talker, listener, alone }: JoinMake,
    suits: (a: Unit, b: Unit) => boolean,
  ): { talker: Unit; listener: Unit } | null {
    for (const a of talker.cls.members)
      for (const b of listener.cls.members)
        if (!this.used.has(keyOf(b)) && this.mayTake(a, alone) && suits(a, b)) return { talker: a, listener: b };
    return null;
  }

  private today(make: JoinMake): { talker: Unit; listener: Unit } | null {
    return this.pairs(make, (a, b) =>
      wiredTogether(this.view.rig, a.links[make.talker.nth]!, b.links[make.listener.nth]!),
    );
  }

  private held(make: JoinMake): { talker: Unit; listener: Unit } | null {
    const given = (own: LinkEnd, device: LinkEnd): boolean =>
      this.view.rig.held.some(
        (h) =>
          h.part === own.part.id &&
          h.resource === resourceOf(own)?.id &&
          isGivenTo(h, speechOf(device.link) ?? own.link.params.protocol, device),
      );
    return this.pairs(make, (a, b) => {
      const [x, y] = [a.links[make.talker.nth]!, b.links[make.listener.nth]!];
      return given(x, y) || given(y, x);
    });
  }
}

/** Their pins are called the same on both sheets. */
function namedAlike(a: LinkEnd, b: LinkEnd): boolean {
  const name = pinName(a);
  return name !== undefined && name === pinName(b);
}

function pinName({ sheet, link }: LinkEnd): string | undefined {
  const at = link.pins.data;
  return sheet.ports.find((p) => p.id === at?.port)?.pins.find((p) => p.n === at?.pin)?.label;
}

/** Listeners by part and the order of their plugs, then talkers: the same however the rig was told. */
const placeOf = ({ talker, listener }: JoinMake): string => `${plugOf(listener)} ${plugOf(talker)}`;

function plugOf({ cls, end }: ClassEnd): string {
  const at = end.link.pins.data ?? end.link.pins.hear ?? end.link.pins.send;
  const nth = cls.sheet.ports.findIndex((p) => p.id === at?.port);
  return `${cls.part.id} ${String(nth).padStart(3, '0')} ${end.link.id}`;
}

const keyOf = (unit: Unit): string => `${unit.part.id}.${unit.id}`;
