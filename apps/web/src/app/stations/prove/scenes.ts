/** Invented places that a camera may look at: what lies behind what, and things to find there. */
export interface Scene {
  /** From far to near. */
  ground: readonly { d: string; fill: string }[];
  /** Warm things: middle and half axes, in the picture's pixels at 1×. */
  things: readonly (readonly [x: number, y: number, rx: number, ry: number])[];
  thingFill: string;
}

const seal = (x: number, y: number) => [x, y, 7, 3] as const;
const post = (x: number, y: number) => [x, y, 2.5, 9] as const;
const pot = (x: number, y: number) => [x, y, 5, 6] as const;

/** Mud and channels at low water, seals on the bank. */
const TIDAL_BANK: Scene = {
  ground: [
    { d: 'M-1600 112H2100V2500H-1600Z', fill: '#6f8f95' },
    {
      d: 'M-1600 158Q-700 138-20 150Q90 138 190 168T420 160L600 190Q1300 150 2100 180V2500H-1600Z',
      fill: '#b9a987',
    },
    { d: 'M-1600 220Q-500 178-20 196Q120 178 240 214T600 226Q1300 200 2100 236V2500H-1600Z', fill: '#8f9c76' },
  ],
  things: [
    ...[seal(120, 188), seal(138, 192), seal(154, 186), seal(300, 232), seal(318, 236), seal(350, 228)],
    ...[seal(371, 240), seal(402, 232), seal(610, 240), seal(640, 232), seal(-70, 210), seal(-46, 216)],
  ],
  thingFill: '#4f4a44',
};

/** A slope under a ridge, rows of avalanche fences across it. */
const FENCES: Scene = {
  ground: [
    { d: 'M-1600 150L-700 70L-300 130L60 40L330 120L620 58L1000 140L2100 80V2500H-1600Z', fill: '#a9b4bb' },
    { d: 'M-1600 190L-400 150L120 176L520 140L1200 190L2100 160V2500H-1600Z', fill: '#d9dedd' },
    { d: 'M-1600 262Q-300 206 160 236T900 240Q1500 210 2100 262V2500H-1600Z', fill: '#7d8a6d' },
  ],
  things: [
    ...[post(90, 176), post(112, 178), post(134, 180), post(156, 182), post(178, 184), post(200, 186)],
    ...[post(300, 168), post(322, 167), post(344, 166), post(366, 165), post(388, 164), post(-60, 172)],
    ...[post(-38, 173), post(-16, 174), post(560, 160), post(582, 162), post(604, 164)],
  ],
  thingFill: '#5c4b3d',
};

/** Benches under glass, pots in rows that run away from the camera. */
const GLASSHOUSE: Scene = {
  ground: [
    { d: 'M-1600 60H2100V2500H-1600Z', fill: '#c4d2c8' },
    { d: 'M-1600 150L260 118L2100 150V2500H-1600Z', fill: '#94a98c' },
    { d: 'M-40 500L230 124H250L130 500ZM270 124H290L390 500H560Z', fill: '#d8cdb4' },
    { d: 'M-1600 300L-160 190L180 130L-330 500ZM340 130L700 190L2100 300V500H860Z', fill: '#6f8a5e' },
  ],
  things: [
    ...[pot(60, 196), pot(92, 182), pot(120, 170), pot(144, 160), pot(164, 152), pot(-10, 226)],
    ...[pot(372, 152), pot(396, 160), pot(424, 170), pot(456, 182), pot(494, 198), pot(556, 228)],
  ],
  thingFill: '#8a4f35',
};

const BY_KIND: Readonly<Record<string, Scene>> = {
  'fixed wing': FENCES,
  FPV: FENCES,
  'carriage on a line': GLASSHOUSE,
  'hand-held or ground': GLASSHOUSE,
};

/** Where a rig of a kind would be at work. */
export const sceneOf = (kind: string): Scene => (Object.hasOwn(BY_KIND, kind) ? BY_KIND[kind]! : TIDAL_BANK);
