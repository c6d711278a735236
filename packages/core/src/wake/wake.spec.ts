import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { applyEdit, emptyRig } from '../rig/index.js';
import { OrderImpossible, scheduleWake, wakeTasks, type WakeSchedule, type WakeTask } from './index.js';

const task = (id: string, seconds: number, rest: Partial<WakeTask> = {}): WakeTask => ({
  id,
  part: 'P',
  text: id,
  note: '',
  seconds,
  hands: true,
  still: false,
  after: [],
  ...rest,
});

/** Small random jobs: each may wait for earlier ones. */
const jobs = fc
  .array(fc.tuple(fc.integer({ min: 1, max: 9 }), fc.boolean(), fc.boolean(), fc.array(fc.nat(9), { maxLength: 2 })), {
    minLength: 1,
    maxLength: 7,
  })
  .map((list) =>
    list.map(([seconds, hands, still, after], i) =>
      task(`t${i}`, seconds, {
        hands,
        still: still && !hands,
        after: [...new Set(after.filter((a) => a < i).map((a) => `t${a}`))],
      }),
    ),
  );

const startOf = (schedule: WakeSchedule, id: string): number => schedule.steps.find((s) => s.id === id)!.start;

/** Every order of the hands, each placed as early as it goes: slow and plain. */
function bruteForce(tasks: WakeTask[]): number {
  const hands = tasks.filter((t) => t.hands);
  const orders = (list: WakeTask[]): WakeTask[][] =>
    list.length ? list.flatMap((t, i) => orders(list.filter((_, k) => k !== i)).map((rest) => [t, ...rest])) : [[]];
  return Math.min(...orders(hands).map((order) => timeOf(tasks, order)));
}

function timeOf(tasks: WakeTask[], order: WakeTask[]): number {
  const ends = new Map<string, number>();
  const stills: [number, number][] = [];
  let free = 0;
  const settle = (): void => {
    for (let moved = true; moved;) {
      moved = false;
      for (const t of tasks) {
        if (t.hands || ends.has(t.id) || t.after.some((a) => !ends.has(a))) continue;
        const start = Math.max(0, ...t.after.map((a) => ends.get(a)!));
        ends.set(t.id, start + t.seconds);
        if (t.still) stills.push([start, start + t.seconds]);
        moved = true;
      }
    }
  };
  for (const t of order) {
    settle();
    if (t.after.some((a) => !ends.has(a))) return Infinity;
    let at = Math.max(free, ...t.after.map((a) => ends.get(a)!));
    for (let k = 0; k <= stills.length; k++)
      for (const [from, to] of stills) if (at < to && at + t.seconds > from) at = to;
    free = at + t.seconds;
    ends.set(t.id, free);
  }
  settle();
  return Math.max(...ends.values());
}

/** Every order of the hands and every way to share them out between two pairs, each placed as early as it goes. */
function bruteForceOfTwo(tasks: WakeTask[]): number {
  const hands = tasks.filter((t) => t.hands);
  const left = (placed: Placed[]): number => {
    const all = withAlone(tasks, placed);
    const open = hands.filter((t) => !all.some((p) => p.task === t));
    if (!open.length) return Math.max(0, ...all.map(endOf));
    return Math.min(
      ...open
        .filter((t) => t.after.every((id) => all.some((p) => p.task.id === id)))
        .flatMap((t) => [0, 1].map((pair) => left([...all, handPlaced(t, pair, all)]))),
    );
  };
  return left([]);
}

interface Placed {
  task: WakeTask;
  start: number;
  pair?: number;
}
const endOf = ({ task: { seconds }, start }: Placed): number => start + seconds;
const readyOf = (t: WakeTask, all: Placed[]): number =>
  Math.max(0, ...t.after.map((id) => endOf(all.find((p) => p.task.id === id)!)));

/** From a time on the first at which a task meets none of some others. */
function clearFrom(at: number, seconds: number, others: Placed[]): number {
  const met = others.find((o) => at < endOf(o) && at + seconds > o.start);
  return met ? clearFrom(endOf(met), seconds, others) : at;
}

function withAlone(tasks: WakeTask[], placed: Placed[]): Placed[] {
  const next = tasks.find(
    (t) => !t.hands && !placed.some((p) => p.task === t) && t.after.every((id) => placed.some((p) => p.task.id === id)),
  );
  if (!next) return placed;
  const ready = readyOf(next, placed);
  const start = next.still
    ? clearFrom(
        ready,
        next.seconds,
        placed.filter((p) => p.task.hands),
      )
    : ready;
  return withAlone(tasks, [...placed, { task: next, start }]);
}

function handPlaced(t: WakeTask, pair: number, all: Placed[]): Placed {
  const free = Math.max(0, ...all.filter((p) => p.pair === pair).map(endOf));
  const start = clearFrom(
    Math.max(free, readyOf(t, all)),
    t.seconds,
    all.filter((p) => p.task.still),
  );
  return { task: t, start, pair };
}

