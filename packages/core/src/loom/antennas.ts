import { antennaLinks, canBeMade, isAntenna, type Link, type Sheet } from '../parts/index.js';
import { partsThat, sheetOf, type Part, type PinRef, type Rig } from '../rig/index.js';

/** An antenna that a radio can have, and the wires that join them: signal first, then the return where both have one. */
export interface AntennaJoin {
  antenna: string;
  wires: { from: PinRef; to: PinRef }[];
}

/** The antenna on the bench that fits a radio's socket and hangs on nothing yet; null when there is none. */
export function antennaJoin(rig: Rig, part: string, linkId: string): AntennaJoin | null {
  const sheet = sheetOf(rig, part);
  const link = antennaLinks(sheet).find((l) => l.id === linkId);
  const from = link && plugOf(sheet, link);
  if (!from) return null;
  for (const { part: antenna, sheet: own } of partsThat(rig, isAntenna)) {
    const to = plugOf(
      own,
      own.links.find((l) => l.kind === 'antenna' && l.way === 'listen')!,
    );
    if (!to || isWired(rig, antenna) || !canBeMade(to.family, from.family)) continue;
    const joined = from.pins.flatMap((pin, i) => {
      const other = to.pins[i];
      return other === undefined
        ? []
        : [{ from: { part, port: from.port, pin }, to: { part: antenna.id, port: to.port, pin: other } }];
    });
    return { antenna: antenna.id, wires: joined };
  }
  return null;
}

const isWired = ({ cables }: Rig, { id }: Part): boolean =>
  cables.some((c) => c.wires.some((w) => w.from.part === id || w.to.part === id));

/** The plug of a link: its signal pin, then its return. */
function plugOf({ ports }: Sheet, { pins }: Link): { port: string; family: string; pins: number[] } | null {
  const port = ports.find((p) => p.id === pins.data?.port);
  if (!port || !pins.data) return null;
  const ground = port.pins.find((p) => p.line === 'ground');
  return { port: port.id, family: port.plug.family, pins: [pins.data.pin, ...(ground ? [ground.n] : [])] };
}
