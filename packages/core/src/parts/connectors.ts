/** A family of plugs: those of one group can be joined by a lead; in most groups any lead can be made. */
export interface Connector {
  /** Distance of two contacts, mm; null where it is not a row of contacts. */
  pitchMm: number | null;
  /** Current one contact carries without warming, A. @source [practice] usual rating of the size */
  maxA: number | null;
  /**
   * Resistance of one contact, mΩ; 0 where wire is joined to copper, null where nobody knows its size: as its wire then.
   * @source [mem] usual of a clean contact of the size, a quarter of what makers allow
   */
  contactMohm: number | null;
  /** Thickest wire its contact takes, AWG; null where that is not known or no wire is put in. */
  thickestAwg: number | null;
  /** `made`: leads are crimped or soldered on the bench; other groups mate only within themselves. */
  group: string;
  /** Further groups for which a lead to it can be made. */
  mates?: readonly string[];
}

/** Resistance of a small contact, mΩ. */
export const SMALL_MOHM = 5;

const made = (
  pitchMm: number | null,
  maxA: number | null,
  thickestAwg: number | null,
  contactMohm: number,
): Connector => ({
  pitchMm,
  maxA,
  contactMohm,
  thickestAwg,
  group: 'made',
});
const only = (group: string, maxA: number | null = null, thickestAwg: number | null = null): Connector => ({
  pitchMm: null,
  maxA,
  // a lead that is bought
  contactMohm: SMALL_MOHM,
  thickestAwg,
  group,
});

/** Families by pitch and use, never by maker. Currents and gauges are class values, @source [practice]. */
const FAMILIES: Readonly<Record<string, Connector>> = {
  'two-way 2.0 mm': made(2, 2, 22, 3),
  'three-way 2.54 mm': made(2.54, 3, 22, 3),
  'latching 1.0 mm': made(1, 1, 26, 6),
  'latching 1.25 mm': made(1.25, 1, 26, 5),
  'three-way picture 1.25 mm': made(1.25, 1, 26, 5),
  'latching 1.5 mm': made(1.5, 1, 24, 4),
  'latching 2.0 mm': made(2, 2, 22, 3),
  // from a pinhead to a coin: what a pad carries and takes is not in its name
  'solder pads': made(null, null, null, 0),
  // as thick as the lead it is: its own wire, not a contact, says what it carries
  'wire ends': made(null, null, null, 0),
  'screw terminal 5 mm': made(5, 12, 12, 1),
  'barrel 5.5 mm': made(null, 5, 18, 5),
  'power blade 10 mm': made(null, 30, 10, 0.6),
  'spark-safe 5 mm': made(null, 60, 10, 0.3),
  'twist-lock round': made(null, 10, 14, 2),
  'tool pack shoe': made(null, 60, 10, 1),
  'dummy battery, body family A': only('dummy battery, body family A', 3, 20),
  'dummy battery, body family B': only('dummy battery, body family B', 3, 20),
  'HDMI full': only('hdmi'),
  'HDMI mini': only('hdmi'),
  'HDMI micro': only('hdmi'),
  'USB receptacle': only('usb', 1.5, 24),
  'Ethernet 8-way': only('ethernet'),
  'Ethernet 4-way 1.25 mm': only('ethernet'),
  'combined 1.25 mm': { ...made(1.25, 3, 22, 5), mates: ['ethernet', 'usb'] },
  'ribbon 22-way': only('ribbon'),
  'coax screw': only('coax screw'),
  // a phono lead is cut and crimped like any other
  'coax press': { ...only('coax press'), mates: ['made'] },
  'remote 2.5 mm': only('remote'),
  // a light is taped before it, whatever it hangs on
  'sensor window': { ...only('light'), mates: ['made'] },
  'trainer jack': only('trainer'),
  'battery grip': only('battery grip', 6, 18),
  'hot shoe': { ...only('hot shoe'), mates: ['made'] },
  'balance plug': only('balance'),
};

const UNKNOWN: Connector = { pitchMm: null, maxA: null, contactMohm: null, thickestAwg: null, group: 'made' };

const bought = (group: string): Connector => ({ ...UNKNOWN, contactMohm: SMALL_MOHM, mates: [group] });

/** Groups that are known by a word of their name: a lead from one size to another is bought, whatever a sheet calls its size. */
const BY_WORD: readonly [word: RegExp, connector: Connector][] = [
  [/\bhdmi\b/i, bought('hdmi')],
  [/\busb\b/i, bought('usb')],
  [/\b(ethernet|lan|network)\b/i, bought('ethernet')],
  [/\bribbon\b/i, bought('ribbon')],
];

/** The family of a plug, however its name is written; one that is not in the table can be made and has no known rating. */
export function connectorOf(family: string): Connector {
  if (Object.hasOwn(FAMILIES, family)) return FAMILIES[family]!;
  const written = family.trim().toLowerCase();
  const known = Object.keys(FAMILIES).find((name) => name.toLowerCase() === written);
  if (known !== undefined) return FAMILIES[known]!;
  return BY_WORD.find(([word]) => word.test(family))?.[1] ?? UNKNOWN;
}

/** Whether a lead between two families exists or can be made on the bench. */
export function canBeMade(a: string, b: string): boolean {
  const [one, two] = [connectorOf(a), connectorOf(b)];
  return one.group === two.group || !!one.mates?.includes(two.group) || !!two.mates?.includes(one.group);
}

/** Copper under a screw or the iron, whatever its size is called: two leads may end on one contact. */
const BARE = /\b(solder|pads?|wire ends?|terminals?|bare)\b/i;
export const holdsTwo = (family: string): boolean => BARE.test(family);
