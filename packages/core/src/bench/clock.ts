/** Bench times are whole microseconds, told in ms: whichever way a time is cut, its sums are the same numbers. */
export const wholeUs = (ms: number): number => Math.round(ms * 1000) / 1000;
