/**
 * What each thing costs in a proposal, in points. The points are ours: they put the trade's habits into an order
 * (@source [practice]), they are not measured. One lead is ten.
 */
export const COST = {
  lead: 10,
  /** A lead that also brings the supply: one plug instead of two. */
  sharedPlug: 1,
  splice: 6,
  /** A second load on a regulator where another of its volts lies there: that was laid down to keep their troubles apart. */
  keptApart: 15,
  yLead: 4,
  inverter: 25,
  resistor: 2,
  adapter: 5,
  serialPort: 6,
  /** A port with an inverter given to something that needs none. */
  inverterWasted: 3,
  pad: 4,
  release: 5,
  /** A device that speaks and hears, on a port that does only one of them. */
  oneWay: 3,
  /** From one receiver straight, where a box here goes over to another when that falls silent. */
  pastChanger: 12,
  /** What moves the craft on a pack much smaller than another that would do. */
  smallPack: 16,
  /** A motor on an output that a payload could have. */
  toldOutput: 3,
  /** A motor on an output behind the first ones, which a payload has. */
  laterOutput: 1,
  joint: 8,
  /** Between what stays on the ground and what flies, where nothing else does it. */
  fromGround: 60,
  /** An antenna of the ground on what flies, or the other way round. */
  otherSide: 2,
  /** For each 100 mm beyond the first 200. */
  per100Mm: 1,
  /** Against the side the user chose. */
  school: 40,
  /** A lead or a port's setting that is not so today. */
  change: 1,
  otherScale: 30,
  /** An axis of flight on a pin whose channel is not the usual one. */
  otherChannel: 30,
  thinMargin: 12,
  /** A margin that a warm day or a long lead takes. */
  hardlyMargin: 24,
  /** A pack that falls below what is asked before it is flat, where nothing here does better. */
  tooLittleFlat: 40,
  /** Volts that must be exact, shared with a receiver and all that hangs on its pins. */
  strictOnRail: 22,
  /** A servo on the volts that a controller lives on, where others here would do. */
  motorOnBoard: 16,
  /** A regulator before what flies or sends the picture, where a pack would do: it lives as long as that does. */
  notFromPack: 6,
  /** More through one plug than a contact of it carries. */
  overContact: 20,
  /** The same where other ways leave something unfed. */
  hotPlug: 200,
  /** A regulator behind another, where a pack would do: what troubles one troubles both. */
  twoStages: 3,
  /** For each watt a linear regulator turns into heat. */
  heatPerW: 2,
  switchSetting: 1,
  strapSetting: 2,
  /** By a way that the sheet names after another: usual for it, but not first. */
  laterWay: 4,
  /** Asked at the device, out of reach once it is up. */
  atDevice: 30,
  /** Asked from a screen that is there anyway. */
  onScreen: 4,
  /** Leaving something open. */
  openFeed: 2000,
  /** A motor that nothing tells: no payload has its output. */
  openMotor: 1500,
  openWish: 1000,
  openNice: 60,
} as const;

/** One line of what a choice costs. */
export interface CostPart {
  why: string;
  /** Points; fewer are better. */
  points: number;
}

export const pointsOf = (parts: readonly CostPart[]): number => parts.reduce((sum, p) => sum + p.points, 0);
