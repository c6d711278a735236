import type { Chain } from '../channels/index.js';
import type { Conversation, Nets } from '../loom/index.js';
import type { Rails } from '../rails/index.js';
import type { Edit, Rig } from '../rig/index.js';
import type { WakeSchedule } from '../wake/index.js';
import type { Starts } from '../wake/starts.js';
import type { WishState } from '../channels/index.js';
import type { FigureNames, RuleId } from './figure-names.js';

export type { RuleId };

/** How grave a finding is. */
export type Mark = 'stop' | 'watch' | 'clear';
/** The stations of the work, in its order. */
export type StationId = 'brief' | 'loom' | 'channels' | 'rails' | 'wake' | 'prove' | 'log';

/** A number or word behind a finding, with where it comes from when it is a figure of the trade. */
export interface Figure<Name extends string = string> {
  name: Name;
  value: number | string;
  unit?: string;
  source?: string;
}

/** A fix that can be done, and undone: edits under a button. */
export interface Fix {
  label: string;
  edits: Edit[];
}

/** What one rule has to say: code and figures. Sentences are put to it by the wording. */
interface SaidOf<R extends RuleId> {
  rule: R;
  mark: Mark;
  station: StationId;
  /** Other stations where it shows as their own. */
  alsoAt?: StationId[];
  /** Ids of the parts and cables it is about. */
  subjects: string[];
  /** What tells it from another that the rule says of the same subjects, where neither function nor wish does. */
  apart?: string;
  figures: Figure<FigureNames[R]>[];
}

/** What any rule has to say. */
export type Said = { [R in RuleId]: SaidOf<R> }[RuleId];

/** What a rule returns: what it says, and what mends it, worked out when asked for. Most findings are read, few are mended. */
export type RuleResult<R extends RuleId = RuleId> = { [K in R]: SaidOf<K> & { fixes: () => Fix[] } }[R];

/** A finding as it is told: plain data, fit for a message. What mends it is asked of `fixesOf`. */
export interface Finding extends SaidOf<RuleId> {
  /** Same rule on the same subjects has the same id from one analysis to the next. */
  id: string;
  title: string;
  text: string;
  /** Wishes that are not granted because of it. */
  silences: string[];
  /** Where the rule comes from: a standard, practice of the trade, the part sheets, our own arithmetic. */
  source: string;
}

/** Everything the rules read, worked out once. */
export interface RuleContext {
  rig: Rig;
  nets: Nets;
  conversations: readonly Conversation[];
  chains: readonly Chain[];
  wishes: WishState[];
  /** Full pack at typical draw, and flat pack at peak draw: the two ends of what a supply meets. */
  full: Rails;
  flat: Rails;
  /** The power-up in the field, and what goes wrong in it that is well at rest. */
  wake: WakeSchedule;
  starts: Starts;
}

/** A rule: from all that is known of a rig to what it has to say. */
export type Rule = (context: RuleContext) => RuleResult[];

/** Reads a figure by its name, for wording. */
export function figureOf(result: { figures: readonly Figure[] }, name: string): Figure | undefined {
  return result.figures.find((figure) => figure.name === name);
}
