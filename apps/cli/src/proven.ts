import { propose, proposeProven, SolverFailed, type Proposal, type ProgrammeSolver } from '@squallmark/core/propose';
import type { Rig } from '@squallmark/core/rig';
import loadHighs from 'highs';

/** The cheapest wiring, proven; where no proof is to be had the search's own best, and the reason. */
export async function proposeFor(rig: Rig): Promise<{ proposal: Proposal; unproven: string | null }> {
  try {
    return { proposal: proposeProven(rig, (await loadHighs()) as ProgrammeSolver), unproven: null };
  } catch (error) {
    if (!(error instanceof SolverFailed)) throw error;
    return { proposal: propose(rig), unproven: error.message };
  }
}
