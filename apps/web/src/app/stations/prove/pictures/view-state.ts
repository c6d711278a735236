import { fnSight, type BenchFrame } from '@squallmark/core/bench';
import { acrossDeg, LEVEL, type Turn } from '@squallmark/core/scene';
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
const PALETTES = ['white hot', 'black hot', 'rust'] as const;

/** What of a frame the pictures show. */
export type Shown = Pick<BenchFrame, 'cameras' | 'sights' | 'looks' | 'recordingMs'>;

/** Every camera with what it sees now, the one on air first; `sheets` by part. */
export function viewsOf(sheets: ReadonlyMap<string, Sheet>, frame: Shown): ViewState[] {
  const isDisturbed = Object.entries(frame.sights).some(
    ([name, said]) => name.endsWith('.air') && (said === 'breaks up' || said === 'noise'),
  );
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
      turn: frame.looks[camera.part] ?? LEVEL,
      acrossDeg: acrossDeg(sheet.view?.wideDeg ?? USUAL_WIDE_DEG, zoom),
      palette: paletteOf(sheet, camera.part, frame),
      isDisturbed: camera.onAir && isDisturbed,
      recordingMs: frame.recordingMs[camera.part] ?? null,
    };
  });
  const rank = (v: ViewState): number => ['on air', 'arrives', 'not seen', 'asleep'].indexOf(v.seen);
  return views.sort((a, b) => rank(a) - rank(b));
}

/** The captions of menus that the sticks have open. */
const menusOpen = (sheet: Sheet, part: string, { sights }: Shown): string[] =>
  sheet.functions.flatMap(({ id }) => {
    const at = sights[`${part}.${id}-menu`];
    return at === 'open' ? ['menu open'] : at === 'second menu' ? [at] : [];
  });

function paletteOf(sheet: Sheet, part: string, { sights }: Shown): Palette {
  const fn = sheet.functions.find((f) => f.what === 'palette');
  if (!fn) return 'colours';
  const told = sights[fnSight(part, fn.id)];
  const place = numberOf(sights[`${part}.${fn.id}-place`]);
  if (place !== null) return PALETTES[((place % 3) + 3) % 3]!;
  return PALETTES.find((p) => p === told) ?? (told === true ? 'black hot' : 'white hot');
}

const numberOf = (sight: unknown): number | null => (typeof sight === 'number' ? sight : null);
