/** What people leave unsaid on a sheet, said in full: the same sheet, so that everybody reads it alike. */
import {
  carriesDataByAir,
  carriesNetwork,
  flies,
  gathersRows,
  handsOn,
  hasApps,
  hasLens,
  hasPictureIn,
  hasThrough,
  sparePulses,
  isFlight,
  isNetworkPlug,
  isOfBody,
  isRadioModule,
  showsAir,
  passesOn,
  speaksByLead,
} from './capabilities.js';
import { isAskedOver } from './who-asks.js';
import { isWindowed, restWindow } from './function-kind.js';
import type { Link, LinkKind, PartFunction, Setting, Sheet } from './sheet.js';
import { tieAt } from './ties.js';
import { asWidePlug } from './wide-plug.js';

/** Widths of a channel that stands at its ends, µs. @source [std] servo pulses of 1 to 2 ms */
const ENDS_US: [number, number] = [1000, 2000];
/** Where a channel stands that is switched on, µs. @source [practice] thirds */
const ON_US = { fromUs: 1667, toUs: 2200 } as const;
/** Of a port's label, so that what is made of it is a label too. */
const MOST_LETTERS = 100;
/** Slots that a setting can name. */
const MOST_SLOTS = 16;

/**
 * A sheet with its short forms said in full; one that says everything comes back as it is.
 * - A plug that is wired through to the next in a row says nothing of its own, whatever its link says.
 * - Radio links that say "both" take the side that matters here: the radio of a transmitter or a picture sender talks, every other
 *   hears, that of goggles with a head tracker too. Whatever an antenna link says, the foot of what is fed or says something else
 *   talks, and an antenna itself listens.
 * - A network plug that says "both" brings the picture of what has a lens and takes pictures on everything else; of a hub, that hands
 *   pictures on, the last leads on. A plug for an app, or of what has no picture, stays both ways.
 * - Output n of a receiver, of a desk by its lead, or of a decoder of a bus, that names no slot carries slot n. @source [practice] pins carry the channel of their number
 * - A network, USB, CAN or picture plug that is written as what sends and what hears is one plug of all its contacts.
 * - Bytes over one wire, both ways in turn, are said by a controller and heard by what hangs on it.
 * - What follows a width takes a channel from end to end, and answers with what its joint can do, else with all it has.
 * - A picture that a part takes from one plug and sends through the air has left the wires: it is where it came in.
 * - A pulse, a bus, a ladder or a picture that says "both" goes the way of its pin.
 * - What no channel can ask needs no windows: it is on or off.
 * - What takes pictures by lead, has no lens and lists none puts them out by its other picture plugs; the function `picture` of a part
 *   chooses between several.
 * - What takes pictures from the air, has no lens and takes none by lead hands them on by its picture plugs.
 * - Roll, pitch and yaw of what turns a camera and flies nothing are its roll trim, tilt and pan.
 * - A source that is called as a supply of the part is called so, and "out".
 * - A pulse or a momentary function with several windows rests in the one of the middle, else in the lowest.
 */
export function inFull(short: Sheet): Sheet {
  const own = short.links.filter((l) => !isWiredThrough(short, l));
  const sheet = { ...short, links: own.map((l) => bySides(short, asWidePlug(short, l))) };
  const said = {
    ...sheet,
    pictures: sheet.pictures.filter((path) => path.inputs.length > 1 || !isIntoAir(sheet, path)),
    links: sheet.links.map((l) => ({ ...l, way: wayOf(sheet, l) })),
    sources: calledApart(sheet),
    functions: ofBody(sheet).map((fn) => acting(withWidths(sheet, fn))),
  };
  const onward = onwardOf(sheet, said.links);
  if (onward) said.pictures = [onward];
  if (!said.pictures.length) said.pictures = fromAir(said);
  said.pictures = withChoosers(said);
  const hears = said.links.some((l) => l.kind === 'radio' && l.way === 'listen');
  const decodes =
    (passesOn(said) && said.links.some((l) => l.way === 'listen' && l.kind !== 'pulse')) ||
    (hasThrough(said) && !sparePulses(said).length);
  if (said.links.some((l) => gathersRows(said, l))) return withSlots(said, (l) => l.way === 'listen');
  // what a controller puts out is told on the controller
  return (hears && !flies(sheet)) || decodes || speaksByLead(said) ? withSlots(said, (l) => l.way !== 'listen') : said;
}

