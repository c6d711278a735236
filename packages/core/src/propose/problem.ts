/**
 * A wiring problem as plain choice: needs that must be covered, options that cover them, pools that run out, hubs
 * whose second user costs more, modes on which options must agree. Knows nothing of wires.
 */
export interface WiringProblem {
  needs: Need[];
  options: Option[];
  pools: Pool[];
  hubs: Hub[];
}

/** Something that must be covered exactly once while it is active. */
export interface Need {
  id: string;
  /** Active from the start; otherwise only once an option chosen for an active need wakes it: two never wake only each other. */
  always: boolean;
}

/** One lead or set of leads that could be made, with its points and what it takes up. */
export interface Option {
  id: string;
  /** Ids of the needs it covers; all of them must be active in the end. */
  covers: string[];
  /** Points, 0 or more, without what its hub adds. */
  cost: number;
  takes: { pool: string; amount: number }[];
  /** It is one user of this hub. */
  hub: string | null;
  /** Settings it must find so; two chosen options never disagree on one. */
  modes: { key: string; value: string }[];
  /** Needs that become active when it is chosen. */
  wakes: string[];
  /** Covers a need by leaving it open: dear, and never used where the question is what can be done at all. */
  open?: boolean;
}

/** A stock of interchangeable things, or of amperes. */
export interface Pool {
  id: string;
  /** How much there is of it. */
  capacity: number;
}

/** A Y lead or splice that options may share. */
export interface Hub {
  id: string;
  /** Points for each user beyond the first. */
  share: number;
  /** Most options that may share it. */
  most: number;
}

/** What a search came to. */
export interface Solution {
  /** Chosen option ids in the order of the problem; null when nothing covers the needs. */
  chosen: string[] | null;
  /** Points; fewer are better. */
  cost: number;
  /** No cover can cost less than this. */
  bound: number;
  /** The search ended by itself: `cost` is the least there is, or there is no cover. */
  proven: boolean;
  /** Nodes of the search that were looked at. */
  nodes: number;
}
