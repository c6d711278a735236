import type { Rig } from '../rig/index.js';
import { viewBench, type BenchView } from './bench-view.js';
import { poseFeeds } from './pose-feeds.js';
import { poseIdlers } from './pose-idlers.js';
import { poseJoins } from './pose-joins.js';
import { posePictures } from './pose-pictures.js';
import { poseScreens, poseWatchers } from './pose-screens.js';
import { poseWishes } from './pose-wishes.js';
import { Poser, type Demand, type Posed } from './poser.js';
import type { Option, WiringProblem } from './problem.js';

/** A rig as needs and options, and what was ruled out on the way. */
export interface PosedProblem {
  view: BenchView;
  problem: WiringProblem;
  /** Every way that was thought of, those that lead nowhere too: they tell why a demand stays open. */
  thought: readonly Option[];
  /** What each option means, by option id. */
  posed: Map<string, Posed>;
  /** Every need in words, by its id. */
  demands: Map<string, Demand>;
}

/** Puts the wiring of a rig as a problem: its wishes, its feeds, its pictures, what must be joined. Locked cables stay. */
export function poseRig(rig: Rig): PosedProblem {
  const poser = new Poser(viewBench(rig));
  // supplies first: what rides on other plugs relies on them
  poseFeeds(poser);
  poseWishes(poser);
  poseScreens(poser);
  poseWatchers(poser);
  posePictures(poser);
  poseJoins(poser);
  poseIdlers(poser);
  const problem = prune({
    needs: poser.needs,
    options: poser.options,
    pools: [...poser.pools.values()],
    hubs: [...poser.hubs.values()],
  });
  return { view: poser.view, problem, thought: poser.options, posed: poser.posed, demands: poser.demands };
}

/** Takes out options that wake or cover a need nobody can cover, until none is left. */
function prune(problem: WiringProblem): WiringProblem {
  let { options } = problem;
  const known = new Set(problem.needs.map((n) => n.id));
  for (;;) {
    const coverable = new Set(options.flatMap((o) => o.covers));
    const wakeable = new Set([
      ...problem.needs.filter((n) => n.always).map((n) => n.id),
      ...options.flatMap((o) => o.wakes),
    ]);
    const sound = options.filter(
      (o) =>
        o.wakes.every((id) => known.has(id) && coverable.has(id)) &&
        o.covers.every((id) => known.has(id) && wakeable.has(id)),
    );
    if (sound.length === options.length) break;
    options = sound;
  }
  const used = new Set(options.flatMap((o) => o.covers));
  return { ...problem, options, needs: problem.needs.filter((n) => n.always || used.has(n.id)) };
}
