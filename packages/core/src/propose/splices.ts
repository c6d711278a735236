import { contactA, portsCanJoin, type Terminals } from '../loom/index.js';
import { connectorOf, isSplice, tiesOf, type Port, type Sheet } from '../parts/index.js';
import { sheetOf, wiresAt, type Part, type PinRef, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import type { BenchView } from './bench-view.js';
import { portOf, type Outlet } from './outlets.js';

/** A lead from an outlet to a supply. */
export interface Branch {
  outlet: Outlet;
  /** Plus pin of the supply at its far end. */
  to: PinRef;
  /** Current it carries at its peak, A. */
  amps: number;
}

/** Leads of one outlet that meet on a splice: one lead there, and each of them on from a tap of it. */
export interface Splice {
  outlet: Outlet;
  /** Where the lead from the outlet ends. */
  into: Terminals;
  /** Current of all its branches, A. */
  amps: number;
  /** Where each branch begins. */
  taps: ReadonlyMap<Branch, Terminals>;
}

/**
 * Puts the splices of a bench where most leads leave one outlet: several leads on one plug need something to meet on.
 * @param leads all leads of the wiring
 * @param firsts of packs in pair by the outlet of the second: what leaves either of them leaves both
 */
export function spliced(view: BenchView, leads: readonly Branch[], firsts: ReadonlyMap<string, Outlet>): Splice[] {
  let left = view.parts
    .filter(({ part, sheet }) => isSplice(sheet) && plusTies(sheet).length === 1 && isFree(view.base, part))
    .sort((a, b) => a.part.id.localeCompare(b.part.id));
  const found: Splice[] = [];
  let groups = byOutlet(leads, firsts).filter((own) => own.leads.length > 1);
  // what has the plug of an outlet is meant for it
  for (const meant of [true, false])
    groups = groups.filter((own) => {
      const [splice] = left.flatMap(({ part, sheet }) => fitted(view.rig, own, part, sheet, meant) ?? []);
      if (!splice) return true;
      left = left.filter(({ part }) => part.id !== splice.into.plus.part);
      found.push(splice);
      return false;
    });
  return found;
}

/** What a splice joins besides its grounds, which are one whether its sheet says so or not. */
const plusTies = (sheet: Sheet): Sheet['ties'] =>
  tiesOf(sheet).filter((tie) =>
    tie.some((at) => sheet.ports.find((p) => p.id === at.port)?.pins.find((p) => p.n === at.pin)?.line === 'supply'),
  );

const isFree = ({ cables }: Rig, { id }: Part): boolean =>
  !cables.some((c) => c.wires.some((w) => w.from.part === id || w.to.part === id));

interface OutletLeads {
  outlet: Outlet;
  leads: readonly Branch[];
}

/** Leads by the outlet they leave, where most do first; alike, where most flows, then by name. */
function byOutlet(leads: readonly Branch[], firsts: ReadonlyMap<string, Outlet>): OutletLeads[] {
  const outletOf = ({ outlet }: Branch): Outlet => firsts.get(outlet.id) ?? outlet;
  return [...groupBy(leads, (lead) => outletOf(lead).id)]
    .sort(([a, x], [b, y]) => y.length - x.length || flows(y) - flows(x) || a.localeCompare(b))
    .map(([, own]) => ({ outlet: outletOf(own[0]!), leads: own }));
}

const flows = (leads: readonly Branch[]): number => leads.reduce((sum, lead) => sum + lead.amps, 0);

/**
 * The leads on the taps of a splice, those that are there already first; null where its plugs take none of it.
 * @param meant only where the lead from the outlet has the same plug at both ends
 */
function fitted(rig: Rig, { outlet, leads }: OutletLeads, part: Part, sheet: Sheet, meant: boolean): Splice | null {
  const origin = portOf(outlet.sheet, outlet.source.plus.port);
  const plugs = tapsOf(part, sheet);
  const from = { part: outlet.part.id, ...outlet.source.plus };
  const into = plugs
    .filter(({ port }) => portsCanJoin(origin, port) && (!meant || isPlugOf(port, origin)))
    .sort((a, b) => Number(isJoined(rig, b.plus, from)) - Number(isJoined(rig, a.plus, from)))[0];
  if (!into) return null;
  const free = plugs.filter((p) => p !== into);
  const taps = new Map<Branch, Terminals>();
  const farPort = ({ to }: Branch): Port => portOf(sheetOf(rig, to.part), to.port);
  const hasOwn = (lead: Branch): boolean => free.some(({ port }) => isPlugOf(port, farPort(lead)));
  // what is there stays; a plug that has its like at the other end is for that, those of the trunk's kind for another of its kind
  const liking = (lead: Branch, tap: Tap): number[] => [
    Number(isJoined(rig, tap.plus, lead.to)),
    Number(isPlugOf(tap.port, farPort(lead))),
    Number(!isPlugOf(tap.port, origin)),
    Number(!isWired(rig, tap.plus)),
  ];
  for (const lead of [...leads].sort((a, b) => Number(hasOwn(b)) - Number(hasOwn(a)))) {
    const [tap] = free
      .filter(({ port }) => portsCanJoin(port, farPort(lead)) && carries(port, origin, lead.amps))
      .sort((a, b) => mostFirst(liking(lead, a), liking(lead, b)));
    if (!tap) continue;
    // soldered copper takes one wire more when every tap is taken
    if (!isSoldered(tap.port) || free.some((other) => other !== tap && isSoldered(other.port)))
      free.splice(free.indexOf(tap), 1);
    taps.set(lead, tap);
  }
  const mostA = contactA(origin, into.port);
  const amps = flows([...taps.keys()]);
  return taps.size > 1 && (mostA === null || amps <= mostA) ? { outlet, into, amps, taps } : null;
}

/** A tap that is too small for a lead leaves it at the outlet, unless that is too small as well. */
function carries(tap: Port, origin: Port, amps: number): boolean {
  const [own, other] = [tap, origin].map(({ plug }) => connectorOf(plug.family).maxA ?? Infinity) as [number, number];
  return amps <= own || amps > other;
}

const mostFirst = (a: readonly number[], b: readonly number[]): number => {
  const at = a.findIndex((n, i) => n !== b[i]);
  return at < 0 ? 0 : b[at]! - a[at]!;
};

/** A plug that has its like at the other end; wire soldered to copper fits everything. */
const isPlugOf = ({ plug }: Port, other: Port): boolean => plug.family === other.plug.family && !isSoldered({ plug });
const isSoldered = ({ plug }: Pick<Port, 'plug'>): boolean => connectorOf(plug.family).contactMohm === 0;

const isWired = (rig: Rig, at: PinRef): boolean => wiresAt(rig, at).length > 0;
const isJoined = (rig: Rig, a: PinRef, b: PinRef): boolean =>
  wiresAt(rig, a).some(({ wire, far }) => wire[far].part === b.part && wire[far].port === b.port);

interface Tap extends Terminals {
  port: Port;
}

/** Plugs of a splice with their plus and ground. */
function tapsOf({ id }: Part, sheet: Sheet): Tap[] {
  const [tie] = plusTies(sheet);
  return sheet.ports.flatMap((port): Tap[] => {
    const plus = tie!.find((at) => at.port === port.id);
    const ground = port.pins.find((p) => p.line === 'ground');
    return plus && ground
      ? [{ port, plus: { part: id, ...plus }, minus: { part: id, port: port.id, pin: ground.n } }]
      : [];
  });
}
