/**
 * A part sheet: one class of part as data. Ports and pins say what may be wired; links say which
 * conversations it can hold; supplies and sources say what it eats and gives; functions say what it does and who may ask.
 */
import * as z from 'zod';
import { BOARD_CLASSES } from './kinds.js';
import {
  MOST_ON_SHEET,
  addressLeaf,
  band,
  choice,
  figure,
  flagLeaf,
  idLeaf,
  listOf,
  slotLeaf,
  textLeaf,
  versionLeaf,
  whole,
  widthUs,
  wordLeaf,
} from './leaf.js';
import { ASKED_WHATS, CELLS, GROUPS, LINK_KINDS, PORT_USES, ROLES } from './sheet-words.js';

const volts = (title: string) => figure(title, 'V', 0, 1000);
const amps = (title: string) => figure(title, 'A', 0, 1000);
const seconds = (title: string, most = 3600) => figure(title, 's', 0, most);
const degrees = (title: string, most = 3600) => figure(title, '°', -most, most);

const pinAtSchema = z.strictObject({ port: idLeaf('Port'), pin: whole('Pin', 'pin', 1, 99) });

const pinSchema = z.strictObject({
  n: whole('Number', 'pin', 1, 99),
  label: textLeaf('Label'),
  line: choice('Line', ['supply', 'ground', 'signal', 'empty']),
  way: choice('Way', ['in', 'out', 'both']).optional(),
  /** High level a talking pin drives, V. */
  levelV: volts('High level it drives').optional(),
  /** Highest level a listening pin stands, V. */
  toleratesV: volts('Highest level it stands').optional(),
});

const portSchema = z.strictObject({
  id: idLeaf('Id'),
  label: textLeaf('Label'),
  /** Which side of the box it is drawn on. */
  side: choice('Side it is drawn on', ['left', 'right']),
  plug: z.strictObject({
    family: textLeaf('Plug family'),
    pins: whole('Ways of the plug', 'count', 1, 99),
    /** Side to which an angled plug sends its lead; a straight one has none. */
    angled: choice('Sends its lead to', ['left', 'right', 'up', 'down']).optional(),
  }),
  pins: listOf('Pins', pinSchema, 99).min(1),
});

const whenSchema = z.strictObject({ setting: idLeaf('Setting'), value: wordLeaf('Value') });

const linkSchema = z.strictObject({
  id: idLeaf('Id'),
  kind: choice('Kind', LINK_KINDS),
  way: choice('Way', ['talk', 'listen', 'both']),
  /** One-wire links use `data`; serial pairs use `send` and `hear`, as this part names them. */
  pins: z.strictObject({
    data: pinAtSchema.optional(),
    send: pinAtSchema.optional(),
    hear: pinAtSchema.optional(),
  }),
  /** The other pins that a wide plug gives the link. */
  alsoPins: listOf('Further pins', pinAtSchema, 16).optional(),
  params: z
    .strictObject({
      baud: whole('Speed', 'baud', 1, 20_000_000).optional(),
      protocol: textLeaf('Protocol').optional(),
      /** School of scale of a bus: counts by microseconds or by per cent. */
      scale: choice('School of scale', ['micro', 'percent']).optional(),
      periodMs: figure('Period', 'ms', 0.01, 10_000).optional(),
      /** Channel from which the device says "auxiliary 1" and on. */
      auxFrom: whole('Says auxiliary 1 at', 'slot', 2, 16).optional(),
      /** What the device calls its first channel. */
      base: whole('Calls its first channel', 'count', 0, 5).optional(),
      standard: choice('Picture standard', ['625/50', '525/59.94']).optional(),
      /** Logic upside down on the wire; a bus of the sbus kind always is. */
      inverted: flagLeaf('Logic upside down').optional(),
      /** Channels it carries; sixteen when left out. */
      channels: whole('Channels it carries', 'count', 1, 16).optional(),
      /** Series resistor a ladder wants, Ω. */
      seriesOhm: band('Series resistor it wants', 'Ω', 0, 1e6).optional(),
      /** How far it reaches through the air, in the open, m: half of what it sends gets lost there. */
      reachM: figure('Reaches through the air', 'm', 1, 1_000_000).optional(),
      /** Address a network part leaves the maker with. */
      address: addressLeaf('Address when new').optional(),
    })
    .prefault({}),
  /** Controller resource the link lives on; the one of its own id when left out. */
  resource: idLeaf('Port or pad it lives on').optional(),
  /** The setting under which this link is live; without it the link is always live. */
  when: whenSchema.optional(),
  /** For a receiver pin: the setting that names the slot it carries. */
  slotSetting: idLeaf('Setting that names its slot').optional(),
});

