/** A bench as it really is: the rig with a fault in it, or another rig file. */
import { compileBench, quietened, startBench, type Bench, type BenchState, type Flaw } from '../bench/index.js';
import { applyEdits, type Rig } from '../rig/index.js';
import type { Fault } from './fault.js';

/** What may be looked at and measured, beside how it was meant. */
export interface World {
  /** As it really is. */
  rig: Rig;
  flaws: readonly Flaw[];
}

/** The rig as it is meant, with nothing wrong. */
export const soundWorld = (rig: Rig): World => ({ rig, flaws: [] });

/** The rig with a fault in it. The rig given is not changed. */
export const worldWith = (rig: Rig, { put, flaws = [] }: Pick<Fault, 'put' | 'flaws'>): World => ({
  rig: put.length ? applyEdits(rig, put).rig : rig,
  flaws,
});

const BENCHES = new WeakMap<World, Bench>();

/** The bench of a world; made once. */
export function benchOf(world: World): Bench {
  let bench = BENCHES.get(world);
  if (!bench) BENCHES.set(world, (bench = compileBench(world.rig, 1, world.flaws)));
  return bench;
}

/** A bench ready to be played, every part awake and every axis where its control has it. */
export interface Stage {
  bench: Bench;
  state: BenchState;
}

const STAGES = new WeakMap<World, Stage>();

/** Time for every axis to come to where its control has it, ms. */
const SETTLED_MS = 4000;

export function stageOf(world: World): Stage {
  let stage = STAGES.get(world);
  if (!stage) {
    const bench = benchOf(world);
    stage = { bench, state: quietened(bench, startBench(bench, { awake: true }), SETTLED_MS) };
    STAGES.set(world, stage);
  }
  return stage;
}

const AWAKE = new WeakMap<World, ReadonlySet<string>>();

/** Whether a part shows that it is on, once everything has had time to start. */
export function stageIsAwake(world: World, part: string): boolean {
  let awake = AWAKE.get(world);
  if (!awake) {
    const { parts } = benchOf(world);
    AWAKE.set(world, (awake = new Set(parts.filter((p) => p.feed === 'fed').map((p) => p.part.id))));
  }
  return awake.has(part);
}

/** What a meter reads at a supply or source with full packs, V; null where there is none. */
export function stageVolts(world: World, part: string, terminal: string): number | null {
  const own = benchOf(world).parts.find((p) => p.part.id === part);
  return own?.terminals.find((t) => t.id === terminal)?.volts ?? null;
}
