import type { FigureNames, RuleId } from '../figure-names.js';

/** A finding as sentences. */
export interface Words {
  title: string;
  text: string;
}

/** Reads a finding's figures by name. */
export interface Read<Name extends string = string> {
  text: (name: Name) => string;
  number: (name: Name) => number;
  /** Unit of a figure; empty when it has none. */
  unit: (name: Name) => string;
  /** Label of the part whose id the figure holds. */
  label: (name: Name) => string;
}

/** Sentences of every rule: one entry each. */
export type Sayings = { [R in RuleId]: (f: Read<FigureNames[R]>) => Words };

/** Sentences of an area. */
export type SomeSayings = Partial<Sayings>;

export const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);