const supplySchema = z.strictObject({
  id: idLeaf('Id'),
  plus: pinAtSchema,
  minus: pinAtSchema,
  volts: band('Volts it takes', 'V', 0, 1000),
  /** W for power, A for current, Ω for resistance. A regulator's input draws what its output asks. */
  draw: z.strictObject({
    kind: choice('Draws', ['power', 'current', 'resistance', 'regulator']),
    typical: figure('Usually', 'W, A or Ω', 0, 1e5),
    peak: figure('At its peak', 'W, A or Ω', 0, 1e5),
    /** Share of the time at its peak. */
    duty: figure('Share of the time at its peak', '1', 0, 1).optional(),
  }),
  /** What it takes at the instant of switching on. */
  inrush: z
    .strictObject({
      capacitanceUf: figure('Capacitance', 'µF', 0.001, 1e6),
      softStartMs: figure('Soft start', 'ms', 0, 10_000),
    })
    .optional(),
  /** Fed or not, the part works: it has another supply, or a battery of its own. Where all of several are so, one of them is wanted. */
  optional: flagLeaf('Works without').optional(),
});

const sourceSchema = z.strictObject({
  id: idLeaf('Id'),
  kind: choice('Kind', ['pack', 'buck', 'linear', 'boost', 'buck-boost', 'switched', 'stolen']),
  plus: pinAtSchema,
  minus: pinAtSchema,
  maxA: figure('Rated current', 'A', 0.001, 1000),
  /** Resistance seen looking into the output. */
  outOhm: figure('Resistance of the output', 'Ω', 1e-6, 1000),
  pack: z
    .strictObject({
      cells: whole('Cells in series', 'count', 1, 24),
      capacityMah: figure('Capacity', 'mAh', 1, 1e6),
      /** Kind of cell, for its curve; lithium-polymer when left out. */
      chemistry: choice('Cells', CELLS).optional(),
    })
    .optional(),
  regulator: z
    .strictObject({
      volts: figure('Output', 'V', 0.1, 1000),
      dropoutV: volts('Head room it needs'),
      efficiency: figure('Efficiency', '1', 0.01, 1),
      quiescentA: amps('Draws by itself'),
      fedBy: idLeaf('Supply it is fed by'),
      /** Efficiency at some output currents, in rising order, between which it runs straight; the one figure everywhere when left out. */
      efficiencyAt: listOf(
        'Efficiency over load',
        z.strictObject({ amps: amps('At'), efficiency: figure('Efficiency', '1', 0.01, 1) }),
        16,
      ).optional(),
      /** What it does when more is asked than it gives; it gives whatever is asked when left out. */
      limit: z
        .strictObject({
          kind: choice('Does', ['constant', 'fold-back', 'hiccup', 'latched']),
          amps: figure('Limit', 'A', 0.001, 1000),
          /** Share of the limit that is left into a short, for fold-back. */
          shortShare: figure('Left into a short', '1', 0, 1).optional(),
          tripMs: figure('Holds it for', 'ms', 0, 60_000).optional(),
          offMs: figure('Stays off for', 'ms', 0, 60_000).optional(),
        })
        .optional(),
      /** How long its output climbs once it is fed, ms. */
      startMs: figure('Climbs in', 'ms', 0, 60_000).optional(),
      /** Heat it gets rid of without a sink, W; a linear one is judged by it. */
      heatW: figure('Heat it stands', 'W', 0.05, 1000).optional(),
    })
    .optional(),
  /** What a source holds at its output that is fed by nothing on the rig, V: a computer's USB lead, an outlet of what has its battery inside. */
  fixedV: figure('Holds', 'V', 0.1, 1000).optional(),
  /** The setting under which it gives anything; without it, always. */
  when: whenSchema.optional(),
});

