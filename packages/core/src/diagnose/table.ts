/** Fault against step: what each fault does to each step of the plan. */
import { playStep, type CheckStep } from '../prove/index.js';
import { groupBy } from '../units/index.js';
import { signatureOf } from './signature.js';
import { benchOf, stageOf, type Stage, type World } from './world.js';

/** A step as it went on some bench. */
export interface Played {
  step: string;
  passed: boolean;
  expected: string;
  saw: string;
}

/**
 * Steps that follow each other at one function leave something behind for the next, a camera that records for one: they are played
 * in turn, as a scene.
 */
export function scenesOf(plan: readonly CheckStep[]): CheckStep[][] {
  const told = plan.filter((s) => !s.byEye);
  return [...groupBy(told, (s) => s.id.split('.').slice(0, 2).join('.')).values()];
}

/** Plays a plan on benches; what two benches cannot do otherwise is played once. */
export class Player {
  private readonly known = new Map<string, Played[]>();
  private readonly scenes: CheckStep[][];
  private readonly still: ReadonlySet<string>;
  /** How many scenes were played, not looked up. */
  played = 0;

  /** @param plan steps that only eyes can tell are left out */
  constructor(plan: readonly CheckStep[]) {
    this.scenes = scenesOf(plan);
    this.still = new Set(plan.filter((s) => s.by !== undefined).map((s) => s.id));
  }

  /** Whether a step is made by a meter on the leads or by reading a page, before anything moves. */
  isStill(step: string): boolean {
    return this.still.has(step);
  }

  /** Every scene from the bench as it is after waking; in the order of the plan's scenes. */
  play(world: World): Played[] {
    return this.scenes.flatMap((scene) => this.playOne(world, scene));
  }

  private playOne(world: World, scene: readonly CheckStep[]): Played[] {
    const key = `${scene[0]!.id}\n${signatureOf(benchOf(world), scene)}`;
    const known = this.known.get(key);
    if (known) return known;
    const played = playScene(stageOf(world), scene);
    this.known.set(key, played);
    this.played++;
    return played;
  }
}

/** The steps of a scene one after the other. What the bench lacks altogether gives no answer. */
export function playScene({ bench, state }: Stage, scene: readonly CheckStep[]): Played[] {
  let now = state;
  return scene.map((step) => {
    const { verdict, state: after } = playStep(bench, now, step, { hasty: true });
    now = after;
    return { step: step.id, passed: verdict.passed, expected: verdict.expected, saw: verdict.saw };
  });
}
