import { fnWord } from '../bench/index.js';
import { sees, type Link, type Sheet } from '../parts/index.js';
import { labelOf, oncePerRig, partsThat, sheetOf, type Rig } from '../rig/index.js';
import { looksOf, type BareStep } from './step.js';

/** What can be in the picture. */
const camerasOf = oncePerRig((rig) => partsThat(rig, sees).map(({ part }) => part));

/** Sights by the labels of their part and function, and for what is on the air the cameras by theirs. */
export function namesOf(rig: Rig, step: BareStep): Record<string, string> {
  const names: Record<string, string> = {};
  for (const { sight } of looksOf(step)) {
    const [id, what] = [sight.slice(0, sight.indexOf('.')), sight.slice(sight.indexOf('.') + 1)];
    // a lead goes by its own name
    names[sight] = step.by === 'meter' ? id : `${labelOf(rig, id)} ${sightName(rig, id, what)}`;
    if (what === 'on-air' || PICTURE.test(what)) for (const { id, label } of camerasOf(rig)) names[id] = label;
  }
  return names;
}

/** The picture at a plug, of one camera where several come in there. */
const PICTURE = /^(?<link>.+?)-picture(?:-of-(?<camera>.+))?$/;

/** What people call a sight of a part. */
function sightName(rig: Rig, part: string, what: string): string {
  const sheet = sheetOf(rig, part);
  return (
    pictureName(rig, sheet, what) ??
    lineName(sheet, what) ??
    thingName(sheet, what) ??
    what.replaceAll('-', ' ')
  ).toLowerCase();
}

/** A line where it comes in, by its plug and pin, and an antenna by its plug. */
function lineName(sheet: Sheet, what: string): string | undefined {
  const link = sheet.links.find(({ id }) => `${id}-comes` === what || `${id}-alone` === what);
  if (!link) return undefined;
  if (!what.endsWith('-alone')) return contactName(sheet, link);
  const socket = sheet.ports.find((p) => p.id === link.pins.data?.port);
  return socket && `antenna at ${socket.label}`;
}

/** The contact at which a link hears, by the labels of its plug and pin; none where no lead brings it. */
export function contactName({ ports }: Sheet, { pins }: Link): string | undefined {
  const at = pins.hear ?? pins.data;
  const port = ports.find((p) => p.id === at?.port);
  return port && `${port.label} ${port.pins.find((p) => p.n === at?.pin)?.label ?? ''}`.trim();
}

function pictureName(rig: Rig, { ports, links }: Sheet, what: string): string | undefined {
  const { link: id, camera } = PICTURE.exec(what)?.groups ?? {};
  if (id === 'screen' && camera !== undefined) return `picture of ${labelOf(rig, camera)}`;
  const link = links.find((l) => l.id === id);
  const plug = ports.find((p) => p.id === link?.pins.data?.port);
  if (!link) return undefined;
  return `${plug ? `${plug.label} ` : ''}picture${camera === undefined ? '' : ` of ${labelOf(rig, camera)}`}`;
}

/** A function, a setting, a joint or a supply by its label, and what of it is read. */
function thingName({ functions, settings, joints, supplies, sources, ports }: Sheet, what: string): string | undefined {
  const of = (list: readonly { id: string; label: string }[], after: string, said = ''): string | undefined => {
    const label = what.endsWith(after) && list.find((x) => `${x.id}${after}` === what)?.label;
    return label ? label + said : undefined;
  };
  const setting = settings.find((s) => `set-${s.id}` === what)?.label;
  const terminal = [...supplies, ...sources].find((t) => `${t.id}-volts` === what)?.plus.port;
  const plug = ports.find((p) => p.id === terminal)?.label;
  return (
    functions.find((f) => fnWord(f.id) === what)?.label ??
    setting ??
    (plug === undefined ? undefined : `volts at ${plug}`) ??
    of(functions, '-menu', ' menu') ??
    of(functions, '-keys', ' keys') ??
    of(functions, '-place', ' place') ??
    of(functions, '-ends', ' ends') ??
    of(functions, '-asked', ' from a screen') ??
    of(joints, '-angle', ' angle')
  );
}