describe('schedule', () => {
  it('for two pairs of hands is as short as the best of all orders, and no longer than for one', () => {
    fc.assert(
      fc.property(
        jobs.filter((tasks) => tasks.filter((t) => t.hands).length < 6),
        (tasks) => {
          const schedule = scheduleWake(tasks, 2);
          expect(schedule.proven).toBe(true);
          expect(schedule.seconds).toBeCloseTo(bruteForceOfTwo(tasks), 9);
          expect(schedule.seconds).toBeLessThanOrEqual(scheduleWake(tasks).seconds + 1e-9);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('leaves a short task to the pair that is busy longer, when what must be still needs both to rest', () => {
    const rest = (id: string, after: string): WakeTask => task(id, 1, { hands: false, still: true, after: [after] });
    const tasks = [task('a', 1), task('b', 6), task('c', 6), rest('d', 'b'), rest('e', 'a')];
    expect(scheduleWake(tasks, 2).seconds).toBe(8);
  });

  it('is as short as the best of all orders on small cases', () => {
    fc.assert(
      fc.property(jobs, (tasks) => {
        const schedule = scheduleWake(tasks);
        expect(schedule.proven).toBe(true);
        expect(schedule.seconds).toBeCloseTo(bruteForce(tasks), 9);
      }),
      { numRuns: 300 },
    );
  });

  it('keeps precedence, one pair of hands and stillness, and never beats its floor', () => {
    fc.assert(
      fc.property(jobs, (tasks) => {
        const schedule = scheduleWake(tasks);
        const hands = schedule.steps.filter((s) => s.hands);
        for (const step of schedule.steps)
          for (const before of step.after)
            expect(step.start).toBeGreaterThanOrEqual(
              startOf(schedule, before) + tasks.find((t) => t.id === before)!.seconds - 1e-9,
            );
        hands
          .slice(1)
          .forEach((step, i) => expect(step.start).toBeGreaterThanOrEqual(hands[i]!.start + hands[i]!.seconds - 1e-9));
        for (const still of schedule.steps.filter((s) => s.still)) {
          for (const hand of hands)
            expect(
              hand.start + hand.seconds <= still.start + 1e-9 || hand.start >= still.start + still.seconds - 1e-9,
            ).toBe(true);
        }
        expect(schedule.seconds).toBeGreaterThanOrEqual(schedule.floorSeconds - 1e-9);
      }),
    );
  });

  it('refuses tasks in a ring and tasks that wait for nothing there is', () => {
    expect(() => scheduleWake([task('a', 1, { after: ['b'] }), task('b', 1, { after: ['a'] })])).toThrow('ring');
    expect(() => scheduleWake([task('a', 1, { after: ['a'] })])).toThrow(OrderImpossible);
    expect(() => scheduleWake([task('a', 1, { after: ['ghost'] })])).toThrow('"ghost", which is not there');
  });

  it('is empty for nothing', () => expect(scheduleWake([])).toMatchObject({ seconds: 0, steps: [] }));
});

describe('the demo rig wakes', () => {
  const schedule = scheduleWake(wakeTasks(mendedRig()));

  it('props off, then transmitter, antenna before the pack', () => {
    expect(schedule.steps[0]).toMatchObject({ id: 'safe', text: 'Props off', start: 0 });
    expect(schedule.steps[1]).toMatchObject({ part: 'TX', hands: true });
    expect(startOf(schedule, 'VT:antenna')).toBeLessThan(startOf(schedule, 'PK:on'));
  });

  it('with hands off while the gimbal finds level', () => {
    const level = schedule.steps.find((s) => s.still)!;
    expect(level).toMatchObject({ part: 'GB', seconds: 9 });
    for (const s of schedule.steps.filter((x) => x.hands))
      expect(s.start + s.seconds <= level.start || s.start >= level.start + level.seconds).toBe(true);
  });

  it('and says why each step comes where it comes', () => {
    expect(schedule.steps.every((s) => s.why)).toBe(true);
    expect(schedule.steps.find((s) => s.id === 'check:ends')?.why).toBe('waits for: finds level');
  });

  it('with two packs one after the other, the second held against the first', () => {
    const rig = mendedRig();
    const two = applyEdit(rig, {
      kind: 'addPart',
      part: { id: 'PK2', class: 'pack-4s', label: 'Pack B', settings: {}, onBench: true, prepared: [] },
      sheet: rig.sheets['pack-4s']!,
    }).rig;
    const beside = rig.cables.find((c) => c.wires.every((w) => w.from.part === 'PK'))!;
    const cable = {
      ...beside,
      id: 'C90',
      wires: beside.wires.map((w) => ({ ...w, from: { ...w.from, part: 'PK2' } })),
    };
    const steps = scheduleWake(wakeTasks(applyEdit(two, { kind: 'addCable', cable }).rig)).steps;
    const second = steps.find((s) => s.id === 'PK2:on')!;
    expect(second.note).toContain('1.0 V');
    // one that feeds nothing of the first's is read for itself
    expect(wakeTasks(two).find((t) => t.id === 'PK2:on')!.note).not.toContain('1.0 V');
    expect(second.start).toBeGreaterThanOrEqual(steps.find((s) => s.id === 'PK:on')!.start + 2);
  });

  it('or has nothing to do on an empty rig', () => expect(wakeTasks(emptyRig('x', 'x'))).toEqual([]));
});
