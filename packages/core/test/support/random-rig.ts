import { SHELF } from '../../src/parts/shelf/index.js';
import { applyEdits, emptyRig, newPart, type Edit, type Rig } from '../../src/rig/index.js';

/** Numbers 0…1 that are the same for the same seed (a linear congruential generator). */
export function seeded(seed: number): () => number {
  let state = (seed * 2654435761 + 1) >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

const POOLS: [classes: string[], least: number, most: number][] = [
  [['pack-2s', 'pack-3s', 'pack-4s', 'pack-6s'], 1, 1],
  [['regulator-5v', 'regulator-12v', 'regulator-5v-small', 'buck-boost-12v', 'power-module', 'linear-5v'], 1, 2],
  [['transmitter-10', 'transmitter-16'], 1, 1],
  [['receiver-16', 'receiver-bus', 'receiver-6-pins', 'receiver-ppm', 'receiver-serial-link'], 1, 1],
  [['flight-controller-3', 'flight-controller-6', 'autopilot', 'flight-controller-closed'], 0, 1],
  [
    [
      'gimbal-two-axis',
      'gimbal-two-pulse',
      'gimbal-servo-four',
      'gimbal-three-bus',
      'thermal-core-5v',
      'zoom-camera-serial',
      'nose-camera',
      'fpv-camera-strap',
      'fpv-camera-ladder',
      'fpv-camera-serial',
      'thermal-interface',
      'infra-red-trigger',
      'compass',
    ],
    1,
    3,
  ],
  [['video-transmitter-5v', 'video-transmitter-pack', 'picture-switcher-3', 'on-screen-display'], 0, 2],
  [['antenna-press', 'antenna-screw'], 0, 2],
];

/** A small rig of random classes with random wishes, without any wiring; the same for the same seed. */
export function randomRig(seed: number): Rig {
  const next = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const classes = POOLS.flatMap(([list, least, most]) => {
    const count = least + Math.floor(next() * (most - least + 1));
    return Array.from({ length: count }, () => pick(list));
  });
  const edits = classes.map((cls, i): Edit => {
    const sheet = SHELF.find((s) => s.class === cls)!;
    return { kind: 'addPart', part: newPart(`P${i + 1}`, cls, `${sheet.name} ${i + 1}`), sheet };
  });
  const rig = applyEdits(emptyRig(`random-${seed}`, `Random ${seed}`), edits).rig;
  const offered = [
    ...new Set(
      Object.values(rig.sheets).flatMap((s) => (s.role === 'controller' ? [] : s.functions.map((f) => f.what))),
    ),
  ];
  const wanted = [...new Set(Array.from({ length: 4 }, () => (offered.length ? pick(offered) : 'focus')))].slice(
    0,
    1 + Math.floor(next() * 4),
  );
  return {
    ...rig,
    schools: {
      ...rig.schools,
      gimbalFeed: pick(['pack', 'steady'] as const),
      reach: pick(['bus', 'servo leads'] as const),
      menuOver: pick(['serial', 'ladder'] as const),
    },
    wishes: wanted.map((what, i) => ({
      id: `W${i + 1}`,
      what,
      label: what,
      by: 'pilot',
      control: null,
      hand: 'either',
    })),
  };
}
