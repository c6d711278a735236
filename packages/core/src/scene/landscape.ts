/** Invented places that a camera may look at: ground, water, and things to find. Metres; x to the north, y to the east, up is up. */

/** What there is to be found. */
export type ThingKind = 'seal' | 'post' | 'pot' | 'bush' | 'pane';

/** One of them: where, how large, and how much warmer than the ground it is, 0…1. */
export interface Thing {
  kind: ThingKind;
  /** Middle, m to the north. */
  x: number;
  /** Middle, m to the east. */
  y: number;
  /** Along, across and up, m. */
  size: readonly [number, number, number];
  /** Over the ground, 0…1. */
  warm: number;
}

/** A place. */
export interface Landscape {
  name: string;
  /** Where the craft is over the ground, m. */
  aboveM: number;
  /** Half the length of its square of ground, m. */
  reachM: number;
  /** Height of the ground at a place, m. */
  heightAt: (x: number, y: number) => number;
  /** Height of the water; null without. */
  waterM: number | null;
  things: readonly Thing[];
  /** Colours as #rrggbb: sky above and at the horizon, low ground, high ground, things. */
  colours: { zenith: string; horizon: string; low: string; high: string; thing: string };
}

/** Ground as sums of waves: smooth, and the same each time. */
const waves =
  (...all: readonly (readonly [heightM: number, lengthM: number, turn: number, shift: number])[]) =>
  (x: number, y: number): number =>
    all.reduce((sum, [height, length, turn, shift]) => {
      const along = x * Math.cos(turn) + y * Math.sin(turn);
      return sum + height * Math.sin((along / length) * 2 * Math.PI + shift);
    }, 0);

/** Figures 0…1 that are the same each time. */
function* drawn(seed: number): Generator<number> {
  for (let state = seed; ;) {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    yield state / 2 ** 32;
  }
}

const take = (random: Generator<number>): number => random.next().value as number;

/** Mud and channels at low water, seals on the banks. */
function tidalBank(): Landscape {
  const heightAt = waves([1.6, 190, 0.5, 0.4], [0.9, 70, 1.9, 2], [0.35, 31, 2.6, 1]);
  const random = drawn(7);
  const things: Thing[] = [];
  while (things.length < 44) {
    const [x, y] = [40 + 190 * take(random), -150 + 300 * take(random)];
    const height = heightAt(x, y);
    if (height > 0.4 && height < 1.9) things.push({ kind: 'seal', x, y, size: [1.7, 0.7, 0.55], warm: 0.9 });
  }
  for (let i = 0; i < 12; i++)
    things.push({
      kind: 'bush',
      x: 60 + 170 * take(random),
      y: -160 + 320 * take(random),
      size: [2.4, 2.1, 1.3],
      warm: 0.25,
    });
  const colours = { zenith: '#8fb0c0', horizon: '#dbe5e6', low: '#a2946f', high: '#8f9c76', thing: '#4f4a44' };
  return { name: 'tidal bank', aboveM: 34, reachM: 420, heightAt, waterM: 0, things, colours };
}

/** A slope under a ridge, rows of avalanche fences across it. */
function fences(): Landscape {
  const roll = waves([9, 160, 1.2, 0], [4, 61, 0.3, 1]);
  const heightAt = (x: number, y: number): number =>
    roll(x, y) + Math.max(0, x) * 0.32 - 30 * Math.exp(-((x - 40) ** 2) / 5000);
  const things: Thing[] = [];
  for (let row = 0; row < 6; row++)
    for (let i = 0; i < 9; i++)
      things.push({
        kind: 'post',
        x: 95 + row * 34,
        y: -88 + i * 22 + (row % 2) * 11,
        size: [0.8, 12, 3.6],
        warm: 0.45,
      });
  const colours = { zenith: '#88a5bb', horizon: '#e4e9ea', low: '#7d8a6d', high: '#dfe4e6', thing: '#5c4b3d' };
  return { name: 'avalanche fences', aboveM: 46, reachM: 460, heightAt, waterM: null, things, colours };
}

/** Benches under glass, pots in rows that run away from the camera. */
function glasshouse(): Landscape {
  const things: Thing[] = [];
  for (const y of [-6.4, -3.2, 0, 3.2, 6.4])
    for (let i = 0; i < 11; i++)
      things.push({ kind: 'pot', x: 4 + i * 3.4, y, size: [0.6, 0.6, 0.9], warm: 0.4 + 0.05 * (i % 5) });
  for (const y of [-9, 9]) things.push({ kind: 'pane', x: 21, y, size: [44, 0.1, 4.4], warm: 0.1 });
  const colours = { zenith: '#cfdcd6', horizon: '#e6eee9', low: '#c9bc9d', high: '#b3a583', thing: '#8a4f35' };
  return {
    name: 'glasshouse',
    aboveM: 2.6,
    reachM: 60,
    heightAt: waves([0.04, 9, 0.7, 0]),
    waterM: null,
    things,
    colours,
  };
}

const BY_KIND: Readonly<Record<string, () => Landscape>> = {
  'fixed wing': fences,
  FPV: fences,
  'carriage on a line': glasshouse,
  'hand-held or ground': glasshouse,
};

/** Where a rig of a kind would be at work; at most 60 things, which any machine draws. */
export const landscapeOf = (kind: string): Landscape => (Object.hasOwn(BY_KIND, kind) ? BY_KIND[kind]! : tidalBank)();
