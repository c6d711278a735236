import { analyse, type Analysis } from '../../src/analysis/index.js';
import { compileBench, startBench } from '../../src/bench/index.js';
import { findChains, type Chain } from '../../src/channels/index.js';
import { readBrief, type Brief } from '../../src/files/index.js';
import { propose, type Proposal } from '../../src/propose/index.js';
import { orderOfHands, type HandStep } from '../../src/loom/index.js';
import type { Pin } from '../../src/parts/index.js';
import { planOf, playStep } from '../../src/prove/index.js';
import {
  applyEdits,
  findPin,
  nextId,
  type Cable,
  type Edit,
  type Held,
  type PinRef,
  type Rig,
  type Wire,
} from '../../src/rig/index.js';
import { pinAt } from '../support/small-rig.js';

/** A brief laid out, wired by its proposal, with what is asked of it. */
export class Proposed {
  private known: { analysis: Analysis; chains: readonly Chain[] } | null = null;

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

  /** Steps of its plan that the bench does not pass, played one after the other, with what was seen. */
  failing(): string[] {
    const bench = compileBench(this.rig);
    let state = startBench(bench, { awake: true });
    return planOf(this.rig)
      .filter((s) => !s.byEye)
      .flatMap((step) => {
        const played = playStep(bench, state, step);
        state = played.state;
        return played.verdict.passed ? [] : [`${step.title}: ${played.verdict.saw}`];
      });
  }

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

  lineAt = (at: PinRef): Pin['line'] | undefined => findPin(this.rig, at)?.pin.line;

  /** What a controller's port or pad is given to for a device: by the lead that ends on both. */
  heldFor(controller: string, device: string): Held[] {
    const ports = this.between(controller, device.split('.')[0]!).flatMap((c) =>
      c.wires.flatMap((w) => [w.from, w.to]),
    );
    const sheet = this.rig.sheets[this.rig.parts.find((p) => p.id === controller)!.class]!;
    const own = sheet.resources.filter((r) =>
      ports.some((at) => at.part === controller && at.port === r.port && (r.pin === undefined || r.pin === at.pin)),
    );
    return this.rig.held.filter((h) => h.part === controller && own.some((r) => r.id === h.resource));
  }

  /** Setting of the receiver's pin that a part hangs on, or the one that is named. */
  pinOf(receiver: string, pin: string, part: string): string {
    if (pin !== '*') return pin;
    const at = this.lead(receiver, part)
      .wires.flatMap((w) => [w.from, w.to])
      .find((x) => x.part === receiver)!;
    return at.port;
  }

  fresh(wires: [from: string, to: string, colour?: string][]): Cable {
    return {
      id: nextId('C', this.rig.cables),
      marked: false,
      locked: false,
      wires: wires.map(([from, to, colour = 'white']): Wire => ({
        from: pinAt(from),
        to: pinAt(to),
        colour,
        gaugeAwg: colour === 'red' || colour === 'black' ? 22 : 28,
        lengthMm: 200,
      })),
    };
  }

  /** Whether a lead joins two parts, or ports `part.port`. */
  has(a: string, b: string): boolean {
    try {
      return this.lead(a, b).wires.length > 0;
    } catch {
      return false;
    }
  }

  /** Moves every wire of a part's lead from one port of the other part to another one. */
  movePort(part: string, at: string, port: string): Edit[] {
    const cable = this.lead(part, at);
    const [other, old] = at.split('.');
    return cable.wires.flatMap((w, wire) =>
      (['from', 'to'] as const).flatMap((end): Edit[] =>
        w[end].part === other && w[end].port === old
          ? [{ kind: 'moveEnd', cable: cable.id, wire, end, pin: { ...w[end], port } }]
          : [],
      ),
    );
  }

  /** What a step of the hands plugs: an antenna, a signal lead, a supply lead, a pack's lead. */
  kindOfStep({ text }: HandStep): 'antenna' | 'signal' | 'supply' | 'pack' {
    const cable = this.rig.cables.find((c) => text.startsWith(`${c.id} `) || text.startsWith(`${c.id},`))!;
    const parts = cable.wires.flatMap((w) => [w.from.part, w.to.part]);
    const has = (test: (sheet: Rig['sheets'][string]) => boolean): boolean =>
      parts.some((id) => test(this.rig.sheets[this.rig.parts.find((p) => p.id === id)!.class]!));
    if (cable.wires.some((w) => w.colour === 'coax')) return 'antenna';
    if (cable.wires.some((w) => this.lineAt(w.from) === 'signal')) return 'signal';
    return has((s) => s.sources.some((x) => x.pack)) ? 'pack' : 'supply';
  }

  get hands(): HandStep[] {
    return orderOfHands(this.bare, this.rig, this.proposal.edits);
  }
}