/** Lines that one box brings to the next. */
const THROUGH: ReadonlySet<LinkKind> = new Set(['sbus', 'ppm', 'pulse', 'crsf', 'device-serial']);

/** It is said to talk on the very wire on which it listens: a second plug for the next in the row, which says nothing of its own. */
const isWiredThrough = (sheet: Sheet, { id, way, kind, pins: { data } }: Link): boolean =>
  way === 'talk' &&
  !isAskedOver(sheet, id) &&
  THROUGH.has(kind) &&
  data !== undefined &&
  sheet.links.some(
    (l) =>
      l.kind === kind &&
      l.way === 'listen' &&
      l.pins.data !== undefined &&
      tieAt(sheet, data)?.some((at) => at.port === l.pins.data!.port && at.pin === l.pins.data!.pin),
  );

/** What a part gives is called otherwise than what it takes: both are terminals of it. */
function calledApart({ supplies, sources }: Sheet): Sheet['sources'] {
  const taken = new Set([...supplies, ...sources].map((t) => t.id));
  return sources.map((source) =>
    supplies.some((s) => s.id === source.id) ? { ...source, id: freeId(`${source.id}-out`, taken) } : source,
  );
}

/**
 * Bytes that go both ways in turn over one wire, by who asks and who is asked: a wire to that end is what it takes. A line of two
 * wires that many may hang on has no such sides.
 */
function bySides(sheet: Sheet, link: Link): Link {
  const { data } = link.pins;
  if (!BYTES.has(link.kind) || link.way !== 'both' || !data || link.alsoPins?.length) return link;
  return flies(sheet)
    ? { ...link, way: 'talk', pins: { send: data } }
    : { ...link, way: 'listen', pins: { hear: data } };
}
const BYTES: ReadonlySet<Link['kind']> = new Set(['device-serial', 'mavlink']);

/** How the axes of a body are called here that others call by those of a craft. */
export const BODY_AXES: Partial<Record<string, PartFunction['what']>> = {
  roll: 'roll-trim',
  pitch: 'tilt',
  yaw: 'pan',
};

/**
 * A body that carries on its joints, or that is called a gimbal's by what else it does, turns a camera by its own axes. What has a
 * throttle, or an axis without a joint, flies.
 */
function ofBody({ functions, joints }: Sheet): readonly PartFunction[] {
  const turns = joints.some((j) => j.carries) || functions.some(isOfBody);
  if (!turns || functions.some((fn) => isFlight(fn) && !(fn.joint && BODY_AXES[fn.what]))) return functions;
  const named = (what: string): boolean => functions.some((fn) => fn.what === what);
  return functions.map((fn) => {
    const what = BODY_AXES[fn.what];
    return what && !named(what) ? { ...fn, what } : fn;
  });
}

const isIntoAir = ({ links }: Sheet, { output }: Sheet['pictures'][number]): boolean =>
  links.some(({ id, kind }) => id === output && (kind === 'radio' || kind === 'antenna'));

function wayOf(sheet: Sheet, link: Link): Link['way'] {
  const { kind, way } = link;
  // neither side of a link that carries data speaks to receivers, or is one
  if (kind === 'radio' && way !== 'listen' && carriesDataByAir(sheet)) return 'both';
  // a foot is a foot, whichever way its sheet has the waves go
  if (kind === 'antenna') return isFoot(sheet) ? 'talk' : 'listen';
  if (way !== 'both') return way;
  if (kind === 'radio' && isAskedOver(sheet, link.id) && sendsBeside(sheet, link)) return 'listen';
  if (kind === 'radio')
    return speaksByControls(sheet) ||
      isRadioModule(sheet) ||
      (takesPicture(sheet) && !handsOn(besideWords(sheet))) ||
      sendsEye(sheet, link)
      ? 'talk'
      : 'listen';
  if (kind === 'ethernet') return networkWay(sheet, link);
  return ONE_WAY.has(kind) ? pinWay(sheet, link) : way;
}

/** What has a lens sends what it sees by the radio by which nobody asks it anything, where no lead takes that. */
const sendsEye = (sheet: Sheet, { id }: Link): boolean =>
  sheet.view !== undefined &&
  !isAskedOver(sheet, id) &&
  !sheet.functions.some((f) => f.askedBy.some((way) => 'over' in way && way.over.includes(id))) &&
  !sheet.links.some((l) => l.kind === 'ethernet' || (BY_WIRE.has(l.kind) && pinWay(sheet, l) !== 'listen'));

