import type { Chain } from '../channels/index.js';
import type { Conversation } from '../loom/index.js';
import type { Rig } from '../rig/index.js';

/** One thing that must be seen for a step to pass. `sight` names it as the bench does. */
export type Expect =
  | { sight: string; is: string | number | boolean | null }
  | { sight: string; near: number; within: number }
  /** Must have moved that way since before the gesture; where it comes round again, by the shorter way. `round` is a whole turn, °. */
  | { sight: string; moves: 1 | -1; round?: number }
  /** Must be as before the gesture, to within this where it is a figure. */
  | { sight: string; stays: true; within: number };

/** A control taken somewhere, and what must be seen while it stands there. */
export interface Move {
  control: string;
  /** −1…+1. */
  to: number;
  /** It stands there at least so long before the next, ms. */
  holdMs?: number;
  reads?: Expect[];
}

/** Kinds of work in the order in which they are done. */
export type StepKind =
  | 'leads'
  | 'pages'
  | 'supplies'
  | 'channels'
  | 'pictures'
  | 'functions'
  | 'looks'
  | 'radio'
  | 'ends'
  | 'by eye'
  | 'power-off';

/** What people call the kinds of work of a plan. */
export const STEP_KINDS: Readonly<Record<StepKind, string>> = {
  leads: 'Leads, nothing powered',
  pages: 'Pages, read back',
  supplies: 'Packs and volts',
  channels: 'Radio and slots',
  pictures: 'Pictures',
  functions: 'What each control does',
  looks: 'At rest',
  radio: 'Hand-over and lost radio',
  ends: 'End stops, then full stick',
  'by eye': 'By eye',
  'power-off': 'Off and on again',
};

/** Move this, expect that. */
export interface CheckStep {
  id: string;
  part: string;
  title: string;
  expectText: string;
  /** Controls that must stand so first, all at once; and the same in words, empty when nothing must. */
  setUp: Record<string, number>;
  setUpText?: string;
  /** Then these, one after the other. */
  moves: Move[];
  expects: Expect[];
  /** Time after the last move before it can pass, ms: for what must not happen. */
  waitMs?: number;
  /** Time that the slowest it looks at takes from end to end, ms: it is not given up before. */
  travelMs?: number;
  /** What people call each sight, and each camera that may be seen. */
  names?: Record<string, string>;
  /** Nothing on the bench can tell whether it held: a person looks and says so. Never played. */
  byEye?: true;
  /** Told by a meter on the leads, by reading a page, or by a hand, before anything moves. */
  by?: 'meter' | 'page' | 'hand';
  /** What kind of work it is: steps of one kind follow each other. */
  kind?: StepKind;
  /** Further parts it runs through, where no chain of channels tells. */
  through?: string[];
  /** Ids of the parts and cables it runs through; a step that fails has its cause in one of them. */
  dependsOn: string[];
}

/** A step before it is traced through the rig; what it runs through, where that is told at once. */
export type BareStep = Omit<CheckStep, 'dependsOn'> & Partial<Pick<CheckStep, 'dependsOn'>>;

/** Everything that a step looks at, in turn. */
export const looksOf = ({ moves, expects }: Pick<CheckStep, 'moves' | 'expects'>): Expect[] => [
  ...moves.flatMap((m) => m.reads ?? []),
  ...expects,
];

/** Degrees, per cent or times by which an answer may miss and still count as reached. */
export const WITHIN = { '°': 1.5, '°/s': 2, '%': 3, '×': 0.08 } as const;

/** Widths that differ by less are the same on any bar, µs. @source [mem] */
export const SAME_US = 20;

/** What every step is drawn up from. */
export interface Plan {
  rig: Rig;
  conversations: readonly Conversation[];
  /** Chains that a control reaches. */
  driven: readonly Chain[];
}
