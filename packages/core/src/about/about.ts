/** One thing that a figure stands on. */
export interface Ground {
  what: string;
  value: string;
  /** Where it comes from: a sheet, the rig, a computation here, practice, a standard. */
  source: string;
}

/** What stands behind a figure on the screen: what it is, how it is come by, and what it stands on. */
export interface About {
  title: string;
  /** The figure as it is shown. */
  figure: string;
  /** What it is, in one sentence. */
  is: string;
  /** The formula in words and signs; empty where the figure is one that is given. */
  how: string;
  grounds: Ground[];
}

/** The sources that {@link Ground.source} names, in the words of the screen. */
export const FROM = {
  sheet: 'part sheet',
  rig: 'this rig',
  computed: 'computed',
  practice: 'practice',
} as const;
