import { decodeBytes, decodeLine, fullestTrack, trackOf, type Capture, type Sense } from '@squallmark/core/captures';
import { channelOfOutput, identify as identifyTrack, linesOfOne, type Identified } from '@squallmark/core/channels';
import { writeRig } from '@squallmark/core/files';
import { hearsAir } from '@squallmark/core/parts';
import { applyEdits, partsThat, stepSentence, type Rig } from '@squallmark/core/rig';
import { num } from '@squallmark/core/units';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { guessBytes, guessLine, kindOf, openCapture } from './open-capture.js';
import { openRig } from './open-rig.js';

/** Period taken for bus bytes without times, ms. */
const BUS_MS = 7;

/** Which control drives which slot, from a recording of wiggles. */
export async function identify(files: string[], options: Options, shell: Shell): Promise<ExitStatus> {
  const [file = '', rigFile] = files;
  if (rigFile === undefined)
    throw new InputProblem('identify wants a recording and a rig: squallmark identify CAPTURE RIG.json');
  const rig = openRig(rigFile, shell);
  const capture = await openCapture(file, shell);
  const { track, transmitter } = trackFrom(capture, rig, options, file);
  const found = identifyTrack(rig, track, [], transmitter);
  if (options.to !== undefined) {
    const now = found.edits.length ? applyEdits(rig, found.edits).rig : rig;
    shell.write(options.to, new TextEncoder().encode(writeRig(now)));
  }
  if (options.json) shell.out(JSON.stringify(found, null, 2));
  else say(found, rig, shell);
  return 0;
}

interface OwnTrack {
  track: ReturnType<typeof trackOf>;
  /** Whose channels it carries; the pilot's where left out. */
  transmitter?: string | undefined;
}

/** Slots over time of the line that carries most of them, or of all pulses of one transmitter's receivers together. */
function trackFrom(capture: Capture, rig: Rig, { as, line }: Options, file: string): OwnTrack {
  const bus = partsThat(rig, hearsAir).flatMap(({ sheet }) => sheet.links.filter((l) => l.kind === 'sbus'))[0];
  const scale = bus?.params.scale ?? 'micro';
  const kind = kindOf(as);
  if (capture.bytes) {
    const guess = guessBytes(capture.bytes, kind);
    if (!guess) throw new InputProblem(`${file}: no frames with channels in these bytes`);
    const decoding = decodeBytes(capture.bytes, guess.sense as Extract<Sense, { format: unknown }>);
    return { track: trackOf(decoding, scale, bus?.params.periodMs ?? BUS_MS) };
  }
  const tracks = capture.lines
    .filter((l) => line === undefined || l.name === line)
    .flatMap((l) => {
      const guess = guessLine(l, kind);
      return guess ? [{ line: l.name, track: trackOf(decodeLine(l, guess.sense, capture.endNs), scale) }] : [];
    });
  const { lines, transmitter } = linesOfOne(rig, tracks);
  const best = fullestTrack(lines, channelOfOutput(rig, transmitter));
  if (!best) throw new InputProblem(`${file}: no line carries channels`);
  return { track: best.track, transmitter };
}

function say({ found, again, dead, edits }: Identified, rig: Rig, shell: Shell): void {
  for (const f of found) {
    const who = f.control ?? (f.orElse.length ? `one of ${f.orElse.join(', ')}` : 'unknown');
    const together = f.slots.length > 1 ? ' · they follow one control' : '';
    shell.out(
      `${who.padEnd(14)} slot ${f.slots.join(', ')}  ${f.kind}, ${num(f.lowUs)}–${num(f.highUs)} µs${f.reversed ? ', reversed' : ''}${together}`,
    );
  }
  for (const a of again)
    shell.out(
      `◐ slots ${a.slots.join(', ')} moved at once at ${num(a.fromMs / 1000, 1)} s: move those controls one at a time`,
    );
  if (dead.length) shell.out(`◐ moved nothing: ${dead.join(', ')}`);
  shell.out(edits.length ? `the rig would agree with: ${stepSentence(rig, edits)}` : 'the rig agrees');
}