const settingSchema = z.strictObject({
  id: idLeaf('Id'),
  label: textLeaf('Label'),
  values: listOf('Values', textLeaf('Value'), 64).min(1),
  default: wordLeaf('As the maker leaves it'),
  how: choice('Set by', ['switch on the device', 'app', 'menu', 'strap at start']),
  /** Where its value can be seen. */
  shows: textLeaf('Can be seen').optional(),
  /** Survives power-off; yes when left out. */
  kept: flagLeaf('Kept through power-off').optional(),
  /** Lies in the profile that is active, not in the part as a whole. */
  inProfile: flagLeaf('Lies in the active profile').optional(),
});

const windowSchema = z.strictObject({
  fromUs: widthUs('From'),
  toUs: widthUs('To'),
  label: textLeaf('Label'),
});

const gestureSchema = z.strictObject({
  id: idLeaf('Id'),
  /** Where each stick axis is held, −1…+1; an axis left out is centred. */
  sticks: z.strictObject({
    throttle: figure('Throttle', '1', -1, 1).optional(),
    yaw: figure('Yaw', '1', -1, 1).optional(),
    pitch: figure('Pitch', '1', -1, 1).optional(),
    roll: figure('Roll', '1', -1, 1).optional(),
  }),
  holdS: seconds('Held for', 30),
  does: choice('Does', ['open', 'second menu', 'up', 'down', 'less', 'more', 'choose', 'leave']),
  /** Caption or beep. */
  shows: textLeaf('Shows').optional(),
});

/** One way in which a function can be asked; the first that the wiring carries is used. */
const askedBySchema = z.discriminatedUnion('by', [
  z.strictObject({
    by: z.literal('slot').meta({ title: 'By a channel' }),
    /** Links by which it can be told. */
    over: listOf('Over', idLeaf('Link'), 64).min(1),
    /** Slot it listens to as the maker ships it, counted from 1. */
    firstSlot: slotLeaf('Slot when new').optional(),
    /** Slots it can be told on, where not any. */
    slots: listOf('Slots it can have', slotLeaf('Slot'), 16).min(1).optional(),
    /** What the device calls its first slot, where it differs from the link. */
    base: whole('Calls its first slot', 'count', 0, 5).optional(),
  }),
  z.strictObject({
    by: z.literal('gesture').meta({ title: 'By stick gestures' }),
    over: listOf('Over', idLeaf('Link'), 64).min(1),
    gestures: listOf('Gestures', gestureSchema, 32).min(1),
  }),
  z.strictObject({
    by: z.literal('screen').meta({ title: 'From a screen' }),
    over: listOf('Over', idLeaf('Link'), 64).min(1),
    what: textLeaf('Screen control'),
  }),
  z.strictObject({
    by: z.literal('device').meta({ title: 'On the device' }),
    what: textLeaf('Button or ring').optional(),
  }),
]);

const unitLeaf = (title: string) => choice(title, ['°', '°/s', '×', '%']);

