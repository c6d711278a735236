import { fnSight, type BenchFrame } from '@squallmark/core/bench';
import { partsWithSheets, sheetOf, type Rig } from '@squallmark/core/rig';
import {
  acrossDeg,
  chainTurn,
  craftTurn,
  stabilised,
  STILL,
  turnAbout,
  turnersOf,
  within,
  type Craft,
  type Hold,
  type Turn,
} from '@squallmark/core/scene';
import type { Sheet } from '@squallmark/core/parts';
import { num } from '@squallmark/core/units';

/** How warm things are shown, or that colours are. */
export type Palette = 'colours' | 'white hot' | 'black hot' | 'rust';

/** A camera's picture as it is to be drawn. */
export interface ViewState {
  part: string;
  label: string;
  /** What stands beside the label: standard, zoom, a menu that is open. */
  notes: string;
  /** It is seen somewhere: on air, or where its wire ends. Else why not. */
  seen: 'on air' | 'arrives' | 'not seen' | 'asleep';
  turn: Turn;
  /** What it sees across, degrees. */
  acrossDeg: number;
  palette: Palette;
  /** The picture breaks up: somebody else sends on its channel. */
  isDisturbed: boolean;
  /** How long it has been recording, ms; null while it does not. */
  recordingMs: number | null;
}

/** A lens that no sheet tells sees so much across, degrees. @source [mem] a usual wide lens */
const USUAL_WIDE_DEG = 62;
/** How far a gimbal leans that was moved while it looked for level, degrees. @source invented for the picture */
const LEAN_DEG = 7;
const PALETTES = ['white hot', 'black hot', 'rust'] as const;

/** Every camera of a rig with what it sees now, the one on air first. */
export function viewsOf(rig: Rig, frame: BenchFrame, craft: Craft = STILL): ViewState[] {
  const sheets = new Map(partsWithSheets(rig).map(({ part, sheet }) => [part.id, sheet]));
  const views = frame.cameras.map((camera): ViewState => {
    const sheet = sheets.get(camera.part)!;
    const zoom = numberOf(frame.sights[`${camera.part}.zoom`]) ?? 1;
    const seen = camera.onAir ? 'on air' : camera.arrives ? 'arrives' : camera.awake ? 'not seen' : 'asleep';
    return {
      part: camera.part,
      label: camera.label,
      notes: [camera.standard, zoom > 1 ? `${num(zoom, 1)}×` : '', ...menusOpen(sheet, camera.part, frame)]
        .filter(Boolean)
        .join(' · '),
      seen,
      turn: lookOf(rig, camera.part, frame, craft).turn,
      acrossDeg: acrossDeg(sheet.view?.wideDeg ?? USUAL_WIDE_DEG, zoom),
      palette: paletteOf(sheet, camera.part, frame),
      isDisturbed:
        camera.onAir &&
        Object.entries(frame.sights).some(([name, said]) => name.endsWith('.air') && said === 'breaks up'),
      recordingMs: frame.recordingMs[camera.part] ?? null,
    };
  });
  const rank = (v: ViewState): number => ['on air', 'arrives', 'not seen', 'asleep'].indexOf(v.seen);
  return views.sort((a, b) => rank(a) - rank(b));
}

/** The captions of menus that the sticks have open. */
const menusOpen = (sheet: Sheet, part: string, { sights }: BenchFrame): string[] =>
  sheet.functions.flatMap(({ id }) => {
    const at = sights[`${part}.${id}-menu`];
    return at === 'open' ? ['menu open'] : at === 'second menu' ? [at] : [];
  });

/** What each mode of a gimbal holds by; one without modes follows the nose. */
const HOLDS: Readonly<Record<string, Hold>> = {
  'follow nose': 'nose',
  'follow craft': 'craft',
  'hold heading': 'heading',
};

/** Where a camera looks, with the angles that its joints take for it, by `part.joint`. */
function lookOf(rig: Rig, camera: string, frame: BenchFrame, craft: Craft): { turn: Turn; degs: [string, number][] } {
  const { sights } = frame;
  const turners = turnersOf(rig, camera);
  const chain = turners.map(({ part, joint }) => ({
    ...{ part, joint },
    deg: numberOf(sights[`${part}.${joint.id}-angle`]) ?? joint.homeDeg,
  }));
  const gimbal = turners[0]?.part;
  const isAwake = gimbal === undefined || frame.feeds.every((f) => f.part !== gimbal || f.feed === 'fed');
  // a gimbal without volts hangs as it lies
  const { turn, degs } = isAwake
    ? stabilised(craft, chain, holdOf(rig, gimbal, frame))
    : { turn: chainTurn(chain, craftTurn(craft)), degs: chain.map((c) => c.deg) };
  const isLeaning = turners.some(({ part }) => sights[`${part}.horizon`] === 'leaning');
  return {
    turn: isLeaning ? within(turn, turnAbout([1, 0, 0], LEAN_DEG)) : turn,
    degs: chain.map(({ part, joint }, i) => [`${part}.${joint.id}`, degs[i]!]),
  };
}

function holdOf(rig: Rig, gimbal: string | undefined, { sights }: BenchFrame): Hold {
  if (gimbal === undefined) return 'nose';
  const mode = sheetOf(rig, gimbal).functions.find((f) => f.what === 'gimbal-mode');
  return (mode && HOLDS[String(sights[fnSight(gimbal, mode.id)])]) ?? 'nose';
}

/** Angles that the joints of a rig really take while its craft moves, by `part.joint`: the sticks' and what levels the pictures. */
export const jointsOf = (rig: Rig, frame: BenchFrame, craft: Craft): ReadonlyMap<string, number> =>
  new Map(frame.cameras.flatMap(({ part }) => lookOf(rig, part, frame, craft).degs));

function paletteOf(sheet: Sheet, part: string, { sights }: BenchFrame): Palette {
  const fn = sheet.functions.find((f) => f.what === 'palette');
  if (!fn) return 'colours';
  const told = sights[fnSight(part, fn.id)];
  const place = numberOf(sights[`${part}.${fn.id}-place`]);
  if (place !== null) return PALETTES[((place % 3) + 3) % 3]!;
  return PALETTES.find((p) => p === told) ?? (told === true ? 'black hot' : 'white hot');
}

const numberOf = (sight: unknown): number | null => (typeof sight === 'number' ? sight : null);
