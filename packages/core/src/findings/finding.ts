import type { Chain } from '../channels/index.js';
import type { Conversation, Nets } from '../loom/index.js';
import type { Rails } from '../rails/index.js';
import type { Edit, Rig } from '../rig/index.js';
import type { WishState } from '../channels/index.js';

/** How grave a finding is. */
export type Mark = 'stop' | 'watch' | 'clear';
/** The stations of the work, in its order. */
export type StationId = 'brief' | 'loom' | 'channels' | 'rails' | 'wake' | 'prove' | 'log';

/** A number or word behind a finding, with where it comes from when it is a figure of the trade. */
export interface Figure {
  name: string;
  value: number | string;
  unit?: string;
  source?: string;
}

/** A fix that can be done, and undone: edits under a button. */
export interface Fix {
  label: string;
  edits: Edit[];
}

/** What a rule has to say: code and figures. Sentences are put to it by the wording. */
export interface Said {
  rule: RuleId;
  mark: Mark;
  station: StationId;
  /** Other stations where it shows as their own. */
  alsoAt?: StationId[];
  /** Ids of the parts and cables it is about. */
  subjects: string[];
  /** What tells it from another that the rule says of the same subjects, where neither function nor wish does. */
  apart?: string;
  figures: Figure[];
}

/** What a rule returns: what it says, and what mends it, worked out when asked for. Most findings are read, few are mended. */
export interface RuleResult extends Said {
  fixes: () => Fix[];
}

/** A finding as it is told: plain data, fit for a message. What mends it is asked of `fixesOf`. */
export interface Finding extends Said {
  /** Same rule on the same subjects has the same id from one analysis to the next. */
  id: string;
  title: string;
  text: string;
  /** Wishes that are not granted because of it. */
  silences: string[];
  /** Where the rule comes from: a standard, practice of the trade, the part sheets, our own arithmetic. */
  source: string;
}

/** Every rule there is. */
export type RuleId =
  | 'supply-range'
  | 'supply-none'
  | 'supply-thin'
  | 'regulator-overload'
  | 'regulator-dropout'
  | 'back-feed'
  | 'source-off'
  | 'hdmi-powered'
  | 'wire-overloaded'
  | 'connector-overloaded'
  | 'starved-splice'
  | 'packs-unequal'
  | 'fuse-missing'
  | 'pair-not-crossed'
  | 'pair-half'
  | 'port-not-set'
  | 'port-too-slow'
  | 'port-listens-only'
  | 'port-shared-pins'
  | 'port-labels-disagree'
  | 'serial-not-inverted'
  | 'pad-held'
  | 'pad-held-twice'
  | 'pad-no-timer'
  | 'ladder-resistor'
  | 'talkers-collide'
  | 'y-two-talkers'
  | 'wrong-type'
  | 'strap-other-type'
  | 'level-mismatch'
  | 'polarity'
  | 'look-alike'
  | 'ground-missing'
  | 'ground-twice'
  | 'port-used-twice'
  | 'joint-no-slack'
  | 'cable-short'
  | 'plug-angled'
  | 'antenna-missing'
  | 'antenna-crossed'
  | 'antenna-near-compass'
  | 'antenna-screened'
  | 'magnet-near-compass'
  | 'standard-mix'
  | 'picture-nowhere'
  | 'no-fixed-camera'
  | 'address-twice'
  | 'subnet-other'
  | 'window-missed'
  | 'window-thin'
  | 'pulse-from-latch'
  | 'one-control-many'
  | 'two-on-one-slot'
  | 'wrong-way'
  | 'fail-safe-acts'
  | 'hand-over-flight'
  | 'hand-over-broken'
  | 'scale-school'
  | 'numbering-base'
  | 'wish-impossible'
  | 'wish-open'
  | 'wish-otherwise'
  | 'control-unfit'
  | 'window-unreached'
  | 'input-empty'
  | 'slot-not-allowed'
  | 'channel-beyond'
  | 'flight-shared'
  | 'mode-untold'
  | 'operators-idle'
  | 'signal-misplaced'
  | 'plug-mismatch'
  | 'part-idle'
  | 'radio-none'
  | 'reach-missing'
  | 'fuse-too-large'
  | 'fuse-too-small'
  | 'wire-too-thick'
  | 'pack-lead-thin'
  | 'regulator-heat'
  | 'drive-fail-safe'
  | 'drive-no-brake'
  | 'take-off-untold'
  | 'bench-missing'
  | 'prep-open'
  | 'firmware-unknown'
  | 'firmware-old'
  | 'board-too-small';

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
}

/** A rule: from all that is known of a rig to what it has to say. */
export type Rule = (context: RuleContext) => RuleResult[];

/** Reads a figure by its name, for wording. */
export function figureOf(result: Pick<Said, 'figures'>, name: string): Figure | undefined {
  return result.figures.find((figure) => figure.name === name);
}
