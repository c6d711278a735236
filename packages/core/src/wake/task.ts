/** One thing that takes time while a rig wakes. */
export interface WakeTask {
  id: string;
  part: string;
  text: string;
  /** What a person reads beside it: what to expect, what to mind. */
  note: string;
  /** How long it takes. */
  seconds: number;
  /** Needs the one pair of hands. */
  hands: boolean;
  /** Nothing may be touched while it runs. */
  still: boolean;
  /** Tasks that must have ended. */
  after: string[];
  /** Tasks that the user wants to have ended before it. */
  wanted?: string[];
}

/** How long the hands take over a step, s. @source [practice] */
export const HANDS_S = {
  safe: 2,
  switchOn: 2,
  lowAndUp: 2.2,
  antenna: 2,
  place: 2,
  readPack: 2,
  pictures: 2.2,
  record: 2,
  power: 1,
  ends: 3.5,
  takeOff: 1,
  endStops: 20,
  again: 8,
  menu: 6,
  app: 5,
  cool: 5,
  // @source [mem] a page of settings, made, saved and read back
  configure: 60,
};

/** A task of which only what is not usual is said. */
export type Draft = Partial<WakeTask> & Pick<WakeTask, 'id' | 'part' | 'text' | 'seconds'>;
export const task = (draft: Draft): WakeTask => ({ note: '', hands: false, still: false, after: [], ...draft });
export const ids = (tasks: WakeTask[]): string[] => tasks.map((t) => t.id);
