import { Misuse } from '../units/index.js';
import type { BenchView, ClassEnd } from './bench-view.js';
import { pointsOf, type CostPart } from './costs.js';
import type { Outlet } from './outlets.js';
import type { Source } from '../parts/index.js';
import type { Part } from '../rig/index.js';
import type { Hub, Need, Option, Pool } from './problem.js';

/** What choosing an option means at the bench. */
export type Make =
  | { do: 'open' }
  /** One of several ways is taken, which then has an option of its own. */
  | { do: 'either' }
  | { do: 'tell'; wish: string; part: string; fn: string; link: string }
  | { do: 'feed'; outlet: Outlet; part: string; supply: string }
  | { do: 'pair'; outlet: Outlet; first: Outlet }
  | { do: 'stack'; above: Part; below: Part; each: Source }
  | { do: 'join'; talker: ClassEnd; listener: ClassEnd; feed: JoinFeed | null; alone: boolean };

/** A supply that rides on the plugs of a conversation: which end is fed, from which pin of the other. */
export interface JoinFeed {
  part: string;
  supply: string;
  fed: 'talker' | 'listener';
  /** Index of the plus contact. */
  plusPin: number;
  /** Index of the minus contact. */
  minusPin: number;
}

/** A demand in words, for choices and clashes. */
export interface Demand {
  need: string;
  text: string;
  part: string | null;
  wish: string | null;
  /** Why nothing on the bench meets it, in figures; asked only where nothing does. */
  lacks: () => string;
}

type NeedMore = Pick<Demand, 'lacks'> &
  Partial<Pick<Demand, 'part' | 'wish'>> & {
    /** It is a demand only once a choice wakes it, and may be left open then. */
    waits?: boolean;
  };

/** An option with the leads it would make. */
export interface Posed {
  make: Make;
  cost: CostPart[];
  text: string;
}

/** Reasons kept for one demand: more are never read. */
const MOST_REASONS = 2;

const metPool = (need: string): string => `met ${need}`;
/** More options than can rely on one demand. */
const MANY = 1000;

/** Collects needs and options while a rig is being put as a problem. */
export class Poser {
  readonly needs: Need[] = [];
  readonly options: Option[] = [];
  readonly pools = new Map<string, Pool>();
  readonly hubs = new Map<string, Hub>();
  readonly posed = new Map<string, Posed>();
  readonly demands = new Map<string, Demand>();

  private readonly refusals = new Map<string, (() => string)[]>();

  constructor(readonly view: BenchView) {}

  has(need: string): boolean {
    return this.demands.has(need);
  }

  /** A demand from the start (`openPoints`: what leaving it open costs), or one that a choice wakes (null). */
  need(need: string, text: string, openPoints: number | null, { waits = false, ...more }: NeedMore): void {
    if (this.has(need)) return;
    this.demands.set(need, { need, text, part: null, wish: null, ...more });
    this.needs.push({ id: need, always: openPoints !== null && !waits });
    if (openPoints === null) return;
    this.option(
      { id: `open ${need}`, covers: [need], open: true, takes: [{ pool: this.pool(metPool(need), 1), amount: 1 }] },
      { do: 'open' },
      [{ why: 'left open', points: openPoints }],
      `${text}: left open`,
    );
  }

  option(draft: Partial<Option> & Pick<Option, 'id' | 'covers'>, make: Make, cost: CostPart[], text: string): void {
    const used = cost.filter((c) => c.points > 0);
    if (this.posed.has(draft.id)) throw new Misuse(`option "${draft.id}" is there twice`);
    this.options.push({ takes: [], hub: null, modes: [], wakes: [], ...draft, cost: pointsOf(used) });
    this.posed.set(draft.id, { make, cost: used, text });
  }

  /** What an option takes that is only of use when a demand is really met, not left open. */
  relies(need: string): Option['takes'] {
    return this.has(need) ? [{ pool: this.pool(metPool(need), 1), amount: 1 / MANY }] : [];
  }

  /** Remembers why a way to meet some demands was not posed. */
  refuse(needs: readonly string[], why: () => string): void {
    for (const need of needs) {
      const known = this.refusals.get(need) ?? [];
      if (known.length < MOST_REASONS) this.refusals.set(need, [...known, why]);
    }
  }

  /** Why ways to meet a demand were not posed, the first of them; empty when none came in question. */
  refused(need: string): string[] {
    return [...new Set((this.refusals.get(need) ?? []).map((why) => why()))];
  }

  pool(id: string, capacity: number): string {
    if (!this.pools.has(id)) this.pools.set(id, { id, capacity });
    return id;
  }

  hub(id: string, share: number, most: number): string {
    if (!this.hubs.has(id)) this.hubs.set(id, { id, share, most });
    return id;
  }
}