/** Its pictures leave by another radio than the one by which it is told. */
const sendsBeside = (sheet: Sheet, own: Link): boolean =>
  sheet.links.some((l) => l.id !== own.id && (l.kind === 'radio' || l.kind === 'antenna') && l.way !== 'listen');

/** Without the serial line by which a sender of pictures is told its channel, and what to write into them: nothing is handed on by it. */
const besideWords = (sheet: Sheet): Sheet => ({
  ...sheet,
  links: sheet.links.filter((l) => l.kind !== 'device-serial'),
});

/** A picture comes into it by a lead, by its link or by that one's pin. */
const takesPicture = (sheet: Sheet): boolean =>
  sheet.links.some((l) => BY_WIRE.has(l.kind) && (l.way === 'both' ? pinWay(sheet, l) : l.way) === 'listen');

/** What goes along its wire in one direction only. */
const ONE_WAY: ReadonlySet<Link['kind']> = new Set<Link['kind']>([
  'pulse',
  'sbus',
  'ppm',
  'ladder',
  'infra-red',
  'composite',
  'hdmi',
  'ribbon',
]);

/** The direction of its pin; where that says nothing, what tells a function listens, what hears the air talks, and a picture leaves a lens. */
function pinWay(sheet: Sheet, link: Link): Link['way'] {
  const { data } = link.pins;
  const pin = data && sheet.ports.find((p) => p.id === data.port)?.pins.find((p) => p.n === data.pin);
  if (pin?.way === 'out') return 'talk';
  if (pin?.way === 'in') return 'listen';
  if (BY_WIRE.has(link.kind)) return hasLens(sheet) ? 'talk' : endsPictures(sheet) ? 'listen' : link.way;
  if (isAskedOver(sheet, link.id)) return 'listen';
  const receives = !sheet.controls.length && sheet.links.some((l) => l.kind === 'radio' && l.way !== 'talk');
  return PULSED.has(link.kind) && receives ? 'talk' : link.way;
}
/** It shows pictures or sends them through the air. */
const endsPictures = (sheet: Sheet): boolean =>
  hasApps(sheet) || sheet.links.some((l) => l.kind === 'radio' || l.kind === 'antenna');
const PULSED: ReadonlySet<Link['kind']> = new Set(['pulse', 'sbus', 'ppm']);

/** Its antenna plug is where one goes, on what is fed or says something else; an antenna has nothing but that plug. */
const isFoot = ({ supplies, links }: Sheet): boolean => supplies.length > 0 || links.some((l) => l.kind !== 'antenna');

/** Its radio says what its controls do; what has no stick and says it by a lead, such as goggles that follow the head, hears pictures. */
const speaksByControls = ({ controls, links }: Sheet): boolean =>
  controls.some((c) => c.kind === 'stick') ||
  (controls.length > 0 && !links.some((l) => BY_LEAD.has(l.kind) && l.way === 'talk'));
/** What carries channels along a lead. */
const BY_LEAD: ReadonlySet<Link['kind']> = new Set(['ppm', 'sbus', 'crsf', 'pulse']);

function networkWay(sheet: Sheet, link: Link): Link['way'] {
  if (!isNetworkPlug(link)) return hasLens(sheet) ? link.way : 'listen';
  if (carriesNetwork(sheet)) return link.id === sheet.links.findLast(isNetworkPlug)!.id ? 'talk' : 'listen';
  if (hasLens(sheet)) return 'talk';
  return sheet.links.some((l) => l.kind === 'radio' || l.kind === 'antenna') && !hasApps(sheet) ? 'listen' : link.way;
}

/**
 * What chooses between several pictures is the function that is called so, and what takes pictures by lead and has none of its own puts
 * them out by every other picture plug.
 */
function withChoosers(sheet: Sheet): Sheet['pictures'] {
  const choosers = sheet.functions.filter((fn) => fn.what === 'picture');
  const chosenBy = choosers.length === 1 ? choosers[0]!.id : undefined;
  const chosen = (path: Sheet['pictures'][number]): Sheet['pictures'][number] =>
    path.inputs.length > 1 && chosenBy !== undefined && path.chosenBy === undefined ? { ...path, chosenBy } : path;
  if (sheet.pictures.length || hasLens(sheet)) return sheet.pictures.map(chosen);
  const plugs = (way: Link['way']): string[] =>
    sheet.links.filter((l) => l.way === way && BY_WIRE.has(l.kind)).map((l) => l.id);
  const inputs = plugs('listen');
  if (!inputs.length || (inputs.length > 1 && chosenBy === undefined)) return [];
  return plugs('talk').map((output) => chosen({ inputs, output }));
}