const functionSchema = z.strictObject({
  id: idLeaf('Id'),
  label: textLeaf('Label'),
  /** What the user would call it, whichever part gives it. */
  what: choice('What it is', ASKED_WHATS),
  /**
   * position, rate: follow the width · windows: one of several states · latch: two states, by level · momentary: acts while
   * inside its window · steps: next or previous at each entry · pulse: once at each entry
   */
  takes: choice('Takes', ['position', 'rate', 'windows', 'latch', 'momentary', 'steps', 'pulse']),
  /** Who may ask it, in the order of preference. */
  askedBy: listOf('Who asks', askedBySchema, 8).min(1),
  rangeUs: band('Widths it takes', 'µs', 0, 3000).optional(),
  /** Demand at the two ends of `rangeUs`. */
  range: z
    .strictObject({
      from: figure('At the low end', 'own unit', -1e5, 1e5),
      to: figure('At the high end', 'own unit', -1e5, 1e5),
      unit: unitLeaf('Unit'),
    })
    .optional(),
  windows: listOf('Windows', windowSchema, 32).optional(),
  joint: idLeaf('Joint it moves').optional(),
  /** Works only while another function of the part stands in one of these windows. */
  enabledIn: z.strictObject({ fn: idLeaf('Mode'), windows: listOf('In', textLeaf('Window'), 32).min(1) }).optional(),
  /** While another function stands in one of these windows it takes a position as a rate, or the other way round. */
  turnsTo: z
    .strictObject({
      takes: choice('Takes then', ['position', 'rate']),
      fn: idLeaf('Mode'),
      windows: listOf('In', textLeaf('Window'), 32).min(1),
    })
    .optional(),
  /** In this window it drives a joint to an angle, whatever else is asked of it. */
  drives: z.strictObject({ window: textLeaf('In window'), joint: idLeaf('Joint'), deg: degrees('Angle') }).optional(),
  /** Which joints have power in its windows; a window left out gives none any. Told nothing, all have. */
  powers: listOf(
    'Gives power to',
    z.strictObject({ window: textLeaf('In window'), joints: listOf('Joints', idLeaf('Joint'), 8) }),
    32,
  ).optional(),
  /** How fast the answer follows, in the range's unit a second; at once when left out. */
  slewPerS: figure('Follows at', 'own unit/s', 1e-6, 1e6).optional(),
  /** Where a person sees that it happened. */
  cue: textLeaf('Cue').optional(),
  /** Firmware that this function needs of the controller it hangs on, by the name of a need of the sheet. */
  needs: textLeaf('Needs firmware for').optional(),
});

const resourceSchema = z.strictObject({
  id: idLeaf('Id'),
  label: textLeaf('Label'),
  kind: choice('Kind', ['serial', 'pad']),
  port: idLeaf('Port'),
  highestBaud: whole('Highest speed', 'baud', 1, 20_000_000).optional(),
  timer: flagLeaf('Has a timer').optional(),
  /** Pin of the port a pad sits on. */
  pin: whole('Pin', 'pin', 1, 99).optional(),
  /** A serial port that can turn its line upside down. */
  inverter: flagLeaf('Can turn its line over').optional(),
  receiveOnly: flagLeaf('Only listens').optional(),
  /** Features whose pins these are too: all must be released before it is given away. */
  sharedWith: listOf('Shares its pins with', textLeaf('Feature'), 16).optional(),
  /** What it is given to when new. */
  heldWhenNew: listOf('Held when new by', textLeaf('Feature'), 16).optional(),
});

const axisVector = z.tuple([figure('Forward', '1', -1, 1), figure('Right', '1', -1, 1), figure('Up', '1', -1, 1)]);
const pointMm = z.tuple([
  figure('Forward', 'mm', -5000, 5000),
  figure('Right', 'mm', -5000, 5000),
  figure('Up', 'mm', -5000, 5000),
]);

const jointSchema = z.strictObject({
  id: idLeaf('Id'),
  label: textLeaf('Label'),
  /** Limits for the sticks. */
  minDeg: degrees('Least, by stick'),
  maxDeg: degrees('Most, by stick'),
  speedDegPerS: figure('Speed', '°/s', 0.1, 10_000),
  /** Where it rests when no function may move it. */
  homeDeg: degrees('Rests at').default(0),
  /** Limits for automatic stabilising, where they are wider than those for the sticks. */
  freeDeg: band('Free to stabilise', '°', -3600, 3600).optional(),
  /** Turns without end over a slip ring. */
  endless: flagLeaf('Turns without end').optional(),
  /** What it carries: another joint's id, or `payload`. */
  carries: idLeaf('Carries').optional(),
  /** Unit vector of its axis in the frame of what carries it: forward, right, up. */
  axis: axisVector.optional(),
  originMm: pointMm.optional(),
});

const startSchema = z.strictObject({
  text: textLeaf('What happens'),
  seconds: seconds('Takes'),
  still: flagLeaf('Nothing may be touched'),
});

const controlSchema = z.strictObject({
  id: idLeaf('Id'),
  label: textLeaf('Label'),
  kind: choice('Kind', ['stick', 'slider', 'knob', 'switch3', 'switch2', 'button']),
  /** Springs back when let go. Sticks and buttons do anyway. */
  sprung: flagLeaf('Springs back').optional(),
  /** A middle that can be felt. Knobs have one, sliders do not, when left out. */
  felt: flagLeaf('Middle can be felt').optional(),
  /** Where it sits on the face, 0…1 across and down. */
  x: figure('Across', '1', 0, 1),
  y: figure('Down', '1', 0, 1),
});

