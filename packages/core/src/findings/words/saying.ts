import type { RuleId } from '../finding.js';

export interface Words {
  title: string;
  text: string;
}

/** Reads a finding's figures by name. */
export interface Read {
  text: (name: string) => string;
  number: (name: string) => number;
  /** Label of the part whose id the figure holds. */
  label: (name: string) => string;
}

/** Sentences of an area: one entry a rule. */
export type Sayings<Id extends RuleId> = Record<Id, (f: Read) => Words>;

export const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);