/** Pictures that one lead brings, each by itself. */
const BY_WIRE: ReadonlySet<Link['kind']> = new Set(['composite', 'hdmi', 'ribbon']);

/** What takes pictures from the air and has no lens puts them out by its picture plugs. */
function fromAir(sheet: Sheet): Sheet['pictures'] {
  const air = sheet.links.find((l) => l.kind === 'radio');
  if (!air || hasLens(sheet) || !showsAir(sheet) || hasPictureIn(sheet)) return [];
  return sheet.links
    .filter((l) => l.way === 'talk' && BY_WIRE.has(l.kind))
    .map((l) => ({ inputs: [air.id], output: l.id }));
}

/** A hub hands on what comes in at its other plugs. */
function onwardOf(sheet: Sheet, links: readonly Link[]): Sheet['pictures'][number] | null {
  const plugs = links.filter(isNetworkPlug);
  const ups = plugs.filter((l) => l.way === 'talk');
  if (sheet.pictures.length || !carriesNetwork(sheet) || ups.length !== 1) return null;
  return { inputs: plugs.filter((l) => l !== ups[0]).map((l) => l.id), output: ups[0]!.id };
}

/** Widths and what they mean, where nobody says them. */
function withWidths(sheet: Sheet, fn: PartFunction): PartFunction {
  if (isWindowed(fn)) {
    if (fn.windows?.length || fn.askedBy.some((a) => a.by === 'slot')) return fn;
    return { ...fn, windows: [{ ...ON_US, label: 'on' }] };
  }
  if (fn.rangeUs && fn.range) return fn;
  return { ...fn, rangeUs: fn.rangeUs ?? ENDS_US, range: fn.range ?? rangeOf(sheet, fn) };
}

function rangeOf(sheet: Sheet, { joint: id, takes, what }: PartFunction): NonNullable<PartFunction['range']> {
  const joint = sheet.joints.find((j) => j.id === id);
  if (!joint) return { from: what === 'throttle' ? 0 : -100, to: 100, unit: '%' };
  const { minDeg, maxDeg, speedDegPerS } = joint;
  return takes === 'rate'
    ? { from: -speedDegPerS, to: speedDegPerS, unit: '°/s' }
    : { from: minDeg, to: maxDeg, unit: '°' };
}

/** What acts for a moment is described by the window in which it acts; the one it rests in, where somebody names it, says nothing more. */
function acting(fn: PartFunction): PartFunction {
  const rest = fn.takes === 'pulse' || fn.takes === 'momentary' ? restWindow(fn.windows) : undefined;
  return rest ? { ...fn, windows: fn.windows!.filter((w) => w !== rest) } : fn;
}

/** Each of some pulses that names no setting for its slot gets one that has a single value. */
function withSlots(sheet: Sheet, isOne: (link: Link) => boolean): Sheet {
  const taken = new Set(sheet.settings.map((s) => s.id));
  const settings: Setting[] = [...sheet.settings];
  let nth = 0;
  const links = sheet.links.map((link) => {
    if (link.kind !== 'pulse' || !isOne(link)) return link;
    nth++;
    if (link.slotSetting !== undefined || nth > MOST_SLOTS) return link;
    const id = freeId(`slot-${link.id}`, taken);
    settings.push({
      id,
      label: `${labelOf(sheet, link).slice(0, MOST_LETTERS)} carries slot`,
      values: [String(nth)],
      default: String(nth),
      how: 'menu',
    });
    return { ...link, slotSetting: id };
  });
  return { ...sheet, links, settings };
}

function freeId(wanted: string, taken: Set<string>): string {
  let id = wanted.slice(0, 60);
  for (let n = 2; taken.has(id); n++) id = `${wanted.slice(0, 56)}-${n}`;
  taken.add(id);
  return id;
}

const labelOf = ({ ports }: Sheet, { id, pins }: Link): string =>
  ports.find((p) => p.id === pins.data?.port)?.label ?? id;