/** A port that is told in its own page what hangs on it. */
const assignablePortSchema = z.strictObject({
  port: idLeaf('Port'),
  mayBe: listOf('May be', choice('Use', PORT_USES), 16).min(1),
  default: choice('When new', [...PORT_USES, 'nothing']),
  /** Where one reads that it is online. */
  showsOnline: textLeaf('Shows online').optional(),
});

/** A picture of one lens, as it is sent. */
const streamSchema = z.strictObject({
  id: idLeaf('Id'),
  lens: textLeaf('Lens'),
  kind: choice('Kind', ['rtsp', 'udp', 'hdmi', 'composite', 'radio']),
  link: idLeaf('Over'),
  /** Path behind the address. */
  path: wordLeaf('Path', 200).optional(),
  standard: textLeaf('Standard').optional(),
  latencyMs: figure('Latency', 'ms', 0, 60_000).optional(),
});

/** An app on a part with a screen: what it shows and what it can steer. */
const appSchema = z.strictObject({
  id: idLeaf('Id'),
  name: textLeaf('Name'),
  shows: listOf(
    'Shows',
    z.strictObject({
      kind: choice('Stream', ['rtsp', 'udp', 'hdmi', 'composite', 'radio']),
      /** How it is told which device or address. */
      toldBy: textLeaf('Told by'),
    }),
    16,
  ),
  steers: listOf('Steers', choice('What', ASKED_WHATS), 64),
});

export const sheetSchema = z.strictObject({
  class: idLeaf('Class'),
  revision: whole('Revision', 'count', 1, 1e6),
  role: choice('Shelf group within', ROLES),
  name: textLeaf('Name'),
  summary: textLeaf('Summary'),
  group: choice('Group', GROUPS),
  massG: figure('Mass', 'g', 0, 1e6),
  cautions: listOf('Cautions', textLeaf('Caution', 240), 32).default([]),
  needs: listOf('Needs', textLeaf('Need', 240), 32).default([]),
  /** Firmware the controller it hangs on must have. Flashing erases the configuration of most boards. */
  firmware: listOf(
    'Firmware',
    z.strictObject({
      what: textLeaf('For'),
      least: versionLeaf('Least version'),
      board: choice('Least board', BOARD_CLASSES).optional(),
      erases: flagLeaf('Flashing erases the configuration'),
      /** Link that needs it; every link to a controller when left out. */
      over: idLeaf('Over').optional(),
    }),
    16,
  ).default([]),
  /** Class of a controller's own board. */
  board: choice('Board class', BOARD_CLASSES).optional(),
  /** Settings to make on the part before it is fitted. */
  prep: listOf('Preparation', z.strictObject({ id: idLeaf('Id'), text: textLeaf('What to do', 240) }), 32).default([]),
  /** Lights, beeps and captions, and what they mean. */
  cues: listOf('Cues', z.strictObject({ when: textLeaf('When'), shows: textLeaf('Shows') }), 32).default([]),
  sizeMm: z
    .tuple([figure('Long', 'mm', 0.1, 5000), figure('Wide', 'mm', 0.1, 5000), figure('High', 'mm', 0.1, 5000)])
    .optional(),
  /** Holds a magnet: kept away from a compass. */
  magnetic: flagLeaf('Holds a magnet').optional(),
  /** Feels the earth's field; what stands in the shelf's group of compasses does, where this is left out. */
  compass: flagLeaf('Feels the earth’s field').optional(),
  /** Has a fuse between its plugs; what stands in the shelf's group of fuses has, where this is left out. */
  fused: flagLeaf('Has a fuse in it').optional(),
  /** A battery of its own inside: fed without any lead. */
  inside: z
    .strictObject({ battery: flagLeaf('Battery inside'), minutes: figure('Lasts', 'min', 1, 10_000) })
    .optional(),
  ports: listOf('Ports', portSchema, MOST_ON_SHEET).default([]),
  /** Supply pins joined inside the part. Ground pins are always one. */
  ties: listOf('Tied supply pins', listOf('Tie', pinAtSchema, MOST_ON_SHEET).min(2), MOST_ON_SHEET).default([]),
  links: listOf('Links', linkSchema, MOST_ON_SHEET).default([]),
  supplies: listOf('Supplies', supplySchema, 16).default([]),
  sources: listOf('Sources', sourceSchema, 32).default([]),
  settings: listOf('Settings', settingSchema, MOST_ON_SHEET).default([]),
  functions: listOf('Functions', functionSchema, MOST_ON_SHEET).default([]),
  resources: listOf('Ports and pads', resourceSchema, MOST_ON_SHEET).default([]),
  joints: listOf('Joints', jointSchema, 8).default([]),
  starts: listOf('Starts', startSchema, 16).default([]),
  controls: listOf('Controls', controlSchema, MOST_ON_SHEET).default([]),
  /** What a new transmitter sends on each channel. */
  firstChannels: listOf(
    'Channels when new',
    z.strictObject({ channel: whole('Channel', 'channel', 1, 16), control: idLeaf('Control') }),
    16,
  ).optional(),
  /** What a camera sees across, from widest to longest lens, degrees, and picture points across. */
  view: z
    .strictObject({
      wideDeg: figure('Widest', '°', 0.1, 360),
      teleDeg: figure('Longest', '°', 0.01, 360),
      pointsAcross: figure('Points across', 'count', 1, 1e5),
    })
    .optional(),
  /** Picture paths: which input link feeds which output link. Several inputs are chosen by a function. */
  pictures: listOf(
    'Picture paths',
    z.strictObject({
      inputs: listOf('Inputs', idLeaf('Link'), 16).min(1),
      output: idLeaf('Output'),
      chosenBy: idLeaf('Chosen by').optional(),
    }),
    16,
  ).default([]),
  assignablePorts: listOf('Ports that are told', assignablePortSchema, 32).optional(),
  streams: listOf('Streams', streamSchema, 16).optional(),
  apps: listOf('Apps', appSchema, 16).optional(),
  /** Profiles the device has; settings that lie in one are forgotten with another. */
  profiles: whole('Profiles', 'count', 1, 16).optional(),
});

