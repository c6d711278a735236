/**
 * A row of plugs whose pluses are joined, and feed nothing inside the part: a servo rail of an autopilot, which lives on whatever is
 * plugged into one of its rows. For the search such a rail is told as a supply that takes nothing, so that it can be fed, by a lead or by
 * the speed unit that hangs on it, and feed what else hangs there. The sheets stay as they are.
 */
import { hearsAir, tellsOn, tiesOf, type PinAt, type Sheet, type Supply } from '../parts/index.js';
import { partsWithSheets, type Rig } from '../rig/index.js';
import { isOnePin } from './outlets.js';

/** Volts on a row of servos. @source [practice] four cells of nickel up to two of lithium when full */
const ROW_V: Supply['volts'] = [4, 8.5];
const BARE = 'bare rail';

/** A supply that stands for a rail alone. */
export const isBareRail = ({ id }: Pick<Supply, 'id'>): boolean => id.startsWith(BARE);

/** The bare rail that a pin is on, by the id of its supply. */
export const bareRailAt = (sheet: Sheet, at: PinAt): string | undefined =>
  sheet.supplies.find((s) => isBareRail(s) && isOnePin(sheet, s.plus, at))?.id;

/** The rig with its bare rails told as supplies, by sheets of its own; the same rig where there are none. */
export function withBareRails(rig: Rig): Rig {
  const told = new Map<string, Sheet>();
  for (const { sheet } of partsWithSheets(rig)) {
    const rails = told.has(sheet.class) ? [] : bareRails(sheet);
    if (rails.length) told.set(sheet.class, { ...sheet, supplies: [...sheet.supplies, ...rails] });
  }
  return told.size ? { ...rig, sheets: { ...rig.sheets, ...Object.fromEntries(told) } } : rig;
}

function bareRails(sheet: Sheet): Supply[] {
  // a part that takes no volts for itself hands them on as they come
  if (!(hearsAir(sheet) || tellsOn(sheet)) || sheet.supplies.every((s) => s.optional)) return [];
  const used = [...sheet.supplies, ...sheet.sources].map(({ plus }) => `${plus.port} ${plus.pin}`);
  return tiesOf(sheet).flatMap((tie, i): Supply[] => {
    const rows = tie.filter((at) => isRow(sheet, at));
    // by the plug that is there for it, where there is one; rows are filled from the first
    const plus = tie.find((at) => !rows.includes(at)) ?? rows.at(-1);
    const minus = plus && groundBeside(sheet, plus);
    if (rows.length < 2 || !minus || tie.some((at) => used.includes(`${at.port} ${at.pin}`))) return [];
    return [
      {
        ...{ id: `${BARE} ${i}`, plus, minus, volts: ROW_V },
        draw: { kind: 'power', typical: 0, peak: 0 },
        optional: true,
      },
    ];
  });
}

/** A plus beside a pulse that the part gives. */
const isRow = (sheet: Sheet, at: PinAt): boolean =>
  sheet.ports.some((p) => p.id === at.port && p.pins.some((pin) => pin.n === at.pin && pin.line === 'supply')) &&
  sheet.links.some((l) => l.kind === 'pulse' && l.way === 'talk' && l.pins.data?.port === at.port);

function groundBeside(sheet: Sheet, { port }: PinAt): PinAt | undefined {
  const pin = sheet.ports.find((p) => p.id === port)?.pins.find((p) => p.line === 'ground')?.n;
  return pin === undefined ? undefined : { port, pin };
}
