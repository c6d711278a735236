/** A circuit over time whose parts share no copper: each goes at its own pace, as if it stood alone. */
import { Joined, groupBy } from '../../units/index.js';
import type { Circuit, CircuitElement } from './circuit.js';
import { kindOf } from './elements/index.js';
import { runTogether, type TransientAsk, type TransientRun } from './transient.js';

/**
 * A circuit over time. What happens in one of several circuits side by side is met in time there, and costs the others no step.
 * Between the ends of its own steps a course goes straight.
 * A run that was cut off or came to no rest says so. A circuit in which nothing is watched is left out, with all that happens in it.
 */
export function runTransient(ask: TransientAsk): TransientRun {
  const groups = apart(ask.circuit).filter((elements) => elements.some((e) => isSource(ask.circuit.elements[e]!)));
  if (groups.length < 2) return runTogether(ask);
  const watched = new Set(ask.watch);
  return merged(
    ask,
    groups.filter((elements) => elements.some((e) => watched.has(e))).map((elements) => runOf(ask, elements)),
  );
}

/** What no source is joined to stays without volts, and switches nothing. */
const isSource = ({ kind }: CircuitElement): boolean => kind === 'pack' || kind === 'converter';

/** Elements of a circuit, each group of which shares no node with any other. */
export function apart({ elements }: Circuit): number[][] {
  const held = new Joined();
  for (const e of elements)
    for (const { plus, minus } of kindOf(e).ports(e)) {
      held.join(plus, minus);
      held.join(plus, e.plus);
    }
  return [...groupBy([...elements.keys()], (e) => held.rootOf(elements[e]!.plus)).values()];
}

/** What one of them did, and which elements of the whole it has and is watched at. */
interface Part {
  elements: readonly number[];
  watch: readonly number[];
  run: TransientRun;
}

function runOf({ circuit, drive, deeds, lives, endS, watch }: TransientAsk, elements: readonly number[]): Part {
  const at = new Map(elements.map((e, i) => [e, i]));
  const own = <T extends { element: number }>(all: readonly T[]): T[] =>
    all.flatMap((x) => (at.has(x.element) ? [{ ...x, element: at.get(x.element)! }] : []));
  const watched = watch.filter((e) => at.has(e));
  const run = runTogether({
    circuit: { nodes: circuit.nodes, elements: elements.map((e) => circuit.elements[e]!) },
    drive: (e) => drive?.(elements[e]!),
    deeds: own(deeds),
    lives: own(lives ?? []),
    endS,
    watch: watched.map((e) => at.get(e)!),
  });
  return { elements, watch: watched, run };
}

function merged({ circuit, watch }: TransientAsk, parts: readonly Part[]): TransientRun {
  const timeS = [...new Set(parts.flatMap(({ run }) => run.timeS))].sort((a, b) => a - b);
  const volts = new Map<number, number[]>();
  const packA = new Map<number, number[]>();
  for (const { run, watch: own, elements } of parts) {
    own.forEach((e, i) => volts.set(e, courseAt(timeS, run.timeS, run.volts[i]!)));
    for (const { element, amps } of run.packA) packA.set(elements[element]!, courseAt(timeS, run.timeS, amps));
  }
  const all = <T extends { element: number }>(of: (run: TransientRun) => readonly T[]): T[] =>
    parts.flatMap(({ run, elements }) => of(run).map((x) => ({ ...x, element: elements[x.element]! })));
  const sum = (of: (run: TransientRun) => number): number => parts.reduce((n, { run }) => n + of(run), 0);
  return {
    timeS,
    volts: watch.map((e) => volts.get(e) ?? timeS.map(() => 0)),
    packA: circuit.elements.flatMap((_, element) => {
      const amps = packA.get(element);
      return amps ? [{ element, amps }] : [];
    }),
    happenings: all((run) => run.happenings).sort((a, b) => a.atS - b.atS),
    cycles: all((run) => run.cycles).sort((a, b) => a.fromS - b.fromS),
    steps: sum((run) => run.steps),
    again: sum((run) => run.again),
    converged: parts.every(({ run }) => run.converged),
  };
}

/** A course at other times, all of its own among them: straight between its points, level before the first and after the last. */
function courseAt(timeS: readonly number[], ownS: readonly number[], values: readonly number[]): number[] {
  let next = 0;
  return timeS.map((t) => {
    while (next < ownS.length && ownS[next]! < t) next++;
    if (next === ownS.length) return values.at(-1) ?? 0;
    if (next === 0 || ownS[next] === t) return values[next]!;
    const share = (t - ownS[next - 1]!) / (ownS[next]! - ownS[next - 1]!);
    return values[next - 1]! + share * (values[next]! - values[next - 1]!);
  });
}