/** What a class of part is and can do; read and checked. */
export type Sheet = z.infer<typeof sheetSchema>;
/** A sheet as written: what has a usual value may be left out. */
export type SheetDraft = z.input<typeof sheetSchema>;
/** A plug, pad, socket or foot of a part. */
export type Port = Sheet['ports'][number];
/** A contact of a port. */
export type Pin = Port['pins'][number];
/** A contact by port and pin. */
export type PinAt = z.infer<typeof pinAtSchema>;
/** A conversation a part can hold, and the contacts it needs. */
export type Link = Sheet['links'][number];
/** A supply that a part takes: volts, draw, contacts. */
export type Supply = Sheet['supplies'][number];
/** A supply that a part gives: a pack, a regulator, an outlet. */
export type Source = Sheet['sources'][number];
/** Something a part does when it is told. */
export type PartFunction = Sheet['functions'][number];
/** One way in which a function can be asked. */
export type AskedBy = PartFunction['askedBy'][number];
/** Kinds of function, payload and flight. */
export type FunctionWhat = PartFunction['what'];
/** A stretch of widths that means one thing to a device. */
export type PulseWindow = z.infer<typeof windowSchema>;
/** Something of a controller that pads share: a timer, a UART. */
export type Resource = Sheet['resources'][number];
/** An axis a part can turn about. */
export type Joint = Sheet['joints'][number];
/** A stick, switch, slider, knob or button of a transmitter. */
export type Control = Sheet['controls'][number];
/** Kinds of conversation between parts. */
export type LinkKind = Link['kind'];
/** Something that is set on a part before it works. */
export type Setting = Sheet['settings'][number];
/** What a universal port may be told. */
export type PortUse = NonNullable<Sheet['assignablePorts']>[number]['mayBe'][number];
/** What a part is called on the bench; what it can do is told by its sheet. */
export type Role = Sheet['role'];
