import { contactA, portsCanJoin, type Terminals } from '../loom/index.js';
import { connectorOf, isSplice, type Port, type Sheet } from '../parts/index.js';
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
 */
export function spliced(view: BenchView, leads: readonly Branch[]): Splice[] {
  let left = view.parts
    .filter(({ part, sheet }) => isSplice(sheet) && sheet.ties.length === 1 && isFree(view.base, part))
    .sort((a, b) => a.part.id.localeCompare(b.part.id));
  const found: Splice[] = [];
  let groups = byOutlet(leads).filter((own) => own.length > 1);
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

const isFree = ({ cables }: Rig, { id }: Part): boolean =>
  !cables.some((c) => c.wires.some((w) => w.from.part === id || w.to.part === id));

/** Leads by the outlet they leave, where most do first; alike, where most flows, then by name. */
function byOutlet(leads: readonly Branch[]): Branch[][] {
  return [...groupBy(leads, (lead) => lead.outlet.id)]
    .sort(([a, x], [b, y]) => y.length - x.length || flows(y) - flows(x) || a.localeCompare(b))
    .map(([, own]) => own);
}

const flows = (leads: readonly Branch[]): number => leads.reduce((sum, lead) => sum + lead.amps, 0);

/**
 * The leads on the taps of a splice, those that are there already first; null where its plugs take none of it.
 * @param meant only where the lead from the outlet has the same plug at both ends
 */
function fitted(rig: Rig, leads: readonly Branch[], part: Part, sheet: Sheet, meant: boolean): Splice | null {
  const [{ outlet }] = leads as [Branch];
  const origin = portOf(outlet.sheet, outlet.source.plus.port);
  const plugs = tapsOf(part, sheet);
  const from = { part: outlet.part.id, ...outlet.source.plus };
  const into = plugs
    .filter(({ port }) => portsCanJoin(origin, port) && (!meant || isPlugOf(port, origin)))
    .sort((a, b) => Number(isJoined(rig, b.plus, from)) - Number(isJoined(rig, a.plus, from)))[0];
  if (!into) return null;
  const free = plugs.filter((p) => p !== into);
  const taps = new Map<Branch, Terminals>();
  for (const lead of leads) {
    const { to } = lead;
    const fits = free.filter(({ port }) => portsCanJoin(port, portOf(sheetOf(rig, to.part), to.port)));
    const tap = fits.find((p) => isJoined(rig, p.plus, to)) ?? fits.find((p) => !isWired(rig, p.plus)) ?? fits[0];
    if (!tap) continue;
    free.splice(free.indexOf(tap), 1);
    taps.set(lead, tap);
  }
  const mostA = contactA(origin, into.port);
  const amps = flows([...taps.keys()]);
  return taps.size > 1 && (mostA === null || amps <= mostA) ? { outlet, into, amps, taps } : null;
}

/** A plug that has its like at the other end; wire soldered to copper fits everything. */
const isPlugOf = ({ plug }: Port, other: Port): boolean =>
  plug.family === other.plug.family && connectorOf(plug.family).contactMohm > 0;

const isWired = (rig: Rig, at: PinRef): boolean => wiresAt(rig, at).length > 0;
const isJoined = (rig: Rig, a: PinRef, b: PinRef): boolean =>
  wiresAt(rig, a).some(({ wire, far }) => wire[far].part === b.part && wire[far].port === b.port);

interface Tap extends Terminals {
  port: Port;
}

/** Plugs of a splice with their plus and ground. */
const tapsOf = ({ id }: Part, { ports, ties }: Sheet): Tap[] =>
  ports.flatMap((port): Tap[] => {
    const plus = ties[0]!.find((at) => at.port === port.id);
    const ground = port.pins.find((p) => p.line === 'ground');
    return plus && ground
      ? [{ port, plus: { part: id, ...plus }, minus: { part: id, port: port.id, pin: ground.n } }]
      : [];
  });
