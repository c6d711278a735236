import type { SlotTrack } from './slot-track.js';

/** A line of a recording and what its channels did. */
interface NamedTrack {
  line: string;
  track: SlotTrack;
}

const MOST_SLOTS = 16;

type ChannelOf = (output: number) => number;
/** A name whose number is that of a channel, whatever output it was recorded at. */
const SAYS_CHANNEL = /\b(ch|channel|slot)\W*\d+\D*$/i;

/**
 * What tells most of the channels: the line that carries most of them, or, where each carries one, all pulses of a receiver together.
 * A pulse is that of the number in its line's name where every line has one of its own, 1 to 16; else they count in order. The number
 * is a channel's where the name says so, else an output's.
 * @param channelOf which channel an output puts out, by its number; its own number where left out
 * @returns null where no line carries any
 */
export function fullestTrack(tracks: readonly NamedTrack[], channelOf: ChannelOf = (n) => n): NamedTrack | null {
  const carrying = tracks.filter(({ track }) => track.timesMs.length);
  const [best] = carrying.toSorted(
    (a, b) => b.track.slots.length - a.track.slots.length || b.track.timesMs.length - a.track.timesMs.length,
  );
  if (!best || best.track.slots.length > 1 || carrying.length < 2) return best ?? null;
  return {
    line: carrying.map(({ line }) => line).join(', '),
    track: together(carrying, best.track.timesMs, channelOf),
  };
}

/** The widths of all lines at the times of one of them: each as it was last. */
function together(lines: readonly NamedTrack[], timesMs: Float64Array, channelOf: ChannelOf): SlotTrack {
  const names = lines.map(({ line }) => line);
  const numbers = numbersOf(names).map((n, i) => (SAYS_CHANNEL.test(names[i]!) ? n : channelOf(n)));
  const slots = Array.from({ length: Math.max(...numbers) }, () => new Float32Array(timesMs.length).fill(NaN));
  lines.forEach(({ track }, i) => {
    const own = slots[numbers[i]! - 1]!;
    let at = 0;
    timesMs.forEach((ms, row) => {
      while (at < track.timesMs.length && track.timesMs[at]! <= ms) at++;
      own[row] = at ? track.slots[0]![at - 1]! : NaN;
    });
  });
  return { timesMs, slots };
}

function numbersOf(names: readonly string[]): number[] {
  const said = names.map((name) => Number(/(\d+)\D*$/.exec(name)?.[1] ?? NaN));
  const isOwn = new Set(said).size === said.length && said.every((n) => n >= 1 && n <= MOST_SLOTS);
  return isOwn ? said : names.map((_, i) => i + 1);
}
