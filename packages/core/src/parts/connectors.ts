/** A family of plugs: those of one group can be joined by a lead; in most groups any lead can be made. */
export interface Connector {
  /** Distance of two contacts, mm; null where it is not a row of contacts. */
  pitchMm: number | null;
  /** Current one contact carries without warming, A. @source [practice] usual rating of the size */
  maxA: number | null;
  /** `made`: leads are crimped or soldered on the bench; other groups mate only within themselves. */
  group: string;
}

const made = (pitchMm: number | null, maxA: number | null): Connector => ({ pitchMm, maxA, group: 'made' });
const only = (group: string, maxA: number | null = null): Connector => ({ pitchMm: null, maxA, group });

/** Families by pitch and use, never by maker. Currents are class values, @source [practice]. */
const FAMILIES: Readonly<Record<string, Connector>> = {
  'two-way 2.0 mm': made(2, 3),
  'three-way 2.54 mm': made(2.54, 3),
  'latching 1.0 mm': made(1, 1),
  'latching 1.25 mm': made(1.25, 1.5),
  'three-way picture 1.25 mm': made(1.25, 1.5),
  'latching 1.5 mm': made(1.5, 2),
  'latching 2.0 mm': made(2, 3),
  'solder pads': made(null, 8),
  'wire ends': made(null, 10),
  'screw terminal 5 mm': made(5, 12),
  'barrel 5.5 mm': made(null, 5),
  'power blade 10 mm': made(null, 30),
  'spark-safe 5 mm': made(null, 60),
  'twist-lock round': made(null, 10),
  'tool pack shoe': made(null, 60),
  'dummy battery, body family A': only('dummy battery, body family A', 3),
  'dummy battery, body family B': only('dummy battery, body family B', 3),
  'HDMI full': only('hdmi'),
  'HDMI mini': only('hdmi'),
  'HDMI micro': only('hdmi'),
  'USB receptacle': only('usb', 1.5),
  'Ethernet 8-way': only('ethernet'),
  'Ethernet 4-way 1.25 mm': only('ethernet'),
  'ribbon 22-way': only('ribbon'),
  'coax screw': only('coax screw'),
  'coax press': only('coax press'),
  'remote 2.5 mm': only('remote'),
  'sensor window': only('light'),
  'trainer jack': only('trainer'),
};

/** The family of a plug; one that is not in the table can be made and has no known rating. */
export function connectorOf(family: string): Connector {
  return FAMILIES[family] ?? made(null, null);
}

/** Whether a lead between two families exists or can be made on the bench. */
export function canBeMade(a: string, b: string): boolean {
  return connectorOf(a).group === connectorOf(b).group;
}
