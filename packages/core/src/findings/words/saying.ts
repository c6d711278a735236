import type { RuleId } from '../finding.js';

/** A finding as sentences. */
export interface Words {
  title: string;
  text: string;
}

/** Reads a finding's figures by name. */
export interface Read {
  text: (name: string) => string;
  number: (name: string) => number;
  /** Unit of a figure; empty when it has none. */
  unit: (name: string) => string;
  /** Label of the part whose id the figure holds. */
  label: (name: string) => string;
}

/** Sentences of every rule: one entry each. */
export type Sayings = Record<RuleId, (f: Read) => Words>;

/** Sentences of an area. */
export type SomeSayings = Partial<Sayings>;

export const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);
