import { analyse, type Analysis } from '../../src/analysis/index.js';
import { findChains, type Chain } from '../../src/channels/index.js';
import { readBrief, type Brief } from '../../src/files/index.js';
import { propose, type Proposal } from '../../src/propose/index.js';
import { orderOfHands, type HandStep } from '../../src/loom/index.js';
import { applyEdits, type Cable, type Edit, type PinRef, type Rig, type Shaping } from '../../src/rig/index.js';

/** A brief laid out, wired by its proposal, with what is asked of it. */
export class Proposed {
  private known: { analysis: Analysis; chains: Chain[] } | null = null;

  constructor(
    readonly bare: Rig,
    readonly proposal: Proposal,
    readonly rig: Rig,
  ) {}

  static of(brief: Brief): Proposed {
    const reading = readBrief(JSON.stringify(brief));
    if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
    const proposal = propose(reading.value);
    return new Proposed(reading.value, proposal, applyEdits(reading.value, proposal.edits).rig);
  }

  with(edits: Edit[]): Proposed {
    return new Proposed(this.bare, this.proposal, applyEdits(this.rig, edits).rig);
  }

  get analysis(): Analysis {
    return this.all.analysis;
  }

  private get all() {
    return (this.known ??= { analysis: analyse(this.rig), chains: findChains(this.rig) });
  }

  /** Chain of `part.function`. */
  chain(name: string): Chain {
    const [part, fn] = name.split('.');
    const found = this.all.chains.find((c) => c.part.id === part && c.fn.id === fn);
    if (!found) throw new Error(`no function ${name}`);
    return found;
  }

  slot = (name: string): number | null => this.chain(name).slot;
  control = (name: string): string | null => this.chain(name).control?.id ?? null;
  /** Whose source feeds a part's first supply. */
  feeder = (part: string): string | null =>
    this.analysis.rails.now.nodes.find((n) => n.part === part && n.allowed)?.fedBy ?? null;

  /** Cables between two parts. */
  between(a: string, b: string): Cable[] {
    const has = (c: Cable, id: string): boolean => c.wires.some((w) => w.from.part === id || w.to.part === id);
    return this.rig.cables.filter((c) => has(c, a) && has(c, b));
  }

  /** The one lead between two parts, or ports (`part.port`), that carries a signal between them. */
  lead(a: string, b: string): Cable {
    const ends = (at: PinRef, name: string): boolean => at.part === name || `${at.part}.${at.port}` === name;
    const found = this.rig.cables.find((c) =>
      c.wires.some((w) => (ends(w.from, a) && ends(w.to, b)) || (ends(w.from, b) && ends(w.to, a))),
    );
    if (!found) throw new Error(`no lead between ${a} and ${b}`);
    return found;
  }

  /** Place of the wire of a cable that ends on a pin `part.port.pin`. */
  wireAt(cable: Cable, pin: string): number {
    const text = (at: PinRef): string => `${at.part}.${at.port}.${at.pin}`;
    const at = cable.wires.findIndex((w) => text(w.from) === pin || text(w.to) === pin);
    if (at < 0) throw new Error(`no wire of ${cable.id} on ${pin}`);
    return at;
  }

  row(channel: number, transmitter?: string): Shaping | undefined {
    return this.rig.shaping.find(
      (s) => s.channel === channel && (transmitter === undefined || s.transmitter === transmitter),
    );
  }

  get hands(): HandStep[] {
    return orderOfHands(this.bare, this.rig, this.proposal.edits);
  }
}
